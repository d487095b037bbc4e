/** What shoppers write to a store: email addresses for news, and what becomes of them; and what the store says of itself. */
import { routes } from '@parlour/contract';
import { joinedTo } from './people.js';
import { testService, type TestService } from './service.js';
import { factsOf, Shopper } from './shopper.js';

let service: TestService;
beforeAll(async () => {
  service = await testService();
});
afterAll(() => service.stop());

const FORM = 'footer~foot-news';
const signUp = (email: string, more: Readonly<Record<string, string>> = {}) =>
  new Shopper(service).send('/sign-up', { page: '/workshop?x=1', 'back-to': FORM, email, ...more });
const kept = async (): Promise<string[]> =>
  (await service.call(routes.listSignUps)).signUps.map(({ email, page, language }) => `${email} ${page} ${language}`);

test('an email address is kept once, however often and however written it comes; the page thanks', async () => {
  const first = await signUp(' Ada@quill.example ');
  expect([first.status, first.headers['cache-control']]).toEqual([200, 'no-store']);
  expect(first.text).toMatch(/<h1[^>]*>The workshop<\/h1>.*<p class="form-done" role="status">Thank you\./s);
  expect((await signUp('ada@QUILL.example')).text).toContain('class="form-done"');
  expect((await kept()).filter((one) => /ada@/i.test(one))).toEqual(['Ada@quill.example /workshop en-IE']);
});

test('what is no address is said at the field; what a program filled in is thanked for and not kept', async () => {
  const wrong = await signUp('nobody');
  expect(wrong.status).toBe(422);
  expect(wrong.text).toMatch(/value="nobody" aria-invalid="true"/);
  expect((await signUp('bot@quill.example', { website: 'https://spam.example' })).text).toContain('class="form-done"');
  expect((await kept()).filter((one) => /nobody|bot@/.test(one))).toEqual([]);
});

test('with script the section alone comes back', async () => {
  const facts = factsOf(await service.visit('/workshop'));
  const { status, text } = await new Shopper(service).send(
    '/sign-up',
    { page: '/workshop', 'back-to': FORM, email: 'ada@quill.example', facts },
    { accept: 'application/json' },
  );
  const { changed } = JSON.parse(text) as { changed: Record<string, string> };
  expect([status, Object.keys(changed)]).toEqual([200, [FORM]]);
  expect(changed[FORM]).toContain('class="form-done"');
});

test('one place cannot send without end, and is told when it may again', async () => {
  const answers = await Promise.all(Array.from({ length: 24 }, (_, i) => signUp(`many-${i}@quill.example`)));
  const refused = answers.filter(({ status }) => status === 409);
  expect(refused.length).toBeGreaterThan(0);
  expect(refused[0]?.text).toMatch(/You have sent this too often\. Please try again in \d+ minutes\./);
  expect((await kept()).filter((one) => one.startsWith('many-'))).toHaveLength(answers.length - refused.length);
});

test('they are read in parts, and deleted for good; only by those who read orders', async () => {
  const part = await service.call(routes.listSignUps, { query: { limit: 2 } });
  const rest = await service.call(routes.listSignUps, { query: { before: part.next ?? 0 } });
  const numbers = [...part.signUps, ...rest.signUps].map(({ number }) => number);
  expect(numbers).toEqual([...numbers].sort((a, b) => b - a));
  const number = numbers[0] ?? 0;
  await service.call(routes.removeSignUp, { params: { number: String(number) } });
  await expect(service.call(routes.removeSignUp, { params: { number: String(number) } })).rejects.toMatchObject({
    code: 'no-such-thing',
    place: 'number',
  });
  const editor = await joinedTo(service, 'ed@quill.example', 'editor');
  await expect(editor.call(routes.listSignUps, { params: { store: 'windrow' } })).rejects.toMatchObject({
    code: 'not-allowed',
  });
});

test('details of the store show at once, one by one; what is wrong names its field', async () => {
  const set = (body: object) => service.call(routes.setDetails, { body });
  await set({ city: 'Far Ternhythe', sunday: '11–13' });
  const page = (await service.visit('/workshop')).text;
  expect(page).toMatch(/Quay Street 4<br>Z99 KT04 Far Ternhythe<br>Ireland/);
  expect(page).toContain('<dt>Sunday</dt><dd>11–13</dd>');
  await set({ sunday: '', name: 'Windrow & Daughters' });
  const after = (await service.visit('/workshop')).text;
  expect(after).not.toContain('Sunday');
  expect(after).toContain('<span class="mark-name">Windrow &amp; Daughters</span>');
  await expect(set({ email: 'nobody' })).rejects.toMatchObject({ code: 'bad-value', place: 'email' });
  await expect(set({ name: '' })).rejects.toMatchObject({ code: 'bad-input' });
  await expect(set({ colour: 'red' })).rejects.toMatchObject({ code: 'bad-input' });
});
