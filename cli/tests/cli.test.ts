import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { linksTo } from '../../service/tests/mailbox.js';
import { asAdmin, testService, type TestService } from '../../service/tests/service.js';
import { runIn, typed, type Ended } from './commands.js';

const PROGRAM = join(import.meta.dirname, '..', 'bin', 'parlour.js');
let service: TestService;
let folder: string;
beforeAll(async () => {
  service = await testService();
  folder = mkdtempSync(join(process.env['PARLOUR_TEST_HOME'] ?? tmpdir(), 'cli-'));
  await parlour('sign-in owner@windrow.example -', 'kites-over-ternhythe');
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await service.stop();
});

const env = () => ({ PARLOUR_URL: service.origin, PARLOUR_CREDENTIALS: join(folder, 'credentials.json') });

/** Runs a command line here; a whole process for each would take most of the time. */
const parlour = (line: string, input = ''): Promise<Ended> => runIn(env(), typed(line), input);

/** Runs it as a person does, as a process of its own. */
function startParlour(line: string, input = ''): Promise<Ended> {
  const child = spawn(process.execPath, [PROGRAM, ...typed(line)], { env: { PATH: process.env['PATH'], ...env() } });
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
    /^http:\/\/\d+-windrow\.preview\.localhost:\d+\/\?preview=\S+\n\nOpen it in a browser\. It works until .* \(\+0[01]:00\)\.$/,
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
  // Moved by hand, it comes first in every list.
  await done('template move storm-kite --before product');
  expect(await done('template list')).toMatch(/storm-kite.*\nproduct-plain|storm-kite.*\nproduct /);
  expect(await done('change list')).toContain('The templates of product pages are listed in another order.');
  await done('undo');
  expect(await done('template remove storm-kite')).toContain('Removed the template “Storm kite”.');
});

test('sections are added in place, moved, removed, and brought back by undo', async () => {
  await done('section add home heading text="Before you fly" --before h-dunes');
  const order = async () =>
    JSON.parse(await done('template show home --json')).areas.main.map((one: { id: string; kind: string }) => one.id);
  const before = await order();
  expect(before.indexOf('h-dunes')).toBe(6);
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
  expect(await done('document show menu/header-links')).toMatch(/^name +Header links\n {2}m-single {2}link=/);
  expect((await parlour('section set home h-poster frame.until 2027-03-28T01:30')).err).toContain(
    'Clocks in Europe/Dublin never show 2027-03-28 01:30',
  );
});

test('a section goes by its kind where there is one of it, so that a script works on a copy too', async () => {
  expect(await done('section set home poster title "By kind"')).toMatch(/^Set Title of Poster .* to “By kind”\./);
  expect(await done('section hide home poster --device phone')).toContain('It is in the draft');
  const several = await parlour('section set home product-row title "Which?"');
  expect(several).toMatchObject({ code: 1, out: '' });
  expect(several.err).toMatch(/There are 2 sections of the kind “product-row”\.\n.*h-newest and h-sport\./);
  expect((await parlour('section remove home carousel')).err).toContain(
    'There is no section “carousel” in the template “Home”.',
  );
  await done('undo');
  await done('undo');
});

test('details of the store are set and shown; what shoppers left is listed, saved and deleted', async () => {
  expect(await done('store set "street=Quay 5" sunday= phone=+3531')).toBe(
    'Changed in “Windrow Kites”: street, sunday and phone. Shoppers see it now.',
  );
  expect(await done('store show')).toMatch(/street +Quay 5 +Street and number/);
  expect((await parlour('store set stret=x')).err).toMatch(
    /There is no detail “stret”\.\n.*\n.*Did you mean “street”\?/,
  );
  expect((await parlour('store set street')).err).toContain('“street” has no “=”.');
  expect((await parlour('store set email=nobody')).err).toContain('“nobody” is not an email address.');
  expect(await done('message list')).toMatch(/^3 unread messages\./);
  const send = (path: string, fields: Record<string, string>) =>
    service.visit(path, {
      method: 'POST',
      body: new URLSearchParams({ page: '/contact', 'back-to': 'x', ...fields }).toString(),
      headers: { 'content-type': 'application/x-www-form-urlencoded' },
    });
  await send('/sign-up', { email: '=ada@quill.example' });
  await send('/message', { name: 'Ada', email: 'ada@quill.example', subject: 'A tear', text: 'Can you fix it?' });
  expect(await done('sign-up list')).toMatch(/ 5 +=ada@quill\.example +\/contact +en-IE/);
  const file = join(folder, 'sign-ups.csv');
  expect(await done(`sign-up export ${file}`)).toBe(`Saved 5 email addresses as ${file}.`);
  expect(readFileSync(file, 'utf8')).toMatch(
    /^Email address,Page,Language,Since\r\n'=ada@quill\.example,\/contact,en-IE,/,
  );
  expect(await done('message list')).toMatch(
    /^4 unread messages\.\n.*\n.* 4 +unread +Ada, ada@quill\.example +A tear/s,
  );
  expect(await done('message show 4')).toMatch(
    /From +Ada, ada@quill\.example\nSubject +A tear\n.*\n\nCan you fix it\?$/s,
  );
  expect(await done('message list')).toMatch(/^3 unread messages\./);
  await done('message show 4 --unread');
  expect(await done('message list')).toMatch(/^4 unread messages\./);
  expect(await done('message remove 4')).toBe('Deleted.');
  expect((await parlour('message show 4')).err).toContain('There is no message 4 in this store.');
  expect(await done('sign-up remove 5')).toBe('Deleted.');
});

