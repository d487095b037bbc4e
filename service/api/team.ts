/** Who belongs to a store, invitations, one's own password and tokens, and the list of who did what. */
import { Problem, sure } from '@parlour/core';
import { routes } from '@parlour/contract';
import { join } from '../accounts/joining.js';
import { addLink, sendInvitation } from '../accounts/inviting.js';
import { hashPassword, tokenHash } from '../accounts/passwords.js';
import { checkCredentials, tokenOf } from '../accounts/sign-in.js';
import {
  invitationsOf,
  membersOf,
  removeInvitations,
  removeMembership,
  removeToken,
  setMembership,
  setPassword,
  tokensOf,
} from '../records/accounts.js';
import { audit, listAudit } from '../records/audit.js';
import { AUDITED } from '../records/audited.js';
import { inTransaction, type Records } from '../records/database.js';
import { lockStore } from '../records/designs.js';
import { signal } from '../records/signals.js';
import { readNumber } from './drafts.js';
import { checkTag, implement, type Api } from './implement.js';

const INVITATION_DAYS = 7;
const DAY = 24 * 60 * 60 * 1000;

export function teamRoutes(api: Api): void {
  const { db, config, email: post, addressOf } = api;
  const teamOf = async (records: Records, storeId: number, now: Date) => ({
    members: (await membersOf(records, storeId)).map(({ email, name, role }) => ({ email, name, role })),
    invited: (await invitationsOf(records, storeId, now)).map(({ email, role, expiresAt }) => ({
      email,
      role,
      expires: expiresAt.toISOString(),
    })),
  });

  implement(api, routes.getTeam, ({ store, now }) => teamOf(db, store.id, now));

  implement(api, routes.invite, ({ db, store, account, body, now }) =>
    inTransaction(db, async (trx) => {
      await lockStore(trx, store.id);
      const expiresAt = new Date(now.getTime() + INVITATION_DAYS * DAY);
      const { email } = body;
      const { role } = body;
      const { reachesPeople: mailed } = post;
      const invitation = { storeId: store.id, email, role, expiresAt, by: account.id, shown: !mailed };
      await audit(trx, {
        storeId: store.id,
        accountId: account.id,
        action: 'team.invite',
        target: email,
        detail: { role },
      });
      const link = mailed ? null : await addLink(trx, config, invitation);
      if (mailed) await sendInvitation(trx, config, invitation);
      return { email, role, link, mailed, expires: expiresAt.toISOString() };
    }),
  );

  implement(api, routes.changeMember, ({ store, account, params, body, request, now }) =>
    inTransaction(db, async (trx) => {
      // Everything that changes a team holds this lock, so that what the tag was compared with is what is changed.
      await lockStore(trx, store.id);
      checkTag(request, await teamOf(trx, store.id, now));
      const members = await membersOf(trx, store.id);
      const email = (params['email'] ?? '').toLowerCase();
      const member = members.find((one) => one.email === email);
      const role = body.role;
      if (!member && role === null && (await removeInvitations(trx, store.id, email))) {
        await audit(trx, { storeId: store.id, accountId: account.id, action: 'team.withdraw', target: email });
        return teamOf(trx, store.id, now);
      }
      if (!member)
        throw new Problem('no-such-thing', `“${email}” does not belong to this store.`, {
          place: 'email',
          remedy: 'List the team to see who does.',
        });
      const owners = members.filter((one) => one.role === 'owner');
      if (member.role === 'owner' && role !== 'owner' && owners.length === 1)
        throw new Problem('still-used', 'A store needs an owner.', {
          place: 'role',
          remedy: 'Make somebody else an owner first.',
        });
      await (role === null
        ? removeMembership(trx, member.id, store.id)
        : setMembership(trx, member.id, store.id, role));
      await audit(trx, {
        storeId: store.id,
        accountId: account.id,
        action: 'team.role',
        target: member.email,
        detail: { was: member.role, role },
      });
      await signal(trx, `team ${store.id}`);
      return teamOf(trx, store.id, now);
    }),
  );

  implement(api, routes.join, ({ body, request }) => join({ db, config, email: post }, body, addressOf(request)));

  implement(api, routes.changePassword, async ({ account, body, request }) => {
    await checkCredentials(db, account.email, body.old, addressOf(request), {
      sentence: 'The current password is wrong.',
      place: 'old',
      remedy: 'Check it and try again.',
    });
    const passwordHash = await hashPassword(body.new);
    return inTransaction(db, async (trx) => {
      await setPassword(trx, account.id, passwordHash, tokenHash(tokenOf(request) ?? ''));
      await signal(trx, `account ${account.id}`);
      await audit(trx, { storeId: null, accountId: account.id, action: 'account.password', target: account.email });
      return { done: true };
    });
  });

  implement(api, routes.listTokens, async ({ account }) => ({
    tokens: (await tokensOf(db, account.id)).map(({ id, name, scope, createdAt, expiresAt, usedAt }) => ({
      id,
      name,
      scope,
      created: createdAt.toISOString(),
      expires: expiresAt.toISOString(),
      used: usedAt?.toISOString() ?? null,
    })),
  }));

  implement(api, routes.removeToken, async ({ account, params }) => {
    if (!(await removeToken(db, account.id, readNumber(sure(params['token']), 'token'))))
      throw new Problem('no-such-thing', 'You have no such token.', {
        place: 'token',
        remedy: 'List your tokens to see them.',
      });
    await signal(db, `account ${account.id}`);
    return { done: true };
  });

  implement(api, routes.listAudit, async ({ store, query }) => {
    const limit = query.limit ?? 50;
    const found = await listAudit(
      db,
      store.id,
      limit + 1,
      query.cursor === undefined ? undefined : readNumber(query.cursor, 'cursor'),
    );
    const some = found.slice(0, limit);
    return {
      entries: some.map(({ id: _id, at, ...entry }) => ({
        ...entry,
        what: AUDITED[entry.action],
        at: at.toISOString(),
      })),
      next: found.length > limit ? String(some.at(-1)?.id) : null,
    };
  });
}
