/** Sections of templates and other documents. */
import type { Command } from 'commander';
import { kindRef } from '@parlour/core/kinds';
import { contextOf } from '../context.js';
import {
  addNode,
  DRAFT,
  nodeCommands,
  openedDocument,
  PLACE_HELP,
  placed,
  placeOf,
  SECTION_ID,
  sectionId,
  setRequest,
  suffixOf,
  UNDO,
  type PlaceOptions,
  type ValueOptions,
} from './nodes.js';
import { documentKey } from '../keys.js';
import { noKind } from '../values.js';

export function sectionCommands(program: Command): void {
  const sections = program
    .command('section')
    .description('Sections: add, set, move, copy, hide, share, unshare, remove.');

  placed(sections.command('add'), 'section', false)
    .description('Add a section to a template or another document.')
    .argument('<document>', 'a template’s code, or a document such as around/footer/standard')
    .argument('<kind>', 'a section kind, see parlour kind list')
    .argument('[values...]', 'fields as name=value; name=- reads the value from standard input')
    .addHelpText(
      'after',
      `${PLACE_HELP}\n\nExamples:\n  $ parlour section add home heading text="Before you fly" --before h-dunes\n  $ parlour section add product text text=- --into p-columns/two < note.html`,
    )
    .action(async (name: string, kindName: string, given: string[], options: PlaceOptions, command: Command) => {
      const context = contextOf(command);
      const kinds = await context.kinds();
      const kind = kinds.find(kindName) ?? noKind(kindName, kinds.all);
      await addNode(context, command, name, given, options, kindRef(kind));
    });

  nodeCommands(sections, 'section', 'home h-poster title "Made for the wind"');

  placed(sections.command('copy'), 'section')
    .description('Copy a section, with content of its own; right after the original unless you say otherwise.')
    .argument('<document>', 'a template’s code, or a document')
    .argument('<id>', SECTION_ID)
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour section copy home h-dunes\n  $ parlour section copy home h-workshop --into product',
    )
    .action(async (name: string, node: string, options: PlaceOptions, command: Command) => {
      const context = contextOf(command);
      const document = documentKey(name);
      const { place, into } = await placeOf(context, 'section', document, options);
      const said =
        options.before !== undefined || place.in !== undefined || command.getOptionValueSource('area') === 'cli';
      const answer = await context.edit([
        {
          type: 'copy',
          document,
          node: sectionId(await openedDocument(context, document), node),
          ...(into === undefined ? {} : { into }),
          ...(said ? { place } : {}),
        },
      ]);
      const made = answer.edits[0]?.type === 'insert' ? answer.edits[0].nodes[0]?.id : '';
      context.done(answer, `The id of the copy is ${made}.`);
    });

  for (const [verb, hidden, sentence] of [
    ['hide', true, 'Hide a section, on all devices or on one.'],
    ['show', false, 'Show a hidden section again.'],
  ] as const) {
    sections
      .command(verb)
      .description(sentence)
      .argument('<document>', 'a template’s code, or a document')
      .argument('<id>', SECTION_ID)
      .option('--device <device>', 'only on a phone or a tablet')
      .addHelpText('after', `\nExample:\n  $ parlour section ${verb} home h-dunes --device phone`)
      .action(async (name: string, id: string, options: ValueOptions, command: Command) => {
        const context = contextOf(command);
        const key = documentKey(name);
        const path = `frame.hidden${suffixOf(options)}`;
        const document = await openedDocument(context, key);
        const value = hidden || options.device !== undefined ? String(hidden) : undefined;
        context.done(
          await context.edit([
            await setRequest(context, document, key, sectionId(document, id), path, value, {
              default: value === undefined,
            }),
          ]),
          DRAFT,
        );
      });
  }

  sections
    .command('share')
    .description('Turn a section into a shared section, to use it in several places.')
    .argument('<document>', 'a template’s code, or a document')
    .argument('<id>', SECTION_ID)
    .argument('<name>', 'the name of the shared section')
    .addHelpText(
      'after',
      '\nExample:\n  $ parlour section share home h-dunes "Which wind"\n\nUse it elsewhere with: parlour section add TEMPLATE shared-section shared=CODE',
    )
    .action(async (name: string, node: string, title: string, _options: object, command: Command) => {
      const context = contextOf(command);
      const document = documentKey(name);
      const id = sectionId(await openedDocument(context, document), node);
      const answer = await context.edit([{ type: 'share', document, node: id, name: title }]);
      const code = answer.edits[0]?.document.slice('shared/'.length) ?? '';
      context.done(
        answer,
        `Its code is ${code}. Use it elsewhere: parlour section add TEMPLATE shared-section shared=${code}`,
      );
    });

  sections
    .command('unshare')
    .description('Replace a shared section here with a copy of its own.')
    .argument('<document>', 'a template’s code, or a document')
    .argument('<id>', SECTION_ID)
    .addHelpText('after', '\nExample:\n  $ parlour section unshare product p-promise')
    .action(async (name: string, node: string, _options: object, command: Command) => {
      const context = contextOf(command);
      const document = documentKey(name);
      const id = sectionId(await openedDocument(context, document), node);
      context.done(await context.edit([{ type: 'unshare', document, node: id }]), UNDO);
    });
}
