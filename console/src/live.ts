/** What others do to the open design, as it happens: over server-sent events, which come back by themselves. */
import { ref, watch } from 'vue';
import { askAnew, refreshChanges, session } from './api';
import { wasOwn } from './units';

export interface News {
  readonly unit: string;
  readonly type: 'do' | 'undo' | 'redo' | 'publish' | 'merge';
  readonly author: string;
  readonly documents: readonly string[];
  readonly sentences: readonly string[];
}

/** The latest thing somebody else did, or oneself in another window. */
export const news = ref<News | null>(null);
/** The names of everybody who has the design open. */
export const people = ref<readonly { readonly name: string; readonly page: string }[]>([]);

let source: EventSource | null = null;

function hear(event: MessageEvent<string>): void {
  const heard = JSON.parse(event.data) as News;
  if (wasOwn(heard.unit)) return;
  news.value = heard;
  askAnew();
  void refreshChanges().catch(() => undefined);
}

/** Listens to the design that is open, and to another when that is opened. */
export function startListening(): void {
  watch(
    () =>
      session.store && session.design ? `/api/stores/${session.store.slug}/designs/${session.design}/events` : null,
    (address) => {
      source?.close();
      people.value = [];
      source = address === null ? null : new EventSource(address);
      for (const type of ['do', 'undo', 'redo', 'publish', 'merge']) source?.addEventListener(type, hear);
      source?.addEventListener(
        'presence',
        (event) => (people.value = JSON.parse((event as MessageEvent<string>).data)),
      );
    },
    { immediate: true },
  );
}
