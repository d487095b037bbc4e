/** Templates and the other documents of a design. */
import type { Command } from 'commander';
import {
  hasSections,
  keys,
  sectionName,
  SHIPPED_KINDS,
  withDefaults,
  type Document,
  type Section,
} from '@parlour/core';
import { routes } from '@parlour/contract';
import { writeFileSync } from 'node:fs';
import { contextOf } from '../context.js';
import { table } from '../table.js';

/** A template's code, or the key of any document, such as around/header/standard. */
export const documentKey = (name: string): string =>
  name.includes('/') || name === 'theme' ? name : keys.template(name);

export function templateCommands(program: Command): void {
  const templates = program.command('template').description('Templates: the sections of a kind of page.');

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
    .description('Show the sections of a template, or of another document, with their own values.')
    .argument('<template>', 'a template’s code, or a document such as around/header/standard')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour template show home\n  $ parlour template show around/footer/standard --json',
    )
    .action(async (name: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const found = await call(routes.getDocument, { query: { key: documentKey(name) } });
      print(found.document, () => describeDocument(found.document as Document));
    });

  templates
    .command('draw')
    .description('Draw the plan of a template in the terminal, or into an SVG file.')
    .argument('<template>', 'a template’s code')
    .option('--svg <file>', 'write the drawing into a file')
    .addHelpText('after', '\nExamples:\n  $ parlour template draw home\n  $ parlour template draw home --svg home.svg')
    .action(async (template: string, options: { svg?: string }, command: Command) => {
      const { call, print } = contextOf(command);
      const plan = await call(routes.drawPlan, { query: { template } });
      if (options.svg) writeFileSync(options.svg, plan.svg);
      print(plan, () => (options.svg ? `Drawn into ${options.svg}.` : plan.text));
    });

  templates
    .command('copy')
    .description('Copy a template; the copy has content of its own.')
    .argument('<template>', 'the code of the one to copy')
    .argument('<name>', 'what the copy is called')
    .option('--code <code>', 'the code of the copy; made from the name if left out')
    .addHelpText('after', '\nExample:\n  $ parlour template copy product "Festival kite"')
    .action(async (from: string, name: string, options: { code?: string }, command: Command) => {
      const { edit, print } = contextOf(command);
      const answer = await edit([
        { type: 'create-template', from, name, ...(options.code ? { code: options.code } : {}) },
      ]);
      const code = answer.edits[0]?.document.slice('template/'.length) ?? '';
      print(
        { ...answer, code },
        () =>
          `${answer.sentences.join('\n')} Its code is ${code}, and no page uses it yet.\nNext: parlour assign PAGE ${code}`,
      );
    });

  templates
    .command('create')
    .description('Make an empty template.')
    .argument('<kind>', 'the page kind it is for')
    .argument('<name>', 'what it is called')
    .addHelpText('after', '\nExample:\n  $ parlour template create product "Bare product"')
    .action(async (pageKind: string, name: string, _options: object, command: Command) => {
      const { edit, print } = contextOf(command);
      const answer = await edit([{ type: 'create-template', pageKind, name }]);
      const code = answer.edits[0]?.document.slice('template/'.length) ?? '';
      print(
        { ...answer, code },
        () => `${answer.sentences.join('\n')} Its code is ${code}.\nNext: parlour section add ${code} KIND`,
      );
    });

  templates
    .command('remove')
    .description('Remove a template that no page uses.')
    .argument('<template>', 'its code')
    .addHelpText('after', '\nExample:\n  $ parlour template remove festival-kite')
    .action(async (template: string, _options: object, command: Command) => {
      const { edit, print } = contextOf(command);
      const answer = await edit([{ type: 'remove-template', template }]);
      print(answer, () => `${answer.sentences.join('\n')}\nTake it back with: parlour undo`);
    });
}

function describeDocument(document: Document): string {
  if (!hasSections(document)) return JSON.stringify(document, null, 2);
  const head =
    document.type === 'template'
      ? `${document.name} · for ${document.pageKind} pages · ${document.layout.width} width`
      : `${document.region} · ${document.name}`;
  const lines = Object.entries(document.areas).flatMap(([area, sections]) => [
    `\n${area}`,
    ...(sections.length ? sections.flatMap((section) => describeSection(section, 1)) : ['  (no sections)']),
  ]);
  return [head, ...lines].join('\n');
}

function describeSection(section: Section, depth: number): string[] {
  const kind = SHIPPED_KINDS.find(section.kind);
  const values = kind ? withDefaults(kind.fields, section.values) : section.values;
  const fields = [
    ...Object.entries(values).map(([name, value]) => [name, value, Object.hasOwn(section.values, name)] as const),
    ...Object.entries(section.casing).map(([name, value]) => [`casing.${name}`, value, true] as const),
  ];
  const indent = '  '.repeat(depth);
  return [
    `${indent}${section.id}  ${sectionName(section, SHIPPED_KINDS)}  (${section.kind}${kind ? '' : ', this kind is missing'})`,
    ...fields.map(([name, value, own]) => `${indent}    ${name.padEnd(14)} ${short(value)}${own ? '' : '  (default)'}`),
    ...Object.entries(section.slots ?? {}).flatMap(([slot, inner]) => [
      `${indent}  ${slot}`,
      ...inner.flatMap((one) => describeSection(one, depth + 2)),
    ]),
  ];
}

function short(value: unknown): string {
  const text = typeof value === 'string' ? value : JSON.stringify(value);
  return text.length > 70 ? `${text.slice(0, 69)}…` : text;
}
