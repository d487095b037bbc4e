/** Errors as problem details (RFC 9457). */
import type { NextFunction, Request, Response } from 'express';
import { Problem, problemStatus, isRecord } from '@parlour/core';
import { logFault } from '../faults.js';
import { passingProblem, readsOnly } from '../web.js';

/** Express tells an error handler by its four parameters. */
export function sayProblem(error: unknown, request: Request, response: Response, _next: NextFunction): void {
  const problem = asProblem(error, readsOnly(request));
  const { code, message, place, remedy, retryAfter } = problem;
  if (code === 'broken') logFault(request.log, error, 'a request failed');
  else if (problem !== error && problemStatus(code) === 503) logFault(request.log, error, `a request failed: ${code}`);
  const status = problemStatus(code);
  if (retryAfter !== undefined) response.set('retry-after', String(retryAfter));
  response
    .status(status)
    .type('application/problem+json')
    .send(
      JSON.stringify({
        type: `/docs/problems/${code}`,
        title: code.replaceAll('-', ' '),
        status,
        detail: message,
        ...(place ? { place } : {}),
        ...(remedy ? { remedy } : {}),
      }),
    );
}

function asProblem(error: unknown, reads: boolean): Problem {
  if (error instanceof Problem) return error;
  const passing = passingProblem(error, { reads });
  if (passing) return passing;
  const { type, status, code } = isRecord(error) ? error : {};
  switch (type) {
    case 'entity.too.large':
      return new Problem('too-large', 'The body is too large.', {
        place: 'body',
        remedy: 'JSON may have 1 MB, a picture 20 MB.',
      });
    case 'entity.parse.failed':
      return new Problem('not-json', 'The body is not JSON.', {
        place: 'body',
        remedy: 'Send JSON with the content type application/json.',
      });
  }
  // Text that PostgreSQL refuses; the door lets none through, so this is a second lock.
  if (code === '22021' || code === '22P05')
    return new Problem('bad-text', 'A text contains a character that cannot be stored.', {
      remedy: 'Leave out NUL and half characters.',
    });
  if (typeof status === 'number' && status >= 400 && status < 500)
    return new Problem('bad-input', 'The request cannot be read.', {
      place: 'request',
      remedy: 'Check its path, headers and body.',
    });
  return new Problem('broken', 'Something went wrong on our side.', {
    remedy: 'Nothing was changed. Try again; if it happens again, look in the log of the service.',
  });
}
