/** What every command needs: the client, the store and design in question, and one way to print. */
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { homedir } from 'node:os';
import { dirname, join } from 'node:path';
import { randomUUID } from 'node:crypto';
import type { Command } from 'commander';
import { printable } from './printable.js';
import { worldOf, type World } from './world.js';
import { counted, Problem } from '@parlour/core';
import { redirectsInWords, type EditRequest } from '@parlour/core/design';
import { kindsByName, type KindDescriptions } from '@parlour/core/kinds';
import {
  createClient,
  routes,
  type AnswerOf,
  type Client,
  type InputArgument,
  type InputOf,
  type Route,
} from '@parlour/contract';

export interface Credentials {
  readonly url: string;
  readonly token: string;
}

export interface GlobalOptions {
  readonly url?: string;
  readonly store?: string;
  readonly design?: string;
  readonly dryRun?: boolean;
  readonly json?: boolean;
}

/** Routes that are told themselves that something is only tried, or change nothing before they are. */
const TRIED: ReadonlySet<string> = new Set(
  [routes.edit, routes.beginImport, routes.sendImportPart, routes.startImport].map(({ path }) => path),
);

/** Exit code for a command that was written wrongly. */
export const WRONG_USE = 2;

export const STANDARD_URL = 'http://localhost:7420';
const credentialsFile = ({ env }: World): string =>
  env['PARLOUR_CREDENTIALS'] ??
  join(env['XDG_CONFIG_HOME'] ?? join(homedir(), '.config'), 'parlour', 'credentials.json');

/** Keeps a token for later commands, readable by this user only. */
export function saveCredentials(credentials: Credentials, world: World): string {
  const file = credentialsFile(world);
  mkdirSync(dirname(file), { recursive: true });
  writeFileSync(file, JSON.stringify(credentials, null, 2) + '\n', { mode: 0o600 });
  return file;
}

function savedCredentials(world: World): Partial<Credentials> {
  try {
    // The file is written by `sign-in` alone.
    return JSON.parse(readFileSync(credentialsFile(world), 'utf8')) as Credentials;
  } catch {
    return {};
  }
}

export interface Context {
  readonly world: World;
  readonly options: GlobalOptions;
  readonly client: Client;
  /** The text of an argument; `-` reads it from standard input. */
  textFrom(argument: string): string;
  /**
   * A file of JSON; `-` reads it from standard input.
   * @param meant what it should hold, and what to do if that cannot be read
   * @throws Problem `not-json`
   */
  readJson(file: string, meant: { readonly what: string; readonly remedy: string }): unknown;
  /**
   * Calls a route of the store's live design; `store` and `design` are filled in.
   * @throws Problem also if it would change something and `--dry-run` was given
   */
  call<R extends Route>(route: R, ...input: InputArgument<R, 'store' | 'design'>): Promise<AnswerOf<R>>;
  /** The file that a route of the store answers, as it comes. */
  file<R extends Route>(route: R, ...input: InputArgument<R, 'store' | 'design'>): Promise<ReadableStream<Uint8Array>>;
  /** The time zone of the store. */
  zone(): Promise<string>;
  /** The section kinds of the store. */
  kinds(): Promise<KindDescriptions>;
  /**
   * Does a unit of edits on the draft; with `--dry-run` only asks what it would do.
   * @param unit its id, by which it is done once only; a new one if absent
   */
  edit(edits: readonly EditRequest[], unit?: string): Promise<AnswerOf<typeof routes.edit>>;
  /** Says what a unit did, or would do, and what comes next: a {@link hint}. */
  done(answer: AnswerOf<typeof routes.edit>, next?: string): void;
  /** Words with commands to type next; they name store and design as this one did. */
  hint(words: string): string;
  /** For `--dry-run` of what replaces one state by another: prints what would change for shoppers. */
  tellDifference(from: string, to: string, only?: readonly string[]): Promise<void>;
  /** Prints `data` as JSON if that was asked for, else the text. */
  print(data: unknown, text: () => string): void;
}

