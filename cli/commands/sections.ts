/** Sections of templates and other documents, and the entries of their lists. */
import type { Command } from 'commander';
import {
  documentIn,
  kindRef,
  nodeField,
  nodeIn,
  openDocument,
  Problem,
  SHIPPED_KINDS,
  splitField,
  type Document,
  type DraftDocument,
  type EditRequest,
  type PlaceRequest,
} from '@parlour/core';
import { routes } from '@parlour/contract';
import { contextOf, textFrom, WRONG_USE, type Context } from '../context.js';
import { readValue } from '../values.js';
import { documentKey } from './templates.js';

interface PlaceOptions {
  readonly area?: string;
  readonly in?: string;
  readonly before?: string;
}

interface ValueOptions {
  readonly default?: boolean;
  readonly bind?: string;
  readonly device?: string;
  readonly language?: string;
}

const PLACE_HELP = `
Where it goes: --before ID puts it in front of that one; --in SECTION/SLOT into a slot or list; otherwise last in --area.`;
const DRAFT = 'It is in the draft. Next: parlour publish';
const UNDO = 'Take it back with: parlour undo';

export function sectionCommands(program: Command): void {
  const sections = program.command('section').description('Sections: add, set, move, copy, hide, share, remove.');
  const entries = program.command('entry').description('Entries of lists: menu entries, slides, links.');

  placed(sections.command('add'))
    .description('Put a new section into a template.')
    .argument('<template>', 'a template’s code, or a document such as around/footer/standard')
    .argument('<kind>', 'a section kind, see parlour kinds list')
    .argument('[values...]', 'fields as name=value; name=- reads the value from standard input')
    .addHelpText(
      'after',
      `${PLACE_HELP}\n\nExamples:\n  $ parlour section add home heading text="Before you fly" --before h-dunes\n  $ parlour section add product prose text=- --in p-columns/second < note.html`,
    )
    .action(async (name: string, kindName: string, given: string[], options: PlaceOptions, command: Command) => {
      const kind = SHIPPED_KINDS.find(kindName);
      if (!kind)
        throw new Problem('no-such-section-kind', `There is no section kind “${kindName}”.`, {
          place: 'kind',
          remedy: 'See parlour kinds list.',
        });
      await add(contextOf(command), command, name, given, options, kindRef(kind));
    });

  placed(entries.command('add'))
    .description('Put a new entry into a list.')
    .argument('<document>', 'a document such as menu/main, or a template’s code')
    .argument('[values...]', 'fields as name=value')
    .addHelpText(
      'after',
      `${PLACE_HELP}\n\nExamples:\n  $ parlour entry add menu/main label="Spares" link=collection:C-3\n  $ parlour entry add menu/main label="Reels" link=product:K-009 --in m-line/entries`,
    )
    .action((name: string, given: string[], options: PlaceOptions, command: Command) =>
      add(contextOf(command), command, name, given, options),
    );

  for (const [group, what, example] of [
    [sections, 'section', 'home h-poster title "Made for the wind"'],
    [entries, 'entry', 'menu/main m-line label "Line and reels"'],
  ] as const) {
    group
      .command('set')
      .description(`Set a field of ${what === 'entry' ? 'an entry' : 'a section'}.`)
      .argument('<document>', 'a template’s code, or a document such as around/footer/standard')
      .argument('<id>', `the id of the ${what}, see parlour template show`)
      .argument('<field>', 'a field such as title, or of the casing such as casing.tone')
      .argument('[value]', 'the new value; “-” reads it from standard input')
      .option('--default', 'go back to the field’s default')
      .option(
        '--bind <name>',
        'take the value from the page itself: title, brand, picture, attribute.NAME; VALUE is the fallback',
      )
      .option('--device <device>', 'only on a phone or a tablet')
      .option('--language <tag>', 'only in this language, such as de')
      .addHelpText(
        'after',
        `\nExamples:\n  $ parlour ${what} set ${example}${what === 'section' ? '\n  $ parlour section set home h-newest source collection:C-2\n  $ parlour section set home h-newest across 1 --device phone\n  $ parlour section set product p-wind text "Any wind" --bind attribute.wind\n  $ parlour section set home h-poster text --default' : ''}`,
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
          const key = documentKey(name);
          const path = `${/^(values|casing)\./.test(field) ? field : `values.${field}`}${suffixOf(options)}`;
          const request = setRequest(
            await openedDocument(context, key),
            key,
            id,
            path,
            value === undefined ? undefined : textFrom(value),
            options,
          );
          context.done(await context.edit([request]), DRAFT);
        },
      );

    placed(group.command('move'))
      .description(`Move ${what === 'entry' ? 'an entry' : 'a section'}, with everything inside it.`)
      .argument('<document>', 'a template’s code, or a document')
      .argument('<id>', `the id of the ${what}`)
      .option('--into <document>', 'another document to move it into')
      .addHelpText(
        'after',
        `${PLACE_HELP}\n\nExamples:\n  $ parlour ${what} move ${what === 'entry' ? 'menu/main m-about --before m-single' : 'home h-sport --before h-newest\n  $ parlour section move home h-dunes --into around/footer/standard'}`,
      )
      .action(async (name: string, node: string, options: PlaceOptions & { into?: string }, command: Command) => {
        const context = contextOf(command);
        const into = options.into === undefined ? {} : { into: documentKey(options.into) };
        context.done(
          await context.edit([{ type: 'move', document: documentKey(name), node, ...into, place: placeFrom(options) }]),
          DRAFT,
        );
      });

    group
      .command('remove')
      .description(`Remove ${what === 'entry' ? 'an entry' : 'a section'}, with everything inside it.`)
      .argument('<document>', 'a template’s code, or a document')
      .argument('<id>', `the id of the ${what}`)
      .addHelpText(
        'after',
        `\nExample:\n  $ parlour ${what} remove ${what === 'entry' ? 'menu/main m-about' : 'home h-dunes'}\n\n${UNDO}`,
      )
      .action(async (name: string, node: string, _options: object, command: Command) => {
        const context = contextOf(command);
        context.done(await context.edit([{ type: 'remove', document: documentKey(name), node }]), UNDO);
      });
  }

  placed(sections.command('copy'))
    .description('Copy a section, with content of its own; right behind the original if nothing else is said.')
    .argument('<template>', 'a template’s code, or a document')
    .argument('<id>', 'the id of the section')
    .option('--into <document>', 'another document to copy it into')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour section copy home h-dunes\n  $ parlour section copy home h-workshop --into product',
    )
    .action(async (name: string, node: string, options: PlaceOptions & { into?: string }, command: Command) => {
      const context = contextOf(command);
      const said =
        options.before !== undefined || options.in !== undefined || command.getOptionValueSource('area') === 'cli';
      const answer = await context.edit([
        {
          type: 'copy',
          document: documentKey(name),
          node,
          ...(options.into === undefined ? {} : { into: documentKey(options.into) }),
          ...(said ? { place: placeFrom(options) } : {}),
        },
      ]);
      const made = answer.edits[0]?.type === 'insert' ? answer.edits[0].nodes[0]?.id : '';
      context.done(answer, `The id of the copy is ${made}.`);
    });

  for (const [verb, hidden, sentence] of [
    ['hide', true, 'Leave a section out, on all devices or on one.'],
    ['show', false, 'Show a hidden section again.'],
  ] as const) {
    sections
      .command(verb)
      .description(sentence)
      .argument('<template>', 'a template’s code, or a document')
      .argument('<id>', 'the id of the section')
      .option('--device <device>', 'only on a phone or a tablet')
      .addHelpText('after', `\nExample:\n  $ parlour section ${verb} home h-dunes --device phone`)
      .action(async (name: string, id: string, options: ValueOptions, command: Command) => {
        const context = contextOf(command);
        const key = documentKey(name);
        const path = `casing.hidden${suffixOf(options)}`;
        const document = await openedDocument(context, key);
        const value = hidden || options.device !== undefined ? String(hidden) : undefined;
        context.done(
          await context.edit([setRequest(document, key, id, path, value, { default: value === undefined })]),
          DRAFT,
        );
      });
  }

  sections
    .command('share')
    .description('Make a section a shared one: used in several places on purpose.')
    .argument('<template>', 'a template’s code, or a document')
    .argument('<id>', 'the id of the section')
    .argument('<name>', 'what the shared section is called')
    .addHelpText(
      'after',
      '\nExample:\n  $ parlour section share home h-dunes "Which wind"\n\nShow it elsewhere with: parlour section add TEMPLATE shared-section shared=CODE',
    )
    .action(async (name: string, node: string, title: string, _options: object, command: Command) => {
      const context = contextOf(command);
      const answer = await context.edit([{ type: 'share', document: documentKey(name), node, name: title }]);
      const code = answer.edits[0]?.document.slice('shared/'.length) ?? '';
      context.done(
        answer,
        `Its code is ${code}. Show it elsewhere: parlour section add TEMPLATE shared-section shared=${code}`,
      );
    });

  sections
    .command('detach')
    .description('Put a section of its own in the place of a shared one.')
    .argument('<template>', 'a template’s code, or a document')
    .argument('<id>', 'the id of the section that shows the shared one')
    .addHelpText('after', '\nExample:\n  $ parlour section detach product p-promise')
    .action(async (name: string, node: string, _options: object, command: Command) => {
      const context = contextOf(command);
      context.done(await context.edit([{ type: 'detach', document: documentKey(name), node }]), UNDO);
    });
}

