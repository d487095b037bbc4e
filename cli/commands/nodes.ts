/** What sections and entries have in common: where they go, setting, moving and removing them. */
import type { Command } from 'commander';
import { listed, Problem } from '@parlour/core';
import {
  isSection,
  nodeAt,
  nodeField,
  nodeIn,
  openDocument,
  splitField,
  type DraftDocument,
  type EditRequest,
  type PlaceRequest,
  type SetRequest,
} from '@parlour/core/design';
import { keys } from '@parlour/core/documents';
import { kindName } from '@parlour/core/kinds';
import { routes } from '@parlour/contract';
import { contextOf, WRONG_USE, type Context } from '../context.js';
import { valueFor } from '../values.js';
import { documentKey, readInto } from '../keys.js';

const MORE_EXAMPLES = [
  '$ parlour section set home h-newest source collection:C-2',
  '$ parlour section set home h-newest across 1 --device phone',
  '$ parlour section set product p-wind text "Any wind" --bind attribute.wind',
  '$ parlour section set home h-poster frame.from 2027-03-01T08:00',
  '$ parlour section set home h-poster text --default',
  '$ parlour section set product p-wind text "<p>For a storm</p>" --page product:K-004',
];

export interface PlaceOptions {
  readonly page?: string;
  readonly empty?: boolean;
  readonly area?: string;
  readonly into?: string;
  readonly before?: string;
}

export interface ValueOptions {
  /** The page that the value is for, and no other. */
  readonly page?: string;
  readonly default?: boolean;
  readonly bind?: string;
  readonly device?: string;
  readonly language?: string;
}

export const PLACE_HELP = `
Where it goes: --before ID puts it in front of that one; --into SECTION/SLOT puts it into a slot or list;
otherwise it goes last in --area.`;
/** How a section is named. */
export const SECTION_ID = 'its id, or its kind where there is one of it; see parlour document show';
export const DRAFT = 'It is in the draft. Next: parlour publish';
export const UNDO = 'Undo it with: parlour undo';

/**
 * Adds `set`, `move` and `remove` to a group of commands.
 * @param example what is set in the example
 */
export function nodeCommands(group: Command, what: 'section' | 'entry', example: string): void {
  group
    .command('set')
    .description(`Set a field of ${what === 'entry' ? 'an entry' : 'a section'}.`)
    .argument(
      '<document>',
      `a template’s code, or a document such as ${what === 'entry' ? 'menu/header-links' : 'around/footer/standard'}`,
    )
    .argument('<id>', what === 'section' ? SECTION_ID : 'the id of the entry, see parlour document show')
    .argument(
      '<field>',
      what === 'entry' ? 'a field such as label or link' : 'a field such as title, or of the frame such as frame.tone',
    )
    .argument('[value]', 'the new value; “-” reads it from standard input')
    .option(
      '--page <page>',
      `for this page alone, such as product:K-014${what === 'entry' ? ': an entry of its own list' : ''}`,
    )
    .option('--default', 'go back to the field’s default; with --page to what the template has')
    .option(
      '--bind <name>',
      'take the value from the page itself: title, brand, picture, attribute.NAME; VALUE is the fallback',
    )
    .option('--device <device>', 'only on a phone or a tablet')
    .option('--language <tag>', 'only in this language, such as de')
    .addHelpText(
      'after',
      ['\nExamples:', `$ parlour ${what} set ${example}`, ...(what === 'section' ? MORE_EXAMPLES : [])].join('\n  '),
    )
    .action(
      async (
        name: string,
        id: string,
        field: string,
        value: string | undefined,
        options: ValueOptions,
        command: Command,
      ) => {
        if (value === undefined && !options.default && !options.bind)
          command.error('Give a value, or --default, or --bind.', { exitCode: WRONG_USE });
        const context = contextOf(command);
        const key = keyFor(what, name, options);
        const path = `${/^(values|frame)\./.test(field) ? field : `values.${field}`}${suffixOf(options)}`;
        const document = await openedDocument(context, key);
        const request = await setRequest(
          context,
          document,
          key,
          what === 'section' ? sectionId(document, id) : id,
          path,
          value === undefined ? undefined : context.textFrom(value),
          options,
        );
        context.done(await context.edit([await forPage(context, request, what, options)]), DRAFT);
      },
    );

  const moving = placed(group.command('move'), what);
  if (what === 'entry') moving.option('--page <page>', OF_PAGE);
  moving
    .description(`Move ${what === 'entry' ? 'an entry' : 'a section'}, with everything inside it.`)
    .argument('<document>', 'a template’s code, or a document')
    .argument('<id>', what === 'section' ? SECTION_ID : 'the id of the entry')
    .addHelpText(
      'after',
      `${PLACE_HELP}\n\nExamples:\n  $ parlour ${what} move ${what === 'entry' ? 'menu/header-links m-about --before m-single' : 'home h-sport --before h-newest\n  $ parlour section move home h-dunes --into around/footer/standard'}`,
    )
    .action(async (name: string, node: string, options: PlaceOptions, command: Command) => {
      const context = contextOf(command);
      const document = keyFor(what, name, options);
      const id = await idOf(context, what, document, node);
      const where = await placeOf(context, what, document, options);
      context.done(await context.edit([{ type: 'move', document, node: id, ...where }]), DRAFT);
    });

  const removing = group.command('remove');
  if (what === 'entry') removing.option('--page <page>', OF_PAGE);
  removing
    .description(`Remove ${what === 'entry' ? 'an entry' : 'a section'}, with everything inside it.`)
    .argument('<document>', 'a template’s code, or a document')
    .argument('<id>', what === 'section' ? SECTION_ID : 'the id of the entry')
    .addHelpText(
      'after',
      `\nExample:\n  $ parlour ${what} remove ${what === 'entry' ? 'menu/header-links m-about' : 'home h-dunes'}\n\n${UNDO}`,
    )
    .action(async (name: string, node: string, options: Pick<ValueOptions, 'page'>, command: Command) => {
      const context = contextOf(command);
      const document = keyFor(what, name, options);
      const id = await idOf(context, what, document, node);
      context.done(await context.edit([{ type: 'remove', document, node: id }]), UNDO);
    });
}

