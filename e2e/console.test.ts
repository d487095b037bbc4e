import { createHash } from 'node:crypto';
import { routes } from '@parlour/contract';
import sharp from 'sharp';
import { eventually } from '../service/tests/service.js';
import { addSection, complaints, focused, openBrowser, pick, soon } from './browser.js';
import { browser, consoleAt, faults, frame, go, openConsole, page, service, storefrontAt } from './console-page.js';

// A refused edit is answered with 409 as it should, which the browser mentions.
openConsole({ expected: /409/ });

const onStorefront = async (path: string): Promise<string> => (await service.visit(path)).text;

/** Clicks where a person would: the frame is scaled, which the driver's own clicks into frames do not reckon with. */
async function clickInFrame(selector: string): Promise<void> {
  const inside = await frame()
    .locator(selector)
    .evaluate((element) => {
      element.scrollIntoView({ block: 'center' });
      const { x, y, width, height } = element.getBoundingClientRect();
      return { x: x + width / 2, y: y + height / 2, of: window.innerWidth };
    });
  const box = await page.locator('iframe').boundingBox();
  if (!box) throw new Error('The page is not on the screen.');
  const scale = box.width / inside.of;
  await page.mouse.click(box.x + inside.x * scale, box.y + inside.y * scale);
}

async function publish(): Promise<void> {
  await page.getByRole('button', { name: 'Publish', exact: true }).click();
  await page.getByRole('button', { name: 'Publish now' }).click();
  await page.getByText('Shoppers see it now').waitFor();
}

test('change the poster’s title: the page follows, shoppers see it after publish, and not after it is brought back', async () => {
  await page.getByRole('textbox', { name: 'Search title or code' }).fill('home');
  await page.getByRole('link', { name: 'Home', exact: true }).click();
  await page.locator('[data-plan-section="h-poster"]').click();
  await page.getByLabel('Title', { exact: true }).fill('Wind is free');
  await frame().getByRole('heading', { name: 'Wind is free' }).waitFor();
  await page.getByText('1 unpublished').waitFor();
  expect(await onStorefront('/')).not.toContain('Wind is free');
  await publish();
  await page.getByText('All published').waitFor();
  expect(await onStorefront('/')).toContain('Wind is free');

  await page.getByRole('link', { name: 'Revisions' }).click();
  await page.getByRole('button', { name: 'Revert' }).last().click();
  await page.getByRole('dialog').getByRole('button', { name: 'Revert' }).click();
  await page.getByText('Revision 1 is live again').waitFor();
  expect(await onStorefront('/')).toContain('Made for the wind at Ternhythe');

  const tab = browser.waitForEvent('page');
  await page.locator('li', { hasText: 'No note' }).getByRole('button', { name: 'View' }).click();
  const looked = await tab;
  await looked.getByRole('heading', { name: 'Wind is free' }).waitFor();
  expect(new URL(looked.url()).host).toMatch(/^\d+r2-windrow\.preview\.localhost:\d+$/);
  await looked.close();
});

test('two tabs on two designs show each its own', async () => {
  const { code } = await service.call(routes.createDesign, { body: { name: 'Storm' } });
  const { document } = await service.call(routes.getDocument, {
    params: { design: code },
    query: { key: 'template/home' },
  });
  const was = /"title":"([^"]*)"/.exec(JSON.stringify(document))?.[1];
  const to = { type: 'set', document: 'template/home', node: 'h-poster', field: 'values.title' } as const;
  await service.call(routes.edit, {
    params: { design: code },
    body: { unit: 'storm', edits: [{ ...to, value: 'Storm over the quay', was }] },
  });
  await go('/workbench/home');
  await frame().getByRole('heading', { name: 'Made for the wind at Ternhythe' }).waitFor();
  const other = await browser.newPage();
  await other.goto(consoleAt('/designs'));
  await other.locator('li', { hasText: 'Storm' }).getByRole('button', { name: 'Edit' }).click();
  await other.locator('li', { hasText: 'Storm' }).getByText('You are editing this').waitFor();
  await other.getByRole('link', { name: 'Pages', exact: true }).click();
  await other.getByRole('link', { name: 'Home', exact: true }).click();
  await other.frameLocator('iframe').getByRole('heading', { name: 'Storm over the quay' }).waitFor();
  // The first tab draws its page again, and it is still its own.
  await page.locator('[data-plan-section="h-poster"]').click();
  await page.getByLabel('Title', { exact: true }).fill('Calm at the quay');
  await frame().getByRole('heading', { name: 'Calm at the quay' }).waitFor();
  await page.getByRole('button', { name: 'Undo' }).click();
  await frame().getByRole('heading', { name: 'Made for the wind at Ternhythe' }).waitFor();
  await other.close();
});

