/** Of a long list only the rows in sight, and some around them, are in the page; the rest is room that is kept free. */
import { useWindowVirtualizer } from '@tanstack/vue-virtual';
import { computed, onMounted, ref, type ComponentPublicInstance, type Ref } from 'vue';

/** Shorter lists are there as a whole, so that the browser finds words in them. */
const SHORT = 120;
/** Rows around those in sight, so that tabbing and quick scrolling find them there. */
const AROUND = 20;

export interface VirtualRows<T> {
  readonly shown: Readonly<Ref<readonly { readonly index: number; readonly row: T }[]>>;
  /** Room above and below what is there, in pixels. */
  readonly above: Readonly<Ref<number>>;
  readonly below: Readonly<Ref<number>>;
  /** For each row, as its `ref`; it needs its index as `data-index`. */
  readonly measure: (row: Element | ComponentPublicInstance | null) => void;
}

/**
 * @param list the element that holds the rows
 * @param height about how high a row is, in pixels; measured once it is there
 */
export function useVirtualRows<T>(
  rows: Readonly<Ref<readonly T[]>>,
  list: Readonly<Ref<HTMLElement | null>>,
  height: number,
): VirtualRows<T> {
  const start = ref(0);
  onMounted(() => (start.value = (list.value?.getBoundingClientRect().top ?? 0) + window.scrollY));
  const virtual = useWindowVirtualizer<Element>(
    computed(() => ({
      count: rows.value.length,
      estimateSize: () => height,
      overscan: rows.value.length <= SHORT ? SHORT : AROUND,
      scrollMargin: start.value,
    })),
  );
  const items = computed(() => virtual.value.getVirtualItems());
  return {
    shown: computed(() =>
      items.value.flatMap(({ index }) => {
        const row = rows.value[index];
        return row === undefined ? [] : [{ index, row }];
      }),
    ),
    above: computed(() => (items.value[0]?.start ?? start.value) - start.value),
    below: computed(() => virtual.value.getTotalSize() - ((items.value.at(-1)?.end ?? start.value) - start.value)),
    // Of what is there as a whole nobody asks how high its rows are, and each answer would lay the page out.
    measure: (row) => rows.value.length > SHORT && virtual.value.measureElement(row instanceof Element ? row : null),
  };
}
