/**
 * How many requests are answered at once, for each connection and each network address; more wait their turn, and
 * beyond that are refused. Without it one client that sends many at once, all on one connection, holds up everybody.
 */
import { performance } from 'node:perf_hooks';
import type { IncomingMessage, RequestListener, Server, ServerResponse } from 'node:http';
import type { Socket } from 'node:net';
import { addressCounted, type ClientAddress } from '../accounts/address.js';
import { sure } from '@parlour/core';

export const GATE = {
  runningPerConnection: 6,
  runningPerAddress: 24,
  /** While the process has its hands full, for the address that asks for the most: it leaves room for the others … */
  runningWhenBusy: 3,
  /** … and its next request is let in after so many milliseconds. */
  pauseWhenBusyMs: 5,
  /** Waiting ones of a connection and of an address, besides those that run: one connection is not the whole queue. */
  waitingPerConnection: 100,
  waitingPerAddress: 400,
  /** While so many of an address wait, its further connections are not read. */
  crowd: 100,
  /** How many connections of an address are told in words, each second, that it asks too much; others are cut. */
  refusalsPerSecond: 20,
} as const;

const LOOK_EVERY_MS = 100;
/** The share of its time that a process works in, from which on it counts as busy. */
const BUSY = 0.7;
/** How much of what an address asks for now counts, each time it is looked at: about what it did in two seconds. */
const NEWEST = 0.05;
const FORGOTTEN = 0.01;
/** So many requests that are answered at once, between two looks, weigh as much as one that runs all the time. */
const QUICK_FOR_ONE = 100;

interface Waiting {
  readonly socket: Socket;
  start(): void;
}

interface AddressState {
  running: number;
  /** How many were answered at once since the last look. */
  quick: number;
  readonly waiting: Waiting[];
  /** How many requests it had here, on average of late. */
  load: number;
  /** Whether the next of the waiting will be let in on the next turn of the loop. */
  turn: boolean;
  /** Refusals in the second that began then. */
  refusals: { since: number; count: number };
}

interface Watch {
  /** Looks anew, if the last look is some time ago. Addresses that asked for nothing lately are forgotten. */
  look(): void;
  /** Whether this one asks for the most, while the process works most of the time and others ask too. */
  isHeaviest(state: AddressState): boolean;
}

function watchBusy(addresses: Map<string, AddressState>): Watch {
  let before = performance.eventLoopUtilization();
  let at = 0;
  let heaviest: AddressState | null = null;
  const look = (): void => {
    const now = performance.now();
    if (now - at < LOOK_EVERY_MS) return;
    at = now;
    const current = performance.eventLoopUtilization();
    const busy = performance.eventLoopUtilization(current, before).utilization > BUSY;
    before = current;
    heaviest = null;
    for (const [address, state] of addresses) {
      const asked = state.running + state.waiting.length + state.quick / QUICK_FOR_ONE;
      state.quick = 0;
      state.load += NEWEST * (asked - state.load);
      if (asked === 0 && state.load < FORGOTTEN) addresses.delete(address);
      else if (busy && addresses.size > 1 && state.load > (heaviest?.load ?? 0)) heaviest = state;
    }
  };
  return { look, isHeaviest: (state) => state === heaviest };
}

// A long answer, such as a stream of events, gives its place back while it goes on.
const placeOf = new WeakMap<ServerResponse, () => void>();

/** Gives back the place of a request whose answer goes on for long. It must have a limit of its own. */
export const leaveGate = (response: ServerResponse): void => placeOf.get(response)?.();

/**
 * Puts the gate before a server.
 * @param listener gets each request when it is its turn
 * @param atOnce answers what costs next to nothing, without a place; what it returns says whether it did
 * @returns whether so many requests of an address wait that no more should be read
 */