const OF_PAGE = 'an entry of the list that this page has of its own, such as content:quay';

/** The document that is meant: for entries of a page's own list, what the page has of its own. */
const keyFor = (what: 'section' | 'entry', name: string, { page }: Pick<ValueOptions, 'page'>): string =>
  page !== undefined && what === 'entry' ? keys.own(page) : documentKey(name);

/** The request to set a value of a section for one page alone. */
async function forPage(
  context: Context,
  request: SetRequest,
  what: 'section' | 'entry',
  { page }: ValueOptions,
): Promise<EditRequest> {
  const { node, document, field, value } = request;
  if (page === undefined || what === 'entry' || node === undefined) return request;
  const own = nodeAt(await openedDocument(context, keys.own(page)), node);
  const { part, key } = splitField(field);
  const was = (part === 'frame' ? own?.frame : own?.values)?.[key];
  return {
    type: 'own',
    page,
    document,
    node,
    field,
    ...(value === undefined ? {} : { value }),
    ...(was === undefined ? {} : { was }),
  };
}

/**
 * Options for where a section or entry goes.
 * @param elsewhere whether it may go into another document
 */
export const placed = (command: Command, what: 'section' | 'entry', elsewhere = true): Command =>
  command
    .option('--area <area>', 'the area', 'main')
    .option(
      '--into <place>',
      `${what === 'entry' ? 'a list such as m-line/entries' : 'a slot such as p-columns/two'}${elsewhere ? ', or another document' : ''}`,
    )
    .option(
      '--before <id>',
      what === 'section' ? 'before this one: its id, or its kind where there is one of it' : 'before this one',
    );

/** Puts a new section or, without a kind, a new entry into a document. */
export async function addNode(
  context: Context,
  command: Command,
  name: string,
  given: readonly string[],
  options: PlaceOptions,
  kind?: string,
): Promise<void> {
  const key = documentKey(name);
  const document = await openedDocument(context, key);
  const { place, into } = inDocument(document, kind ? 'section' : 'entry', placeFrom(options));
  if (into !== undefined && into !== key)
    throw new Problem('bad-input', `“${into}” is not the document named first.`, {
      place: '--into',
      remedy: `Name it in place of “${name}”, or write only SECTION/SLOT.`,
    });
  if (options.page !== undefined && place.in === undefined)
    throw new Problem('bad-input', 'A page can have the list of a section of its own; this names none.', {
      place: '--into',
      remedy: 'Write it as SECTION/LIST, such as --into questions-accordion/parts.',
    });
  // Read against a node that is not there yet, so that its fields are known by kind or list.
  const at = place.at ?? (kind ? 'main' : (Object.values(document.nodes)[0]?.place.at ?? 'entries'));
  const draft = {
    id: '(new)',
    values: {},
    place: { in: place.in ?? null, at },
    order: '',
    ...(kind ? { kind, frame: {} } : {}),
  };
  const parts: Record<'values' | 'frame', Record<string, unknown>> = { values: {}, frame: {} };
  for (const one of given) {
    const [field, text] = splitAt(one, '=');
    if (text === undefined) command.error(`“${one}” is not name=value.`, { exitCode: WRONG_USE });
    const path = /^(values|frame)\./.test(field) ? field : `values.${field}`;
    const { part, key: valueKey } = splitField(path);
    const declared = nodeField(document, draft, path, await context.kinds());
    parts[part === 'frame' ? 'frame' : 'values'][valueKey] = await valueFor(
      context,
      declared,
      context.textFrom(text),
      valueKey,
    );
  }
  const { frame, values } = parts;
  const { page } = options;
  const begun =
    page === undefined || place.in === undefined
      ? []
      : await ownListBegun(context, page, key, { in: place.in, at }, options);
  const answer = await context.edit([
    ...begun,
    {
      type: 'insert',
      document: page === undefined ? key : keys.own(page),
      place: kind ? place : { ...place, ...(place.in || options.before ? {} : { at }) },
      values,
      ...(kind ? { kind, frame } : {}),
    },
  ]);
  const last = answer.edits.at(-1);
  const made = last?.type === 'insert' ? last.nodes[0]?.id : '';
  const noun = kind ? 'section' : 'entry';
  const of = page === undefined ? '' : ` --page ${page}`;
  context.done(
    // One value more than the answer has, for programs that read it.
    { ...answer, section: made } as typeof answer,
    `Its id is ${made}. Next: parlour ${noun} set ${name} ${made} FIELD VALUE${of}`,
  );
}

