/** How large a design may grow. Reaching a limit is a Problem `limit-reached` that says which. */
export const LIMITS = {
  sectionsPerDocument: 200,
  /** Sections inside sections; the outermost is 0 deep. */
  slotDepth: 4,
  /** Entries inside entries, such as menus inside menus. */
  entryDepth: 3,
  /** Requests in one unit. */
  editsPerUnit: 500,
  /** Pages one assignment may name. */
  pagesPerAssign: 1000,
  /** Documents of each sort: templates, menus, content pages, … */
  documentsOfType: 2000,
  nameLength: 80,
  /** Bytes of one document's canonical JSON. */
  documentBytes: 1_000_000,
  designsPerStore: 20,
} as const;
