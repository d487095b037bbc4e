/** How large a design may grow. Reaching a limit is a Problem `limit-reached` that says which. */
export const LIMITS = {
  sectionsPerDocument: 200,
  /** Sections and entries of one document together. */
  nodesPerDocument: 1_200,
  /** Own values of one section or entry, every language and device counted. */
  valuesPerNode: 300,
  /** Sections inside sections; the outermost is 0 deep. */
  slotDepth: 4,
  /** Entries inside entries, such as menus inside menus. */
  entryDepth: 3,
  /** Shared sections and open places inside what is shown by others. */
  shownDepth: 6,
  /** Sections that one document may come to, with all that it shows of others. */
  sectionsShown: 1_000,
  /** Requests in one unit. */
  editsPerUnit: 500,
  /** Single edits that the requests of one unit come down to. */
  stepsPerUnit: 2_500,
  /** Pages one assignment may name. */
  pagesPerAssign: 1_000,
  /** Pages of one kind that have a template of their own. More are chosen by a rule. */
  pagesAssigned: 2_000,
  /** Documents of each sort: templates, menus, content pages, … */
  documentsOfType: 2_000,
  nameLength: 80,
  /** Bytes of one document's canonical JSON. */
  documentBytes: 1_000_000,
  designsPerStore: 20,
  storesPerOwner: 50,
} as const;
