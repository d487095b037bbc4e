/** Stores, their teams, one's own tokens and password, and who did what. */
import { Argument, type Command } from 'commander';
import { listed, Problem, ROLES, told, type Role, entriesOf } from '@parlour/core';
import { STORE_DETAILS } from '@parlour/core/commerce';
import { proposalsFor } from '@parlour/core/locale';
import type { SetUpPlace } from '@parlour/core/set-up';
import { inZone } from '@parlour/core/time';
import { routes } from '@parlour/contract';
import { contextOf } from '../context.js';
import { table } from '../table.js';
import { namedValue, wholeNumber } from '../values.js';

interface StoreOptions {
  readonly currency?: string;
  readonly locale?: string;
  readonly timeZone?: string;
  readonly country: string;
  readonly groundwork?: string;
}

/** What was left out is as the country proposes. @throws Problem for what has to be said, as the country does not tell it */
function withProposals({ country, ...given }: StoreOptions) {
  const proposed = proposalsFor(country, Intl.DateTimeFormat().resolvedOptions().timeZone);
  const currency = given.currency ?? proposed.currency;
  if (currency === null)
    throw new Problem('bad-input', `Which currency prices are in cannot be told from the country “${country}”.`, {
      place: 'currency',
      remedy: 'Give it with --currency, such as EUR, or check the country.',
    });
  const locale = given.locale ?? proposed.locale ?? 'en';
  return { ...given, country, currency, locale, timeZone: given.timeZone ?? proposed.timeZone ?? 'UTC' };
}

/** The command that gets on with what is open, by where it is done. */
const NEXT: Readonly<Partial<Record<SetUpPlace, string>>> = {
  catalogue: 'parlour sample-catalogue add',
  store: 'parlour store set street=STREET city=TOWN email=ADDRESS',
  header: 'parlour picture add FILE',
  pages: 'parlour starter list',
  content: 'parlour document show content/CODE',
  home: 'parlour template show home',
  menus: 'parlour entry add menu/header-links',
  delivery: 'parlour delivery set CODE NAME COUNTRY=PRICE',
  findings: 'parlour design inspect',
  publish: 'parlour change list',
};

