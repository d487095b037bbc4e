/**
 * What happens to a design, as server-sent events: edits, publishes, merges, and who is there. An event's id is the
 * sequence number of the log, so that `Last-Event-ID` brings what was missed, without a gap.
 */
import type { Request, Response } from 'express';
import { Problem } from '@parlour/core';
import { routes } from '@parlour/contract';
import { follow } from '../publishing/feed.js';
import { present } from '../records/presence.js';
import { leaveGate } from '../gate/gate.js';
import { onNews, signal, type Topic } from '../records/signals.js';
import { callerOf, implement, type Api, type Caller } from './implement.js';

/** Streams that one person may have open at one process. */
const MOST_STREAMS = 30;
const BEAT_MS = 15_000;
/** What a client that does not read may leave waiting before it is cut; it comes back with its last id. */
const MOST_WAITING = 4 * 1024 * 1024;

export function eventRoutes(api: Api): void {
  const { db, router } = api;

  router.get(routes.events.path.replace(/\{(\w+)\}/g, ':$1'), async (request: Request, response: Response) => {
    // The path of the route names store and design.
    const caller = (await callerOf(api, routes.events, request, new Date())) as Caller;
    await stream(api, caller, request, response);
  });

  implement(api, routes.bePresent, async ({ design, account, body, now }) => {
    await present(db, design.id, account, now, body.page);
    await signal(db, `design ${design.id}`);
    return { done: true };
  });
}

async function stream(api: Api, caller: Caller, request: Request, response: Response): Promise<void> {
  const { db } = api;
  const { design, account, store } = caller;
  const after = startOf(request);
  const leave = enter(api, account.id);
  // It goes on for long, and has its own limit.
  leaveGate(response);
  let closed = false;
  let unfollow = (): void => undefined;
  const write = (text: string): void => {
    if (closed) return;
    response.write(text);
    if (response.writableLength > MOST_WAITING) response.destroy();
  };
  /** Whoever was signed out or left the team meanwhile hears nothing more. */
  const recheck = (): Promise<boolean> =>
    callerOf(api, routes.events, request, new Date()).then(
      () => true,
      (error: unknown) => {
        if (error instanceof Problem) response.end();
        return false;
      },
    );
  const beat = setInterval(() => {
    write(': still here\n\n');
    void recheck().then((may) =>
      may ? present(db, design.id, account, new Date()).catch(() => undefined) : undefined,
    );
  }, BEAT_MS);
  const offs = [`team ${store.id}`, `account ${account.id}`].map((topic) =>
    // One of the topics that are listed above.
    onNews(db, topic as Topic, () => void recheck()),
  );
  response.on('close', () => {
    closed = true;
    unfollow();
    offs.forEach((off) => off());
    leave();
    clearInterval(beat);
  });
  response.set({
    'content-type': 'text/event-stream; charset=utf-8',
    'cache-control': 'no-store',
    'x-accel-buffering': 'no',
  });
  write('retry: 1000\n\n');
  try {
    unfollow = await follow(db, design.id, after, {
      happened: ({ authorId: _who, at, ...entry }) =>
        write(
          `id: ${entry.seq}\nevent: ${entry.type}\ndata: ${JSON.stringify({ ...entry, at: at.toISOString() })}\n\n`,
        ),
      people: (there) => write(`event: presence\ndata: ${JSON.stringify(there)}\n\n`),
    });
    if (closed) return unfollow();
    await present(db, design.id, account, new Date());
    await signal(db, `design ${design.id}`);
  } catch {
    // The database is away. Cut, the client comes back by itself with the last id it has seen.
    response.destroy();
  }
}

/** Streams that are open in this process, by person. */
const openStreams = new WeakMap<Api, Map<number, number>>();

/** Counts a stream of a person. @returns takes it off again @throws Problem `too-many-streams` */
function enter(api: Api, accountId: number): () => void {
  const open = openStreams.get(api) ?? new Map<number, number>();
  openStreams.set(api, open);
  const count = open.get(accountId) ?? 0;
  if (count >= MOST_STREAMS)
    throw new Problem('too-many-streams', `You already have ${count} event streams open.`, {
      remedy: 'Close a window or a program that listens, or read the log instead.',
    });
  open.set(accountId, count + 1);
  return () => {
    const left = (open.get(accountId) ?? 1) - 1;
    if (left === 0) open.delete(accountId);
    else open.set(accountId, left);
  };
}

/** The id of the last event the client has seen; null to begin now. */
function startOf(request: Request): number | null {
  const last =
    request.header('last-event-id') ??
    (typeof request.query['after'] === 'string' ? request.query['after'] : undefined);
  if (last === undefined || last === '') return null;
  if (!/^\d{1,15}$/.test(last))
    throw new Problem('bad-input', `“${last.slice(0, 40)}” is not the id of an event.`, {
      place: 'last-event-id',
      remedy: 'Give the id of the last event you have seen, or none.',
    });
  return Number(last);
}
