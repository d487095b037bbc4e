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
  /** Of those, how many are read as they come; further ones are read one on each turn of the loop. */
  readAtOnce: 24,
  /** How long an answer may wait without its reader taking this much of it. */
  slowMs: 10_000,
  slowBytes: 20_000,
  /** Bytes that wait for all readers together; beyond it the slowest are cut. */
  waitingBytes: 64 * 1024 * 1024,
} as const;

const LOOK_EVERY_MS = 1_000;

interface AddressConnections {
  open: number;
  /** Connections that are not read yet. */
  readonly unread: Socket[];
}

interface Reader {
  /** Bytes that waited when it last took enough. */
  waiting: number;
  since: number;
}

/** Watches the connections of a server until it closes. @param isProxy connections that stand for many clients */
export function watchConnections(server: Server, isProxy: (address: string) => boolean): void {
  const readers = new Map<Socket, Reader>();
  const addresses = new Map<string, AddressConnections>();
  server.maxConnections = CONNECTIONS.most;
  server.on('connection', (socket: Socket) => {
    const from = socket.remoteAddress ?? '';
    const address = addressCounted(from);
    const all = addresses.get(address) ?? { open: 0, unread: [] };
    if (!isProxy(from)) {
      if (all.open >= CONNECTIONS.perAddress) return void socket.destroy();
      if (all.open >= CONNECTIONS.readAtOnce) readLater(socket, all.unread);
    }
    all.open++;
    addresses.set(address, all);
    readers.set(socket, { waiting: 0, since: Date.now() });
    socket.once('close', () => {
      readers.delete(socket);
      if (--all.open === 0) addresses.delete(address);
    });
  });
  const timer = setInterval(() => cutSlow(readers, Date.now()), LOOK_EVERY_MS);
  timer.unref();
  server.on('close', () => clearInterval(timer));
}

/** What hundreds of connections ask at the same moment is taken in turns with what others ask. */
function readLater(socket: Socket, unread: Socket[]): void {
  socket.pause();
  unread.push(socket);
  if (unread.length > 1) return;
  const next = (): void => {
    unread.shift()?.resume();
    if (unread.length > 0) setImmediate(next);
  };
  setImmediate(next);
}

function cutSlow(readers: ReadonlyMap<Socket, Reader>, now: number): void {
  let total = 0;
  const waiting: Socket[] = [];
  for (const [socket, reader] of readers) {
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