test('the pages list is sorted by a click on its head', async () => {
  await go('/pages');
  const first = page.locator('tbody tr').first();
  await first.getByText('Home', { exact: true }).first().waitFor();
  await page.getByRole('button', { name: 'Code' }).click();
  await first.getByText('account', { exact: true }).waitFor();
  await page.getByRole('button', { name: 'Code' }).click();
  await page.getByRole('columnheader', { name: 'Code' }).and(page.locator('[aria-sort=descending]')).waitFor();
  await first.getByText('thank-you', { exact: true }).waitFor();
});

test('what a list is narrowed to stands in the web address: a reload keeps it, and clearing takes it away', async () => {
  const query = () => Object.fromEntries(new URL(page.url()).searchParams);
  const rows = page.locator('tbody tr');
  await go('/pages');
  await page.getByRole('textbox', { name: 'Search title or code' }).pressSequentially('k-00', { delay: 20 });
  await page.getByLabel('Page kind', { exact: true }).press('Enter');
  await pick(page.getByRole('listbox').getByRole('option', { name: 'Product', exact: true }));
  await soon(() => rows.count()).toBe(9);
  await soon(async () => query()).toEqual({ search: 'k-00', kind: 'product' });
  await page.reload();
  await soon(() => rows.count()).toBe(9);
  await soon(() => page.getByRole('textbox', { name: 'Search title or code' }).inputValue()).toBe('k-00');
  await page.getByRole('textbox', { name: 'Search title or code' }).fill('');
  await eventually(async () => expect([query(), await rows.count()]).toEqual([{ kind: 'product' }, 12]));
  // Elsewhere it is another list.
  await page.getByRole('link', { name: 'Templates', exact: true }).click();
  await page.getByRole('heading', { name: 'Templates' }).waitFor();
  expect(query()).toEqual({});
});

test('the page in the workbench stays where it is, whatever takes the focus in it', async () => {
  await go('/workbench/home');
  await frame().locator('.cards').first().waitFor();
  await frame().locator('footer a, .card-title a').last().focus();
  // Whatever could be scrolled sideways would be, by a focus outside of what is seen.
  const scrolled = await page.evaluate(() =>
    [...document.querySelectorAll('.room, .paper')].map((element) => {
      element.scrollLeft = 300;
      return element.scrollLeft;
    }),
  );
  expect(scrolled).toEqual([0, 0]);
});

test('a click on the page selects in the plan, with its settings; typing keeps the focus', async () => {
  await go('/workbench/home');
  await frame().locator('link[href="/assets/preview.css"]').waitFor({ state: 'attached' });
  await clickInFrame('#s-h-workshop h2');
  await page.locator('[data-plan-section="h-workshop"][aria-pressed=true]').waitFor();
  await page.getByLabel('Title', { exact: true }).press('End');
  // At once: typed key by key, a busy machine makes two units of it, and undo takes back the last.
  await page.keyboard.insertText(', and a date');
  await frame().getByRole('heading', { name: 'Every seam has a name on it, and a date' }).waitFor();
  await soon(() =>
    page.getByLabel('Title', { exact: true }).evaluate((input) => input === document.activeElement),
  ).toBe(true);
  await page.getByRole('button', { name: 'Undo' }).click();
  await frame().getByRole('heading', { name: 'Every seam has a name on it', exact: true }).waitFor();
});

