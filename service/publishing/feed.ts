/**
 * What is new in a design, read once in each process for everybody who follows it: however many listen, a signal costs
 * two statements.
 */
import { perDatabase, type Database } from '../records/database.js';
import { designById } from '../records/designs.js';
import { eventsAfter, type LogEvent } from '../records/log.js';
import { peopleAt, type Present } from '../records/presence.js';
import { onSignal } from '../records/signals.js';

const BATCH = 200;

export interface Follower {
  /** A log entry; they come in order, none twice and none left out. */
  happened(entry: LogEvent): void;
  /** Who is there, when that has changed. */
  people(there: readonly Present[]): void;
}

interface Feed {
  /** Every follower has been given the log up to here. */
  at: number;
  there: readonly Present[];
  readonly followers: Set<Follower>;
  stop(): void;
}

const feedsOf = perDatabase(() => new Map<number, Promise<Feed>>());

/**
 * Follows a design until the returned function is called.
 * @param after the last entry the follower has seen; null to begin now
 * @throws what the database throws; nothing is followed then
 */
export async function follow(
  db: Database,
  designId: number,
  after: number | null,
  follower: Follower,
): Promise<() => void> {
  const feed = await feedOf(db, designId);
  let seq = after ?? feed.at;
  // Entries that come while the missed ones are read wait for their turn.
  let waiting: LogEvent[] | null = [];
  const give = (entry: LogEvent): void => {
    if (entry.seq <= seq) return;
    seq = entry.seq;
    follower.happened(entry);
  };
  const mine: Follower = {
    happened: (entry) => (waiting ? void waiting.push(entry) : give(entry)),
    people: (there) => follower.people(there),
  };
  const leave = (): void => {
    feed.followers.delete(mine);
    if (feed.followers.size === 0) feed.stop();
  };
  feed.followers.add(mine);
  try {
    follower.people(feed.there);
    for (let missed = seq < feed.at ? BATCH : 0; missed === BATCH;) {
      const entries = await eventsAfter(db, designId, seq, BATCH);
      entries.forEach(give);
      missed = entries.length;
    }
    waiting.forEach(give);
    waiting = null;
    return leave;
  } catch (error) {
    leave();
    throw error;
  }
}

async function feedOf(db: Database, designId: number): Promise<Feed> {
  const feeds = feedsOf(db);
  for (;;) {
    const known = feeds.get(designId);
    const opening = known ?? openFeed(db, designId, () => feeds.delete(designId));
    if (!known) feeds.set(designId, opening);
    try {
      const feed = await opening;
      // The last follower may have left while this one waited.
      if (feeds.get(designId) === opening) return feed;
    } catch (error) {
      if (feeds.get(designId) === opening) feeds.delete(designId);
      throw error;
    }
  }
}

async function openFeed(db: Database, designId: number, closed: () => void): Promise<Feed> {
  let reading = false;
  let again = false;
  const read = async (): Promise<void> => {
    again = true;
    if (reading) return;
    reading = true;
    try {
      while (again) {
        again = false;
        await readOn(db, designId, feed);
      }
    } catch {
      // The database is away; the next signal reads on from the same place.
    } finally {
      reading = false;
    }
  };
  const off = onSignal(db, `design ${designId}`, () => void read());
  const feed: Feed = {
    at: 0,
    there: [],
    followers: new Set(),
    stop() {
      off();
      closed();
    },
  };
  try {
    feed.at = (await designById(db, designId)).draftSeq;
    feed.there = await peopleAt(db, designId, new Date());
    return feed;
  } catch (error) {
    off();
    throw error;
  }
}

async function readOn(db: Database, designId: number, feed: Feed): Promise<void> {
  for (let some = BATCH; some === BATCH && feed.followers.size > 0;) {
    const entries = await eventsAfter(db, designId, feed.at, BATCH);
    for (const entry of entries) {
      feed.at = entry.seq;
      for (const follower of feed.followers) follower.happened(entry);
    }
    some = entries.length;
  }
  const there = await peopleAt(db, designId, new Date());
  if (JSON.stringify(there) === JSON.stringify(feed.there)) return;
  feed.there = there;
  for (const follower of feed.followers) follower.people(there);
}
