/** The address that shows a page of the draft. It is new each time it is asked for, so it is not kept as other answers are. */
import { routes } from '@parlour/contract';
import { ref, watch, type Ref } from 'vue';
import { attempt, call } from './api';
import { takingTurns } from './turns';

/**
 * @param page its code; empty while none is shown
 * @param template the code of one to show it with, in place of the one it has
 * @returns empty until it is there
 */
export function usePreview(
  page: () => string,
  template: () => string | undefined = () => undefined,
): Readonly<Ref<string>> {
  const url = ref('');
  const ask = takingTurns();
  watch(
    [page, template] as const,
    async ([code, instead]) => {
      const counts = ask();
      const answer =
        code === ''
          ? undefined
          : await attempt(() => call(routes.preview, { body: { page: code, template: instead } }));
      if (counts()) url.value = answer?.url ?? '';
    },
    { immediate: true },
  );
  return url;
}