export function gate(
  server: Server,
  listener: RequestListener,
  atOnce: (request: IncomingMessage, response: ServerResponse) => boolean,
  addressOf: ClientAddress,
): (address: string) => boolean {
  const addresses = new Map<string, AddressState>();
  const { look, isHeaviest } = watchBusy(addresses);
  const mostOf = (state: AddressState): number => (isHeaviest(state) ? GATE.runningWhenBusy : GATE.runningPerAddress);
  /** How to leave, for every request that runs on a connection: one that breaks ends them all. */
  const leaving = new WeakMap<Socket, Set<() => void>>();
  /** Connections that were told once that they ask too much; the rest of what they sent gets no answer. */
  const refused = new WeakSet<Socket>();
  const onSocket = (socket: Socket): Set<() => void> => {
    let leaves = leaving.get(socket);
    if (!leaves) {
      const made = new Set<() => void>();
      socket.once('close', () => made.forEach((leave) => leave()));
      leaving.set(socket, (leaves = made));
    }
    return leaves;
  };
  const hasRoom = (state: AddressState, on: Socket): boolean =>
    state.running < mostOf(state) && onSocket(on).size < GATE.runningPerConnection;
  /** How many requests wait on each connection. */
  const waitingOn = new WeakMap<Socket, number>();
  const mayWait = ({ waiting }: AddressState, on: Socket): boolean =>
    waiting.length < GATE.waitingPerAddress && (waitingOn.get(on) ?? 0) < GATE.waitingPerConnection;
  /** Notes one more or one less. While as many wait as may, what else was sent in a row is not read. */
  const countWaiting = (on: Socket, more: 1 | -1): void => {
    const waiting = (waitingOn.get(on) ?? 0) + more;
    waitingOn.set(on, waiting);
    if (waiting === GATE.waitingPerConnection) stopReading(on);
    else if (more < 0 && waiting === GATE.waitingPerConnection - 1 && !refused.has(on)) readOn(on);
  };

  /** Lets in one that waits; the next on a later turn of the loop, so that other addresses come in between. */
  const letIn = (state: AddressState): void => {
    if (state.turn) return;
    state.turn = true;
    const soon = isHeaviest(state) ? (go: () => void) => setTimeout(go, GATE.pauseWhenBusyMs) : setImmediate;
    soon(() => {
      state.turn = false;
      look();
      state.waiting.splice(0, Infinity, ...state.waiting.filter(({ socket }) => !socket.destroyed));
      const first = state.waiting.findIndex(({ socket }) => hasRoom(state, socket));
      const [next] = first < 0 ? [] : state.waiting.splice(first, 1);
      if (next) countWaiting(next.socket, -1);
      next?.start();
      if (next && state.waiting.length > 0) letIn(state);
    });
  };

  /** Whether an address hears of it in words once more; otherwise its connection is cut, which costs the least. */
  const isTold = ({ refusals }: AddressState): boolean => {
    const now = performance.now();
    if (now - refusals.since > 1_000) Object.assign(refusals, { since: now, count: 0 });
    return ++refusals.count <= GATE.refusalsPerSecond;
  };

  server.on('request', (request, response) => {
    const address = addressOf(request);
    const { socket } = request;
    // Whatever came in the same piece as what was refused: it is not read, and the connection is about to end.
    if (refused.has(socket)) return;
    if (hasTwoHosts(request)) return refuseHosts(response);
    // Before the address is looked up: what is forgotten meanwhile would let it in twice.
    look();
    let state = addresses.get(address);
    if (!state)
      addresses.set(
        address,
        (state = { running: 0, quick: 0, waiting: [], load: 0, turn: false, refusals: { since: 0, count: 0 } }),
      );

    const mayStart = state.waiting.length === 0 && !isHeaviest(state);
    // An answer has no socket yet while an earlier one on its connection is being sent: what is sent in a row without
    // waiting takes places.
    if (mayStart && response.socket !== null && atOnce(request, response)) {
      state.quick++;
      return;
    }
    const start = (): void => {
      const running = onSocket(socket);
      const leave = (): void => {
        // An answer that comes before its request has ended holds its place until it has, or is cut.
        if (!request.complete && !socket.destroyed && response.writableFinished) return endOf(request, leave);
        if (!running.delete(leave)) return;
        state.running--;
        if (state.waiting.length > 0) letIn(state);
      };
      state.running++;
      running.add(leave);
      placeOf.set(response, leave);
      response.once('close', leave);
      if (declaredBytes(request) > REST_BYTES) sayEnd(request, response);
      listener(request, response);
    };
    // Whoever comes while others of the same address wait, waits behind them.
    if (mayStart && hasRoom(state, socket)) start();
    else if (mayWait(state, socket)) {
      state.waiting.push({ socket, start });
      countWaiting(socket, 1);
      letIn(state);
    } else {
      refused.add(socket);
      stopReading(socket);
      // A proxy's connection carries others' requests too.
      const isOwn = address === addressCounted(socket.remoteAddress ?? '');
      if (isTold(state) || !isOwn) refuse(socket, response);
      else socket.destroy();
    }
  });
  return (address) => (addresses.get(address)?.waiting.length ?? 0) >= GATE.crowd;
}

