/** Pictures that are no help: too large, too slow, cut off while they are kept. */
import { deflateSync, crc32 } from 'node:zlib';
import sharp from 'sharp';
import { routes } from '@parlour/contract';
import { PICTURE_LIMITS } from '../media/renditions.js';
import { joinedTo } from './people.js';
import { asAdmin, eventually, testService, type Answer, type TestService } from './service.js';

let service: TestService;
beforeAll(async () => (service = await testService({ proxies: ['127.0.0.1'], makesPictures: true })));
afterAll(() => service.stop());

/** @param from the address it comes from; the proxy before the service says it */
const upload = (body: Uint8Array, from = '203.0.113.1'): Promise<Answer> =>
  service.api('/stores/windrow/pictures?name=x', { method: 'POST', body, headers: { 'x-forwarded-for': from } });

/** A grey PNG of a size, as small as its compression makes it. */
function png(width: number, height: number): Buffer {
  const chunk = (type: string, data: Buffer): Buffer => {
    const head = Buffer.alloc(8);
    head.writeUInt32BE(data.length);
    head.write(type, 4);
    const sum = Buffer.alloc(4);
    sum.writeUInt32BE(crc32(Buffer.concat([head.subarray(4), data])) >>> 0);
    return Buffer.concat([head, data, sum]);
  };
  const about = Buffer.alloc(13);
  about.writeUInt32BE(width);
  about.writeUInt32BE(height, 4);
  about[8] = 8;
  return Buffer.concat([
    Buffer.from('89504e470d0a1a0a', 'hex'),
    chunk('IHDR', about),
    chunk('IDAT', deflateSync(Buffer.alloc((width + 1) * height), { level: 9 })),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

test('a picture with a side or an area beyond the limits is refused by its head alone', async () => {
  const answers = await Promise.all([upload(png(1, 30_000_000)), upload(png(17_000, 2)), upload(png(2, 17_000))]);
  expect(answers.map((answer) => [answer.status, answer.json()['detail']])).toEqual(
    Array(3).fill([415, 'This picture is too large.']),
  );
  expect((await service.visit('/')).status).toBe(200);
});

test('a picture that takes longer than its time is given up, and the next one is read', async () => {
  const limits: { ms: number } = PICTURE_LIMITS;
  const { ms } = limits;
  limits.ms = 500;
  const slow = await upload(png(7_600, 7_600));
  limits.ms = ms;
  expect([slow.status, slow.json()['detail']]).toEqual([415, 'This picture takes too long to read.']);
  expect((await upload(png(20, 20))).status).toBe(201);
});

test('many at once wait their turn, and beyond that are told to come again', async () => {
  const noise = await sharp({
    create: {
      width: 900,
      height: 900,
      channels: 3,
      background: '#456',
      noise: { type: 'gaussian', mean: 99, sigma: 30 },
    },
  })
    .png()
    .toBuffer();
  const answers = await Promise.all(Array.from({ length: 40 }, (_, i) => upload(noise, `203.0.113.${i}`)));
  const found = new Set(answers.map(({ status }) => status));
  expect([...found].sort()).toEqual([201, 503]);
  expect(answers.find(({ status }) => status === 503)?.headers['retry-after']).toBe('5');
});

test('a picture cut off while it is kept is not there at all, and can be added again; one that was broken heals', async () => {
  const picture = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#a33b2a' } })
    .png()
    .toBuffer();
  const run = (sql: string) => asAdmin((admin) => admin.query(sql), service.databaseUrl);
  const count = async () => Number(((await run('select count(*) from picture')).rows as { count: string }[])[0]?.count);
  const before = await count();
  await run(`create function cut_off() returns trigger language plpgsql as $$ begin raise exception 'cut off'; end $$;
    create trigger cut_off before insert on rendition execute function cut_off()`);
  expect((await upload(picture)).status).toBe(500);
  expect(await count()).toBe(before);
  await run('drop trigger cut_off on rendition');
  const { hash, widths } = (await upload(picture)).json<{ hash: string; widths: number[] }>();
  const path = `/pictures/${hash}/${widths[0]}`;
  expect((await service.visit(path)).status).toBe(200);
  await run(`delete from rendition where hash = '${hash}'`);
  expect((await service.visit(path)).status).toBe(404);
  await upload(picture);
  expect((await service.visit(path)).status).toBe(200);
});

const NEWEST = 'image/avif,image/webp,image/apng,image/svg+xml,image/*,*/*;q=0.8';

test('every picture of the demo is ready before its first shopper comes, in what everything reads; newer browsers get what is smaller', async () => {
  const { text } = await service.visit('/');
  const paths = [...new Set([...text.matchAll(/\/pictures\/[^ "]+/g)].map(([path]) => path))];
  expect(paths.length).toBeGreaterThan(10);
  const typesFor = async (accept: string) => {
    const answers = await Promise.all(paths.map((path) => service.visit(path, { headers: { accept } })));
    expect(answers.every(({ status, headers }) => status === 200 && /accept/i.test(headers['vary'] ?? ''))).toBe(true);
    return [...new Set(answers.map(({ headers }) => headers['content-type']))].sort();
  };
  expect((await typesFor('*/*')).every((type) => type === 'image/jpeg' || type === 'image/png')).toBe(true);
  expect(await typesFor('image/webp,*/*')).toEqual(['image/webp']);
});

test('AVIF is made when there is time; what shines through does so in every format; a picture deleted meanwhile is no fault', async () => {
  const run = (sql: string) => asAdmin((admin) => admin.query(sql), service.databaseUrl);
  await run('delete from waiting_picture');
  const made = async (red: number, alpha: number) => {
    const body = await sharp({
      create: { width: 700, height: 30, channels: 4, background: { r: red, g: 9, b: 9, alpha } },
    })
      .png()
      .toBuffer();
    return (await upload(body)).json<{ hash: string; widths: number[] }>();
  };
  await service.call(routes.removePicture, { params: { hash: (await made(1, 1)).hash } });
  const [glass, solid] = [await made(200, 0.5), await made(100, 1)];
  const typeFor = async (hash: string, accept: string) =>
    (await service.visit(`/pictures/${hash}/640`, { headers: { accept } })).headers['content-type'];
  expect(glass.widths).toEqual([320, 640, 700]);
  expect([await typeFor(glass.hash, '*/*'), await typeFor(solid.hash, '*/*')]).toEqual(['image/png', 'image/jpeg']);
  await eventually(async () => {
    expect([await typeFor(glass.hash, NEWEST), await typeFor(solid.hash, NEWEST)]).toEqual([
      'image/avif',
      'image/avif',
    ]);
    expect((await run('select 1 from waiting_picture')).rowCount).toBe(0);
  });
  const { rows } = await run(`select bytes from rendition where hash = '${glass.hash}' and format = 'avif'`);
  const { channels } = await sharp((rows[0] as { bytes: Buffer }).bytes).stats();
  expect(channels[3]?.mean).toBeCloseTo(127.5, -1);
});

describe('drawings', () => {
  const drawing = (inside: string, about = '') =>
    `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="120" height="60"${about}>${inside}</svg>`;
  const added = async (text: string, name = 'mark.svg') =>
    service.api(`/stores/windrow/pictures?name=${name}`, { method: 'POST', body: Buffer.from(text) });

  test('one is kept as it is drawn, in its own size', async () => {
    const inside =
      '<title>Mark &amp; name</title><defs><linearGradient id="g"><stop offset="0" stop-color="#a33"></stop></linearGradient></defs><style>.a{fill:url(#g)}</style><path class="a" d="M0 0h120v60z"></path><use xlink:href="#g"></use>';
    const picture = (await added(drawing(inside))).json<{ hash: string; leftOut: string[] }>();
    expect(picture).toMatchObject({ width: 120, height: 60, widths: [120], leftOut: [] });
    const shown = await service.visit(`/pictures/${picture.hash}/120`, { headers: { accept: NEWEST } });
    expect([shown.text, shown.headers['content-type']]).toEqual([drawing(inside), 'image/svg+xml']);
    expect(shown.headers['content-security-policy']).toMatch(/^default-src 'none';.*sandbox$/);
  });

  test.each([
    ['<script>alert(1)</script>', ['script']],
    ['<rect width="9" height="9" onclick="alert(1)" ONLOAD="x"/>', ['ONLOAD', 'onclick']],
    [
      '<foreignObject><iframe xmlns="http://www.w3.org/1999/xhtml" src="javascript:alert(1)"/></foreignObject>',
      ['foreignObject'],
    ],
    ['<a href="javascript:alert(1)"><rect width="9" height="9"/></a>', ['a']],
    [
      '<use href="https://elsewhere.example/x.svg#a"/><image xlink:href="//elsewhere.example/x.png"/>',
      ['href', 'xlink:href'],
    ],
    ['<image href="data:image/svg+xml;base64,PHN2Zz48L3N2Zz4="/>', ['href']],
    ['<rect fill="url(https://elsewhere.example/x)" style="background:url(//elsewhere.example)"/>', ['fill', 'style']],
    ['<style>@import "//elsewhere.example";</style><style>a{fill:u\\72l(//x)}</style>', ['style']],
    ['<set attributeName="href" to="javascript:alert(1)"/>', ['set']],
    ['<g xmlns="http://www.w3.org/1999/xhtml"><script/></g>', ['script', 'xmlns']],
    ['<metadata><rdf:x/></metadata><sodipodi:view inkscape:zoom="1"/>', []],
  ])('what could run or load something is left out, and told: %s', async (inside, leftOut) => {
    const answer = await added(drawing(`${inside}<rect width="5" height="5"/>`));
    expect(answer.json()).toMatchObject({ leftOut });
    const { text } = await service.visit(`/pictures/${answer.json<{ hash: string }>().hash}/120`);
    expect(text).not.toMatch(/alert|elsewhere|javascript|xhtml|script|rdf/i);
    expect(text).toContain('<rect width="5" height="5"></rect>');
  });

  test.each([
    ['with names that stand for others', '<!DOCTYPE svg [<!ENTITY a "aaaa">]>' + drawing('<text>&a;</text>')],
    ['that is another document', '<?xml version="1.0"?><html><svg xmlns="http://www.w3.org/2000/svg"/></html>'],
    ['that is not one', '<svg'],
    ['that is enormous', drawing('', ' viewBox="0 0 1 1"').replace('width="120"', 'width="90000"')],
    // Each of them held up every store for seconds, in the process that serves them, or a place of the pictures.
    ['that is deep', '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9">' + '<g>'.repeat(300_000)],
    ['that is deep and closed', drawing('<g>'.repeat(70) + '</g>'.repeat(70))],
    ['of many elements', drawing('<g/>'.repeat(20_001))],
    [
      'that multiplies',
      drawing(
        Array.from(
          { length: 30 },
          (_, i) => `<g id="l${i + 1}"><use href="#l${i}"/><use xlink:href="#l${i}"/></g>`,
        ).join('') + '<rect id="l0" width="9" height="9"/><use href="#l30"/>',
      ),
    ],
    [
      'whose patterns multiply',
      drawing(
        Array.from(
          { length: 30 },
          (_, i) =>
            `<pattern id="p${i + 1}" width="9" height="9"><rect fill="url(#p${i})"/><rect fill="url('#p${i}')"/></pattern>`,
        ).join('') + '<rect fill="url(#p30)" width="9" height="9"/>',
      ),
    ],
    ['that is long', drawing(`<path d="${'M0 0h1'.repeat(200_000)}"/>`)],
  ])('one %s is refused', async (_name, text) => {
    const answer = await added(text);
    expect([answer.status, answer.json()['type'], answer.json()['place']]).toEqual([
      415,
      '/docs/problems/not-a-picture',
      'file',
    ]);
  });
});

describe('where pictures are used', () => {
  const made = async (shade: number, name: string): Promise<string> => {
    const body = await sharp({ create: { width: 40, height: 30, channels: 3, background: { r: shade, g: 9, b: 9 } } })
      .png()
      .toBuffer();
    const answer = await service.api(`/stores/windrow/pictures?name=${name}`, { method: 'POST', body });
    return answer.json<{ hash: string }>().hash;
  };
  const uses = (hash: string) => service.call(routes.getPicture, { params: { hash } });
  const remove = (hash: string) => service.call(routes.removePicture, { params: { hash } });
  const show = (value: object | null, was?: object) =>
    service.edit({
      type: 'set',
      document: 'template/home',
      node: 'h-dunes',
      field: 'values.picture',
      ...(value && { value }),
      ...(was && { was }),
    } as never);

  test('one that nothing uses is deleted, with what shoppers got of it', async () => {
    const hash = await made(11, 'idle.png');
    expect(await uses(hash)).toMatchObject({
      picture: { name: 'idle.png', width: 40 },
      documents: [],
      products: [],
      kept: false,
    });
    const path = `/pictures/${hash}/40`;
    expect((await service.visit(path)).status).toBe(200);
    await remove(hash);
    expect((await service.visit(path)).status).toBe(404);
    await expect(uses(hash)).rejects.toMatchObject({ code: 'no-such-thing', place: 'hash' });
  });

  test('one that a draft, a revision, an edit that can be undone, or a product shows stays', async () => {
    const hash = await made(22, 'busy.png');
    const { document } = await service.call(routes.getDocument, { query: { key: 'template/home' } });
    const was = JSON.parse(
      /"id":"h-dunes".*?"picture":(\{[^}]*\})/.exec(JSON.stringify(document))?.[1] ?? 'null',
    ) as object;
    await show({ picture: hash, alt: 'Busy' }, was);
    expect((await uses(hash)).documents).toEqual([
      { design: 'first', key: 'template/home', name: 'the template “Home”' },
    ]);
    await expect(remove(hash)).rejects.toMatchObject({
      code: 'still-used',
      message: 'The picture is used by the template “Home”.',
    });
    await service.call(routes.publish, { body: { note: 'Busy' } });
    await show(was, { picture: hash, alt: 'Busy' });
    expect(await uses(hash)).toMatchObject({ documents: [], kept: true });
    await expect(remove(hash)).rejects.toMatchObject({ code: 'still-used' });

    const { pictures } = await service.call(routes.listPictures, { query: { search: 'K-003-A' } });
    expect(pictures.map(({ name }) => name)).toEqual(['K-003-a.png']);
    const ofProduct = pictures[0]?.hash ?? '';
    // By how its hash begins, and a part at a time.
    const list = (query: object) => service.call(routes.listPictures, { query });
    expect((await list({ search: ofProduct.slice(0, 9) })).pictures).toEqual(pictures);
    expect((await list({ search: ofProduct.slice(0, 4) })).pictures).toEqual([]);
    expect((await list({ hashes: `${ofProduct}, ${'0'.repeat(64)}` })).pictures).toEqual(pictures);
    const all = await list({ limit: 500 });
    expect([all.pictures.length, all.next]).toEqual([all.total, null]);
    const walked: string[] = [];
    for (let after: string | null | undefined; after !== null;) {
      const part: Awaited<ReturnType<typeof list>> = await list({ after, limit: 7 });
      expect(part.total).toBe(all.total);
      walked.push(...part.pictures.map((one) => one.hash));
      after = part.next;
    }
    expect(walked).toEqual(all.pictures.map((one) => one.hash));
    await expect(list({ after: 'K-003' })).rejects.toMatchObject({ code: 'bad-input', place: 'after' });
    expect((await uses(ofProduct)).products).toEqual([{ code: 'K-003', title: 'Gannet Delta' }]);
    await expect(remove(ofProduct)).rejects.toMatchObject({ code: 'still-used' });
  });

  test('another store’s pictures are nobody’s here, and viewers delete none', async () => {
    const hash = await made(33, 'mine.png');
    const viewer = await joinedTo(service, 'vi@quill.example', 'viewer');
    await expect(viewer.call(routes.removePicture, { params: { store: 'windrow', hash } })).rejects.toMatchObject({
      code: 'not-allowed',
    });
    await expect(
      service.call(routes.getPicture, { params: { store: 'windrow', hash: 'f'.repeat(64) } }),
    ).rejects.toMatchObject({
      code: 'no-such-thing',
    });
  });
});
