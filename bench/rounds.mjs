/** Alternated rounds: A B A B …, so that a machine whose speed drifts treats both alike. */
export const ROUNDS = 7;

export const median = (numbers) => [...numbers].sort((a, b) => a - b)[numbers.length >> 1];

/**
 * @param {Record<string, () => Promise<number> | number>} contenders each answers one figure a round
 * @returns {Promise<Record<string, number>>} the median of each
 */
export async function alternate(contenders) {
  const found = Object.fromEntries(Object.keys(contenders).map((name) => [name, []]));
  for (let round = -1; round < ROUNDS; round++) {
    for (const [name, run] of Object.entries(contenders)) {
      const figure = await run();
      if (round >= 0) found[name].push(figure); // the first round warms up
    }
  }
  return Object.fromEntries(Object.entries(found).map(([name, figures]) => [name, median(figures)]));
}
