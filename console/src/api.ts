/** The one way the console talks to the service, and what every page shares: who, which store, what is unpublished. */
import { can, Problem, type Capability, type Role } from '@parlour/core';
import type { EditRequest } from '@parlour/core/design';
import { kindsByName, type KindDescriptions } from '@parlour/core/kinds';
import { createClient, routes, type AnswerOf, type InputArgument, type Route } from '@parlour/contract';
import { QueryCache, QueryClient } from '@tanstack/vue-query';
import { markRaw, nextTick, reactive } from 'vue';
import { inTurn } from './edit-queue';
import { router } from './router';
import { takingTurns } from './turns';
import { newUnit } from './units';
import { saveAll } from './unsaved';

const client = createClient({ origin: '' });

export interface Notice {
  readonly text: string;
  readonly remedy?: string;
  readonly bad: boolean;
  /** Takes back what the notice tells of. */
  readonly undo?: () => Promise<void>;
}

/** Whoever is not signed in may do least. */
const NOBODY: { readonly role: Role } = { role: 'viewer' };

export const session = reactive({
  user: null as AnswerOf<typeof routes.me> | null,
  store: null as AnswerOf<typeof routes.getStore> | null,
  /** The stores one belongs to. */
  stores: [] as AnswerOf<typeof routes.listStores>['stores'],
  /** What one is in the team of the store. */
  role: NOBODY.role,
  /** The code of the design that is worked on; the live one at first. */
  design: '',
  changes: null as AnswerOf<typeof routes.listChanges> | null,
  /** The section kinds of the store. */
  kinds: markRaw<KindDescriptions>(kindsByName([])),
  /** How many calls that change something are under way. */
  saving: 0,
  notice: null as Notice | null,
  /** Says that what the open page of the console is about is not there; it is shown instead of the page. */
  absence: null as string | null,
});
router.afterEach(() => void (session.absence = null));

/** What the service answered; see `answers.ts`. The service may be on this machine, where nobody is ever offline. */
export const answers = new QueryClient({
  queryCache: new QueryCache({ onError: tell }),
  defaultOptions: { queries: { retry: false, networkMode: 'always', staleTime: 1_000 } },
});

let leavings = 0;
/** What is shown is asked for again. */
export function askAnew(): void {
  if (leavings === 0) void answers.invalidateQueries();
}
/** Does work after which what is shown is gone, and goes elsewhere; nothing is asked for again before that. */
export async function leaving(work: () => Promise<void>): Promise<void> {
  leavings++;
  try {
    await attempt(work);
  } finally {
    // What is left is gone from the screen by then.
    await nextTick();
    leavings--;
    askAnew();
  }
}

/** Whether a call that was answered may have changed what other calls answer. */
const changesSomething = (route: Route, input: { readonly body?: unknown } | undefined): boolean =>
  route.method !== 'get' &&
  route.path !== routes.preview.path &&
  (input?.body as { readonly dryRun?: boolean } | undefined)?.dryRun !== true;

/** Where the browser keeps which store was open last. */
const LAST_STORE = 'parlour.store';

/** Whether one may do something in the open store. What one may not do is not offered; the service refuses it anyway. */
export const may = (capability: Capability): boolean => can(session.role, capability);

/** Calls a route of the open design; `store` and `design` are filled in. */
export async function call<R extends Route>(
  route: R,
  ...[input]: InputArgument<R, 'store' | 'design'>
): Promise<AnswerOf<R>> {
  const params = { store: session.store?.slug ?? '', design: session.design, ...input?.params };
  if (route.method !== 'get') session.saving++;
  try {
    const answer = (await client.call(route as Route, { ...input, params })) as AnswerOf<R>;
    if (changesSomething(route, input)) askAnew();
    return answer;
  } catch (error) {
    if (error instanceof Problem && error.code === 'signed-out' && !router.currentRoute.value.meta.open) {
      await router.push({ path: '/sign-in', query: { to: router.currentRoute.value.fullPath } });
    }
    throw error;
  } finally {
    if (route.method !== 'get') session.saving--;
  }
}

const isAbsence = (error: unknown): error is Problem => error instanceof Problem && error.code.startsWith('no-such-');

/**
 * Asks for what the open page of the console is about. If it is not there, that is shown instead of the page.
 * @throws what the call throws
 */
export async function opening<T>(ask: () => Promise<T>): Promise<T> {
  const { path } = router.currentRoute.value;
  try {
    return await ask();
  } catch (error) {
    // Whoever has gone on meanwhile is not stopped.
    if (isAbsence(error) && path === router.currentRoute.value.path)
      Object.assign(session, { absence: error.message, notice: null });
    throw error;
  }
}

