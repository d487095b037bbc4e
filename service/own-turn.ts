/** Work that takes many milliseconds at a stretch: each piece on a turn of the loop of its own, others come in between. */
import { setTimeout as pause } from 'node:timers/promises';

let last: Promise<unknown> = Promise.resolve();

/**
 * Waits until it is the turn of a long piece of work: never two of them without a pause in which everybody else is
 * answered, however many were asked for at the same moment.
 * @example
 * if (edits.length > MANY) await ownTurn();
 * applyRequests(edits, draft, tools);
 */
export function ownTurn(): Promise<void> {
  // A pause lets what has arrived meanwhile be read and answered; a turn alone would only let it in.
  const turn = last.then(() => pause(PAUSE_MS));
  last = turn;
  return turn;
}
const PAUSE_MS = 2;
