/** Small things known by a code, such as titles: asked for together when they are shown, and anew after each change. */
import { reactive, ref, watch } from 'vue';
import { attempt, session } from './api';

/** A thing as it was after so many changes; undefined where there is no such thing. */
interface Known<T> {
  readonly thing: T | undefined;
  readonly asked: number;
}

/** So many codes fit into one question. */
const MOST = 100;

const changes = ref(0);
watch(
  () => session.changes,
  () => changes.value++,
);
const place = (): string => `${session.store?.slug ?? ''} ${session.design}`;

/**
 * @param ask answers the things of some codes; those that it leaves out do not exist
 * @returns what a code stands for, undefined until it is known; it may be called wherever something is drawn
 */
export function askedTogether<T extends object>(
  ask: (codes: readonly string[]) => Promise<ReadonlyMap<string, T>>,
): (code: string) => T | undefined {
  const known = reactive(new Map<string, Known<T>>()) as Map<string, Known<T>>;
  const wanted = new Set<string>();
  watch(place, () => known.clear());

  async function askAll(): Promise<void> {
    const codes = [...wanted];
    wanted.clear();
    const [asked, here] = [changes.value, place()];
    for (let at = 0; at < codes.length; at += MOST) {
      const some = codes.slice(at, at + MOST);
      const found = await ask(some);
      if (here !== place()) return;
      for (const code of some) {
        // An answer that a later one has overtaken is passed over.
        if ((known.get(code)?.asked ?? -1) > asked) continue;
        known.set(code, { thing: found.get(code), asked });
      }
    }
  }

  return (code) => {
    const found = known.get(code);
    // What is not shown any more is not asked for again.
    if (found?.asked !== changes.value) {
      if (wanted.size === 0) setTimeout(() => void attempt(askAll));
      wanted.add(code);
    }
    return found?.thing;
  };
}
