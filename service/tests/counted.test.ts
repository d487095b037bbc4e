/**
 * What is told of a change is what shoppers see: for some changes of each sort (twenty in the long run), the pages that
 * a dry run names are those whose bytes differ once it is live, and every list counts the same.
 */
import { hasSections, sectionsIn, type Section } from '@parlour/core/documents';
import type { EditRequest } from '@parlour/core/design';
import { kindName } from '@parlour/core/kinds';
import { routes } from '@parlour/contract';
import { testService, type TestService } from './service.js';

let service: TestService;
/** Every page that shoppers see without signing in, with its path. */
const paths = new Map<string, string>();
beforeAll(async () => {
  service = await testService();
  const { pages } = await service.call(routes.listPages, { query: { limit: 200 } });
  for (const { page, path } of pages) {
    const at = page === 'not-found' ? '/nothing-there' : encodeURI(path);
    const { status } = await service.visit(at);
    if (status === 200 || page === 'not-found') paths.set(page, at);
  }
  // All but one, which is for those who sign in.
  expect(paths.size).toBe(pages.length - 1);
});
afterAll(() => service.stop());

const TIMES = process.env['PARLOUR_SOAK'] ? 20 : 8;
const TONES = ['soft', 'strong', 'vivid', 'plain'] as const;
/** What shows something wherever it stands, so that its tone is always seen. */
const SEEN = [
  'page-title',
  'product-title',
  'heading',
  'poster',
  'side-by-side',
  'logo',
  'small-print',
  'price',
  'divider',
];

/** A cart that is nobody's: such pages are the same, and not kept, which a page that is asked for once need not be. */
const NOBODY = { headers: { cookie: 'parlour-cart=nobody' } };
/** As many at once as keep service and database busy. */
const AT_ONCE = 4;

async function crawl(): Promise<Map<string, string>> {
  const found = new Map<string, string>();
  const left = [...paths];
  const walk = async (): Promise<void> => {
    for (let next = left.shift(); next; next = left.shift())
      found.set(next[0], (await service.visit(next[1], NOBODY)).text);
  };
  await Promise.all(Array.from({ length: AT_ONCE }, walk));
  return found;
}

const dryRun = async (edit: EditRequest): Promise<string[]> => {
  const body = { unit: crypto.randomUUID(), dryRun: true, edits: [edit] };
  const { pages } = await service.call(routes.edit, { body });
  return (pages?.some ?? []).map(({ page }) => page).sort();
};

/** The sections of some documents whose tone is seen on every page that has them. */
async function seenSections(keys: readonly string[]): Promise<{ document: string; section: Section }[]> {
  const found = await Promise.all(
    keys.map(async (document) => {
      const { document: body } = await service.call(routes.getDocument, { query: { key: document } });
      return hasSections(body)
        ? [...sectionsIn(body.areas)]
            .filter(
              ({ kind, frame }) =>
                SEEN.includes(kindName(kind)) && !frame['hidden'] && !frame['from'] && !frame['until'],
            )
            .map((section) => ({ document, section }))
        : [];
    }),
  );
  return found.flat();
}

const keysOf = async (start: string): Promise<string[]> =>
  (await service.call(routes.listDocuments)).documents.map(({ key }) => key).filter((key) => key.startsWith(start));

/** The sections that changes of a sort are made in, with the tones they have by now. */
const tones = new Map<string, { document: string; section: Section; tone: string | undefined }[]>();

async function toneChange(start: string, n: number): Promise<EditRequest> {
  const found =
    tones.get(start) ?? (await seenSections(await keysOf(start))).map((one) => ({ ...one, tone: toneOf(one.section) }));
  tones.set(start, found);
  const one = found[(n * 7) % found.length] ?? fail(`Nothing to change in ${start}.`);
  const { document, section, tone: was } = one;
  one.tone = toneAfter(was, n);
  return {
    type: 'set',
    document,
    node: section.id,
    field: 'frame.tone',
    value: one.tone,
    ...(was === undefined ? {} : { was }),
  };
}

const toneOf = ({ frame }: Section): string | undefined => frame['tone'] as string | undefined;
/** Another one than there is. */
const toneAfter = (tone: string | undefined, n: number): string =>
  TONES.filter((one) => one !== (tone ?? 'plain'))[n % (TONES.length - 1)] ?? 'soft';

function fail(why: string): never {
  throw new Error(why);
}

const SORTS: Readonly<Record<string, (n: number) => Promise<EditRequest>>> = {
  'a section of a template': (n) => toneChange('template/', n),
  'a section of an arrangement': (n) => toneChange('around/', n),
  'a section of an addition': (n) => toneChange('addition/', n),
  async 'something of one page alone'(n) {
    const pages = [...paths.keys()].filter((page) => page.includes(':'));
    const page = pages[(n * 11) % pages.length] ?? '';
    const { template } = await service.call(routes.getPageParts, { params: { page } });
    const [one] = await seenSections(template ? [template] : []);
    if (!one) return toneChange('template/', n);
    const own = (await keysOf(`own/${page.replace(':', '/')}`)).length > 0;
    // The second time it is taken back.
    if (own) return { type: 'own-reset', page };
    return {
      type: 'own',
      page,
      document: one.document,
      node: one.section.id,
      field: 'frame.tone',
      value: toneAfter(toneOf(one.section), n),
    };
  },
  async 'the template of a page'(n) {
    const products = [...paths.keys()].filter((page) => page.startsWith('product:'));
    const page = products[(n * 5) % products.length] ?? '';
    const { template } = await service.call(routes.getPageParts, { params: { page } });
    const other = template === 'template/product' ? 'product-plain' : 'product';
    return { type: 'assign', pages: [page], template: other };
  },
};

test.each(Object.keys(SORTS))('%s: told before as it is seen after', async (sort) => {
  let before = await crawl();
  for (let n = 0; n < TIMES; n++) {
    const edit = await (SORTS[sort] ?? fail(sort))(n);
    const told = await dryRun(edit);
    await service.edit(edit);
    await service.call(routes.publish, { body: { note: sort } });
    const after = await crawl();
    const differing = [...paths.keys()].filter((page) => before.get(page) !== after.get(page)).sort();
    expect([edit, told.filter((page) => paths.has(page))]).toEqual([edit, differing]);
    before = after;
  }
  await countAlike();
});

/** Lists, why and reach say the same of every template, and every page is on one of them. */
async function countAlike(): Promise<void> {
  const { templates } = await service.call(routes.listTemplates);
  let counted = 0;
  for (const { code, pages } of templates) {
    const listed = await service.call(routes.listPages, { query: { template: code, limit: 200 } });
    const reach = await service.call(routes.getReach, { query: { key: `template/${code}` } });
    expect([code, listed.total, reach.pages]).toEqual([code, pages, pages]);
    counted += pages;
    const [some] = listed.pages;
    if (!some) continue;
    const { assigned } = await service.call(routes.getPageParts, { params: { page: some.page } });
    expect([some.page, assigned?.template]).toEqual([some.page, code]);
    const { sentences } = await service.call(routes.why, { params: { page: some.page } });
    const { name } = templates.find((one) => one.code === code) ?? fail(code);
    expect(sentences.join(' ')).toContain(name);
  }
  expect(counted).toBe((await service.call(routes.listPages, { query: { limit: 1 } })).total);
}
