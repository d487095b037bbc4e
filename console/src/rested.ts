/** What follows typing waits until it rests. */
import { ref, watch, type Ref } from 'vue';

const REST_MS = 200;

/** A value as it was when it had last not changed for a moment. */
export function rested<T>(value: Readonly<Ref<T>>): Readonly<Ref<T>> {
  const followed = ref(value.value) as Ref<T>;
  let resting: ReturnType<typeof setTimeout> | undefined;
  watch(value, (now) => {
    clearTimeout(resting);
    resting = setTimeout(() => (followed.value = now), REST_MS);
  });
  return followed;
}