/** Reads nothing more of a connection. Node would read on after each answer, so it is kept from that. */
function stopReading(socket: Socket): void {
  socket.pause();
  socket.resume = () => socket;
}

function readOn(socket: Socket): void {
  // Its own again, as every socket has it.
  delete (socket as Partial<Socket>).resume;
  socket.resume();
}

/** How long a client has to take an answer before its connection is cut, while nothing of it is read. */
const LAST_WORDS_MS = 500;

/** How much of a request is still taken once it is answered: whoever sends little more may keep the connection. */
const REST_BYTES = 256 * 1024;
const REST_MS = 1_000;
const LOOK_AT_REST_MS = 10;

const declaredBytes = ({ headers }: IncomingMessage): number =>
  headers['transfer-encoding'] === undefined ? Number(headers['content-length'] ?? 0) : Infinity;

/**
 * Says with an answer that comes before its large request has ended that the connection ends too, so that nobody sends
 * another request on it. Node would cut it at once then; whoever still writes must be able to read the answer.
 */
function sayEnd(request: IncomingMessage, response: ServerResponse): void {
  const { socket } = request;
  const writeHead = response.writeHead.bind(response);
  // It is called as it was; its type has several forms.
  response.writeHead = ((...given: Parameters<typeof writeHead>) => {
    if (!request.complete) {
      response.setHeader('connection', 'close');
      socket.destroySoon = () => cutOff(socket);
    }
    return writeHead(...given);
  }) as typeof response.writeHead;
}

/** Waits for the rest of a small request that was answered already; one that takes long is cut. @param ended is told then */
function endOf(request: IncomingMessage, ended: () => void): void {
  const { socket } = request;
  const since = performance.now();
  const timer = setInterval(() => {
    const isOver = performance.now() - since > REST_MS;
    if (!request.complete && !socket.destroyed && !isOver) return;
    clearInterval(timer);
    if (request.complete || socket.destroyed) ended();
    else cutOff(socket);
  }, LOOK_AT_REST_MS);
  timer.unref();
}

/** Ends a connection on which more is sent than anybody wants to read. */
function cutOff(socket: Socket): void {
  stopReading(socket);
  socket.end();
  setTimeout(() => socket.destroy(), LAST_WORDS_MS).unref();
}

/** Of two hosts nobody could tell which one is meant (RFC 9112, 3.2). */
function hasTwoHosts({ rawHeaders }: IncomingMessage): boolean {
  let hosts = 0;
  for (let i = 0; i < rawHeaders.length; i += 2) {
    const name = sure(rawHeaders[i]);
    if (name.length === 4 && name.toLowerCase() === 'host') hosts++;
  }
  return hosts > 1;
}

function refuseHosts(response: ServerResponse): void {
  response
    .writeHead(400, { 'content-type': 'text/plain; charset=utf-8', connection: 'close' })
    .end('This request names more than one host. Send one Host header.\n');
}

function refuse(socket: Socket, response: ServerResponse): void {
  const sentence = 'Too many requests from this network address are waiting.';
  response.writeHead(429, { 'content-type': 'application/problem+json', 'retry-after': '2', connection: 'close' }).end(
    JSON.stringify({
      type: '/docs/problems/too-many-requests',
      title: 'too many requests',
      status: 429,
      detail: sentence,
      remedy: 'Wait for the answers to those you have sent.',
    }),
    () => cutOff(socket),
  );
}
