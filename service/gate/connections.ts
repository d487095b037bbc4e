/**
 * Connections: how many one address may hold, and the cutting of those who ask and do not read. What waits for them
 * is memory that everybody shares.
 */
import type { Server } from 'node:http';
import type { Socket } from 'node:net';
import { addressCounted } from '../accounts/address.js';

export const CONNECTIONS = {
  most: 4_000,
  perAddress: 200,
  /** How long a connection may stay without having sent anything. */
  silentMs: 10_000,
  /**
   * How long it may rest between two requests: longer than proxies keep theirs, since whoever ends a connection first
   * cuts what is asked on it at that moment.
   */
  restMs: 65_000,
  /** How long an answer may wait without its reader taking this much of it. */
  slowMs: 10_000,
  slowBytes: 20_000,
  /** Bytes that wait for all readers together; beyond it the slowest are cut. */
  waitingBytes: 64 * 1024 * 1024,
} as const;

const LOOK_EVERY_MS = 1_000;
/** How long the connections of a crowded address wait before it is looked at again. */
const CROWDED_MS = 20;

/** The connections of one address. */
interface AddressConnections {
  open: number;
  /** Those that have sent something and are not read yet. */
  readonly unread: Set<Socket>;
  /** Whether the next of them will be read on a later turn of the loop. */
  turn: boolean;
}

interface Connection {
  readonly opened: number;
  isRead: boolean;
  /** Bytes that waited when its reader last took enough, and when that was. */
  waiting: number;
  since: number;
}

/**
 * Watches the connections of a server until it closes: what hundreds of them ask at the same moment is read one after
 * another, one on each turn of the loop, and what is refused costs next to nothing.
 * @param server with its listeners for connections; they hear of a connection when it is to be read
 * @param isProxy connections that stand for many clients
 * @param isCrowded addresses of which so many requests wait that more are not read for now
 */
export function watchConnections(
  server: Server,
  isProxy: (address: string) => boolean,
  isCrowded: (address: string) => boolean,
): void {
  const connections = new Map<Socket, Connection>();
  const addresses = new Map<string, AddressConnections>();
  // What listens for connections is given a socket (Node’s `net.Server`).
  const listeners = server.listeners('connection') as ((socket: Socket) => void)[];
  const read = (socket: Socket, connection: Connection): void => {
    connection.isRead = true;
    for (const listener of listeners) listener.call(server, socket);
    socket.resume();
  };
  const readNext = (address: string, all: AddressConnections): void => {
    if (all.turn || all.unread.size === 0) return;
    all.turn = true;
    const soon = isCrowded(address) ? (go: () => void) => setTimeout(go, CROWDED_MS).unref() : setImmediate;
    soon(() => {
      all.turn = false;
      const [socket] = all.unread;
      const connection = socket && connections.get(socket);
      if (connection && !isCrowded(address)) {
        all.unread.delete(socket);
        read(socket, connection);
      }
      readNext(address, all);
    });
  };
  server.maxConnections = CONNECTIONS.most;
  server.removeAllListeners('connection').on('connection', (socket: Socket) => {
    const from = socket.remoteAddress ?? '';
    const address = addressCounted(from);
    const all = addresses.get(address) ?? { open: 0, unread: new Set(), turn: false };
    const isLimited = !isProxy(from);
    if (isLimited && all.open >= CONNECTIONS.perAddress) return void socket.destroy();
    const connection = { opened: Date.now(), isRead: false, waiting: 0, since: Date.now() };
    all.open++;
    addresses.set(address, all);
    connections.set(socket, connection);
    socket.once('close', () => {
      connections.delete(socket);
      all.unread.delete(socket);
      if (--all.open === 0) addresses.delete(address);
    });
    if (!isLimited) return read(socket, connection);
    socket.on('error', () => socket.destroy());
    socket.once('readable', () => {
      all.unread.add(socket);
      readNext(address, all);
    });
  });
  const timer = setInterval(() => {
    cutSilent(connections, Date.now(), server.listening);
    cutSlow(connections, Date.now());
  }, LOOK_EVERY_MS);
  timer.unref();
  server.on('close', () => clearInterval(timer));
}

/** Cuts those that say nothing; when the server ends, at once. */
function cutSilent(connections: ReadonlyMap<Socket, Connection>, now: number, isListening: boolean): void {
  for (const [socket, { isRead, opened }] of connections) {
    const isSilent = socket.readableLength === 0 && now - opened > CONNECTIONS.silentMs;
    if (!isRead && (isSilent || !isListening)) socket.destroy();
  }
}

function cutSlow(connections: ReadonlyMap<Socket, Connection>, now: number): void {
  let total = 0;
  const waiting: Socket[] = [];
  for (const [socket, reader] of connections) {
    const bytes = socket.writableLength;
    // Nothing waits, or enough was read, or something new was written meanwhile: the time begins anew.
    if (bytes === 0 || bytes > reader.waiting || reader.waiting - bytes >= CONNECTIONS.slowBytes) {
      reader.waiting = bytes;
      reader.since = now;
    } else if (now - reader.since > CONNECTIONS.slowMs) {
      socket.destroy();
      continue;
    }
    if (bytes > 0) waiting.push(socket);
    total += bytes;
  }
  waiting.sort((a, b) => b.writableLength - a.writableLength);
  for (const socket of waiting) {
    if (total <= CONNECTIONS.waitingBytes) return;
    total -= socket.writableLength;
    socket.destroy();
  }
}
