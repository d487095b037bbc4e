/** What a list is narrowed and sorted by stands in the web address: a reload, Back and a link to it keep it. */
import { ref, watch, type Ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';

/** What will be written together: filters may be cleared all at once. */
let waiting: Record<string, string | undefined> = {};
let writing = 0;

/**
 * A value that the web address holds behind `?`; null if there is none, as where a field was cleared.
 * @example
 * const search = inAddress('search');
 */
export function inAddress<T extends string>(name: string): Ref<T | null> {
  const route = useRoute();
  const router = useRouter();
  const { path } = route;
  const written = (): T | null => (typeof route.query[name] === 'string' ? (route.query[name] as T) : null);
  const value = ref(written()) as Ref<T | null>;
  const write = async (): Promise<void> => {
    const query = { ...route.query, ...waiting };
    waiting = {};
    writing++;
    try {
      await router.replace({ query });
    } finally {
      writing--;
    }
  };
  watch(value, (now) => {
    if ((now || null) === written()) return;
    if (Object.keys(waiting).length === 0) queueMicrotask(() => void write());
    waiting[name] = now || undefined;
  });
  // Back and forward, but not what was just written, which may be behind what is typed by now.
  watch(
    written,
    (now) => {
      if (writing === 0 && route.path === path) value.value = now;
    },
    { flush: 'sync' },
  );
  return value;
}