test('what is shared or added is selected on the page too, and says where else a change shows', async () => {
  await go('/workbench/product:K-001');
  await frame().locator('link[href="/assets/preview.css"]').waitFor({ state: 'attached' });
  await clickInFrame('.k-shared-section .k-text');
  await page.getByText('In the shared section “If it breaks”: a change shows wherever it is used.').waitFor();
  await page.getByRole('textbox', { name: 'Text', exact: true }).click();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('Fixed for ever.');
  await frame().locator('.k-shared-section', { hasText: 'Fixed for ever.' }).waitFor();

  await go('/workbench/collection:C-2');
  await frame().locator('link[href="/assets/preview.css"]').waitFor({ state: 'attached' });
  await clickInFrame('[data-section$="~sport-days-text"] p');
  await page.getByText('In the addition “Sport days”: a change shows on the pages it is for.').waitFor();
});

test('a break mark made with a button parts a text; the page shows the lead alone', async () => {
  await go('/workbench/content:terms');
  await page.locator('[data-plan-section="t-lead"]').click();
  await page.getByRole('textbox', { name: 'Text', exact: true }).click();
  await page.keyboard.type('Salt and cloth.');
  await page.getByRole('button', { name: /^Break mark/ }).click();
  await page.keyboard.type('And the rest.');
  await page.locator('.break-mark').waitFor();
  await frame().locator('#s-t-lead', { hasText: 'Salt and cloth.' }).waitFor();
  await soon(() => frame().locator('#s-t-lead').innerText()).not.toContain('And the rest.');
  await page.getByRole('combobox', { name: 'Part' }).press('Enter');
  await pick(page.getByRole('option', { name: 'The rest' }));
  await frame().locator('#s-t-lead', { hasText: 'And the rest.' }).waitFor();
  await soon(() => frame().locator('#s-t-lead').innerText()).not.toContain('Salt and cloth.');
});

test('a side area is switched on, filled from the catalogue, and a section is dragged into it', async () => {
  await go('/workbench/content:terms');
  await page.getByRole('button', { name: 'Template settings' }).click();
  await page.getByRole('combobox', { name: 'Side area' }).press('Enter');
  await pick(page.getByRole('option', { name: 'At the end' }));
  await addSection(page);
  await page.getByRole('combobox', { name: 'Where' }).press('Enter');
  await pick(page.getByRole('option', { name: 'At the end of Content, area “side”' }));
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Heading/ })
    .click();
  await frame().locator('.area-side').getByText('The heading shows here').waitFor();

  const heading = page.locator('[data-plan-section][aria-pressed=true]');
  const [from, to] = [await page.locator('[data-plan-section="t-rest"]').boundingBox(), await heading.boundingBox()];
  if (!from || !to) throw new Error('The plan is not on the screen.');
  await page.mouse.move(from.x + 20, from.y + 10);
  await page.mouse.down();
  await page.mouse.move(to.x + 20, to.y + to.height + 20, { steps: 8 });
  await page.mouse.up();
  await frame().locator('.area-side #s-t-rest').waitFor();
});

test('add, move by keyboard and by dragging, remove and undo a section', async () => {
  await go('/workbench/home');
  const order = () =>
    page
      .locator('[data-plan-section^="h-"], [data-plan-section="new"]')
      .evaluateAll((boxes) => boxes.map((box) => box.getAttribute('data-plan-section')));
  await page.locator('[data-plan-section="h-newest"]').click();
  await addSection(page);
  await page.getByRole('textbox', { name: 'Search', exact: true }).fill('title');
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Heading/ })
    .click();
  await frame().getByText('The heading shows here').waitFor();
  await page.getByRole('button', { name: 'Remove', exact: true }).click();
  await frame().getByText('The heading shows here').waitFor({ state: 'detached' });

  const before = await order();
  await page.locator('[data-plan-section="h-newest"]').focus();
  await page.keyboard.press('Alt+ArrowDown');
  await expectOrder(order, ['h-poster', 'h-workshop', 'h-newest', 'h-saturday', 'h-sport', 'h-dunes']);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expectOrder(order, before);

  const from = await page.locator('[data-plan-section="h-sport"]').boundingBox();
  const to = await page.locator('[data-plan-section="h-newest"]').boundingBox();
  if (!from || !to) throw new Error('The plan is not on the screen.');
  await page.mouse.move(from.x + 40, from.y + 20);
  await page.mouse.down();
  await page.mouse.move(to.x + 60, to.y + 30, { steps: 8 });
  await page.mouse.up();
  await expectOrder(order, ['h-poster', 'h-sport', 'h-newest', 'h-workshop', 'h-saturday', 'h-dunes']);
  await page.keyboard.press('Control+z');
  await expectOrder(order, before);
});

