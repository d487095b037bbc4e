/** Tokens that open the preview of one design, of its draft or of a revision, and expire. Signed, so that nothing is kept for them. */
import { createHmac, timingSafeEqual } from 'node:crypto';
import type { Records } from '../records/database.js';
import { secretOf } from '../records/secrets.js';

/** How long one works. */
export const PREVIEW_HOURS = 12;

export interface PreviewRight {
  readonly store: string;
  readonly design: string;
  /** The id of the account that made it. */
  readonly by: number;
  /** A published state; absent for the draft. */
  readonly revision?: number;
  /** The code of the template that the page is shown with; the one it has if absent. */
  readonly template?: string;
  /** What the scenario it is shown in is kept under; none if absent. */
  readonly scenario?: string;
  /** Milliseconds since 1970. */
  readonly expires: number;
}

const sign = (payload: string, key: Buffer): Buffer => createHmac('sha256', key).update(payload).digest();

export async function previewToken(db: Records, right: PreviewRight): Promise<string> {
  const payload = Buffer.from(JSON.stringify(right)).toString('base64url');
  return `${payload}.${sign(payload, await secretOf(db, 'preview')).toString('base64url')}`;
}

/** The right a token gives, or null if it is forged, broken or expired. */
export async function readPreviewToken(db: Records, token: string, now: number): Promise<PreviewRight | null> {
  const [payload = '', signature = ''] = token.split('.');
  const expected = sign(payload, await secretOf(db, 'preview'));
  const given = Buffer.from(signature, 'base64url');
  if (given.length !== expected.length || !timingSafeEqual(given, expected)) return null;
  // Its signature says that it was written here.
  const right = JSON.parse(Buffer.from(payload, 'base64url').toString()) as PreviewRight;
  return right.expires > now ? right : null;
}
