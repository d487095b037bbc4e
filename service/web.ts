/** What every app of the service shares: refusing foreign posts, telling a database that is away. */
import type { IncomingMessage } from 'node:http';
import { constants } from 'node:zlib';
import compression from 'compression';
import type { NextFunction, Request, Response } from 'express';
import { LRUCache } from 'lru-cache';
import { Problem } from '@parlour/core';
import { hadNoEffect, hasCrossed, isDatabaseAway, isDiskFull, tookTooLong } from './records/database-faults.js';

/** The host name a request is for, without its port and in small letters: names have no case (RFC 9110, 4.2.3). */
export function hostOf({ headers: { host = '' } }: IncomingMessage): string {
  let name = hostNames.get(host);
  if (name === undefined) {
    name = host.replace(/:\d+$/, '').toLowerCase();
    if (host.length < 300) hostNames.set(host, name);
  }
  return name;
}
// Every request asks, and there are only so many hosts.
const hostNames = new LRUCache<string, string>({ max: 2_000 });

/**
 * Compresses what is sent while it is made, fast rather than small. Events are left alone: each must go at once, and a
 * compressor would hold it back.
 */
export const compressed = compression({
  level: 1,
  brotli: { params: { [constants.BROTLI_PARAM_QUALITY]: 1 } },
  filter: (request, response) =>
    !String(response.getHeader('content-type')).startsWith('text/event-stream') &&
    compression.filter(request, response),
});

/** Refuses anything that changes state and comes from a page of another origin. Programs send no Origin. */
export function sameOriginOnly(request: Request, _response: Response, next: NextFunction): void {
  if (request.method === 'GET' || request.method === 'HEAD') return next();
  const { origin, host } = request.headers;
  const site = request.headers['sec-fetch-site'];
  const foreign =
    (origin !== undefined && origin.replace(/^https?:\/\//, '').toLowerCase() !== host?.toLowerCase()) ||
    (site !== undefined && site !== 'same-origin' && site !== 'none');
  if (foreign)
    throw new Problem('foreign-origin', 'This was sent from a page of another site and has been refused.', {
      remedy: 'Do it on the site itself.',
    });
  next();
}

/**
 * A fault of the database that passes, as a refusal in words; null for faults of our own.
 * @param reads true for a request that changes nothing anyway
 */
export function passingProblem(error: unknown, { reads }: { readonly reads: boolean }): Problem | null {
  if (isDatabaseAway(error))
    return new Problem('database-away', 'The database cannot be reached right now.', {
      remedy:
        reads || hadNoEffect(error)
          ? 'Nothing was changed. Try again in a few seconds.'
          : 'It was lost while this was being saved, so it may have been done or not. Look, then try again: edits of one unit, and what is created with one Idempotency-Key, are never done twice.',
      retryAfter: 5,
    });
  if (isDiskFull(error))
    return new Problem('disk-full', 'The database has no room left on its disk, so nothing was changed.', {
      remedy: 'Whoever runs this Parlour must make room; then try again.',
      retryAfter: 60,
    });
  if (tookTooLong(error))
    return new Problem('took-too-long', 'This took too long and was stopped; nothing was changed.', {
      remedy: 'Ask for less at once, or try again in a moment.',
      retryAfter: 10,
    });
  if (hasCrossed(error))
    return new Problem('busy', 'Too many people are changing the same thing right now; nothing was changed.', {
      remedy: 'Try again in a moment.',
      retryAfter: 2,
    });
  return null;
}

/** Whether a request changes nothing (RFC 9110, 9.2.1). */
export const readsOnly = ({ method }: Pick<Request, 'method'>): boolean => method === 'GET' || method === 'HEAD';
