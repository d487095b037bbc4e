/** What pages are called, by their codes: asked for together when they are shown, and anew after each change. */
import { reactive, ref, watch } from 'vue';
import { routes } from '@parlour/contract';
import { attempt, call, session } from './api';

/** The title of a page as it was after so many changes. */
interface Known {
  readonly title: string;
  readonly asked: number;
}

const known = reactive(new Map<string, Known>());
const wanted = new Set<string>();
const changes = ref(0);
/** So many codes fit into one question. */
const MOST = 100;

const place = (): string => `${session.store?.slug ?? ''} ${session.design}`;
watch(place, () => known.clear());
watch(
  () => session.changes,
  () => changes.value++,
);

/** The title of a page; its code until it is known, or where there is no such page. */
export function titleOfPage(code: string): string {
  const found = known.get(code);
  // What is not shown any more is not asked for again.
  if (found?.asked !== changes.value) want(code);
  return found?.title ?? code;
}

function want(code: string): void {
  if (wanted.size === 0) setTimeout(() => void attempt(ask));
  wanted.add(code);
}

async function ask(): Promise<void> {
  const codes = [...wanted];
  wanted.clear();
  const [asked, here] = [changes.value, place()];
  for (let at = 0; at < codes.length; at += MOST) {
    const some = codes.slice(at, at + MOST);
    const { pages } = await call(routes.listPages, { query: { pages: some.join(','), limit: MOST } });
    if (here !== place()) return;
    for (const code of some) {
      // An answer that a later one has overtaken is passed over; a page that is gone keeps its code.
      if ((known.get(code)?.asked ?? -1) > asked) continue;
      known.set(code, { title: pages.find(({ page }) => page === code)?.title ?? code, asked });
    }
  }
}
