/** The address that shows a page of the draft. It is new each time it is asked for, so it is not kept as other answers are. */
import { routes } from '@parlour/contract';
import { computed, ref, watch, type Ref } from 'vue';
import { attempt, call } from './api';
import { rested } from './rested';
import { takingTurns } from './turns';

type Unsaved = NonNullable<NonNullable<Parameters<typeof call<typeof routes.preview>>[1]['body']>['unsaved']>;

/**
 * @param page its code; empty while none is shown
 * @param template the code of one to show it with, in place of the one it has
 * @param language of the storefront; empty for the leading one
 * @returns empty until it is there
 */
export function usePreview(
  page: () => string,
  {
    template = () => undefined,
    language = () => '',
  }: { readonly template?: () => string | undefined; readonly language?: () => string } = {},
): Readonly<Ref<string>> {
  const url = ref('');
  const ask = takingTurns();
  watch(
    [page, template, language] as const,
    async ([code, instead, spoken]) => {
      const counts = ask();
      const answer =
        code === ''
          ? undefined
          : await attempt(() =>
              call(routes.preview, {
                body: { page: code, template: instead, ...(spoken && { language: spoken }) },
              }),
            );
      if (counts()) url.value = answer?.url ?? '';
    },
    { immediate: true },
  );
  return url;
}

/**
 * The same of a page whose subject is written in a form: what is not saved yet shows, once typing rests.
 * @param unsaved what the form says; undefined while it cannot be shown
 * @param language that is written; empty for the leading one
 * @returns the address, which stays while somebody types, and how often what it shows has changed
 */
export function useFormPreview(
  page: () => string,
  unsaved: () => Unsaved | undefined,
  language: () => string,
): { readonly url: Readonly<Ref<string>>; readonly renewals: Readonly<Ref<number>> } {
  const url = ref('');
  const renewals = ref(0);
  const ask = takingTurns();
  const wanted = computed(() => JSON.stringify([page(), unsaved() ?? null]));
  const calm = rested(wanted);
  async function show(): Promise<void> {
    const counts = ask();
    const [code, change] = [page(), unsaved()];
    if (code === '') return void (counts() && (url.value = ''));
    if (!change) return;
    const body = { page: code, unsaved: change, ...(language() && { language: language() }) };
    const answer = await attempt(() => call(routes.preview, { body }));
    if (!counts() || !answer) return;
    if (isSamePage(url.value, answer.url)) renewals.value++;
    else url.value = answer.url;
  }
  watch([page, language], show, { immediate: true });
  watch(calm, show);
  return { url, renewals };
}

/** Whether two addresses differ in no more than the right to see what is there. */
const isSamePage = (one: string, other: string): boolean => one !== '' && withoutRight(one) === withoutRight(other);
function withoutRight(address: string): string {
  const { origin, pathname } = new URL(address);
  return origin + pathname;
}
