/** What every app of the service shares: refusing foreign posts, telling a database that is away. */
import type { NextFunction, Request, Response } from 'express';
import { Problem } from '@parlour/core';

/** Refuses anything that changes state and comes from a page of another origin. Programs send no Origin. */
export function sameOriginOnly(request: Request, _response: Response, next: NextFunction): void {
  if (request.method === 'GET' || request.method === 'HEAD') return next();
  const { origin, host } = request.headers;
  const site = request.headers['sec-fetch-site'];
  const foreign =
    (origin !== undefined && origin.replace(/^https?:\/\//, '') !== host) ||
    (site !== undefined && site !== 'same-origin' && site !== 'none');
  if (foreign)
    throw new Problem('foreign-origin', 'This was sent from a page of another site and has been refused.', {
      remedy: 'Do it on the site itself.',
    });
  next();
}

// Class 08 (connection), 57P (shutting down, cannot connect now), 53300 (too many connections), 55000 (the database
// accepts no connections), and the socket's own errors.
const AWAY = /^(08|57P|53300|55000|ECONN|EPIPE|ETIMEDOUT|ENOENT)/;

/** True for an error that means PostgreSQL cannot be reached right now. */
export function isDatabaseAway(error: unknown): boolean {
  const { code, message } = (error ?? {}) as { code?: unknown; message?: unknown };
  return (
    (typeof code === 'string' && AWAY.test(code)) ||
    (typeof message === 'string' && /Connection terminated|timeout exceeded when trying to connect/.test(message))
  );
}