export function contextOf(command: Command): Context {
  const options = command.optsWithGlobals<GlobalOptions>();
  const world = worldOf(command);
  const saved = savedCredentials(world);
  const origin = options.url ?? world.env['PARLOUR_URL'] ?? saved.url ?? STANDARD_URL;
  const token = world.env['PARLOUR_TOKEN'] ?? (saved.url === origin ? saved.token : undefined);
  const client = createClient({ origin, ...(token ? { token } : {}) });
  let store: Promise<string> | undefined;
  let zone: Promise<string> | undefined;
  let kinds: Promise<KindDescriptions> | undefined;
  const filled = async (route: Route, input: object): Promise<InputOf<Route>> => {
    const needsStore = route.path.includes('{store}');
    const names = needsStore
      ? { store: await (store ??= storeOf(client, options.store)), design: options.design ?? 'live' }
      : {};
    return { ...input, params: { ...names, ...('params' in input ? (input.params as object) : {}) } };
  };
  const context: Context = {
    world,
    options,
    client,
    textFrom: (argument) => (argument === '-' ? world.input().replace(/\n$/, '') : argument),
    readJson(file, { what, remedy }) {
      try {
        const read: unknown = JSON.parse(file === '-' ? world.input() : readFileSync(file, 'utf8'));
        return read;
      } catch (error) {
        throw new Problem(
          'not-json',
          `The ${what} cannot be read: ${error instanceof Error ? error.message : String(error)}.`,
          {
            place: file,
            remedy,
          },
        );
      }
    },
    // Left out only where a route takes nothing.
    async call(route, input = {} as never) {
      if (options.dryRun && route.method !== 'get' && !TRIED.has(route.path))
        throw new Problem('bad-input', 'There is no dry run for this; nothing was done.', {
          place: '--dry-run',
          remedy: 'Leave out --dry-run to do it.',
        });
      // The route is this one, and so is what it answers.
      return client.call(route as Route, await filled(route, input)) as Promise<AnswerOf<typeof route>>;
    },
    file: async (route, input = {} as never) => client.file(route as Route, await filled(route, input)),
    zone: () => (zone ??= context.call(routes.getStore).then(({ timeZone }) => timeZone)),
    kinds: () => (kinds ??= context.call(routes.listSectionKinds).then((answer) => kindsByName(answer.kinds))),
    edit: (edits, unit = randomUUID()) =>
      context.call(routes.edit, { body: { unit, edits, ...(options.dryRun ? { dryRun: true } : {}) } }),
    done(answer, next) {
      context.print(answer, () => {
        if (!answer.pages) return [...answer.sentences, ...(next ? [context.hint(next)] : [])].join('\n');
        return wouldText(answer.sentences, answer.pages);
      });
    },
    hint(words) {
      const { store: storeSlug, design } = options;
      const named = `${storeSlug === undefined ? '' : `--store ${storeSlug} `}${design === undefined ? '' : `--design ${design} `}`;
      return words.replaceAll(/\bparlour (?=[a-z])/g, `parlour ${named}`);
    },
    async tellDifference(from, to, only) {
      // The pages of a part of the changes are not known without making that state.
      const answer = await context.call(routes.compare, { query: { from, to, pages: only ? 'no' : 'yes' } });
      const changes = only ? answer.changes.filter(({ id }) => only.includes(id)) : answer.changes;
      context.print({ ...answer, changes }, () =>
        changes.length
          ? `${wouldText(
              [...changes.map(({ sentence }) => sentence), ...(only ? [] : redirectsInWords(answer.redirects))],
              answer.pages,
            )}${only ? '\nWhether they can go live without the others is checked when you publish.' : ''}`
          : 'It would change nothing.',
      );
    },
    print(data, text) {
      world.out(printable(options.json ? JSON.stringify(data, null, 2) : text()) + '\n');
    },
  };
  return context;
}

/** So many pages are named in one line; of more, so many have a line each. */
const FEW = 3;
const MOST_NAMED = 12;

function wouldText(sentences: readonly string[], pages: AnswerOf<typeof routes.edit>['pages']): string {
  const lines = ['It would do this; nothing was changed:', ...sentences.map((sentence) => `  ${sentence}`)];
  if (!pages) return lines.join('\n');
  const { total, some, complete } = pages;
  const names = some.map(({ page, title }) => `${title} (${page})`);
  const left = total - Math.min(names.length, MOST_NAMED);
  return [
    ...lines,
    ...(total === 0
      ? ['No page would change.']
      : total <= FEW
        ? [`${counted(total, 'page')} would change: ${names.join(', ')}`]
        : [`${counted(total, 'page')} would change:`, ...names.slice(0, MOST_NAMED).map((name) => `  ${name}`)]),
    ...(left > 0 ? [`  and ${left} more`] : []),
    ...(complete ? [] : ['The list of pages is being updated right now, so there may be more.']),
  ].join('\n');
}

/** The store of `--store`, or the only one there is. */
async function storeOf(client: Client, wanted: string | undefined): Promise<string> {
  if (wanted) return wanted;
  const { stores } = await client.call(routes.listStores, {});
  if (stores.length === 1 && stores[0]) return stores[0].slug;
  throw new Problem(
    'bad-input',
    stores.length
      ? `You belong to several stores: ${stores.map((store) => store.slug).join(', ')}.`
      : 'You belong to no store.',
    { place: '--store', remedy: 'Name one with --store SLUG.' },
  );
}
