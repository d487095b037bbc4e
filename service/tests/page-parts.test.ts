/** What a page is made of: as one call says it, as its plan draws it, and as the page shows it. */
import { documentsOf, planParts, type PageParts } from '@parlour/core/assign';
import { closeDocument } from '@parlour/core/design';
import { keys, sectionsIn, stateOf } from '@parlour/core/documents';
import { idInPath, kindsByName } from '@parlour/core/kinds';
import { planPage, type PlanParts } from '@parlour/core/plan';
import { createClient, routes, type Client } from '@parlour/contract';
import { DEMO_SIGN_IN } from '@parlour/service';
import { testService, type TestService } from './service.js';

let service: TestService;
beforeAll(async () => {
  service = await testService();
});
afterAll(() => service.stop());

/** The owner of a store, and what names its live design. */
async function ownerOf(store: string) {
  const body = { ...DEMO_SIGN_IN, email: `owner@${store}.example`, name: 'test' };
  const { token } = await service.client.call(routes.createToken, { body });
  return { owner: createClient({ origin: service.origin, token }), params: { store, design: 'live' } };
}

/** The sections that a page shows in its preview, by their ids. */
async function shownOn(owner: Client, params: object, page: string): Promise<string[]> {
  const { url } = await owner.call(routes.preview, { params: params as never, body: { page } });
  const { hostname, pathname, search } = new URL(url);
  const { text } = await service.send(hostname, pathname + search);
  return [...text.matchAll(/ data-section="([^"]+)"/g)].map(([, path = '']) => idInPath(path));
}

test.each(['windrow', 'osierwick'])(
  '%s: every section that any page shows is in one of its documents, and in its plan',
  async (store) => {
    const { owner, params } = await ownerOf(store);
    const kinds = kindsByName((await owner.call(routes.listSectionKinds, { params })).kinds);
    const { pages } = await owner.call(routes.listPages, { params, query: { limit: 200 } });
    expect(pages.length).toBeGreaterThan(10);
    const seen = new Set<string>();
    for (const { page, title } of pages) {
      const made = await owner.call(routes.getPageParts, { params: { ...params, page } });
      expect([made.page, made.title, made.template]).toEqual([
        page,
        title,
        keys.template(made.assigned?.template ?? ''),
      ]);
      const documents = stateOf(made.documents.map(({ key, document }) => [key, closeDocument(document)]));
      expect([...documents.keys()].at(-1)).toBe(keys.look);
      const parts = made as unknown as PageParts;
      const sectioned = documentsOf(parts, documents);
      // All that is told is needed, and nothing is missing.
      expect([...sectioned.keys(), keys.look]).toEqual([...documents.keys()].filter((key) => key !== made.own));
      const held = [...sectioned.values()].flatMap(({ areas }) => [...sectionsIn(areas)].map(({ id }) => id));
      const drawn = planPage(planParts(parts, sectioned) as PlanParts, kinds).boxes.map(({ section }) => section);
      const shown = await shownOn(owner, params, page);
      expect(shown.length).toBeGreaterThan(0);
      expect(shown.filter((id) => !held.includes(id))).toEqual([]);
      expect(shown.filter((id) => !drawn.includes(id))).toEqual([]);
      for (const key of documents.keys()) seen.add(key.split('/')[0] as string);
    }
    const wanted =
      store === 'windrow' ? ['addition', 'around', 'look', 'shared', 'template'] : ['around', 'look', 'template'];
    expect([...seen].sort()).toEqual(expect.arrayContaining(wanted));
  },
);

test('another template has its own regions, the additions of the page stay; one that is not there is refused', async () => {
  const of = (page: string, template?: string) =>
    service.call(routes.getPageParts, { params: { page }, query: { template } });
  const [own, other] = [await of('checkout'), await of('checkout', 'home')];
  const headerOf = ({ regions }: typeof own) => regions.find(({ region }) => region === 'header')?.document;
  expect([headerOf(own), headerOf(other)]).toEqual(['around/header/plain', 'around/header/standard']);
  expect(other).toMatchObject({ template: 'template/home', assigned: own.assigned, additions: own.additions });
  await expect(of('cart', 'gone')).rejects.toMatchObject({ code: 'no-such-template', place: 'template' });
  await expect(of('product:none')).rejects.toMatchObject({ code: 'no-such-page' });
});

test('the plan that is drawn for a page has what is added to it', async () => {
  const { additions } = await service.call(routes.listAdditions);
  const [addition] = additions.filter(({ place }) => place.startsWith('after:'));
  const { pages } = await service.call(routes.listPages, { query: { limit: 200 } });
  const made = await Promise.all(pages.map(({ page }) => service.call(routes.getPageParts, { params: { page } })));
  const key = keys.addition(addition?.code ?? '');
  const having = made.filter(({ additions: all }) => all.includes(key));
  expect(having).toHaveLength(addition?.total ?? 0);
  const { svg } = await service.call(routes.drawPlan, { query: { page: having[0]?.page } });
  const plain = await service.call(routes.drawPlan, { query: { template: having[0]?.assigned?.template } });
  expect([svg.includes(`data-document="${key}"`), plain.svg.includes(key)]).toEqual([true, false]);
});
