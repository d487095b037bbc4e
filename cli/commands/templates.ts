/** Templates and the other documents of a design. */
import type { Command } from 'commander';
import {
  hasSections,
  keys,
  openDocument,
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
  name.includes('/') || name === 'theme' || name === 'paths' ? name : keys.template(name);

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
      const context = contextOf(command);
      const answer = await context.edit([
        { type: 'create', what: 'template', from, name, ...(options.code ? { code: options.code } : {}) },
      ]);
      const code = answer.edits[0]?.document.slice('template/'.length) ?? '';
      context.done(
        { ...answer, code } as typeof answer,
        `Its code is ${code}, and no page uses it yet.\nNext: parlour assign PAGE ${code}`,
      );
    });

  templates
    .command('create')
    .description('Make an empty template.')
    .argument('<kind>', 'the page kind it is for')
    .argument('<name>', 'what it is called')
    .addHelpText('after', '\nExample:\n  $ parlour template create product "Bare product"')
    .action(async (pageKind: string, name: string, _options: object, command: Command) => {
      const context = contextOf(command);
      const answer = await context.edit([{ type: 'create', what: 'template', pageKind, name }]);
      const code = answer.edits[0]?.document.slice('template/'.length) ?? '';
      context.done(
        { ...answer, code } as typeof answer,
        `Its code is ${code}.\nNext: parlour section add ${code} KIND`,
      );
    });

  templates
    .command('remove')
    .description('Remove a template; says what its pages become.')
    .argument('<template>', 'its code')
    .option('--instead <code>', 'the template its pages get; without it they go by rules and standard')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour template remove festival-kite --dry-run\n  $ parlour template remove festival-kite --instead product',
    )
    .action(async (template: string, options: { instead?: string }, command: Command) => {
      const context = contextOf(command);
      const answer = await context.edit([{ type: 'discard', document: keys.template(template), ...options }]);
      context.done(answer, 'Take it back with: parlour undo');
    });
}

function describeDocument(document: Document): string {
  if (!hasSections(document)) return describeHead(document);
  const head =
    document.type === 'template'
      ? `${document.name} · for ${document.pageKind} pages · ${document.layout.width} width`
      : `${document.name} · ${document.type}`;
  const lines = Object.entries(document.areas).flatMap(([area, sections]) => [
    `\n${area}`,
    ...(sections.length ? sections.flatMap((section) => describeSection(section, 1)) : ['  (no sections)']),
  ]);
  return [head, ...lines].join('\n');
}

/** A document without sections: its own values, then its entries. */
function describeHead(document: Document): string {
  const { head, nodes } = openDocument(document);
  const shown = (value: unknown): string => (typeof value === 'string' ? value : JSON.stringify(value));
  const entries = (parent: string | null, depth: number): string[] =>
    Object.values(nodes)
      .filter(({ place }) => place.in === parent)
      .sort((a, b) => (a.order < b.order ? -1 : 1))
      .flatMap(({ id, values }) => [
        `${'  '.repeat(depth)}${id}  ${Object.entries(values)
          .map(([name, value]) => `${name}=${shown(value)}`)
          .join('  ')}`,
        ...entries(id, depth + 1),
      ]);
  return [...Object.entries(head).map(([path, value]) => `${path}  ${shown(value)}`), ...entries(null, 1)].join('\n');
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
