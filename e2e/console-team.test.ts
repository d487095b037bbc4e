/** The console beside the workbench: comparing states, the team, one's account, further stores, single-page kinds. */
import { routes } from '@parlour/contract';
import { linksTo } from '../service/tests/mailbox.js';
import { focused, openBrowser, pick, soon } from './browser.js';
import { browser, consoleAt, go, openConsole, page, service } from './console-page.js';

openConsole();

/** Chooses in a select or an autocomplete. */
async function choose(label: string, option: string): Promise<void> {
  const input = page.locator('.v-input', { has: page.getByLabel(label, { exact: true }) });
  await input.locator('.v-field').click();
  await pick(page.getByRole('listbox').getByRole('option', { name: option }));
}

test('compare tells what differs between any two states, document by document, and which pages show it', async () => {
  await service.edit({
    type: 'set',
    document: 'template/home',
    node: 'h-dunes',
    field: 'values.title',
    value: 'Whose wind?',
    was: 'Which wind is yours?',
  });
  await service.call(routes.createDesign, { body: { name: 'Summer', code: 'summer' } });
  await go('/revisions');
  await page.getByRole('link', { name: 'Compare two states' }).click();
  await page.getByRole('heading', { name: 'The template “Home”' }).waitFor();
  await page.getByText('is “Whose wind?”, was “Which wind is yours?”').waitFor();
  await page.getByRole('heading', { name: '1 page looks different' }).waitFor();
  await page.getByRole('button', { name: 'Swap' }).click();
  await page.getByText('is “Which wind is yours?”, was “Whose wind?”').waitFor();
  await choose('From', '“Summer”, draft');
  await choose('To', 'The draft');
  await page.getByText('Nothing differs.').waitFor();
  // What is compared stands in the address, so that it can be kept and shared.
  expect(new URL(page.url()).searchParams.get('from')).toBe('summer/draft');
  await page.reload();
  await page.getByText('Nothing differs.').waitFor();
});

test('an owner invites by a link that works, gives another role, withdraws; who did what is listed', async () => {
  await go('/team');
  for (const email of ['tolle@windrow.example', 'late@windrow.example']) {
    await page.getByLabel('Email address').fill(email);
    await page.getByRole('button', { name: 'Invite', exact: true }).click();
    await page.getByRole('cell', { name: email, exact: true }).waitFor();
  }
  await page.getByRole('button', { name: 'Withdraw the invitation of tolle@windrow.example' }).click();
  await page.getByText('tolle@windrow.example no longer belongs to the store.').waitFor();
  const link = await page.getByLabel('The link').inputValue();
  const other = await ((await browser.browser()?.newContext()) ?? browser).newPage();
  await other.goto(link);
  await focused(other.getByLabel('Your name'));
  await other.getByLabel('Your name').fill('Late Comer');
  await other.getByLabel('Password').fill('a harbour at dawn');
  await other.getByRole('button', { name: 'Join' }).click();
  await other.getByRole('heading', { name: 'Set-up' }).waitFor();
  // An editor sees the team, and nothing to change it with.
  await other.goto(consoleAt('/team'));
  await other.getByRole('cell', { name: 'Maren Oldacre' }).waitFor();
  await soon(() => other.getByRole('button', { name: 'Invite', exact: true }).count()).toBe(0);
  // What they may not do is not offered: publishing, reading orders and messages, choosing a template.
  await soon(() => other.getByRole('button', { name: 'Publish', exact: true }).count()).toBe(0);
  await other.getByRole('button', { name: 'More' }).click();
  await other.locator('.v-list-item').getByText('Pictures', { exact: true }).waitFor();
  await soon(() => other.locator('.v-list-item').getByText('Inbox', { exact: true }).count()).toBe(0);
  await other.goto(consoleAt('/content'));
  await other.getByRole('button', { name: 'New page' }).click();
  await other.getByRole('dialog').getByRole('radio').first().waitFor();
  await soon(() => other.getByRole('dialog').getByRole('radio').count()).toBe(1);
  await other.getByRole('dialog').getByRole('textbox', { name: 'Title' }).fill('From an editor');
  await other.getByRole('dialog').getByRole('button', { name: 'Create' }).click();
  await other.getByRole('heading', { name: 'From an editor', level: 1 }).waitFor();
  await other.close();

  await page.reload();
  await choose('Role of Late Comer', 'viewer');
  await page.getByText('late@windrow.example is now a viewer.').waitFor();
  await page.getByRole('button', { name: 'Remove Late Comer' }).click();
  await page.getByRole('button', { name: 'Remove', exact: true }).click();
  await page.getByText('late@windrow.example no longer belongs').waitFor();
  await page.getByRole('cell', { name: 'withdrew the invitation of' }).waitFor();
  expect((await service.call(routes.getTeam)).members).toHaveLength(1);
});

