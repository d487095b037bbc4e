/**
 * One hostile load, as a program of its own and from an address of its own:
 * `node hostile-loads.mjs NAME PORT TOKEN [first]`. The first prepares what they need. Says “ready”, and goes on until it is ended. Traffic stays on loopback.
 */
import { randomUUID } from 'node:crypto';
import { Agent, request } from 'node:http';
import { connect } from 'node:net';
import { clearInterval, clearTimeout, setInterval } from 'node:timers';
import { crc32, deflateSync } from 'node:zlib';

const [, , name, portText, token, first] = process.argv;
const port = Number(portText);
const FROM = '127.0.0.2';
const agent = new Agent({ keepAlive: true, maxSockets: 64 });

/**
 * Sends a request and reads its answer to the end.
 * @param {string} host
 * @param {string} path
 * @param {{ method?: string, headers?: object, body?: string | Buffer }} [options]
 */
function send(host, path, { method = 'GET', body, headers = {} } = {}) {
  return new Promise((resolve) => {
    const sent = request(
      {
        host: '127.0.0.1',
        port,
        path,
        method,
        agent,
        localAddress: FROM,
        headers: { host: `${host}:${port}`, ...headers },
      },
      (response) => {
        const chunks = [];
        response.on('data', (chunk) => chunks.push(chunk));
        response.on('end', () => resolve({ status: response.statusCode, text: Buffer.concat(chunks).toString() }));
        response.on('error', () => resolve({ status: 0, text: '' }));
      },
    );
    sent.on('error', () => resolve({ status: 0, text: '' }));
    sent.end(body);
  });
}
const json = (value) => ({
  method: 'POST',
  body: JSON.stringify(value),
  headers: { 'content-type': 'application/json', authorization: `Bearer ${token}` },
});
const api = (path, value) =>
  send('localhost', `/api${path}`, value ? json(value) : { headers: { authorization: `Bearer ${token}` } });
const DESIGN = '/stores/windrow/designs/live';
const edit = async (...edits) => {
  const answer = await api(`${DESIGN}/edits`, { unit: randomUUID(), edits });
  if (answer.status !== 200) throw new Error(`The load “${name}” could not be prepared: ${answer.text}`);
  return JSON.parse(answer.text);
};
const publish = () => api(`${DESIGN}/publish`, {});
const storefront = (path) => send('windrow.localhost', path);

/** As much mark-up as one text may hold. */
const ELEMENTS = Array.from({ length: 19 }, () => `${'<em><strong>'.repeat(7)}w${'</strong></em>'.repeat(7)}`).join(
  '<wbr data-break>',
);
const TEXT = `<p>${ELEMENTS}</p>`.repeat(1) + '<p>wind</p>'.repeat(700);
const DEEP = '<s>'.repeat(6_000);