export function storeCommands(program: Command): void {
  program
    .command('set-up')
    .description('What the store needs before it is ready for shoppers, and what of it is done.')
    .addHelpText('after', '\nExample:\n  $ parlour set-up')
    .action(async (_options: object, command: Command) => {
      const { call, print, hint } = contextOf(command);
      const answer = await call(routes.getSetUp);
      print(answer, () =>
        [
          table(
            ['', 'Step', 'State'],
            answer.steps.map(({ done, title, sentence }) => [done ? 'done' : 'open', title, sentence]),
          ),
          ...answer.steps
            .flatMap(({ done, place }) => (done ? [] : (NEXT[place] ?? [])))
            .slice(0, 1)
            .map((next) => `\n${hint(`Next: ${next}`)}`),
        ].join('\n'),
      );
    });

  program
    .command('groundwork')
    .description('What a design builds on: its rules, regions and standard templates.')
    .command('list')
    .description('List the groundworks: what a design can build on.')
    .addHelpText('after', '\nExample:\n  $ parlour groundwork list')
    .action(async (_options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const { groundworks } = await call(routes.listGroundworks);
      print(groundworks, () =>
        table(
          ['Code', 'Name', 'What it is like'],
          groundworks.map((one) => [one.code, one.name, one.sentence]),
        ),
      );
    });

  const stores = program
    .command('store')
    .description('Stores: what they say about themselves, their languages; create, close and reopen them.');

  stores
    .command('list')
    .description('List the stores you belong to.')
    .option('--closed', 'the closed ones instead')
    .addHelpText('after', '\nExamples:\n  $ parlour store list\n  $ parlour store list --closed')
    .action(async ({ closed }: { closed?: true }, command: Command) => {
      const { call, print } = contextOf(command);
      const { stores: found } = await call(routes.listStores, { query: { closed: closed && 'yes' } });
      if (closed && found.length === 0) return print(found, () => 'No closed stores.');
      print(found, () =>
        table(
          ['Slug', 'Name', 'Currency', 'Storefront'],
          found.map((one) => [one.slug, one.name, one.currency, one.storefront]),
        ),
      );
    });

  stores
    .command('create')
    .description('Create a store with every page it needs; you become its owner.')
    .argument('<slug>', 'part of its web address: lower-case letters, digits and “-”')
    .argument('<name>', 'its name')
    .requiredOption('--country <code>', 'its home country, such as IE')
    .option('--currency <code>', 'such as EUR; that of the country if left out')
    .option('--locale <tag>', 'its leading language; that of the country if left out')
    .option('--time-zone <name>', 'such as Europe/Dublin; that of the country if left out')
    .option('--groundwork <code>', 'what its design builds on, see parlour groundwork list')
    .addHelpText(
      'after',
      '\nExample:\n  $ parlour store create tern-tea "Tern Tea" --country IE\n  $ parlour store create tern-tea "Tern Tea" --country CH --currency CHF --locale fr-CH --time-zone Europe/Zurich',
    )
    .action(async (slug: string, name: string, options: StoreOptions, command: Command) => {
      const { call, print } = contextOf(command);
      const made = await call(routes.createStore, { body: { slug, name, ...withProposals(options) } });
      print(
        made,
        () =>
          `Created “${made.name}”: prices in ${made.currency}, first language ${made.locale}, time zone ${made.timeZone}.\nIts storefront is at ${made.storefront}\nWork on it with: parlour --store ${made.slug} …`,
      );
    });

  stores
    .command('languages')
    .description('Set which languages the storefront speaks besides its leading one; name none to remove them all.')
    .argument('[tags...]', 'such as de or pt-BR; each is at /TAG')
    .addHelpText('after', '\nExample:\n  $ parlour store languages de --store osierwick')
    .action(async (languages: string[], _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const store = await call(routes.setLanguages, { body: { languages } });
      print(store, () =>
        [
          `“${store.name}” speaks ${listed([store.locale, ...store.languages])}.`,
          ...store.languages.map((language) => `${store.storefront}/${language}`),
        ].join('\n'),
      );
    });

  stores
    .command('show')
    .description('Show a store: its name and address, how it is reached, when it is open.')
    .addHelpText('after', '\nExample:\n  $ parlour store show')
    .action(async (_options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const store = await call(routes.getStore);
      print(store, () =>
        table(
          ['Detail', 'Value', 'What it is'],
          [
            ['name', store.name, 'As shoppers read it.'],
            ...entriesOf(STORE_DETAILS).map(([name, { help }]) => [name, store.details[name] ?? '', help]),
          ],
        ),
      );
    });

  stores
    .command('set')
    .description('Set details of a store; shoppers see them at once.')
    .argument('<details...>', 'each as NAME=VALUE, an empty value removes it; see parlour store show')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour store set street="Quay Street 4" city=Ternhythe email=post@windrow.example\n  $ parlour store set saturday="10:00–16:00" sunday=',
    )
    .action(async (details: string[], _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const body = Object.fromEntries(details.map((one) => namedValue(one, ['name', ...Object.keys(STORE_DETAILS)])));
      const store = await call(routes.setDetails, { body });
      print(store, () => `Changed in “${store.name}”: ${listed(Object.keys(body))}. Shoppers see it now.`);
    });

  stores
    .command('close')
    .description('Close a store: its storefront goes offline, nothing is deleted.')
    .argument('<slug>', 'the store, spelt out so that you do not close the wrong one')
    .addHelpText('after', '\nExample:\n  $ parlour store close tern-tea')
    .action(async (slug: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const answer = await call(routes.closeStore, { params: { store: slug }, body: {} });
      print(answer, () => `“${slug}” is closed.\nReopen it with: parlour store reopen ${slug}`);
    });

  stores
    .command('reopen')
    .description('Reopen a closed store, as it was.')
    .argument('<slug>', 'the store; see parlour store list --closed')
    .addHelpText('after', '\nExample:\n  $ parlour store reopen tern-tea')
    .action(async (slug: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const answer = await call(routes.reopenStore, { body: { store: slug } });
      print(answer, () => `“${answer.name}” is open again, at ${answer.storefront}`);
    });

  const team = program.command('team').description('Who works on the store, and in which role.');

  team
    .command('list')
    .description('List members and invitations.')
    .addHelpText('after', '\nExample:\n  $ parlour team list')
    .action(async (_options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const answer = await call(routes.getTeam);
      const rows = [
        ...answer.members.map(({ email, name, role }) => [email, name, role]),
        ...answer.invited.map(({ email, role, expires }) => [email, `(invited until ${expires.slice(0, 10)})`, role]),
      ];
      print(answer, () => table(['Email', 'Name', 'Role'], rows));
    });

  team
    .command('invite')
    .description('Invite somebody: by email if that is set up, otherwise with a link that works once.')
    .argument('<email>', 'the email address')
    .addArgument(new Argument('<role>', 'what they may do').choices(ROLES))
    .addHelpText('after', '\nExample:\n  $ parlour team invite tolle@windrow.example editor')
    .action(async (email: string, role: Role, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const answer = await call(routes.invite, { body: { email, role } });
      print(answer, () =>
        answer.link === null
          ? `An invitation was sent to ${email}; its link works once, until ${answer.expires.slice(0, 10)}.`
          : `Send this link to ${email}; it works once, until ${answer.expires.slice(0, 10)}:\n${answer.link}`,
      );
    });

  team
    .command('role')
    .description('Change a member’s role, remove a member, or withdraw an invitation.')
    .argument('<email>', 'the email address')
    .addArgument(new Argument('<role>', 'the new role, or none to remove them').choices([...ROLES, 'none']))
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour team role tolle@windrow.example builder\n  $ parlour team role tolle@windrow.example none',
    )
    .action(async (email: string, role: Role | 'none', _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const answer = await call(routes.changeMember, {
        params: { email },
        body: { role: role === 'none' ? null : role },
      });
      print(answer, () =>
        table(
          ['Email', 'Name', 'Role'],
          answer.members.map((one) => [one.email, one.name, one.role]),
        ),
      );
    });

  program
    .command('audit')
    .description('Show who did what and when, apart from edits; newest first.')
    .addHelpText('after', '\nExample:\n  $ parlour audit')
    .action(async (_options: object, command: Command) => {
      const { call, print, zone } = contextOf(command);
      const timeZone = await zone();
      const { entries } = await call(routes.listAudit);
      print(entries, () =>
        entries.length
          ? table(
              ['When', 'Who', 'What', 'Which', ''],
              entries.map((one) => [inZone(one.at, timeZone), one.who, one.what, one.target, told(one.detail)]),
            )
          : 'Nothing yet.',
      );
    });

  const tokens = program.command('token').description('Your own tokens, for programs.');

  tokens
    .command('list')
    .description('List your tokens and when each was last used.')
    .addHelpText('after', '\nExample:\n  $ parlour token list')
    .action(async (_options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const { tokens: found } = await call(routes.listTokens);
      print(found, () =>
        table(
          ['>Number', 'Name', 'Scope', 'Expires', 'Used'],
          found.map((one) => [
            String(one.id),
            one.name,
            one.scope,
            one.expires.slice(0, 10),
            one.used?.slice(0, 16).replace('T', ' ') ?? 'never',
          ]),
        ),
      );
    });

  tokens
    .command('create')
    .description('Create a token; it is printed once.')
    .argument('<email>', 'your email address')
    .argument('<name>', 'what it is for')
    .argument('[password]', '“-” reads it from standard input', '-')
    .option('--scope <scope>', '“read” for one that changes nothing', 'all')
    .option('--days <days>', 'how many days it works', wholeNumber, 90)
    .addHelpText(
      'after',
      '\nExample:\n  $ parlour token create owner@windrow.example "nightly report" - --scope read --days 30 < password.txt',
    )
    .action(
      async (
        email: string,
        name: string,
        password: string,
        options: { scope: string; days: number },
        command: Command,
      ) => {
        const { client, print, textFrom } = contextOf(command);
        const body = {
          email,
          password: textFrom(password),
          name,
          // The service says which scopes there are.
          scope: options.scope as 'read',
          days: options.days,
        };
        const { token } = await client.call(routes.createToken, { body });
        print({ token }, () => token);
      },
    );

  tokens
    .command('remove')
    .description('Remove a token; it stops working.')
    .argument('<number>', 'see parlour token list')
    .addHelpText('after', '\nExample:\n  $ parlour token remove 3')
    .action(async (token: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const answer = await call(routes.removeToken, { params: { token } });
      print(answer, () => 'The token no longer works.');
    });
}
