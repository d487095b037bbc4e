import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { linksTo } from '../../service/tests/mailbox.js';
import { asAdmin, testService, type TestService } from '../../service/tests/service.js';

const PROGRAM = join(__dirname, '..', 'bin', 'parlour.js');
let service: TestService;
let folder: string;
beforeAll(async () => {
  service = await testService();
  folder = mkdtempSync(join(tmpdir(), 'parlour-cli-'));
  await parlour('sign-in owner@windrow.example -', 'kites-over-ternhythe');
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await service.stop();
});

interface Ended {
  readonly code: number | null;
  readonly out: string;
  readonly err: string;
}

/** Runs the program as a person would; words with spaces stand in double quotes. */
function parlour(line: string, input = ''): Promise<Ended> {
  const words = [...line.matchAll(/(?:[^\s"]|"[^"]*")+/g)].map(([word]) => word.replaceAll('"', ''));
  const child = spawn(process.execPath, [PROGRAM, ...words], {
    env: {
      PATH: process.env['PATH'],
      PARLOUR_URL: service.origin,
      PARLOUR_CREDENTIALS: join(folder, 'credentials.json'),
    },
  });
  let out = '';
  let err = '';
  child.stdout.on('data', (chunk: Buffer) => (out += chunk.toString()));
  child.stderr.on('data', (chunk: Buffer) => (err += chunk.toString()));
  child.stdin.end(input);
  return new Promise((resolve) =>
    child.on('close', (code) => resolve({ code, out: out.trimEnd(), err: err.trimEnd() })),
  );
}

const done = async (line: string, input?: string): Promise<string> => {
  const { code, out, err } = await parlour(line, input);
  expect([line, code, err]).toEqual([line, 0, '']);
  return out;
};

test('change a title, see it in the draft only, publish, see it live, take it back', async () => {
  expect(await done('section set home h-poster title "Any wind will do"')).toMatch(
    /^Set Title of Poster “Made for the wind at Ternhythe” in the template “Home” to “Any wind will do”\.\nIt is in the draft/,
  );
  expect(await done('change list')).toContain(
    'Title of Poster “Made for the wind at Ternhythe” is “Any wind will do”, was “Made for the wind at Ternhythe”.',
  );
  expect((await service.visit('/')).text).not.toContain('Any wind will do');
  expect(await done('preview home')).toMatch(
    /^http:\/\/windrow--\d+\.preview\.localhost:\d+\/\?preview=\S+\n\nOpen it in a browser\. It works until .* \(\+0[01]:00\)\.$/,
  );
  expect(await done('publish --note "Other words"')).toBe(
    'Published as revision 2. Shoppers see it now.\nTake it back with: parlour revert 1',
  );
  expect((await service.visit('/')).text).toContain('Any wind will do');
  expect(await done('revision list')).toMatch(
    /^Revision +When .*\n +2 +live +\d{4}-\d\d-\d\d \d\d:\d\d \(\+0[01]:00\) +Maren Oldacre +Other words\n +1 /,
  );
  expect(await done('revert 1')).toContain('Revision 1 is back, as revision 3. Shoppers see it now.');
  expect((await service.visit('/')).text).toContain('Made for the wind at Ternhythe');
  expect(await done('change list')).toBe('Nothing is unpublished.');
});

test('copy a template, change a section, give it to one product; why tells both apart', async () => {
  expect(await done('template copy product "Storm kite"')).toContain(
    'Its code is storm-kite, and no page uses it yet.\nNext: parlour assign PAGE storm-kite',
  );
  expect(await done('template list')).toMatch(/storm-kite +Storm kite +product +9 +0 +used by no page/);
  const added = JSON.parse(
    await done('section add storm-kite text text=- frame.tone=vivid --json', '<p>Hold on.</p>\n'),
  );
  expect(added.section).toMatch(/^\w{10}$/);
  expect(await done(`template show storm-kite`)).toMatch(/^ +text  +<p>Hold on\.<\/p>$/m);
  await done('assign product:K-008 storm-kite');
  expect(await done('page why product:K-008')).toContain(
    'It has the template “Storm kite” (storm-kite), assigned to this page.',
  );
  expect(await done('page why product:K-001')).toContain('the standard of product pages.');
  expect(await done('page list --template storm-kite')).toMatch(
    /product:K-008 +Harbour Foil +\/item\/harbour-foil +storm-kite +assigned to this page\n\n1 page\./,
  );
  expect(await done('template remove storm-kite --dry-run')).toMatch(
    /nothing was changed:\n.*1 page that used it now has the next rule that matches, or the standard\.\n1 page would change: .+ \(product:K-008\)$/s,
  );
  await done('assign product:K-008 --standard');
  expect(await done('template remove storm-kite')).toContain('Removed the template “Storm kite”.');
});

test('sections are added in place, moved, removed, and brought back by undo', async () => {
  await done('section add home heading text="Before you fly" --before h-dunes');
  const order = async () =>
    JSON.parse(await done('template show home --json')).areas.main.map((one: { id: string; kind: string }) => one.id);
  const before = await order();
  expect(before.indexOf('h-dunes')).toBe(5);
  await done('section move home h-sport --before h-newest');
  expect((await order()).slice(0, 3)).toEqual(['h-poster', 'h-sport', 'h-newest']);
  await done('section remove home h-workshop');
  await done('undo');
  await done('undo');
  expect(await order()).toEqual(before);
  await done('redo');
  expect((await order())[1]).toBe('h-sport');
  await done('section set product p-columns widths equal');
  await done('section add product heading text=Inside --into p-columns/two');
  expect(await done('template draw product')).toMatch(/two: .*Heading: Inside/s);
});

test('a template begins with a starter; a document is shown with where its values come from', async () => {
  expect(await done('starter list product')).toMatch(/product-words +product +Words first +What it is/);
  expect(await done('template create product Spares --starter product-words --code spare-parts')).toContain(
    'Its code is spare-parts, and no page uses it yet.\nNext: parlour template show spare-parts',
  );
  const row = /(\w+) {2}Product row/.exec(await done('template show spare-parts'))?.[1] as string;
  await done(`section set spare-parts ${row} title "Same makers" --bind brand`);
  await done(`section set spare-parts ${row} across 1 --device phone`);
  expect(await done(`section set spare-parts ${row} frame.from 2027-07-01T08:00`)).toMatch(
    /^Set Shown from of Product row .* to 2027-07-01 08:00 \(\+01:00\)\.\n/,
  );
  expect(await done('change list')).toMatch(/Shown from of Product row .*\(\+01:00\)|The template “Spares” is new/);
  await done('document set spare-parts look.gap 2.5');
  const shown = await done('document show spare-parts');
  expect(shown).toMatch(/^name +Spares\npageKind +product\nlayout\.width +standard\nlook\.gap +2\.5\n/);
  expect(shown).toMatch(
    /title +brand of the page, else Same makers\n.*\n +limit +4\n +across +4 {2}\(default\)\n +across@phone +1\n/,
  );
  expect(shown).toMatch(/frame\.from +2027-07-01 08:00 \(\+01:00\)/);
  expect(await done('document show menu/main')).toMatch(/^name +Main menu\n {2}m-single {2}link=/);
  expect((await parlour('section set home h-poster frame.until 2027-03-28T01:30')).err).toContain(
    'Clocks in Europe/Dublin never show 2027-03-28 01:30',
  );
});

test('a unit of edits is read from a file or from standard input: all or none, and once only', async () => {
  const file = join(folder, 'unit.json');
  const remove = (node: string) => ({ type: 'remove', document: 'template/home', node });
  writeFileSync(file, JSON.stringify([remove('h-sport'), remove('h-nobody')]));
  const refused = await parlour(`edit ${file}`);
  expect([refused.code, refused.err]).toEqual([1, expect.stringContaining('There is no section “h-nobody”')]);
  const unit = JSON.stringify([remove('h-sport'), remove('h-dunes')]);
  expect(await done('edit - --dry-run', unit)).toMatch(/^It would do this; nothing was changed:\n.*\n.*\n1 page would/);
  const first = await done('edit - --unit summer', unit);
  expect(first).toMatch(/^Removed Product row .*\nRemoved Side by side /);
  expect(await done('edit - --unit summer', unit)).toBe(first);
  await done('undo');
  expect(await done('template show home')).toMatch(/h-sport[^]*h-dunes/);
  expect((await parlour('edit -', '[{')).err).toMatch(/^The edits cannot be read: .*\n {2}-\n {2}Write them as/);
});

test('a published state is looked at; lists are sorted; what was archived comes back', async () => {
  await done('section set home h-dunes title "Which wind today?"');
  await done('publish');
  const shown = async (line: string) => {
    const address = new URL(/^http\S+/.exec(await done(line))?.[0] ?? '');
    return (await service.send(address.hostname, address.pathname + address.search)).text;
  };
  expect(await shown('preview home')).toContain('Which wind today?');
  expect(await shown('preview home --revision 1')).not.toContain('Which wind today?');
  expect((await parlour('preview home --revision one')).code).toBe(2);

  const titles = async (line: string) =>
    (JSON.parse(await done(`${line} --json`)) as { title: string }[]).map(({ title }) => title);
  const up = await titles('page list --page-kind product --sort title');
  expect(up).toEqual([...up].sort());
  expect(await titles('page list --page-kind product --sort -title')).toEqual([...up].reverse());

  await done('design copy "Autumn"');
  expect(await done('--design autumn section set home h-poster title Leaves')).toMatch(
    /Next: parlour --design autumn publish$/,
  );
  expect(await done('design archive autumn')).toContain('parlour design restore autumn');
  expect(await done('design list --archived')).toMatch(/^Code +Name.*\nautumn +Autumn/);
  expect(await done('design restore autumn')).toContain('“Autumn” is restored.');
  expect(await done('design list --archived')).toBe('No archived designs.');
  expect(await done('store list --closed')).toBe('No closed stores.');
  await done('undo');
});

test('draws a template in the terminal and into a file', async () => {
  expect(await done('template draw home')).toMatch(/^top-line ─+\n.*Cart badge.*\nheader ─+\n.*Menu bar/s);
  const file = join(folder, 'home.svg');
  expect(await done(`template draw home --svg ${file}`)).toBe(`Saved as ${file}.`);
  expect(readFileSync(file, 'utf8')).toMatch(/^<svg .*data-section="h-poster"/s);
});

test('shows the whole look, what is set and what is not, and menus as they can be typed', async () => {
  await done('document set look values.gap 2.5');
  const look = await done('document show look');
  expect(look).toMatch(/^groundwork +foolscap$/m);
  expect(look).toMatch(/^values\.gap +2\.5$/m);
  expect(look).toMatch(/^values\.titleFont +spectral {2}\(default\)$/m);
  await done('undo');
  await done('entry add menu/main label=Away link=https://a.example --into m-about/entries');
  expect(await done('document show menu/main')).toMatch(
    /^ {2}m-about {2}link=content:about {2}label=The workshop\n {4}\w+ {2}link=https:\/\/a\.example {2}label=Away$/m,
  );
  await done('undo');
});

test('lists kinds and their fields, with what each takes', async () => {
  expect(await done('kind list')).toMatch(/poster +A large picture/);
  expect(await done('kind show product-row')).toMatch(/limit +1 to 48 +4 +How many/);
});

test.each<[string, number, string]>([
  ['section set home h-poster flavour x', 1, 'There is no field “flavour” in a poster.'],
  ['section set home h-newest limit 99', 1, 'Limit must be at most 48.'],
  ['section set home nobody title x', 1, 'There is no section “nobody” in the template “Home”.'],
  ['section set home h-poster titel x', 1, 'Field\n  Did you mean “title”? Its fields: title, '],
  ['section add home pster', 1, 'Did you mean “poster”? See parlour kind list.'],
  ['template show menu/main', 1, '“menu/main” is not a template.\n  Template\n  See parlour template list.'],
  [
    'section move home h-poster --into template/product/odd',
    1,
    '“template/product/odd” names neither a document nor a slot.',
  ],
  ['section add home wonder', 1, 'There is no section kind “wonder”.\n  Section kind\n  See parlour kind list.'],
  ['assign product:K-999 product', 1, 'There is no page “product:K-999”.'],
  ['assign product:K-001 home', 1, '“Home” is a template for home pages, not for product pages.'],
  ['page why shelf:1', 1, 'There is no page “shelf:1”.'],
  ['revert 99', 1, 'There is no revision 99.'],
  ['publish --store osierwick', 1, 'There is no store “osierwick” that you belong to.'],
  ['sign-in owner@windrow.example wrong', 1, 'The mail address or the password is wrong.'],
  ['page why', 2, "error: missing required argument 'page'"],
  ['page list --colour red', 2, "error: unknown option '--colour'"],
  ['assign product:K-001', 2, 'Name a template, or use --standard with pages.'],
  ['paint --help', 2, "error: unknown command 'paint'"],
  ['section paint --help', 2, "error: unknown command 'paint'"],
  ['paint', 2, 'All commands: parlour --help'],
  ['why home', 2, 'There is: parlour page why'],
])('parlour %s ends with %i and says why', async (line, code, words) => {
  const ended = await parlour(line);
  expect(ended.err).toContain(words);
  expect([ended.code, ended.out]).toEqual([code, '']);
});

test('--json gives problems as JSON', async () => {
  const { err } = await parlour('revert 99 --json');
  expect(JSON.parse(err)).toMatchObject({ problem: 'no-such-revision', place: 'revision' });
});

test('the token is kept for this user only', () => {
  expect(statSync(join(folder, 'credentials.json')).mode & 0o777).toBe(0o600);
});

test('a name with control characters is never printed as they are: a terminal obeys some of them', async () => {
  // The door refuses them; this one came before there was a door.
  await asAdmin(
    (admin) => admin.query(`update page_assignment set title = E'Gan\\x1b[2Jnet\\x07' where page = 'product:K-003'`),
    service.databaseUrl,
  );
  const listed = await done('page list --search K-003');
  expect(listed).toContain('Gan\\u001b[2Jnet\\u0007');
  expect(listed).not.toMatch(/(?![\n\t])\p{Cc}/u);
  expect(await done('page list --search K-003 --json')).not.toMatch(/(?![\n\t])\p{Cc}/u);
});

test('a forgotten password is asked for, and set with the link that was sent', async () => {
  expect(await done('password forgot owner@osierwick.example')).toContain('a message is on its way');
  const [link = ''] = await linksTo(service, 'owner@osierwick.example', 1);
  const set = (password: string) => parlour(`password set ${link} -`, password);
  expect(await set('short')).toMatchObject({
    code: 1,
    err: expect.stringContaining('at least 12 characters') as string,
  });
  expect((await set('a basket by candle light')).out).toContain('The password of owner@osierwick.example is set.');
  expect(await set('a basket by candle light')).toMatchObject({ code: 1 });
});
