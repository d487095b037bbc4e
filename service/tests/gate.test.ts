/** Many at once: requests wait their turn, slow ones are cut, and nobody waits for somebody else's. */
import { once } from 'node:events';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { connect as open, type AddressInfo, type Socket } from 'node:net';
import { randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { routes } from '@parlour/contract';
import { PROSE_LIMITS } from '@parlour/core/fields';
import { CONNECTIONS } from '../gate/connections.js';
import { gate, GATE } from '../gate/gate.js';
import { PICTURE_LIMITS } from '../media/renditions.js';
import { newDatabase, serviceOn, testService, type TestService } from './service.js';

let service: TestService;
beforeAll(async () => (service = await testService()));
afterAll(() => service.stop());

/** Sends text as it is; answers all that comes back until the connection ends, or the text is found often enough. */
function talk(text: string, until: (got: string) => boolean, from = '127.0.0.1'): Promise<string> {
  return new Promise((resolve) => {
    let got = '';
    const socket: Socket = open({ port: service.port, host: '127.0.0.1', localAddress: from }, () =>
      socket.write(text),
    );
    const end = (): void => {
      socket.destroy();
      resolve(got);
    };
    socket.on('data', (chunk) => {
      got += chunk.toString('latin1');
      if (until(got)) end();
    });
    socket.on('close', end).on('error', end);
  });
}
const count = (text: string, what: RegExp): number => text.match(what)?.length ?? 0;

/** A request that costs next to nothing: no app has the host. */
const ONE = 'GET / HTTP/1.1\r\nHost: nobody\r\n\r\n';
const ANSWERED = /HTTP\/1\.1 421/g;

test('a thousand requests on one connection: so many are answered in order, the rest are refused, others go on', async () => {
  const hostile = talk(ONE.repeat(1000), () => false);
  expect((await service.visit('/')).status).toBe(200);
  const got = await hostile;
  const answered = count(got, ANSWERED);
  expect(answered).toBeGreaterThanOrEqual(GATE.waitingPerConnection);
  expect(answered).toBeLessThan(2 * GATE.waitingPerConnection);
  expect(count(got, /HTTP\/1\.1 429/g)).toBe(1);
  expect(got).toContain('retry-after: 2');
  expect(got).toContain('Too many requests from this network address are waiting.');
  expect((await service.send('localhost', '/readyz')).status).toBe(200);
});

/** Sends a piece again and again until the connection ends. @returns how many bytes were taken, and what came back */
function pour(head: string, piece: string, most: number): Promise<{ sent: number; got: string }> {
  return new Promise((resolve) => {
    let got = '';
    const socket = open({ port: service.port, host: '127.0.0.1', localAddress: '127.0.0.4' }, () => {
      socket.write(head);
      const more = (): void => {
        while (socket.bytesWritten < most && !socket.destroyed) if (!socket.write(piece)) return;
      };
      socket.on('drain', more);
      more();
    });
    socket.on('data', (chunk) => (got += chunk.toString('latin1')));
    socket.on('error', () => undefined);
    socket.on('close', () => resolve({ sent: socket.bytesWritten - socket.writableLength, got }));
  });
}

test('what is sent on a connection that was refused is not read, and the connection ends', async () => {
  const { sent, got } = await pour('', ONE.repeat(2_000), 100_000_000);
  expect(count(got, /HTTP\/1\.1 429/g)).toBeLessThanOrEqual(1);
  expect(count(got, ANSWERED)).toBeLessThan(2 * GATE.waitingPerConnection);
  // No more than what buffers on the way hold.
  expect(sent).toBeLessThan(20_000_000);
});

const post = (bytes: number): string =>
  `POST /api/stores/windrow/pictures HTTP/1.1\r\nHost: localhost:${service.port}\r\nContent-Length: ${bytes}\r\n\r\n`;

test('a body that nobody has the right to send is not read to its end', async () => {
  const { sent, got } = await pour(post(90_000_000), 'x'.repeat(65_536), 90_000_000);
  expect(got).toMatch(/^HTTP\/1\.1 401 /);
  expect(sent).toBeLessThan(20_000_000);
});

test('a connection may rest for longer than a proxy lets it', async () => {
  const { headers } = await service.visit('/');
  expect(Number(/timeout=(\d+)/.exec(String(headers['keep-alive']))?.[1])).toBeGreaterThan(60);
});

test('a request that was answered and then comes drop by drop is cut', async () => {
  const socket = open({ port: service.port, host: '127.0.0.1' }, () => socket.write(post(200_000)));
  let got = '';
  socket.on('error', () => undefined).on('data', (chunk) => (got += chunk.toString('latin1')));
  await once(socket, 'data');
  const drops = setInterval(() => socket.write('x'), 20);
  await once(socket, 'close');
  clearInterval(drops);
  // Node would let it go on for half a minute, and then answer once more.
  expect(got.match(/HTTP\/1\.1 \d+/g)).toEqual(['HTTP/1.1 401']);
});

test.each([
  'Host: windrow.localhost\r\nHost: osierwick.localhost',
  'host: windrow.localhost\r\nX-Y: z\r\nHOST: windrow.localhost',
])('two hosts are none: %j', async (hosts) => {
  const got = await talk(`GET / HTTP/1.1\r\n${hosts}\r\n\r\n`, (text) => text.includes('one Host header'));
  expect(got).toMatch(/^HTTP\/1\.1 400 /);
});

test('what many connections of one address ask is read while few requests wait, so that all of it is answered', async () => {
  const each = 20;
  const all = await Promise.all(
    Array.from({ length: 150 }, () => talk(ONE.repeat(each), (got) => count(got, ANSWERED) === each)),
  );
  expect(all.filter((got) => count(got, ANSWERED) === each)).toHaveLength(150);
});

test('connections that are read already fill the queue of their address; when they are gone there is room again', async () => {
  const each = 80;
  const sockets = Array.from({ length: 12 }, () => open({ port: service.port, host: '127.0.0.1' }));
  const all = sockets.map(async (socket) => {
    let got = '';
    socket.on('error', () => undefined).on('data', (chunk) => (got += chunk.toString('latin1')));
    socket.write(ONE);
    await once(socket, 'data');
    return { socket, refused: () => got.includes('HTTP/1.1 429'), answered: () => count(got, ANSWERED) === 1 + each };
  });
  const read = await Promise.all(all);
  read.forEach(({ socket }) => socket.write(ONE.repeat(each)));
  while (!read.every(({ socket, answered }) => answered() || socket.closed))
    await new Promise((go) => setTimeout(go, 20));
  sockets.forEach((socket) => socket.destroy());
  expect(read.filter(({ refused }) => refused()).length).toBeGreaterThan(0);
  expect(read.filter(({ answered }) => answered()).length).toBeGreaterThan(3);
  expect((await service.visit('/')).status).toBe(200);
});

test('one address holds so many connections; further ones are cut, and one that says nothing is cut in time', async () => {
  const from = '127.0.0.3';
  const held = Array.from({ length: CONNECTIONS.perAddress }, () =>
    open({ port: service.port, host: '127.0.0.1', localAddress: from }),
  );
  const closed = held.map((socket) => once(socket, 'close'));
  await Promise.all(held.map((socket) => once(socket, 'connect')));
  expect(await talk(ONE, () => false, from)).toBe('');
  const since = Date.now();
  await Promise.all(closed);
  expect(Date.now() - since).toBeGreaterThan(CONNECTIONS.silentMs - 2_000);
  expect(await talk(ONE, (got) => count(got, ANSWERED) === 1, from)).toContain('421');
});

test('what one address asks for is not answered before what another asks for later', async () => {
  const page = 'GET /browse/single-line HTTP/1.1\r\nHost: windrow.localhost\r\n\r\n';
  let answered = 0;
  const greedy = [1, 2, 3].map(() => {
    let mine = 0;
    return talk(
      page.repeat(90),
      (got) => {
        const now = count(got, /HTTP\/1\.1 200/g);
        answered += now - mine;
        mine = now;
        return mine === 90;
      },
      '127.0.0.2',
    );
  });
  while (answered === 0) await new Promise((go) => setTimeout(go, 5));
  expect((await service.visit('/')).status).toBe(200);
  expect(answered).toBeLessThan(135);
  await Promise.all(greedy);
  expect(answered).toBe(270);
});

test('while the process is busy, the address that asks for the most has few at once, others as many as ever', async () => {
  const held: { from: string; response: ServerResponse }[] = [];
  const server = createServer();
  const fromOf = (request: IncomingMessage): string => String(request.headers['x-from']);
  gate(
    server,
    (request, response) => void held.push({ from: fromOf(request), response }),
    () => false,
    fromOf,
  );
  const origin = await new Promise<string>((listens) =>
    server.listen(0, '127.0.0.1', () => listens(`http://127.0.0.1:${(server.address() as AddressInfo).port}/`)),
  );
  const ask = (from: string, times: number) =>
    Array.from({ length: times }, () => fetch(origin, { headers: { 'x-from': from } }));
  const runs = (from: string): number => held.filter((one) => one.from === from).length;
  const pause = (ms: number) => new Promise((go) => setTimeout(go, ms));
  const answerAll = async (asked: Promise<unknown>[]) => {
    let all = false;
    void Promise.all(asked).then(() => (all = true));
    while (!all) {
      held.splice(0).forEach(({ response }) => response.end());
      await pause(5);
    }
  };

  const quiet = [...ask('many', 40), ...ask('few', 2)];
  await pause(300);
  expect([runs('many'), runs('few')]).toEqual([GATE.runningPerAddress, 2]);
  await answerAll(quiet);

  const work = setInterval(() => {
    for (const until = performance.now() + 15; performance.now() < until;);
  }, 1);
  const first = [...ask('few', 2), ...ask('many', 1)];
  // Whether it is busy is looked at when something is asked for, over the time since the last look.
  await pause(300);
  const busy = [...first, ...ask('many', 40), ...ask('few', 4)];
  await pause(500);
  expect([runs('many'), runs('few')]).toEqual([GATE.runningWhenBusy, 6]);
  clearInterval(work);
  await answerAll(busy);
  server.close();
});

test('what costs next to nothing is answered at once, without a place; what is sent in a row on one connection takes places', async () => {
  const held: ServerResponse[] = [];
  const server = createServer();
  const quick = (request: IncomingMessage, response: ServerResponse): boolean => {
    if (request.url !== '/quick') return false;
    response.end('quick');
    return true;
  };
  gate(
    server,
    (_request, response) => void held.push(response),
    quick,
    () => 'one',
  );
  await new Promise<void>((listens) => server.listen(0, '127.0.0.1', listens));
  const { port } = server.address() as AddressInfo;
  const origin = `http://127.0.0.1:${port}`;
  const slow = Array.from({ length: GATE.runningPerAddress }, () => fetch(`${origin}/slow`));
  while (held.length < GATE.runningPerAddress) await new Promise((go) => setTimeout(go, 5));
  // Every place is taken, and still it is answered.
  expect(await (await fetch(`${origin}/quick`)).text()).toBe('quick');
  held.splice(0).forEach((response) => response.end());
  await Promise.all(slow);

  const socket = open({ port, host: '127.0.0.1' });
  await once(socket, 'connect');
  let got = '';
  socket.on('data', (chunk) => (got += String(chunk)));
  socket.write('GET /quick HTTP/1.1\r\nHost: x\r\n\r\n'.repeat(3));
  while (held.length < 2) await new Promise((go) => setTimeout(go, 5));
  while (!got.includes('quick')) await new Promise((go) => setTimeout(go, 5));
  expect(got.match(/quick/g)).toHaveLength(1);
  held.splice(0).forEach((response) => response.end('later'));
  while (!/later[^]*later/.test(got)) await new Promise((go) => setTimeout(go, 5));
  socket.destroy();
  server.close();
});

test('a connection on which as many wait as may is read on when some of them are answered', async () => {
  const held: ServerResponse[] = [];
  const server = createServer();
  gate(
    server,
    (_request, response) => void held.push(response),
    () => false,
    () => 'one',
  );
  await new Promise<void>((listens) => server.listen(0, '127.0.0.1', listens));
  const socket = open({ port: (server.address() as AddressInfo).port, host: '127.0.0.1' });
  let got = '';
  socket.on('data', (chunk) => (got += String(chunk)));
  const answerAll = async (of: number) => {
    while (count(got, /HTTP\/1\.1 200/g) < of) {
      held.splice(0).forEach((response) => response.end());
      await new Promise((go) => setTimeout(go, 2));
    }
  };
  const most = GATE.runningPerConnection + GATE.waitingPerConnection;
  socket.write(ONE.repeat(most));
  await answerAll(most);
  socket.write(ONE);
  await answerAll(most + 1);
  expect(got).not.toContain('429');
  socket.destroy();
  server.close();
});

test('the description of the API is the same text each time, made once, with a tag', async () => {
  const [first, second] = await Promise.all([service.api('/openapi.json'), service.api('/openapi.json')]);
  expect(first.text).toBe(second.text);
  const again = await service.api('/openapi.json', { headers: { 'if-none-match': String(first.headers.etag) } });
  expect(again.status).toBe(304);
});

test('whoever may not send a body is told before it is sent', async () => {
  const head = (path: string, more = '') =>
    `POST /api${path} HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\nContent-Length: 20000000\r\n${more}\r\n`;
  const told = (got: string): boolean => got.includes('\r\n\r\n');
  expect(await talk(head('/stores/windrow/pictures'), told)).toContain('HTTP/1.1 401');
  expect(await talk(head('/stores/windrow/designs/live/edits'), told)).toContain('HTTP/1.1 401');
  expect(await talk(head('/sign-in'), told)).toContain('HTTP/1.1 413');
});

test('a reader that takes nothing of its answers is cut', async () => {
  const name = randomBytes(4).toString('hex');
  const socket = open(service.port, '127.0.0.1');
  socket.on('error', () => undefined);
  socket.pause();
  const ask = `GET /api/openapi.json?${name} HTTP/1.1\r\nHost: localhost\r\n\r\n`;
  // More than the sockets' own buffers hold, so that some of it waits in the service.
  socket.write(ask.repeat(60));
  const closed = new Promise<boolean>((resolve) => socket.once('close', () => resolve(true)));
  // Nothing is read, and a paused socket does not hear its end: writing finds it out.
  const poke = setInterval(() => socket.write('\r\n'), 200);
  const was = await Promise.race([closed, new Promise((resolve) => setTimeout(() => resolve(false), 40_000).unref())]);
  clearInterval(poke);
  socket.destroy();
  expect(was).toBe(true);
  expect((await service.visit('/')).status).toBe(200);
});

test('a small text with much mark-up is refused, and so is one nested deeply', async () => {
  const text = (value: string) =>
    service.edit({ type: 'insert', document: 'template/home', kind: 'text', place: {}, values: { text: value } }).then(
      () => 'taken',
      (problem: { code: string; message: string }) => `${problem.code}: ${problem.message}`,
    );
  expect(await text(`${'<s>'.repeat(4_000)}wind`)).toMatch(/bad-value: .*elements inside each other/);
  expect(await text(`<p>${'<wbr data-break>'.repeat(200)}</p>`)).toMatch(/bad-value: .*break marks/);
  expect(await text(`<p>${'<em>a</em>'.repeat(1_900)}</p>`)).toBe('taken');
  await service.call(routes.publish, { body: {} });
  expect((await service.visit('/')).status).toBe(200);
});

test('what stands before every app is told in the docs', () => {
  const told = readFileSync(join(import.meta.dirname, '../../docs/limits.md'), 'utf8').replace(/ +/g, ' ');
  const { runningPerConnection, runningPerAddress, runningWhenBusy, waitingPerConnection, waitingPerAddress } = GATE;
  expect(told).toContain(
    `| ${runningPerConnection}; ${runningPerAddress} (${runningWhenBusy} for the one that asks the most while the process is busy); ${waitingPerConnection}; ${waitingPerAddress} |`,
  );
  expect(told).toContain(`| ${CONNECTIONS.perAddress}; ${CONNECTIONS.most.toLocaleString('en')} |`);
  expect(told).toContain(`its new connections are not read | ${GATE.crowd} |`);
  expect(told).toContain(`between two requests | ${CONNECTIONS.silentMs / 1000}; ${CONNECTIONS.restMs / 1000} |`);
  expect(told).toContain(`who takes none of it | ${CONNECTIONS.slowMs / 1000} |`);
  const { pixels, side, ms } = PICTURE_LIMITS;
  expect(told).toContain(`| ${pixels / 1_000_000} million; ${side.toLocaleString('en')}; ${ms / 1000} |`);
  const { elements, depth, breakMarks } = PROSE_LIMITS;
  expect(told).toContain(`| ${elements.toLocaleString('en')}; ${depth}; ${breakMarks} |`);
});

test('it listens where it is told to, and nowhere else', async () => {
  const database = await newDatabase();
  const there = await serviceOn(database.url, { listen: '127.0.0.9' });
  const reaches = (host: string): Promise<boolean> =>
    new Promise((resolve) => {
      const socket = open(there.port, host, () => resolve(true)).on('error', () => resolve(false));
      socket.unref();
    });
  expect([await reaches('127.0.0.9'), await reaches('127.0.0.1')]).toEqual([true, false]);
  // A connection that has said nothing does not hold up the end.
  const silent = open(there.port, '127.0.0.9');
  await once(silent, 'connect');
  await Promise.all([once(silent, 'close'), there.stop()]);
  await database.drop();
});
