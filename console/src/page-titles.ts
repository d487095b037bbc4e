/** What pages are called, by their codes: asked for together when they are shown first, and anew after each change. */
import { reactive, watch } from 'vue';
import { routes } from '@parlour/contract';
import { attempt, call, session } from './api';
import { takingTurns } from './turns';

const known = reactive(new Map<string, string>());
const wanted = new Set<string>();
/** So many codes fit into one question. */
const MOST = 100;

const place = (): string => `${session.store?.slug ?? ''} ${session.design}`;
watch(place, () => known.clear());
watch(
  () => session.changes,
  () => [...known.keys()].forEach(want),
);

/** The title of a page; its code until it is known, or where there is no such page. */
export function titleOfPage(code: string): string {
  const title = known.get(code);
  if (title === undefined) want(code);
  return title ?? code;
}

function want(code: string): void {
  if (wanted.size === 0) setTimeout(() => void attempt(askForWanted));
  wanted.add(code);
}

const ask = takingTurns();
async function askForWanted(): Promise<void> {
  const codes = [...wanted];
  wanted.clear();
  const [counts, here] = [ask(), place()];
  for (let at = 0; at < codes.length; at += MOST) {
    const some = codes.slice(at, at + MOST);
    const { pages } = await call(routes.listPages, { query: { pages: some.join(','), limit: MOST } });
    if (here !== place() || !counts()) return;
    // Those that are gone keep their code, so that they are not asked for again and again.
    for (const code of some) known.set(code, pages.find(({ page }) => page === code)?.title ?? code);
  }
}
