/** Sections: adding, setting, moving and removing them in the draft. */
import type { Command } from 'commander';
import {
  fieldOf,
  hasSections,
  kindRef,
  Problem,
  sectionsIn,
  SHIPPED_KINDS,
  type Document,
  type PlaceRequest,
  type Section,
} from '@parlour/core';
import { routes } from '@parlour/contract';
import { contextOf, textFrom, type Context } from '../context.js';
import { readValue } from '../values.js';
import { documentKey } from './templates.js';

interface PlaceOptions {
  readonly area?: string;
  readonly in?: string;
  readonly before?: string;
}

const PLACE_HELP = `
Where it goes: --before SECTION puts it in front of that one; --in SECTION/SLOT into a slot; otherwise last in --area.`;

export function sectionCommands(program: Command): void {
  const sections = program.command('section').description('Sections of a template: add, set, move, remove.');
  const placed = (command: Command): Command =>
    command
      .option('--area <area>', 'the area', 'main')
      .option('--in <section/slot>', 'a slot of a section, such as p-columns/second')
      .option('--before <section>', 'in front of this section');

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
      const context = contextOf(command);
      const document = documentKey(name);
      const kind = SHIPPED_KINDS.find(kindName);
      if (!kind)
        throw new Problem('no-such-section-kind', `There is no section kind “${kindName}”.`, {
          place: 'kind',
          remedy: 'See parlour kinds list.',
        });
      const parts = { values: {} as Record<string, unknown>, casing: {} as Record<string, unknown> };
      for (const one of given) {
        const [field, text] = splitAt(one, '=');
        if (text === undefined) command.error(`“${one}” is not name=value.`, { exitCode: 2 });
        const { part, name: fieldName } = partOf(field);
        parts[part][fieldName] = readValue(fieldOf(kind, part, fieldName), textFrom(text as string), fieldName);
      }
      const place = await placeOf(context, document, options);
      const answer = await context.edit([{ type: 'insert', document, kind: kindRef(kind), place, ...parts }]);
      const made = answer.edits[0]?.type === 'insert' ? answer.edits[0].sections[0]?.id : '';
      context.print(
        { ...answer, section: made },
        () =>
          `${answer.sentences.join('\n')} Its id is ${made}.\nNext: parlour section set ${name} ${made} FIELD VALUE`,
      );
    });

  sections
    .command('set')
    .description('Set a field of a section.')
    .argument('<template>', 'a template’s code, or a document such as around/footer/standard')
    .argument('<section>', 'the section’s id, see parlour template show')
    .argument('<field>', 'a field such as title, or of the casing such as casing.tone')
    .argument('[value]', 'the new value; “-” reads it from standard input')
    .option('--default', 'go back to the field’s default')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour section set home h-poster title "Made for the wind"\n  $ parlour section set home h-newest source collection:C-2\n  $ parlour section set home h-newest casing.tone soft\n  $ parlour section set home h-poster text --default',
    )
    .action(
      async (
        name: string,
        id: string,
        field: string,
        value: string | undefined,
        options: { default?: boolean },
        command: Command,
      ) => {
        if ((value === undefined) === !options.default) command.error('Give a value, or --default.', { exitCode: 2 });
        const context = contextOf(command);
        const document = documentKey(name);
        const section = await findSection(context, document, id);
        const kind = SHIPPED_KINDS.find(section.kind);
        if (!kind)
          throw new Problem('no-such-section-kind', `There is no section kind “${section.kind}”.`, {
            place: id,
            remedy: 'Remove the section.',
          });
        const { part, name: fieldName } = partOf(field);
        const declared = fieldOf(kind, part, fieldName);
        const was = section[part][fieldName];
        const answer = await context.edit([
          {
            type: 'set',
            document,
            section: id,
            field: `${part}.${fieldName}`,
            ...(was === undefined ? {} : { was }),
            ...(value === undefined ? {} : { value: readValue(declared, textFrom(value), fieldName) }),
          },
        ]);
        context.print(answer, () => `${answer.sentences.join('\n')}\nIt is in the draft. Next: parlour publish`);
      },
    );

  placed(sections.command('move'))
    .description('Move a section, with everything inside it.')
    .argument('<template>', 'a template’s code, or a document')
    .argument('<section>', 'the section’s id')
    .addHelpText('after', `${PLACE_HELP}\n\nExample:\n  $ parlour section move home h-sport --before h-newest`)
    .action(async (name: string, section: string, options: PlaceOptions, command: Command) => {
      const context = contextOf(command);
      const document = documentKey(name);
      const answer = await context.edit([
        { type: 'move', document, section, place: await placeOf(context, document, options) },
      ]);
      context.print(answer, () => answer.sentences.join('\n'));
    });

  sections
    .command('remove')
    .description('Remove a section, with everything inside it.')
    .argument('<template>', 'a template’s code, or a document')
    .argument('<section>', 'the section’s id')
    .addHelpText('after', '\nExample:\n  $ parlour section remove home h-dunes\n\nTake it back with: parlour undo')
    .action(async (name: string, section: string, _options: object, command: Command) => {
      const context = contextOf(command);
      const answer = await context.edit([{ type: 'remove', document: documentKey(name), section }]);
      context.print(answer, () => `${answer.sentences.join('\n')}\nTake it back with: parlour undo`);
    });
}

/** `title` is of the values, `casing.tone` of the casing. */
const partOf = (field: string): { part: 'values' | 'casing'; name: string } =>
  field.startsWith('casing.')
    ? { part: 'casing', name: field.slice('casing.'.length) }
    : { part: 'values', name: field.replace(/^values\./, '') };

function splitAt(text: string, mark: string): [string, string | undefined] {
  const at = text.indexOf(mark);
  return at < 0 ? [text, undefined] : [text.slice(0, at), text.slice(at + 1)];
}

async function allSections({ call }: Context, key: string): Promise<{ sections: Section[]; document: Document }> {
  const document = (await call(routes.getDocument, { query: { key } })).document as Document;
  return { document, sections: hasSections(document) ? [...sectionsIn(document.areas)] : [] };
}

async function findSection(context: Context, key: string, id: string): Promise<Section> {
  const section = (await allSections(context, key)).sections.find((one) => one.id === id);
  if (!section)
    throw new Problem('no-such-section', `There is no section “${id}” in ${key}.`, {
      place: 'section',
      remedy: 'See parlour template show to find its id.',
    });
  return section;
}

/** With only `--before`, the place is wherever that section stands. */
async function placeOf(
  context: Context,
  key: string,
  { area = 'main', in: slot, before }: PlaceOptions,
): Promise<PlaceRequest> {
  if (slot !== undefined) {
    const [section, name] = splitAt(slot, '/');
    if (!name)
      throw new Problem('bad-input', `“${slot}” does not name a slot.`, {
        place: '--in',
        remedy: 'Write it as SECTION/SLOT.',
      });
    return { section, slot: name, before: before ?? null };
  }
  if (before === undefined) return { area };
  const { document, sections } = await allSections(context, key);
  for (const parent of sections) {
    for (const [name, inner] of Object.entries(parent.slots ?? {}))
      if (inner.some((one) => one.id === before)) return { section: parent.id, slot: name, before };
  }
  const found = hasSections(document)
    ? Object.entries(document.areas).find(([, list]) => list.some((one) => one.id === before))
    : undefined;
  return { area: found?.[0] ?? area, before };
}
