/** How large a design may grow. Reaching a limit is a Problem `limit-reached` that says which. */
export const LIMITS = {
  sectionsPerDocument: 200,
  slotDepth: 4,
  editsPerUnit: 500,
  templates: 2000,
  nameLength: 80,
  menuEntries: 50,
} as const;