function png(width, height) {
  const chunk = (type, data) => {
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
const upload = (file) =>
  send('localhost', '/api/stores/windrow/pictures', {
    method: 'POST',
    body: file,
    headers: { authorization: `Bearer ${token}` },
  });

const part = (text) => ({
  type: 'insert',
  document: 'template/home',
  kind: 'part-of-text',
  place: {},
  values: { text, part: 'rest' },
});
const ODD_PATHS = [
  `/${'%2F..'.repeat(1_500)}`,
  `/item/${'a'.repeat(7_000)}`,
  `/${'../'.repeat(2_000)}`,
  `/styles/kinds/${'price+'.repeat(1_000)}`,
];
const PICTURES = name === 'picture' ? [png(1, 30_000_000), png(7_500, 7_900)] : [];
const svg = (inside) => Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9">${inside}`);
const USES = Array.from({ length: 30 }, (_, i) => `<g id="l${i + 1}"><use href="#l${i}"/><use href="#l${i}"/></g>`);
const DRAWINGS = [
  svg('<g>'.repeat(150_000)),
  svg(`${USES.join('')}<rect id="l0" width="9" height="9"/><use href="#l30"/></svg>`),
  svg('<g>'.repeat(330_000)),
];
const line = (path, host) => `GET ${path} HTTP/1.1\r\nHost: ${host}:${port}\r\n\r\n`;

/** What each load prepares, how many do it at once, and what they do over and over. */
const LOADS = {
  text: {
    async prepare() {
      for (let i = 0; i < 8; i++) await edit(part(TEXT));
      await publish();
    },
    many: 8,
    work: (i) => (i % 2 ? storefront('/') : api(`${DESIGN}/edits`, { unit: randomUUID(), edits: [part(DEEP)] })),
  },
  picture: { many: 6, work: (i) => upload(PICTURES[i % 2]) },
  rule: {
    async prepare() {
      const condition = { fact: 'path', is: 'starts with', value: '/item/zz' };
      const when = { match: 'any', conditions: Array.from({ length: 20 }, () => condition) };
      const values = { when, template: 'product' };
      const rule = { type: 'insert', document: 'assignments/product', place: { at: 'rules' }, values };
      for (let i = 0; i < 5; i++) await edit(...Array.from({ length: 90 }, () => rule));
      await publish();
    },
    many: 8,
    work: (i) => (i % 3 ? storefront('/item/gannet-delta') : api(`${DESIGN}/pages/product%3AK-003/why`)),
  },
  search: {
    many: 16,
    work: () => api(`${DESIGN}/pages?sort=-title&search=${encodeURIComponent('%_%_%_%_ '.repeat(8))}`),
  },
  path: { many: 16, work: (i) => storefront(ODD_PATHS[i % ODD_PATHS.length]) },
  menu: {
    async prepare() {
      const values = { label: 'Ternhythe '.repeat(8).trim(), link: { to: 'product:K-003' } };
      const entry = (place) => ({ type: 'insert', document: 'menu/header-links', place, values });
      const { edits } = await edit(...Array.from({ length: 40 }, () => entry({})));
      for (const one of edits.slice(0, 20))
        await edit(...Array.from({ length: 45 }, () => entry({ in: one.nodes[0].id })));
      await publish();
    },
    many: 8,
    work: () => storefront('/'),
  },
  edits: {
    many: 4,
    work() {
      const pages = Array.from({ length: 10 }, (_, i) => `product:K-${String(i + 1).padStart(3, '0')}`);
      const edits = Array.from({ length: 249 }, (_, i) => ({
        type: 'assign',
        pages,
        template: i % 2 ? null : 'product',
      }));
      return api(`${DESIGN}/edits`, { unit: randomUUID(), edits });
    },
  },
  headers: {
    many: 24,
    work: () =>
      send('windrow.localhost', '/', {
        headers: {
          cookie: 'parlour-cart='.padEnd(7_000, 'x'),
          'x-y': 'z'.repeat(7_000),
          'accept-language': 'de,'.repeat(300),
        },
      }),
  },
  pipelining: {
    many: 6,
    work: () => hold((socket) => socket.write(line('/', 'windrow.localhost').repeat(400)), 1_000),
  },
  // Goes on after it was refused, on a few connections that come back at once.
  pouring: { many: 4, work: () => pour('', line('/', 'windrow.localhost').repeat(500)) },
  // As large as a picture may be, by somebody who may send none.
  bodies: {
    many: 6,
    work: () =>
      pour(
        `POST /api/stores/windrow/pictures HTTP/1.1\r\nHost: localhost:${port}\r\nContent-Length: 19000000\r\n\r\n`,
        'x'.repeat(65_536),
      ),
  },
  reopening: {
    many: 60,
    work: () =>
      new Promise((resolve) => {
        const socket = connect({ host: '127.0.0.1', port, localAddress: FROM }, () => {
          socket.write(line('/', 'windrow.localhost'));
          socket.destroy();
        });
        socket.on('error', () => undefined).on('close', resolve);
      }),
  },
  drawings: { many: 6, work: (i) => upload(DRAWINGS[i % DRAWINGS.length]) },
  queries: { many: 16, work: (i) => storefront(`/browse/single-line?page=x${i}&y=${i}`) },
  additions: {
    many: 4,
    work() {
      const edits = Array.from({ length: 400 }, (_, i) => ({
        type: 'create',
        what: 'addition',
        name: `Note ${i}`,
        head: { place: 'open-place:extra', 'target.pageKind': 'product' },
      }));
      return api(`${DESIGN}/edits`, { unit: randomUUID(), dryRun: true, edits });
    },
  },
  'slow readers': {
    many: 500,
    work: () =>
      hold((socket) => {
        socket.pause();
        socket.write(line('/api/openapi.json', 'localhost').repeat(20));
      }, 20_000),
  },
  'slow writers': {
    many: 500,
    work: () =>
      hold((socket) => {
        socket.write(
          `POST /api/sign-in HTTP/1.1\r\nHost: localhost:${port}\r\nContent-Type: application/json\r\nContent-Length: 9000\r\n\r\n`,
        );
        const drip = setInterval(() => socket.write('x'), 500);
        socket.on('close', () => clearInterval(drip));
      }, 20_000),
  },
};

/** Sends a piece again and again, as fast as it is taken, until the connection ends. */
function pour(head, piece) {
  return new Promise((resolve) => {
    const socket = connect({ host: '127.0.0.1', port, localAddress: FROM }, () => {
      const more = () => {
        while (!socket.destroyed) if (!socket.write(piece)) return;
      };
      socket.on('drain', more);
      socket.write(head);
      more();
    });
    socket.on('data', () => undefined);
    socket.on('error', () => undefined);
    socket.on('close', resolve);
  });
}

/** Opens a connection, does something with it, and holds it for a while or until it is cut. */
function hold(work, ms) {
  return new Promise((resolve) => {
    const socket = connect({ host: '127.0.0.1', port, localAddress: FROM }, () => work(socket));
    const timer = setTimeout(() => socket.destroy(), ms);
    socket.on('error', () => undefined);
    socket.on('close', () => {
      clearTimeout(timer);
      // Whoever is cut at once does not come back faster than a person could.
      setTimeout(resolve, 500);
    });
  });
}

const { prepare, many, work } = LOADS[name];
if (first === 'first') await prepare?.();
process.stdout.write('ready\n');
let count = 0;
await Promise.all(
  Array.from({ length: many }, async () => {
    for (;;) await work(count++);
  }),
);
