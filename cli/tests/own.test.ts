/** What belongs to one page, by command; and names that may be said in more than one way. */
import { testService, type TestService } from '../../service/tests/service.js';
import { runIn, typed } from './commands.js';

let service: TestService;
beforeAll(async () => (service = await testService()));
afterAll(() => service.stop());

const parlour = (line: string) => runIn({ PARLOUR_URL: service.origin, PARLOUR_TOKEN: service.token }, typed(line));
const done = async (line: string): Promise<string> => {
  const { code, out, err } = await parlour(line);
  expect([line, code, err]).toEqual([line, 0, '']);
  return out;
};

test('a value and a list for one page alone: set, shown, explained, taken back', async () => {
  expect(await done('page own product:K-004')).toBe(
    'product:K-004 has nothing of its own; it shows what its template has.',
  );
  expect(await done('section set product p-wind text "<p>For a storm</p>" --page product:K-004')).toMatch(
    /^Text of Text “For every kite” is “For a storm” on “.*” \(product:K-004\) alone\.\n|^Text of Text .* alone\./,
  );
  expect(await done('page own product:K-004')).toMatch(/p-wind +Text.* +text +yes/);
  expect(await done('page why product:K-004 --section p-wind')).toContain('set for this page alone');
  await done('section set product p-wind frame.tone soft --page product:K-004');
  await done('page reset product:K-004 p-wind text');
  expect(await done('page own product:K-004')).toMatch(/frame\.tone/);
  await done('section set product p-wind frame.tone --default --page product:K-004');
  expect(await done('page own product:K-004')).toContain('nothing of its own');

  const added = await done(
    'entry add questions title="Do you repair kites?" --into questions-accordion/parts --page content:questions',
  );
  const [, id = ''] = /Its id is (\S+)\./.exec(added) ?? [];
  expect(await done(`entry set questions ${id} title "Do you mend kites?" --page content:questions`)).toContain('mend');
  expect(await done(`entry move questions ${id} --before q-first --page content:questions`)).toContain('Moved');
  expect(await done('document show own/content/questions')).toMatch(/parts\n +\S+ +\{"title":"Do you mend kites\?"/);
  await done(`entry remove questions ${id} --page content:questions`);
  await done('page reset content:pictures pictures-gallery pictures');
  const { code, err } = await parlour('entry add questions title=X --page content:questions');
  expect([code, err.split('\n')[0]]).toEqual([1, 'A page can have the list of a section of its own; this names none.']);
});

test('a kind stands for its section wherever an id is taken, where there is one of it', async () => {
  expect(await done('section add product heading text=Before --before price')).toContain('above Price');
  expect(await done('section move product heading --before buy-form')).toContain('Moved');
  const { err } = await parlour('section add home heading --before product-row');
  expect(err).toMatch(/There are \d sections of the kind “product-row”/);
});

test('what exists is named where something else was asked for', async () => {
  const said = async (line: string): Promise<string> => (await parlour(line)).err;
  expect(await said('section add prodct heading')).toContain('Did you mean “product”?');
  expect(await said('template copy nothing "X"')).toMatch(/There is .*cart.*checkout.*content/);
  expect(await done('kind show gallery')).toMatch(/pictures +a list, filled by parlour entry add/);
});

test('a content page is made with its template; hints name pages that there are', async () => {
  expect(await done('document create content "Pictures of May" template=pictures')).toContain('pictures-of-may');
  expect(await done('page why content:pictures-of-may')).toContain(
    'It has the template “Pictures” (pictures), assigned to this page.',
  );
  await done('template copy cart "Other cart"');
  expect(await done('assign cart other-cart')).toContain('parlour preview cart,');
});

test('a publish tells what is most likely not meant', async () => {
  await done('document create addition "Lost note" place=after:h-dunes target.page=product:K-004');
  expect(await done('design inspect')).toMatch(/warning +“Lost note” is shown on no page/);
  expect(await done('addition list')).toContain('none of its pages has the place');
  expect(await done('publish')).toContain('Most likely not meant: “Lost note” is shown on no page');
});