async function expectOrder(order: () => Promise<(string | null)[]>, wanted: (string | null)[]): Promise<void> {
  for (let tries = 0; tries < 100; tries++) {
    if (JSON.stringify(await order()) === JSON.stringify(wanted)) return;
    await page.waitForFunction(() => new Promise((resolve) => requestAnimationFrame(() => resolve(true))));
  }
  expect(await order()).toEqual(wanted);
}

test('copy a template, assign it to one product in the list, and see the reason beside it', async () => {
  await go('/templates');
  await page.locator('.drawing', { hasText: '10 pages' }).getByRole('button', { name: 'Copy' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Gala kite');
  await page.getByRole('dialog').getByRole('button', { name: 'Copy' }).click();
  await page.getByText('Used by no page; assign it').first().waitFor();
  await page.getByRole('link', { name: 'Pages', exact: true }).click();
  await page.getByRole('textbox', { name: 'Search title or code' }).fill('gannet');
  const row = page.getByRole('row', { name: /Gannet Delta/ });
  await page.getByRole('row').nth(2).waitFor({ state: 'detached' });
  // What is refused is not shown as if it were so.
  const refused = { status: 409, json: { code: 'stale-edit', detail: 'Somebody was faster.' } };
  await page.route(/\/edits$/, (asked) => asked.fulfill(refused), { times: 1 });
  await row.getByRole('combobox').selectOption('Gala kite');
  await page.locator('[role=status]', { hasText: 'Somebody was faster.' }).first().waitFor();
  await soon(() => row.getByRole('combobox').inputValue()).toBe('');
  await row.getByRole('combobox').selectOption('Gala kite');
  await row.getByText('Assigned to this page').waitFor();
  await soon(() => row.getByRole('combobox').inputValue()).toBe('gala-kite');
  await publish();
  expect((await service.api('/stores/windrow/designs/live/pages/product:K-003/why')).text).toContain(
    'assigned to this page',
  );
});

test('a value that cannot be saved is refused at its field, and the page stays', async () => {
  await go('/workbench/home');
  await page.locator('[data-plan-section="h-newest"]').click();
  await page.getByRole('spinbutton', { name: 'At most' }).fill('400');
  await page.getByText('must be at most 48').waitFor();
  await page.getByRole('spinbutton', { name: 'At most' }).fill('3');
  await frame().locator('#s-h-newest .card').nth(3).waitFor({ state: 'detached' });
  await soon(() => frame().locator('#s-h-newest .card').count()).toBe(3);
});

test('a section goes into a column: from the catalogue, and by dragging out of it again', async () => {
  await go('/workbench/product%3AK-001');
  await page.locator('[data-plan-section="p-summary"]').click();
  await addSection(page);
  await page.locator('.v-select', { hasText: 'Where' }).click();
  await pick(page.getByRole('option', { name: 'Into column one of Columns' }));
  await page.getByRole('button', { name: /^Text Paragraphs/ }).click();
  await frame().locator('.columns > :first-child').getByText('The text shows here').waitFor();
  const boxes = page.locator('[data-plan-section]');
  const many = await boxes.count();
  const made = await page.locator('.box-selected').getAttribute('data-plan-section');
  const from = await page.locator(`[data-plan-section="${made}"]`).boundingBox();
  const to = await page.locator('[data-plan-section="p-more"]').boundingBox();
  if (!from || !to) throw new Error('The plan is not on the screen.');
  await page.mouse.move(from.x + 30, from.y + 6);
  await page.mouse.down();
  await page.mouse.move(to.x + 100, to.y + to.height - 4, { steps: 10 });
  await page.mouse.up();
  await frame().locator('.content > .k-text').getByText('The text shows here').waitFor();
  await soon(() => boxes.count()).toBe(many);
  await page.getByRole('button', { name: 'Undo' }).click();
  await frame().locator('.content > .k-text').waitFor({ state: 'detached' });
  await page.getByRole('button', { name: 'Undo' }).click();
  await frame().getByText('The text shows here').waitFor({ state: 'detached' });
});

test('formatted text, a link and the frame are set where they stand', async () => {
  await go('/workbench/home');
  await page.locator('[data-plan-section="h-dunes"]').click();
  const text = page.getByRole('textbox', { name: 'Text', exact: true });
  await text.click();
  await page.keyboard.press('Control+End');
  await page.keyboard.press('Enter');
  await page.keyboard.type('Ask us.');
  await page.getByRole('button', { name: 'List', exact: true }).click();
  await frame().locator('#s-h-dunes li').getByText('Ask us.').waitFor();

  await page.getByLabel('Leads to', { exact: true }).click();
  await page.keyboard.type('ripple');
  await pick(page.getByRole('option', { name: /Ripple 150/ }));
  await frame().locator('#s-h-dunes a[href="/item/ripple-150"]').waitFor();

  await page.getByRole('button', { name: 'Frame' }).click();
  await page.getByLabel('Tone', { exact: true }).press('Enter');
  await pick(page.getByRole('option', { name: 'Strong' }));
  await frame().locator('#s-h-dunes.tone-strong').waitFor();
  await page.getByRole('button', { name: 'Tone: reset to the default' }).click();
  await frame().locator('#s-h-dunes.tone-plain').waitFor();
  // What counts only with another choice is there once that is made.
  await soon(() => page.getByLabel('Gradient to').count()).toBe(0);
  await page.getByLabel('Background', { exact: true }).press('Enter');
  await pick(page.getByRole('option', { name: 'Gradient' }));
  await page.getByLabel('Gradient to').fill('#8A2F4B');
  await page.getByLabel('Strength').waitFor();
  const gradient = () =>
    frame()
      .locator('#s-h-dunes')
      .evaluate((section) => getComputedStyle(section).getPropertyValue('--gradient'));
  await eventually(async () => expect(await gradient()).toContain('#8a2f4b'));
});

test('a picture is added from a file, described, and taken out', async () => {
  await go('/workbench/home');
  await page.locator('[data-plan-section="h-workshop"]').click();
  await page.getByRole('button', { name: 'Change' }).click();
  const file = await sharp({ create: { width: 640, height: 480, channels: 3, background: '#1e4a5a' } })
    .png()
    .toBuffer();
  await page.locator('input[type=file]').setInputFiles({ name: 'petrol.png', mimeType: 'image/png', buffer: file });
  const shown = frame().locator('#s-h-workshop img');
  const hash = createHash('sha256').update(file).digest('hex');
  await frame().locator(`#s-h-workshop img[src*="${hash}"]`).waitFor();
  await page.getByLabel('What the picture shows').fill('A sheet of petrol');
  await frame().locator('#s-h-workshop img[alt="A sheet of petrol"]').waitFor();
  await page.getByRole('button', { name: 'Remove picture' }).click();
  await shown.waitFor({ state: 'detached' });
});

test('what somebody else does shows at once; what both change at once is not overwritten, but said', async () => {
  const set = (value: string, was: string) =>
    service.edit({ type: 'set', document: 'template/home', node: 'h-sport', field: 'values.title', value, was });
  await go('/workbench/home');
  await page.locator('[data-plan-section="h-sport"]').click();
  await page.getByLabel('Title', { exact: true }).waitFor();
  await set('Seen at once', 'For the wind that means it');
  await frame().getByRole('heading', { name: 'Seen at once' }).waitFor();
  await soon(() => page.getByLabel('Title', { exact: true }).inputValue()).toBe('Seen at once');

  // With the events held up, the console does not know yet when the person types.
  await page.route('**/events', (route) => route.abort());
  await page.reload();
  await page.locator('[data-plan-section="h-sport"]').click();
  await page.getByLabel('Title', { exact: true }).waitFor();
  await set('Theirs', 'Seen at once');
  await page.getByLabel('Title', { exact: true }).fill('Mine');
  await page.getByText('has changed in the meantime; it is now “Theirs”').waitFor();
  await frame().getByRole('heading', { name: 'Theirs' }).waitFor();
  const { document } = await service.call(routes.getDocument, { query: { key: 'template/home' } });
  expect(JSON.stringify(document)).toContain('Theirs');
  // What was typed is still there, and is saved when it is changed again.
  const title = page.getByLabel('Title', { exact: true });
  await soon(() => title.inputValue()).toBe('Mine');
  await page.getByText('This has not been saved.').waitFor();
  await title.fill('Mine and theirs');
  await frame().getByRole('heading', { name: 'Mine and theirs' }).waitFor();
  await page.unroute('**/events');
  faults.length = 0;
});

test('a value is taken from each page, with what stands in where a page has none, and is one for all again', async () => {
  await go('/workbench/product%3AK-008?section=p-wind');
  const shown = frame().locator('#s-p-wind');
  const menu = page.getByRole('button', { name: 'Text: take it from the page' });
  await page.getByText('Taken from each page: its attribute “wind”').waitFor();
  await menu.click();
  await page.getByText('One value for all pages').click();
  await shown.getByText('For every kite').waitFor();
  await menu.click();
  await page.locator('.v-list-item').getByText('Description', { exact: true }).click();
  await page.getByText('Taken from each page: description').waitFor();
  await shown.getByText('For every kite').waitFor({ state: 'detached' });
  await menu.click();
  await page.getByLabel('Attribute').fill('no-such');
  await page.getByRole('button', { name: 'Take it', exact: true }).click();
  await page.getByText('its attribute “no-such”').waitFor();
  // The page has none.
  await shown.getByText('For every kite').waitFor();
});

test('on a slow line, what is typed while the last words are being saved is saved too, where it was typed', async () => {
  await go('/workbench/home');
  await page.locator('[data-plan-section="h-sport"]').click();
  const title = page.getByLabel('Title', { exact: true });
  await title.fill('One');
  await page.route('**/edits', async (route) => {
    await new Promise((go) => setTimeout(go, 1_500));
    await route.continue();
  });
  const sent = page.waitForRequest('**/edits');
  await title.pressSequentially(' two');
  await sent;
  await title.pressSequentially(' three');
  await page.locator('[data-plan-section="h-workshop"]').click();
  await frame().getByRole('heading', { name: 'One two three' }).waitFor();
  await page.unroute('**/edits');
  await soon(() => title.inputValue()).toBe('Every seam has a name on it');
  await page.locator('[data-plan-section="h-sport"]').click();
  await soon(() => title.inputValue()).toBe('One two three');
});

test('a template is made from a starter or from nothing, and removing it can be undone from where it is told', async () => {
  await go('/templates');
  await page.getByRole('button', { name: 'New template' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Spares');
  await page.getByRole('radio', { name: /Words first/ }).check();
  await page.getByRole('button', { name: 'Create', exact: true }).click();
  await page.locator('.drawing', { hasText: 'Spares' }).getByText('Used by no page').waitFor();
  const { document } = await service.call(routes.getDocument, { query: { key: 'template/spares' } });
  expect(JSON.stringify(document)).toContain('"same-brand"');

  await page.getByRole('button', { name: 'New template' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Bare');
  await page.getByRole('radio', { name: /Nothing/ }).check();
  await page.getByRole('button', { name: 'Create', exact: true }).click();
  const drawing = page.locator('.drawing', { hasText: 'Bare' });
  await drawing.getByRole('button', { name: 'Remove' }).click();
  await page.getByText('No page would change.').waitFor();
  await page.getByRole('dialog').getByRole('button', { name: 'Remove' }).click();
  await page.getByText('Removed the template “Bare”.').waitFor();
  await drawing.waitFor({ state: 'detached' });
  await page.getByRole('button', { name: 'Undo' }).click();
  await drawing.waitFor();
  await drawing.getByRole('button', { name: 'Open Bare' }).click();
  await page.getByText('is not what this page uses.').waitFor();
});

test('templates are found by name and kind; removing one that is used says which pages change to what', async () => {
  await go('/templates');
  await page.getByLabel('Search name or code', { exact: true }).fill('words first');
  const drawing = page.locator('.drawing');
  await soon(() => drawing.count()).toBe(1);
  await drawing.getByRole('button', { name: 'Remove' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByText('2 pages would change:').waitFor();
  await soon(() => dialog.innerText()).toMatch(/ \(product:K-006\), .* \(product:K-007\)/);
  await dialog.getByRole('button', { name: 'Keep it' }).click();
  await page.getByLabel('Search name or code', { exact: true }).fill('no such words');
  await page.getByText('No template matches.').waitFor();
});

test('another page is opened by typing a part of its name', async () => {
  await go('/workbench/home');
  await page.getByLabel('Open another page').first().click();
  await page.keyboard.type('duskm');
  await pick(page.getByRole('option', { name: /Duskmoth/ }));
  await frame().getByRole('heading', { name: 'Duskmoth', level: 1 }).waitFor();
  expect(page.url()).toContain('/workbench/product%3AK-006');
});

test('someone who is not signed in is asked to, told when it is wrong, and comes back to where they were going', async () => {
  const other = await openBrowser();
  try {
    const fresh = await other.newPage();
    await fresh.goto(consoleAt('/templates'));
    await focused(fresh.getByLabel('Email address'));
    await fresh.getByLabel('Email address').fill('owner@windrow.example');
    await fresh.getByLabel('Password').fill('wrong');
    await fresh.getByRole('button', { name: 'Sign in' }).click();
    await fresh.getByText('The email address or the password is wrong.').waitFor();
    await fresh.getByLabel('Password').fill('kites-over-ternhythe');
    await fresh.getByRole('button', { name: 'Sign in' }).click();
    await fresh.getByRole('heading', { name: 'Templates' }).waitFor();
  } finally {
    await other.close();
  }
});

test('the storefront works without script, on a phone, and nothing shifts or runs off the side', async () => {
  const phone = await openBrowser({ width: 390, height: 844, javaScriptEnabled: false });
  try {
    const storefront = await phone.newPage();
    const storefrontFaults = complaints(storefront);
    await storefront.goto(storefrontAt('/'));
    await storefront.getByRole('button', { name: 'Menu' }).click();
    await storefront.getByRole('link', { name: 'Single-line', exact: true }).click();
    await storefront.getByRole('link', { name: 'Gannet Delta' }).click();
    await storefront.getByLabel('Span').selectOption('2.4 m');
    await storefront.getByLabel('Quantity').fill('2');
    await storefront.getByRole('button', { name: 'Add to cart' }).click();
    await storefront.locator('.buy-done', { hasText: 'In your cart: 2 × 2.4 m, Teal' }).waitFor();
    const [inner, outer] = [await storefront.evaluate('document.documentElement.scrollWidth'), 390];
    expect(inner).toBeLessThanOrEqual(outer);
    expect(storefrontFaults).toEqual([]);
  } finally {
    await phone.close();
  }
});

test('a search that was overtaken and comes last does not replace what was found', async () => {
  let release = (): void => undefined;
  const held = new Promise<void>((go) => (release = go));
  await page.route(/search=s&/, (asked) => held.then(() => asked.continue()));
  await go('/workbench/home');
  await page.locator('[data-plan-section="h-dunes"]').click();
  await page.getByLabel('Leads to', { exact: true }).click();
  const early = page.waitForResponse(/search=s&/);
  const last = page.waitForResponse(/search=skerry&/);
  await page.keyboard.type('skerry');
  await last;
  const options = page.getByRole('option');
  await options.filter({ hasText: 'Skerry Diamond' }).waitFor();
  const found = await options.allInnerTexts();
  release();
  const { pages } = (await (await early).json()) as { pages: unknown[] };
  expect(pages.length).toBeGreaterThan(found.length);
  await page.waitForTimeout(200);
  await soon(() => options.allInnerTexts()).toEqual(found);
  await page.unroute(/search=s&/);
});
