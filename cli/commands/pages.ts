/** Store pages: listing, why, assigning templates, previewing. */
import { Option, type Command } from 'commander';
import { counted, Problem } from '@parlour/core';
import type { Scenario, ScenarioLine } from '@parlour/core/commerce';
import { LIMITS } from '@parlour/core/design';
import { isPageKind, PAGE_KINDS, PAGE_SORTS, type PageKind } from '@parlour/core/pages';
import { instantOf, inZone } from '@parlour/core/time';
import { routes, type AnswerOf } from '@parlour/contract';
import { contextOf, WRONG_USE, type Context } from '../context.js';
import { table } from '../table.js';
import { readPageKind, wholeNumber } from '../values.js';
import { UNDO } from './nodes.js';

/** A page to look at: one of those that are named, or one of their kind. */
const shownFor = (named: string, [first = named]: readonly string[]): string =>
  first.includes(':') || !isPageKind(named) || PAGE_KINDS[named].subject === null ? first : `${named}:CODE`;

interface ListOptions {
  readonly pageKind?: PageKind;
  readonly template?: string;
  readonly search?: string;
  readonly reason?: string;
  readonly when?: string;
}

export function pageCommands(program: Command): void {
  const pages = program.command('page').description('Store pages: everything a shopper can visit.');

  pages
    .command('list')
    .description('List the store pages with their path, template and the reason for it.')
    .option('--page-kind <page-kind>', 'only pages of this kind', readPageKind)
    .option('--template <code>', 'only pages that use this template')
    .option('--search <words>', 'only pages whose title or code has these words')
    .option('--reason <reason>', 'only pages that have their template for this reason: page, rule or standard')
    .option('--when <rule>', 'only pages that a rule matches; needs --page-kind')
    .addOption(
      new Option('--sort <by>', 'sort by this; “-” in front reverses the order').choices(
        PAGE_SORTS.flatMap((sort) => [sort, `-${sort}`]),
      ),
    )
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour page list --page-kind product\n  $ parlour page list --page-kind product --when \'brand is "Skerry Lines" and price >= 80\'\n  $ parlour page list --search kite --sort -title',
    )
    .action(async (options: ListOptions, command: Command) => {
      const context = contextOf(command);
      const { pages: found, renewing } = await allPages(context, { ...options });
      const { print } = context;
      print(found, () =>
        found.length === 0
          ? 'No page matches. Leave out a filter to see more.'
          : `${table(
              ['Page', 'Title', 'Path', 'Template', 'Reason'],
              found.map((page) => [
                page.page,
                page.shows ? `${page.title}: shows ${page.shows.title}` : page.title,
                page.path,
                page.template?.code ?? '(none)',
                because(page.template),
              ]),
            )}\n\n${counted(found.length, 'page')}.${renewing ? ` ${renewing.fault ?? `Templates are being updated: ${renewing.pages} of ${renewing.total} pages.`}` : ''} Why a page has its template: parlour page why PAGE`,
      );
    });

  pages
    .command('why')
    .description('Explain why a page looks the way it does.')
    .argument('<page>', 'a page such as product:K-001 or home')
    .option('--section <id>', 'also where each value of this section comes from')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour page why product:K-001\n  $ parlour page why product:K-001 --section p-wind',
    )
    .action(async (page: string, options: { section?: string }, command: Command) => {
      const { call, print } = contextOf(command);
      const why = await call(routes.why, { params: { page }, query: { section: options.section } });
      const changes = why.change.map(({ what, command: line }) => [`  ${what}`, line]);
      print(
        why,
        () =>
          `${why.sentences.join('\n')}\n\nTo change it:\n${table(['', ''], changes).split('\n').slice(1).join('\n')}`,
      );
    });

  pages
    .command('own')
    .description('Show what a page has of its own: values and lists that no other page has.')
    .argument('<page>', 'a page such as product:K-001 or home')
    .addHelpText(
      'after',
      '\nExample:\n  $ parlour page own content:questions\n\nGive a page something with --page, as in: parlour section set product p-wind text "<p>For a storm</p>" --page product:K-004',
    )
    .action(async (page: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const { own } = await call(routes.why, { params: { page } });
      print(own, () =>
        own.length === 0
          ? `${page} has nothing of its own; it shows what its template has.`
          : `${table(
              ['Section', 'What it is', 'Of its own', 'Shown'],
              own.map(({ section, name, fields, isShown }) => [
                section,
                name,
                fields.map((field) => field.replace(/^values\./, '')).join(', '),
                isShown ? 'yes' : 'no, the section is not on the page',
              ]),
            )}\n\nTake something back with: parlour page reset ${page} SECTION`,
      );
    });

  pages
    .command('reset')
    .description('Take back what a page has of its own: it shows what its template has again.')
    .argument('<page>', 'a page such as product:K-001 or home')
    .argument('[section]', 'only in this section, by its id')
    .argument('[field]', 'only this field or list of it, such as text or pictures')
    .addHelpText(
      'after',
      `\nExamples:\n  $ parlour page reset content:pictures\n  $ parlour page reset content:pictures pictures-gallery pictures\n\n${UNDO}`,
    )
    .action(
      async (
        page: string,
        section: string | undefined,
        field: string | undefined,
        _options: object,
        command: Command,
      ) => {
        const context = contextOf(command);
        const { own } = await context.call(routes.why, { params: { page } });
        const lists = own.find((one) => one.section === section)?.fields ?? [];
        const path =
          field === undefined || lists.includes(field) || /^(values|frame)\./.test(field) ? field : `values.${field}`;
        const request = {
          type: 'own-reset' as const,
          page,
          ...(section === undefined ? {} : { node: section }),
          ...(path === undefined ? {} : { field: path }),
        };
        context.done(await context.edit([request]), UNDO);
      },
    );

  program
    .command('assign')
    .description('Assign a template to one page or hundreds, or make it the standard of a page kind.')
    .argument('<pages>', 'a page such as product:K-001, several with commas between, or a page kind')
    .argument('[template]', 'the code of the template')
    .option('--standard', 'remove the pages’ own assignment, so that rules and the standard decide again')
    .option('--when <rule>', 'with a page kind: each of its pages that the rule matches now')
    .addHelpText(
      'after',
      `
Examples:
  $ parlour assign product:K-001 festival
  $ parlour assign product:K-001,product:K-004 festival
  $ parlour assign product festival                                  makes it the standard of all products
  $ parlour assign product festival --when 'price >= 80' --dry-run  every product at that price today
  $ parlour assign product:K-001 --standard

For a rule that also covers products added later: parlour rule add`,
    )
    .action(async (named: string, template: string | undefined, options: AssignOptions, command: Command) => {
      const isKind = isPageKind(named);
      if (!template === !options.standard || (options.standard && isKind && !options.when))
        command.error('Name a template, or use --standard with pages.', { exitCode: WRONG_USE });
      if (options.when !== undefined && !isKind)
        command.error('--when needs a page kind in place of the pages.', { exitCode: WRONG_USE });
      const context = contextOf(command);
      const pages =
        options.when === undefined
          ? named.split(',').map((page) => page.trim())
          : (await allPages(context, { pageKind: named, when: options.when })).pages.map(({ page }) => page);
      if (pages.length === 0)
        throw new Problem('no-such-page', 'No page matches now.', {
          place: '--when',
          remedy: 'Try it with parlour page list.',
        });
      // A unit names a thousand pages at most; more go one unit after the other.
      for (let at = 0; at < pages.length; at += LIMITS.pagesPerAssign) {
        const some = pages.slice(at, at + LIMITS.pagesPerAssign);
        const answer = await context.edit([{ type: 'assign', pages: some, template: template ?? null }]);
        if (answer.sentences.length === 0) context.print(answer, () => 'They already have it; nothing has changed.');
        else
          context.done(
            answer,
            `It is in the draft. Next: parlour preview ${shownFor(named, pages)}, then parlour publish`,
          );
        if (pages.length > LIMITS.pagesPerAssign)
          context.world.err(`${Math.min(at + some.length, pages.length)} of ${pages.length}\n`);
      }
    });

  program
    .command('preview')
    .description('Print a link that shows a page of the draft or of a revision; it expires.')
    .argument('<page>', 'a page such as product:K-001 or home')
    .option('--revision <number>', 'a revision instead of the draft', wholeNumber)
    .option('--template <code>', 'show it with this template, whichever it has')
    .option('--language <code>', 'in this language of the storefront, such as de')
    .option('--at <time>', 'as it is at this time, in the store’s time zone')
    .option('--country <code>', 'for a shopper in this country, such as DE')
    .option('--cart <lines>', 'with this in the cart: PRODUCT/VARIANT=QUANTITY, separated by commas')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour preview home\n  $ parlour preview home --revision 1\n  $ parlour preview home --at 2030-12-24T10:00\n  $ parlour preview checkout --cart K-003/K-003-1=2 --country DE',
    )
    .action(async (page: string, { revision, template, language, ...as }: PreviewOptions, command: Command) => {
      const { call, print, zone } = contextOf(command);
      const timeZone = await zone();
      const scenario = scenarioFrom(as, timeZone);
      const preview = await call(routes.preview, {
        body: {
          page,
          ...(revision === undefined ? {} : { revision }),
          ...(template === undefined ? {} : { template }),
          ...(language === undefined ? {} : { language }),
          ...(Object.keys(scenario).length > 0 && { scenario }),
        },
      });
      if (!preview.url) throw new Problem('broken', 'The service gave no link.');
      print(
        preview,
        () => `${preview.url}\n\nOpen it in a browser. It works until ${inZone(preview.expires, timeZone)}.`,
      );
    });
}

