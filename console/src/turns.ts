/** Answers do not always come in the order they were asked for in: an earlier one may come last. */

/**
 * Takes turns in asking for the same thing.
 * @returns takes a turn, when something is asked for; what that returns is called once, when the answer is there, and
 * says whether it still counts: not if a later one has overtaken it
 * @example
 * const ask = takingTurns();
 * async function load() {
 *   const counts = ask();
 *   const answer = await call(routes.listPages);
 *   if (counts()) pages.value = answer.pages;
 * }
 */
export function takingTurns(): () => () => boolean {
  let asked = 0;
  let answered = 0;
  return () => {
    const turn = ++asked;
    return () => {
      if (turn < answered) return false;
      answered = turn;
      return true;
    };
  };
}
