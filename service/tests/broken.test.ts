/** Nothing broken goes live: a publish is refused, whoever goes back is told. */
import { openDocument, starterDesign } from '@parlour/core/design';
import type { TemplateDocument } from '@parlour/core/documents';
import { SHIPPED_KINDS } from '@parlour/core/sections';
import { routes } from '@parlour/contract';
import { brokenInWords } from '../publishing/broken.js';
import { testService, type TestService } from './service.js';

let service: TestService;
beforeAll(async () => (service = await testService()));
afterAll(() => service.stop());

const publish = (changes?: string[]) => service.call(routes.publish, { body: changes ? { changes } : {} });
const lacking = 'The template “Cart”, which the cart page uses, does not show the way to the checkout.';

test('a cart without the way to the checkout is not published; one action puts it in, and it is', async () => {
  const { document } = await service.call(routes.getDocument, { query: { key: 'template/cart' } });
  const button = JSON.stringify(document).match(/"id":"([^"]+)","kind":"checkout-button@1"/)?.[1] ?? '';
  await service.edit({ type: 'remove', document: 'template/cart', node: button });
  await expect(publish()).rejects.toMatchObject({
    code: 'lacks-section',
    message: lacking,
    place: 'template/cart',
    remedy: 'Add the section “Checkout button”.',
  });
  // Neither at a time.
  const all = (await service.call(routes.listChanges)).changes.map(({ id }) => id);
  const later = { name: 'Later', from: '2099-01-01T08:00', changes: all };
  await expect(service.call(routes.addTimedChange, { body: later })).rejects.toMatchObject({ code: 'lacks-section' });
  // Something else may go meanwhile.
  await service.edit({ type: 'create', what: 'menu', name: 'Other' });
  const { changes } = await service.call(routes.listChanges);
  await publish([changes.find(({ document: key }) => key === 'menu/other')?.id ?? '']);

  const { findings } = await service.call(routes.listFindings, { query: { template: 'cart' } });
  expect(findings.map(({ severity, sentence }) => [severity, sentence])).toEqual([['blocker', lacking]]);
  expect((await service.call(routes.listFindings)).findings).toEqual(findings);
  const steps = (await service.call(routes.getSetUp)).steps;
  expect(steps.find(({ code }) => code === 'inspection')).toMatchObject({ done: false, sentence: lacking });
  await service.edit(...(findings[0]?.mend?.edits ?? []));
  await publish();
  expect((await service.call(routes.listFindings)).findings).toEqual([]);
});

test('a template without sections is not given to pages; one that nobody uses may be empty', async () => {
  await service.edit({ type: 'create', what: 'template', name: 'Bare', code: 'bare', pageKind: 'product' });
  await publish();
  await service.edit({ type: 'assign', pages: ['product:K-001'], template: 'bare' });
  await expect(publish()).rejects.toMatchObject({
    code: 'empty-template',
    message: 'The template “Bare”, which 1 product page uses, has no sections.',
  });
  await service.call(routes.undo, { body: { unit: 'bare' } });
});

test('whoever goes back to a broken state is told what shoppers see, and not refused', () => {
  const design = starterDesign('Tern Tea');
  const cart = design.get('template/cart') as TemplateDocument;
  const without = openDocument({ ...cart, areas: { main: cart.areas['main']?.slice(0, 1) ?? [] } });
  expect(brokenInWords(design, new Map([['template/cart', without]]), { kinds: SHIPPED_KINDS })).toEqual([
    expect.stringMatching(/^Shoppers see this now: The template “Cart”.* does not show what is in the cart\. Add/),
    `Shoppers see this now: ${lacking} Add the section “Checkout button”.`,
  ]);
  expect(brokenInWords(design, new Map(), { kinds: SHIPPED_KINDS })).toEqual([]);
});

test('an addition whose place is on none of its pages is told where additions are listed, and counted as on none', async () => {
  const add = (place: string, target: object) =>
    service.edit({ type: 'create', what: 'addition', name: 'Note', code: 'note', head: { place, ...target } });
  const told = async () => {
    const { additions } = await service.call(routes.listAdditions);
    const { findings } = await service.call(routes.listFindings);
    const { total, lacksPlace, where } = additions.find(({ code }) => code === 'note') ?? {};
    return [total, lacksPlace, where, findings.map(({ code }) => code)];
  };
  await add('after:h-dunes', { 'target.page': 'product:K-004' });
  expect(await told()).toEqual([
    0,
    true,
    expect.stringMatching(/^right after .* in the template “Home”$/),
    ['addition-nowhere'],
  ]);
  await service.edit({
    type: 'set',
    document: 'addition/note',
    field: 'place',
    value: 'after:p-price',
    was: 'after:h-dunes',
  });
  expect((await told()).slice(0, 2)).toEqual([1, false]);
  // Only pages of templates that have the section: not those of the one with words first.
  await service.edit(
    { type: 'set', document: 'addition/note', field: 'target.page', was: 'product:K-004' },
    { type: 'set', document: 'addition/note', field: 'target.pageKind', value: 'product' },
  );
  const using = (await service.call(routes.listTemplates)).templates.find(({ code }) => code === 'product')?.pages;
  expect((await told())[0]).toBe(using);
});
