/** Templates: list, show, draw, copy, create, remove. */
import type { Command } from 'commander';
import { Problem } from '@parlour/core';
import { movedInOrder } from '@parlour/core/assign';
import { typeOfKey } from '@parlour/core/design';
import { keys } from '@parlour/core/documents';
import type { PageKind } from '@parlour/core/pages';
import { routes } from '@parlour/contract';
import { writeFileSync } from 'node:fs';
import { contextOf } from '../context.js';
import { documentKey } from '../keys.js';
import { table } from '../table.js';
import { readPageKind } from '../values.js';
import { showDocument } from './documents.js';
import { DRAFT, openedDocument } from './nodes.js';

export function templateCommands(program: Command): void {
  const templates = program.command('template').description('Templates: the sections that pages of a kind have.');

  templates
    .command('list')
    .description('List the templates with the number of pages that use them.')
    .addHelpText('after', '\nExample:\n  $ parlour template list')
    .action(async (_options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const { templates: found } = await call(routes.listTemplates);
      print(found, () =>
        table(
          ['Code', 'Name', 'Kind', '>Sections', '>Pages', ''],
          found.map((one) => [
            one.code,
            one.name,
            one.pageKind,
            String(one.sections),
            String(one.pages),
            one.standard ? 'standard' : one.pages ? '' : 'used by no page',
          ]),
        ),
      );
    });

  templates
    .command('show')
    .description('Show the sections of a template, with their values.')
    .argument('<template>', 'its code')
    .addHelpText('after', '\nExamples:\n  $ parlour template show home\n  $ parlour template show home --json')
    .action((template: string, options: object, command: Command) => {
      if (typeOfKey(documentKey(template)) !== 'template')
        throw new Problem('no-such-template', `“${template}” is not a template.`, {
          place: 'template',
          remedy: `See parlour template list. Other documents: parlour document show ${template}`,
        });
      return showDocument(template, options, command);
    });

  templates
    .command('draw')
    .description('Draw the plan view of a template, in the terminal or as an SVG file.')
    .argument('<template>', 'a template’s code')
    .option('--svg <file>', 'save the drawing as a file')
    .addHelpText('after', '\nExamples:\n  $ parlour template draw home\n  $ parlour template draw home --svg home.svg')
    .action(async (template: string, options: { svg?: string }, command: Command) => {
      const { call, print } = contextOf(command);
      const plan = await call(routes.drawPlan, { query: { template } });
      if (options.svg) writeFileSync(options.svg, plan.svg);
      print(plan, () => (options.svg ? `Saved as ${options.svg}.` : plan.text));
    });

  templates
    .command('copy')
    .description('Copy a template; the copy has content of its own.')
    .argument('<template>', 'the code of the one to copy')
    .argument('<name>', 'the name of the copy')
    .option('--code <code>', 'the code of the copy; made from the name if left out')
    .option('--clean', 'leave additions beside its sections, and what pages have of their own in them, behind')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour template copy product "Festival kite"\n  $ parlour template copy product "Bare kite" --clean',
    )
    .action(async (from: string, name: string, options: { code?: string; clean?: boolean }, command: Command) => {
      const context = contextOf(command);
      const answer = await context.edit([
        {
          type: 'create',
          what: 'template',
          copyOf: from,
          name,
          ...(options.code ? { code: options.code } : {}),
          ...(options.clean ? { clean: true } : {}),
        },
      ]);
      const code = answer.edits[0]?.document.slice('template/'.length) ?? '';
      context.done(
        // One value more than the answer has, for programs that read it.
        { ...answer, code } as typeof answer,
        `Its code is ${code}, and no page uses it yet.\nNext: parlour assign PAGE ${code}`,
      );
    });

  templates
    .command('move')
    .description('Move a template among those of its page kind; every list and choice has them in this order.')
    .argument('<template>', 'its code')
    .option('--before <code>', 'the template it goes in front of; last if left out')
    .addHelpText('after', '\nExample:\n  $ parlour template move product-plain --before product')
    .action(async (code: string, { before = null }: { before?: string | null }, command: Command) => {
      const context = contextOf(command);
      const { templates: all } = await context.call(routes.listTemplates);
      const found = (wanted: string) => {
        const one = all.find((template) => template.code === wanted);
        if (one) return one;
        throw new Problem('no-such-template', `There is no template “${wanted}”.`, {
          place: 'template',
          remedy: 'See parlour template list.',
        });
      };
      const { pageKind } = found(code);
      if (before !== null && found(before).pageKind !== pageKind)
        throw new Problem('wrong-page-kind', `“${before}” is for other pages than “${code}”.`, {
          place: '--before',
          remedy: 'Name a template of the same page kind.',
        });
      const document = keys.assignments(pageKind);
      const { head } = await openedDocument(context, document);
      const was = head['order'];
      const value = movedInOrder(
        all.filter((template) => template.pageKind === pageKind),
        code,
        before,
      );
      context.done(
        await context.edit([{ type: 'set', document, field: 'order', value, ...(was === undefined ? {} : { was }) }]),
        DRAFT,
      );
    });

  program
    .command('starter')
    .description('Ready-made templates to begin with.')
    .command('list')
    .description('List the starters: ready-made templates, and ready-made content pages.')
    .argument('[page-kind]', 'only for this page kind', readPageKind)
    .addHelpText('after', '\nExamples:\n  $ parlour starter list\n  $ parlour starter list product')
    .action(async (pageKind: PageKind | undefined, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const found = await call(routes.listStarters, { query: { pageKind } });
      const { starters, pages } = found;
      print(found, () =>
        [
          table(
            ['Code', 'Kind', 'Name', 'What it is good for'],
            starters.map((one) => [one.code, one.pageKind, one.name, one.sentence]),
          ),
          '',
          'Start with one: parlour template create PAGE-KIND NAME --starter CODE',
          ...(pages.length
            ? [
                '',
                table(
                  ['Code', 'Content page', 'What it is good for'],
                  pages.map((one) => [one.code, one.title, one.sentence]),
                ),
                '',
                'Make one: parlour document create content TITLE --starter CODE',
              ]
            : []),
        ].join('\n'),
      );
    });

  templates
    .command('create')
    .description('Create a template, empty or from a starter.')
    .argument('<page-kind>', 'the kind of pages it is for', readPageKind)
    .argument('<name>', 'its name')
    .option('--starter <code>', 'a ready-made template to begin with, see parlour starter list')
    .option('--code <code>', 'its code; made from the name if left out')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour template create product "Bare product"\n  $ parlour template create product "Spares" --starter product-words',
    )
    .action(
      async (pageKind: PageKind, name: string, options: { starter?: string; code?: string }, command: Command) => {
        const context = contextOf(command);
        const answer = await context.edit([{ type: 'create', what: 'template', pageKind, name, ...options }]);
        const code = answer.edits[0]?.document.slice('template/'.length) ?? '';
        const next = options.starter === undefined ? `section add ${code} KIND` : `template show ${code}`;
        context.done(
          // One value more than the answer has, for programs that read it.
          { ...answer, code } as typeof answer,
          `Its code is ${code}, and no page uses it yet.\nNext: parlour ${next}`,
        );
      },
    );

  templates
    .command('remove')
    .description('Remove a template, and say which one its pages get.')
    .argument('<template>', 'its code')
    .option('--instead <code>', 'the template its pages get; otherwise rules and the standard decide')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour template remove festival-kite --dry-run\n  $ parlour template remove festival-kite --instead product',
    )
    .action(async (template: string, options: { instead?: string }, command: Command) => {
      const context = contextOf(command);
      const answer = await context.edit([{ type: 'discard', document: keys.template(template), ...options }]);
      context.done(answer, 'Undo it with: parlour undo');
    });
}