/** Tells an error in words, with what to do. */
export function tell(error: unknown): void {
  // The page says it.
  if (session.absence !== null && isAbsence(error)) return;
  if (error instanceof Problem)
    session.notice = { text: error.message, bad: true, ...(error.remedy ? { remedy: error.remedy } : {}) };
  else
    session.notice = {
      text: 'Something went wrong in the console.',
      remedy: 'Load the page again; nothing that was saved is lost.',
      bad: true,
    };
}

/** Says what was done. @param undo takes it back; if that is refused it is said why */
export function say(text: string, undo?: (() => Promise<unknown>) | null): void {
  const undone = async (): Promise<void> => {
    session.notice = null;
    const isBack = await attempt(async () => {
      await undo?.();
      return true;
    });
    // It may have said something better itself.
    if (isBack && session.notice === null) say('Undone.');
  };
  session.notice = { text, bad: false, ...(undo ? { undo: undone } : {}) };
}

/** Runs `work`; if it is refused, says why. */
export async function attempt<T>(work: () => Promise<T>): Promise<T | undefined> {
  try {
    return await work();
  } catch (error) {
    tell(error);
    return undefined;
  }
}

const askForChanges = takingTurns();
export async function refreshChanges(): Promise<void> {
  const counts = askForChanges();
  const changes = await call(routes.listChanges);
  if (counts()) session.changes = changes;
}

/** Works on another design from now on. */
export async function openDesign(code: string): Promise<void> {
  session.design = code;
  await refreshChanges();
}

/** Signs in, and opens what one works on. @param to where to go then */
export async function signIn(email: string, password: string, to = '/overview'): Promise<void> {
  await call(routes.signIn, { body: { email, password } });
  // What another person was shown here is not for this one.
  answers.clear();
  await openSession();
  await router.push(to);
}

/** Finds out who is signed in and opens the store they had open, or their first. @returns false if nobody is */
export async function openSession(): Promise<boolean> {
  try {
    session.user = await call(routes.me);
  } catch (error) {
    if (error instanceof Problem && error.code === 'signed-out') return false;
    throw error;
  }
  await openStore(localStorage.getItem(LAST_STORE));
  return true;
}

/** Works on another store from now on. @param slug the first one there is, if it is not (any more) one's own */
export async function openStore(slug: string | null): Promise<void> {
  session.stores = (await call(routes.listStores)).stores;
  session.store = session.stores.find((one) => one.slug === slug) ?? session.stores[0] ?? null;
  session.design = session.store?.liveDesign ?? '';
  session.changes = null;
  if (!session.store) return;
  localStorage.setItem(LAST_STORE, session.store.slug);
  const [{ kinds }, { members }] = await Promise.all([
    call(routes.listSectionKinds),
    call(routes.getTeam),
    refreshChanges(),
  ]);
  session.kinds = markRaw(kindsByName(kinds));
  session.role = members.find((one) => one.email === session.user?.email)?.role ?? 'viewer';
}

export async function signOut(): Promise<void> {
  await attempt(() => call(routes.signOut, { body: {} }));
  session.user = session.store = session.changes = null;
  session.stores = [];
  answers.clear();
  await router.push('/sign-in');
}

/** Does a unit of edits, after those that were asked for before. */
export const edit = (edits: readonly EditRequest[]): Promise<AnswerOf<typeof routes.edit>> =>
  inTurn(() => sendUnit(edits));

/**
 * Sends a unit of edits, for whoever has the turn. What is unpublished now is learned beside: the page that shows the
 * edit does not wait for it.
 */
export async function sendUnit(edits: readonly EditRequest[]): Promise<AnswerOf<typeof routes.edit>> {
  const answer = await call(routes.edit, { body: { unit: newUnit(), edits } });
  void attempt(refreshChanges);
  return answer;
}

/** What a unit of edits would do, and to which pages; nothing is changed. */
export const tryEdit = (edits: readonly EditRequest[]): Promise<AnswerOf<typeof routes.edit>> =>
  call(routes.edit, { body: { unit: newUnit(), edits, dryRun: true } });

/** Takes back one's own latest unit. */
export async function undoLast(): Promise<void> {
  await attempt(async () => {
    await saveAll();
    const { sentences } = await inTurn(() => call(routes.undo, { body: { unit: newUnit() } }));
    await refreshChanges();
    say(sentences.join(' '));
  });
}
