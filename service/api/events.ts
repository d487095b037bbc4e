/**
 * What happens to a design, as server-sent events: edits, publishes, merges, and who is there. An event's id is the
 * sequence number of the log, so that `Last-Event-ID` brings what was missed, without a gap.
 */
import type { Request, Response } from 'express';
import { Problem } from '@parlour/core';
import { routes } from '@parlour/contract';
import { present, peopleAt } from '../records/presence.js';
import { logAfter } from '../records/log.js';
import { onSignal, signal } from '../records/signals.js';
import { designById } from '../records/designs.js';
import { callerOf, implement, type Api, type Caller } from './implement.js';

const BATCH = 200;
const BEAT_MS = 15_000;
/** What a client that does not read may leave waiting before it is cut; it comes back with its last id. */
const MOST_WAITING = 4 * 1024 * 1024;

export function eventRoutes(api: Api): void {
  const { db, router } = api;

  router.get(routes.events.path.replace(/\{(\w+)\}/g, ':$1'), async (request: Request, response: Response) => {
    const caller = (await callerOf(api, routes.events, request)) as Caller;
    await stream(api, caller, request, response);
  });

  implement(api, routes.bePresent, async ({ design, account, body }) => {
    await present(db, design.id, account, body.page);
    await signal(db, design.id);
    return { done: true };
  });
}

async function stream({ db }: Api, { design, account }: Caller, request: Request, response: Response): Promise<void> {
  let seq = await startOf(request, async () => (await designById(db, design.id)).draftSeq);
  response.set({
    'content-type': 'text/event-stream; charset=utf-8',
    'cache-control': 'no-store',
    'x-accel-buffering': 'no',
  });
  response.flushHeaders();
  let people = '';
  let busy = false;
  let again = false;
  let closed = false;

  const write = (text: string): void => {
    if (closed) return;
    response.write(text);
    if (response.writableLength > MOST_WAITING) response.destroy();
  };
  const catchUp = async (): Promise<void> => {
    if (busy) {
      again = true;
      return;
    }
    busy = true;
    try {
      do {
        again = false;
        for (let some = BATCH; some === BATCH && !closed;) {
          const events = await logAfter(db, design.id, seq, BATCH);
          for (const { seq: id, authorId: _who, at, ...entry } of events) {
            write(
              `id: ${id}\nevent: ${entry.type}\ndata: ${JSON.stringify({ seq: id, ...entry, at: at.toISOString() })}\n\n`,
            );
            seq = id;
          }
          some = events.length;
        }
        const there = JSON.stringify(await peopleAt(db, design.id, new Date()));
        if (there !== people) write(`event: presence\ndata: ${(people = there)}\n\n`);
      } while (again && !closed);
    } catch {
      // The database is away; the next signal tries again.
    } finally {
      busy = false;
    }
  };

  const off = onSignal(db, design.id, () => void catchUp());
  const beat = setInterval(() => {
    write(': still here\n\n');
    void present(db, design.id, account).catch(() => undefined);
  }, BEAT_MS);
  response.on('close', () => {
    closed = true;
    off();
    clearInterval(beat);
  });
  write('retry: 1000\n\n');
  await present(db, design.id, account).catch(() => undefined);
  await signal(db, design.id);
  await catchUp();
}

/** Where to go on: after the last event the client has seen, or from now. */
async function startOf(request: Request, now: () => Promise<number>): Promise<number> {
  const last =
    request.header('last-event-id') ??
    (typeof request.query['after'] === 'string' ? request.query['after'] : undefined);
  if (last === undefined || last === '') return now();
  if (!/^\d{1,15}$/.test(last))
    throw new Problem('bad-input', `“${last.slice(0, 40)}” is not the id of an event.`, {
      place: 'last-event-id',
      remedy: 'Give the id of the last event you have seen, or none.',
    });
  return Number(last);
}