/** The request that makes a list a page's own, if it is not yet. */
async function ownListBegun(
  context: Context,
  page: string,
  document: string,
  { in: node, at: list }: { readonly in: string; readonly at: string },
  { empty = false }: PlaceOptions,
): Promise<EditRequest[]> {
  const { head } = await openedDocument(context, keys.own(page));
  if (head[`whole.${node}.${list}`] === true) return [];
  return [{ type: 'own-list', page, document, node, list, ...(empty && { empty }) }];
}

export async function setRequest(
  context: Context,
  document: DraftDocument,
  key: string,
  id: string,
  path: string,
  value: string | undefined,
  { default: reset, bind }: Pick<ValueOptions, 'default' | 'bind'>,
): Promise<SetRequest> {
  const node = nodeIn(document, id);
  const field = nodeField(document, node, path, await context.kinds());
  const { part, key: valueKey } = splitField(path);
  const was = (part === 'frame' ? node.frame : node.values)?.[valueKey];
  const read = value === undefined ? undefined : await valueFor(context, field, value, valueKey);
  const next = bind === undefined ? read : { bind, ...(read === undefined ? {} : { fallback: read }) };
  return {
    type: 'set',
    document: key,
    node: id,
    field: path,
    ...(was === undefined ? {} : { was }),
    ...(reset || next === undefined ? {} : { value: next }),
  };
}

/**
 * The id of a section that is named by its id or, where there is one of it in the document, by its kind: so a script
 * works on copies, whose ids are others.
 * @returns what was given, if it is neither: whoever is asked next says so
 * @throws Problem `no-such-thing` naming the ids there are to choose from
 */
export function sectionId({ nodes }: DraftDocument, name: string): string {
  if (Object.hasOwn(nodes, name)) return name;
  const found = Object.values(nodes).filter((node) => isSection(node) && kindName(node.kind) === name);
  const [first, ...others] = found;
  if (!first) return name;
  if (others.length === 0) return first.id;
  throw new Problem('no-such-thing', `There are ${found.length} sections of the kind “${name}”.`, {
    remedy: `Name one by its id: ${listed(found.map(({ id }) => id).sort())}.`,
  });
}

/** The same for a document that is not open yet; an entry is named by its id alone. */
const idOf = async (context: Context, what: 'section' | 'entry', key: string, name: string): Promise<string> =>
  what === 'entry' ? name : sectionId(await openedDocument(context, key), name);

export const suffixOf = ({ device, language }: ValueOptions): string =>
  device !== undefined && device !== 'desktop' ? `@${device}` : language === undefined ? '' : `@${language}`;

export function splitAt(text: string, mark: string): [string, string | undefined] {
  const at = text.indexOf(mark);
  return at < 0 ? [text, undefined] : [text.slice(0, at), text.slice(at + 1)];
}

/** A document of the draft, in the form edits are made against; one that is only implied too. */
export async function openedDocument({ call }: Context, key: string): Promise<DraftDocument> {
  const { document } = await call(routes.getDocument, { query: { key } });
  return openDocument(document);
}

/** Sections that a place names by their kind are found where there is one of it. */
const inDocument = <P extends { readonly place: PlaceRequest }>(
  document: DraftDocument,
  what: 'section' | 'entry',
  where: P,
): P => {
  const { in: named, before: next, ...rest } = where.place;
  const before = typeof next === 'string' && what === 'section' ? sectionId(document, next) : next;
  const beside = typeof before === 'string' ? nodeAt(document, before)?.place : undefined;
  // With only `--before`, the place is wherever that one is.
  const holder = named === undefined ? (beside?.in ?? undefined) : sectionId(document, named);
  const at = named === undefined && beside ? { at: beside.at } : {};
  return {
    ...where,
    place: {
      ...rest,
      ...at,
      ...(holder === undefined ? {} : { in: holder }),
      ...(before === undefined ? {} : { before }),
    },
  };
};

/** Where something goes, in its document or in another one. */
export async function placeOf(
  context: Context,
  what: 'section' | 'entry',
  key: string,
  options: PlaceOptions,
): Promise<{ place: PlaceRequest; into?: string }> {
  const where = placeFrom(options);
  return inDocument(await openedDocument(context, where.into ?? key), what, where);
}

export function placeFrom({ area, into, before }: PlaceOptions): { place: PlaceRequest; into?: string } {
  const { document, slot } = into === undefined ? {} : readInto(into);
  const inArea = area === undefined || area === 'main' ? {} : { at: area };
  const place = slot ? { ...slot, before: before ?? null } : before === undefined ? inArea : { before };
  return document === undefined ? { place } : { place, into: document };
}