const placed = (command: Command): Command =>
  command
    .option('--area <area>', 'the area', 'main')
    .option('--in <section/slot>', 'a slot or list of a section or entry, such as p-columns/second')
    .option('--before <id>', 'in front of this one');

async function add(
  context: Context,
  command: Command,
  name: string,
  given: readonly string[],
  options: PlaceOptions,
  kind?: string,
): Promise<void> {
  const key = documentKey(name);
  const document = await openedDocument(context, key);
  const place = placeFrom(options);
  // Read against a node that is not there yet, so that its fields are known by kind or list.
  const at = place.at ?? (kind ? 'main' : (Object.values(document.nodes)[0]?.place.at ?? 'entries'));
  const draft = {
    id: '(new)',
    values: {},
    place: { in: place.in ?? null, at },
    order: '',
    ...(kind ? { kind, casing: {} } : {}),
  };
  const parts = { values: {} as Record<string, unknown>, casing: {} as Record<string, unknown> };
  for (const one of given) {
    const [field, text] = splitAt(one, '=');
    if (text === undefined) command.error(`“${one}” is not name=value.`, { exitCode: WRONG_USE });
    const path = /^(values|casing)\./.test(field) ? field : `values.${field}`;
    const { part, key: valueKey } = splitField(path);
    const declared = nodeField(document, draft, path, SHIPPED_KINDS);
    parts[part as 'values'][valueKey] = readValue(declared, textFrom(text as string), valueKey);
  }
  const { casing, values } = parts;
  const answer = await context.edit([
    {
      type: 'insert',
      document: key,
      place: kind ? place : { ...place, ...(options.in || options.before ? {} : { at }) },
      values,
      ...(kind ? { kind, casing } : {}),
    },
  ]);
  const made = answer.edits[0]?.type === 'insert' ? answer.edits[0].nodes[0]?.id : '';
  const noun = kind ? 'section' : 'entry';
  context.done(
    { ...answer, section: made } as typeof answer,
    `Its id is ${made}. Next: parlour ${noun} set ${name} ${made} FIELD VALUE`,
  );
}

