/** The things of a list put in another order by dragging them. */
import { ref } from 'vue';

/**
 * @param move is given the place of a thing, and the place that it has among all then
 * @example
 * const { begin, over, drop, end, mark } = useReorder((from, to) => emit('move', from, to));
 */
export function useReorder(move: (from: number, to: number) => void) {
  const dragged = ref<number | null>(null);
  /** Before which place it would be dropped. */
  const gap = ref<number | null>(null);
  const end = (): void => {
    dragged.value = gap.value = null;
  };
  return {
    begin(at: number): void {
      dragged.value = at;
    },
    over(event: DragEvent, at: number): void {
      if (dragged.value === null) return;
      event.preventDefault();
      const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
      gap.value = event.clientY - box.top < box.height / 2 ? at : at + 1;
    },
    drop(): void {
      const [from, to] = [dragged.value, gap.value];
      end();
      if (from === null || to === null) return;
      const at = to > from ? to - 1 : to;
      if (at !== from) move(from, at);
    },
    end,
    /** The class of the thing at a place: where the dragged one would go. */
    mark: (at: number, count: number): string =>
      gap.value === at ? 'drop-before' : gap.value === at + 1 && at === count - 1 ? 'drop-after' : '',
  };
}

/** A list with one thing moved to another place. */
export function movedTo<T>(list: readonly T[], from: number, to: number): T[] {
  const one = list.slice(from, from + 1);
  const others = list.filter((_, i) => i !== from);
  return [...others.slice(0, to), ...one, ...others.slice(to)];
}