test('pictures are added, found, shown where they are used, and deleted', async () => {
  expect(await done('picture list --search harbour')).toMatch(/^Hash +File +Width +Height\n.*harbour\.png +\d+ +\d+$/s);
  const file = join(folder, 'tern.png');
  writeFileSync(
    file,
    await sharp({ create: { width: 12, height: 8, channels: 3, background: '#123' } })
      .png()
      .toBuffer(),
  );
  const added = await done(`picture add ${file}`);
  expect(added).toMatch(
    /^Added tern\.png, 12 x 8\.\nUse it as the value of a field: tern\.png, or with words that are read aloud: '\{"picture":"[0-9a-f]{64}","alt":"WORDS"\}'$/,
  );
  expect(await done('section set home h-poster picture tern.png --dry-run')).toContain('Set Picture of Poster');
  expect((await parlour('section set home h-poster picture tern.jpg')).err).toContain(
    'There is no picture “tern.jpg”.',
  );
  expect(await done('picture show tern.png')).toMatch(
    /Nothing uses it\. Delete it with: parlour picture remove [0-9a-f]{12}$/,
  );
  expect(await done('picture remove tern.png')).toBe('Deleted.');
  expect((await parlour('picture show tern.png')).err).toContain('There is no picture “tern.png”.');
  expect(await done('picture show K-003-a.png')).toContain('Used by the product K-003, “Gannet Delta”.');
  expect((await parlour('picture remove K-001-a.png')).err).toContain(
    'The picture is used by the product “Skerry Diamond”.',
  );
  expect((await parlour('picture add nowhere.png')).err).toContain('The file “nowhere.png” cannot be read.');
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
  expect(await done('template draw home')).toMatch(/^top-line ─+\n.*Notice.*\nheader ─+\n.*Cart link.*Menu bar/s);
  const file = join(folder, 'home.svg');
  expect(await done(`template draw home --svg ${file}`)).toBe(`Saved as ${file}.`);
  expect(readFileSync(file, 'utf8')).toMatch(/^<svg .*data-section="h-poster"/s);
});

test('shows the whole look, what is set and what is not, and menus as they can be typed', async () => {
  await done('document set look values.gap 2.5');
  expect(await done('look set widest=1280 titleFont=lora linkColour=#1F5C4D')).toMatch(
    /Widest content.*1280.*Title font.*Lora.*#1f5c4d/s,
  );
  for (const [setting, why] of [
    ['gap=wide', 'Gap must be a number, not “wide”.'],
    ['wides=3', 'There is no setting “wides”.'],
    ['widest', '“widest” has no “=”.'],
  ] as const) {
    const { code, err } = await parlour(`look set corner=3 ${setting}`);
    expect([code, err]).toEqual([1, expect.stringContaining(why)]);
  }
  expect(await done('document show look')).toMatch(/^values\.titleFont +lora$/m);
  await done('look set widest= titleFont= linkColour=');
  expect(await done('document show look')).toMatch(/^values\.titleFont +spectral {2}\(default\)$/m);
  const look = await done('document show look');
  expect(look).toMatch(/^groundwork +foolscap$/m);
  expect(look).toMatch(/^values\.gap +2\.5$/m);
  expect(look).toMatch(/^values\.titleFont +spectral {2}\(default\)$/m);
  await done('undo');
  expect(await done('document show look')).toMatch(/^values\.titleFont +lora$/m);
  for (let i = 0; i < 2; i++) await done('undo');
  await done('entry add menu/header-links label=Away link=https://a.example --into m-about/entries');
  expect(await done('document show menu/header-links')).toMatch(
    /^ {2}m-about {2}link=content:about {2}label=The workshop\n {4}\w+ {2}link=https:\/\/a\.example {2}label=Away$/m,
  );
  await done('undo');
});