function setRequest(
  document: DraftDocument,
  key: string,
  id: string,
  path: string,
  value: string | undefined,
  { default: reset, bind }: ValueOptions,
): EditRequest {
  const node = nodeIn(document, id);
  const field = nodeField(document, node, path, SHIPPED_KINDS);
  const { part, key: valueKey } = splitField(path);
  const was = (part === 'casing' ? node.casing : node.values)?.[valueKey];
  const read = value === undefined ? undefined : readValue(field, value, valueKey);
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

const suffixOf = ({ device, language }: ValueOptions): string =>
  device !== undefined && device !== 'desktop' ? `@${device}` : language === undefined ? '' : `@${language}`;

export function splitAt(text: string, mark: string): [string, string | undefined] {
  const at = text.indexOf(mark);
  return at < 0 ? [text, undefined] : [text.slice(0, at), text.slice(at + 1)];
}

/** A document of the draft, in the form edits are made against; one that is only implied too. */
export async function openedDocument({ call }: Context, key: string): Promise<DraftDocument> {
  const found = await call(routes.getDocument, { query: { key } })
    .then(({ document }) => openDocument(document as Document))
    .catch((error: unknown) => {
      if (error instanceof Problem && error.code === 'no-such-document') return undefined;
      throw error;
    });
  return found ?? documentIn({ get: () => undefined, keys: () => [] }, key);
}

/** With only `--before`, the place is wherever that one stands. */
function placeFrom({ area, in: inside, before }: PlaceOptions): PlaceRequest {
  if (inside !== undefined) {
    const [parent, at] = splitAt(inside, '/');
    if (!at)
      throw new Problem('bad-input', `“${inside}” does not name a slot.`, {
        place: '--in',
        remedy: 'Write it as SECTION/SLOT.',
      });
    return { in: parent, at, before: before ?? null };
  }
  return before === undefined ? (area === undefined || area === 'main' ? {} : { at: area }) : { before };
}