interface PreviewOptions extends ScenarioOptions {
  readonly revision?: number;
  readonly template?: string;
  readonly language?: string;
}
interface ScenarioOptions {
  readonly at?: string;
  readonly country?: string;
  readonly cart?: string;
}

/** How a page is to be met. @throws Problem for a time or a line that cannot be read */
const scenarioFrom = ({ at, country, cart }: ScenarioOptions, zone: string): Scenario => ({
  ...(at !== undefined && { now: instantOf(at, zone, '--at').instant }),
  ...(country !== undefined && { buyer: { country: country.toUpperCase() } }),
  ...(cart !== undefined && { cart: cart.split(',').map(lineFrom) }),
});

function lineFrom(text: string): ScenarioLine {
  const [, product, variant, quantity = '1'] = /^([^/=\s]+)\/([^/=\s]+)(?:=(\d{1,2}))?$/.exec(text.trim()) ?? [];
  if (product === undefined || variant === undefined)
    throw new Problem('bad-input', `“${text}” is not a line of a cart.`, {
      place: '--cart',
      remedy: 'Write it as PRODUCT/VARIANT=QUANTITY, such as K-003/K-003-1=2.',
    });
  return { product, variant, quantity: Number(quantity) };
}

interface AssignOptions {
  readonly standard?: boolean;
  readonly when?: string;
}

type PageList = AnswerOf<typeof routes.listPages>;

/** Every page of a list, however many answers it takes. */
export async function allPages(
  { call }: Context,
  query: Readonly<Record<string, string | undefined>>,
): Promise<Pick<PageList, 'pages' | 'renewing'>> {
  const pages: PageList['pages'] = [];
  for (let cursor: string | undefined; ;) {
    const answer = await call(routes.listPages, { query: { ...query, cursor, limit: 200 } });
    pages.push(...answer.pages);
    if (answer.next === null) return { pages, renewing: answer.renewing };
    cursor = answer.next;
  }
}

function because(template: PageList['pages'][number]['template']): string {
  switch (template?.reason) {
    case 'page':
      return 'assigned to this page';
    case 'rule':
      return `rule: ${template.rule ?? ''}`;
    case 'standard':
      return 'the standard';
    default:
      return '';
  }
}
