/**
 * What the service answered, kept: a page that is opened again shows at once what it showed, and asks anew behind it.
 * What is shown is asked for again when something was changed, here (`api.ts`) or elsewhere (`live.ts`); answers that
 * an event has overtaken are passed over.
 */
import type { AnswerOf, InputOf, Route } from '@parlour/contract';
import { useInfiniteQuery, useQuery } from '@tanstack/vue-query';
import { computed, toValue, type MaybeRefOrGetter, type Ref } from 'vue';
import { answers, call, opening, session } from './api';

/** The input of a route; store and design are those that are open. */
type Input<R extends Route> = InputOf<R, 'store' | 'design'>;

export interface Kept<T> {
  /** Undefined until it is there, and where it was refused. */
  readonly data: Readonly<Ref<T | undefined>>;
  readonly loading: Readonly<Ref<boolean>>;
  /** Waits until what was changed last is in the answer; a refusal has been told by then. */
  settle(): Promise<void>;
}

interface Options {
  /** False while there is nothing to ask. */
  readonly when?: MaybeRefOrGetter<boolean>;
  /** True if the last answer is shown until the one to another question is there. */
  readonly lingers?: boolean;
  /** True if the open page of the console is about it. */
  readonly opens?: boolean;
}

/** What every question is about: another store, or another design, is another question. */
const here = (): [string, string] => [session.store?.slug ?? '', session.design];

/** The last answer, if it was about the same store and design. */
const lingering = <L>(last: L | undefined, query?: { readonly queryKey: readonly unknown[] }): L | undefined =>
  here().every((one, i) => one === query?.queryKey[i + 1]) ? last : undefined;

/**
 * Something that takes several calls to find out.
 * @param name of what is asked; whoever asks for the same shares the answer
 * @param of what the answer depends on besides; asked again when that changes
 * @example
 * const { data: additions } = useKept('additions', () => null, listAdditions);
 */
export function useKept<T>(
  name: string,
  of: () => unknown,
  ask: () => Promise<T>,
  { when = true, lingers = false, opens = false }: Options = {},
): Kept<T> {
  const queryKey = computed(() => [name, ...here(), of()]);
  const { data, isFetching, refetch } = useQuery(
    {
      queryKey,
      queryFn: opens ? () => opening(ask) : ask,
      enabled: () => session.store !== null && toValue(when),
      shallow: true,
      ...(lingers && { placeholderData: lingering }),
    },
    answers,
  );
  const isCurrent = (): boolean => {
    const known = answers.getQueryState(queryKey.value);
    return known?.status === 'success' && known.fetchStatus === 'idle' && !known.isInvalidated;
  };
  return {
    data,
    loading: isFetching,
    async settle() {
      // Answered, or asked, since the last change already, it is not asked twice; a further change cuts an answer off.
      while (!isCurrent()) if ((await refetch({ cancelRefetch: false })).isError) return;
    },
  };
}

/**
 * The answer of a route that reads.
 * @example
 * const { data } = useAnswer(routes.listPictures, () => ({ query: { search: search.value } }));
 */
export const useAnswer = <R extends Route>(
  route: R,
  input: () => Input<R> = () => ({}) as Input<R>,
  options: Options = {},
): Kept<AnswerOf<R>> => useKept(route.path, input, () => call(route as Route, input() as never), options);

/** A route that answers a part at a time, and says where the next begins. */
type Parted = Route & { readonly answer: { readonly __outputType: { readonly next: string | number | null } } };

export interface KeptParts<T> {
  /** The parts that were asked for so far. */
  readonly parts: Readonly<Ref<readonly T[]>>;
  readonly loading: Readonly<Ref<boolean>>;
  readonly hasMore: Readonly<Ref<boolean>>;
  more(): Promise<void>;
}

/**
 * The answers of a route that answers a part at a time. All parts that were asked for are asked for again when something
 * was changed, so that a list stays as long as it is.
 * @param input of a part, from where it begins; nothing for the first
 */
export function useParts<R extends Parted>(
  route: R,
  of: () => unknown,
  input: (from: string | undefined) => Input<R>,
  { when = true }: Pick<Options, 'when'> = {},
): KeptParts<AnswerOf<R>> {
  const { data, isFetching, hasNextPage, fetchNextPage } = useInfiniteQuery(
    {
      queryKey: computed(() => [`${route.path} in parts`, ...here(), of()]),
      queryFn: ({ pageParam }: { pageParam: string | undefined }): Promise<AnswerOf<R>> =>
        call(route as Route, input(pageParam) as never),
      initialPageParam: undefined,
      getNextPageParam: (last: AnswerOf<R>) => {
        const { next } = last as { readonly next: string | number | null };
        return next === null ? undefined : String(next);
      },
      enabled: () => session.store !== null && toValue(when),
      placeholderData: lingering,
      shallow: true,
    },
    answers,
  );
  return {
    parts: computed(() => data.value?.pages ?? []),
    loading: isFetching,
    hasMore: hasNextPage,
    more: async () => void (await fetchNextPage()),
  };
}