test('what the store still needs; a content page that is gone is made again from its starter', async () => {
  expect(await done('set-up')).toMatch(/^done +Something to sell +The catalogue has 12 products\.$/m);
  await done('document remove content/terms');
  expect(await done('set-up')).toMatch(
    /^open +The usual pages +Missing: “Terms”\.$.*\n\nNext: parlour starter list$/ms,
  );
  expect(await done('starter list')).toMatch(/^terms +Terms +The conditions of a sale\.$/m);
  await done('document create content Terms --starter terms --code terms');
  expect(await done('set-up')).toMatch(/^open +Texts of your own +.*“Terms”\.$/m);
  await done('undo');
  await done('undo');
  await done('document set content/about title@de Werkstatt');
  expect(await done('document show content/about')).toContain('title@de');
  await done('undo');
});

test('the look goes out as design tokens and comes back; each setting and each contrast is told', async () => {
  const tokens = JSON.parse(await done('look export')) as Record<string, Record<string, object>>;
  expect(tokens['colour']?.['accentColour']).toMatchObject({ $type: 'color', $value: { hex: '#b23a26' } });
  const file = JSON.stringify({
    ...tokens,
    colour: { accentColour: { $type: 'color', $value: '#9bbbd0' } },
    extra: { x: { $value: 1 } },
  });
  expect(await done('look import - --dry-run', file)).toContain('Set 1 setting of the look from design tokens.');
  expect(await done('look import -', file)).toMatch(/Set 1 setting.*\nNot of the look, so left out: extra\.x\./s);
  expect(await done('look show')).toMatch(/^accentColour +“#9bbbd0” +set +Main buttons/m);
  expect(await done('look contrast')).toMatch(/^Accent +Background +1\.9 +hard to read, needs 4\.5$/m);
  expect(await done('look import - --dry-run', file)).toContain('The look is as these tokens say already.');
  await done('undo');
  expect(await done('look show')).toMatch(/^accentColour +“#b23a26” +Main buttons/m);
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
  [
    'template show menu/header-links',
    1,
    '“menu/header-links” is not a template.\n  Template\n  See parlour template list.',
  ],
  [
    'section move home h-poster --into template/product/odd',
    1,
    '“template/product/odd” names neither a document nor a slot.',
  ],
  ['template move product --before home', 1, '“home” is for other pages than “product”.'],
  ['sample-catalogue add', 1, 'This store has products already.'],
  ['sample-catalogue remove', 1, 'There is no sample catalogue in this store.'],
  ['section add home wonder', 1, 'There is no section kind “wonder”.\n  Section kind\n  See parlour kind list.'],
  ['assign product:K-999 product', 1, 'There is no page “product:K-999”.'],
  ['assign product:K-001 home', 1, '“Home” is a template for home pages, not for product pages.'],
  ['page why shelf:1', 1, 'There is no page “shelf:1”.'],
  ['revert 99', 1, 'There is no revision 99.'],
  ['publish --store osierwick', 1, 'There is no store “osierwick” that you belong to.'],
  ['sign-in owner@windrow.example wrong', 1, 'The email address or the password is wrong.'],
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

test('the program takes its words, its environment and its input, and says how it ended', async () => {
  expect(await startParlour('sign-in owner@windrow.example -', 'kites-over-ternhythe\n')).toMatchObject({
    code: 0,
    out: expect.stringMatching(/^Signed in as Maren Oldacre\./) as string,
    err: '',
  });
  expect(await startParlour('sign-in owner@windrow.example', 'kites-over-ternhythe\n')).toMatchObject({
    code: 0,
    err: 'Password:',
  });
  expect(await startParlour('page list --search K-003')).toMatchObject({
    code: 0,
    out: expect.stringContaining('Gannet Delta') as string,
  });
  expect(await startParlour('revert 99')).toMatchObject({
    code: 1,
    out: '',
    err: expect.stringMatching(/^There is no/) as string,
  });
  expect(await startParlour('page list --colour red')).toMatchObject({ code: 2, out: '' });
});

test('a reader that has seen enough is no failure', async () => {
  const child = spawn(process.execPath, [PROGRAM, 'look', '--help'], { stdio: ['ignore', 'pipe', 'pipe'] });
  child.stdout.destroy();
  let err = '';
  child.stderr.on('data', (chunk: Buffer) => (err += chunk.toString()));
  const code = await new Promise((resolve) => child.on('close', resolve));
  expect([code, err]).toEqual([0, '']);
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