test('a token is made and ended; the password is changed, and the old one works no more', async () => {
  await go('/account');
  await page.getByLabel('What it is for').fill('nightly');
  await page.getByLabel('Your password').fill('kites-over-ternhythe');
  await page.getByLabel('Read only').check();
  await page.getByRole('button', { name: 'Create a token' }).click();
  const token = await page.getByLabel('The token').inputValue();
  const asks = () => service.api('/me', { headers: { authorization: `Bearer ${token}` } });
  expect((await asks()).status).toBe(200);
  await page
    .getByRole('row', { name: /nightly/ })
    .getByText('only read')
    .waitFor();
  await page.getByRole('button', { name: 'Remove nightly' }).click();
  await page.getByText('“nightly” no longer works.').waitFor();
  expect((await asks()).status).toBe(401);
  await page.getByLabel('Current password').fill('kites-over-ternhythe');
  await page.getByLabel('New password').fill('a harbour at dusk');
  await page.getByRole('button', { name: 'Change password' }).click();
  await page.getByText('Your password is changed.').waitFor();
  const body = JSON.stringify({ email: 'owner@windrow.example', password: 'kites-over-ternhythe', name: 'x' });
  const old = await service.api('/tokens', { method: 'POST', headers: { 'content-type': 'application/json' }, body });
  expect(old.status).toBe(401);
});

test('a further store is made, stays open after a reload, and the first is one click away', async () => {
  await page.getByRole('button', { name: 'Maren Oldacre' }).click();
  await page.getByText('New store').click();
  await page.getByLabel('Name', { exact: true }).fill('Tern Tea');
  await page.getByRole('combobox', { name: 'Home country' }).fill('ie');
  await page.getByRole('combobox', { name: 'Home country' }).press('Enter');
  await page.getByRole('button', { name: 'Create store' }).click();
  await page.getByRole('link', { name: 'Tern Tea' }).waitFor();
  await page.reload();
  await page.getByRole('link', { name: 'Tern Tea' }).waitFor();
  expect((await service.send('tern-tea.localhost', '/')).text).toContain('Tern Tea');
  await page.getByRole('button', { name: 'Maren Oldacre' }).click();
  await page.getByText('Go to Windrow Kites').click();
  await page.getByRole('link', { name: 'Windrow Kites' }).waitFor();
});

test('a page that is the only one of its kind has its template chosen in the list too', async () => {
  const { token } = await service.client.call(routes.createToken, {
    body: { email: 'owner@windrow.example', password: 'a harbour at dusk', name: 'x' },
  });
  const edits = [{ type: 'create', what: 'template', name: 'Bare cart', pageKind: 'cart' }];
  const made = await service.api('/stores/windrow/designs/live/edits', {
    method: 'POST',
    headers: { authorization: `Bearer ${token}`, 'content-type': 'application/json' },
    body: JSON.stringify({ unit: 'bare', edits }),
  });
  expect(made.status).toBe(200);
  await go('/pages');
  await page.getByLabel('Template of Cart').selectOption('Bare cart');
  await page.getByText('is the standard').first().waitFor();
});

test('a forgotten password: asked for at the door, set with the link from the message, and in', async () => {
  const other = await openBrowser();
  try {
    const door = await other.newPage();
    await door.goto(consoleAt('/sign-in'));
    await door.getByLabel('Email address').fill('owner@osierwick.example');
    await door.getByRole('link', { name: 'Forgot your password?' }).click();
    await door.getByRole('button', { name: 'Send a link' }).click();
    await door.getByText('If owner@osierwick.example has an account, a message is on its way.').waitFor();
    const [link = ''] = await linksTo(service, 'owner@osierwick.example', 1);
    await door.goto(link);
    await door.getByLabel('New password').fill('short');
    await door.getByRole('button', { name: 'Set a new password' }).click();
    await door.getByText('at least 12 characters').waitFor();
    await door.getByLabel('New password').fill('a basket by candle light');
    await door.getByRole('button', { name: 'Set a new password' }).click();
    await door.getByRole('heading', { name: 'Set-up' }).waitFor();
    await door.goto(link);
    await door.getByLabel('New password').fill('a basket by candle light');
    await door.getByRole('button', { name: 'Set a new password' }).click();
    await door.getByText('This link has expired or was used already.').waitFor();
  } finally {
    await other.close();
  }
});
