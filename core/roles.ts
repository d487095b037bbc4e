/** Roles and what stands behind them. Routes ask for capabilities, never for roles. */

export const ROLES = ['owner', 'builder', 'editor', 'viewer'] as const;
/** What somebody is in the team of a store. */
export type Role = (typeof ROLES)[number];

/**
 * `content.edit`: texts, pictures, content pages; `design.edit`: everything of a draft; `catalogue.edit`: what the
 * store sells; `orders.read`: what shoppers have ordered, with their addresses; `orders.manage`: what becomes of it.
 */
export type Capability =
  | 'content.edit'
  | 'design.edit'
  | 'design.publish'
  | 'catalogue.edit'
  | 'orders.read'
  | 'orders.manage'
  | 'team.manage'
  | 'store.manage';

const CAPABILITIES: Readonly<Record<Role, readonly Capability[]>> = {
  owner: [
    'content.edit',
    'design.edit',
    'design.publish',
    'catalogue.edit',
    'orders.read',
    'orders.manage',
    'team.manage',
    'store.manage',
  ],
  builder: ['content.edit', 'design.edit', 'design.publish', 'orders.read'],
  editor: ['content.edit'],
  viewer: [],
};

/** Whether a role may do something. */
export const can = (role: Role, capability: Capability): boolean => CAPABILITIES[role].includes(capability);

/** The roles that have a capability, for messages. */
export const rolesWith = (capability: Capability): Role[] => ROLES.filter((role) => can(role, capability));
