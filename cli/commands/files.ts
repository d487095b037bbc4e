/** The catalogue from files, and into them: the same for products, collections, brands and reviews. */
import { createWriteStream } from 'node:fs';
import { open, rename, rm } from 'node:fs/promises';
import { basename } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { setTimeout as pause } from 'node:timers/promises';
import { Option, type Command } from 'commander';
import { counted, cut, Problem } from '@parlour/core';
import { FILE_COLUMNS, FILE_FORMATS, isColumn, PART_BYTES, type FileFormat, type FileKind } from '@parlour/core/files';
import { routes, type AnswerOf } from '@parlour/contract';
import { contextOf, type Context } from '../context.js';
import { table } from '../table.js';
import { splitAt } from './nodes.js';

type Import = AnswerOf<typeof routes.getImport>;

const LOOK_EVERY_MS = 150;
const SAY_EVERY_MS = 2_000;

const format = (): Option =>
  new Option('--format <format>', 'what the file is, if its name does not end so').choices(FILE_FORMATS);

/** Adds `import` and `export` to the commands of a kind of things. */
export function addFileCommands(group: Command, kind: FileKind): void {
  group
    .command('export')
    .description(`Write all ${kind}s as one file: CSV (RFC 4180), or JSON Lines if it ends in .jsonl.`)
    .argument('[file]', 'the file; the terminal if left out')
    .addOption(format())
    .option('--spreadsheet', 'keep spreadsheets from reading texts as formulas')
    .addHelpText(
      'after',
      `\nExamples:\n  $ parlour ${kind} export ${kind}s.csv\n  $ parlour ${kind} export ${kind}s.jsonl`,
    )
    .action(async (file: string | undefined, given: { format?: FileFormat; spreadsheet?: true }, command: Command) => {
      const context = contextOf(command);
      const query = {
        format: given.format ?? formatOf(file) ?? 'csv',
        ...(given.spreadsheet && { spreadsheet: 'yes' as const }),
      };
      const stream = await context.file(routes.exportCatalogue, { params: { kind }, query });
      if (file === undefined) {
        const decoder = new TextDecoder();
        for await (const some of stream) context.world.out(decoder.decode(some, { stream: true }));
        return;
      }
      await written(stream, file);
      context.print({ file }, () => `Saved all ${kind}s as ${file}.`);
    });

  group
    .command('import')
    .description(`Create and change ${kind}s by a file; what it does not name stays.`)
    .argument('<file>', 'CSV or JSON Lines; “-” reads it from standard input')
    .addOption(format())
    .option('--skip-bad', 'take what is right and leave out the rest; otherwise it is all or nothing')
    .option(
      '--column <HEAD=NAME>',
      'what a column of the file is; without a name it is left out (repeatable)',
      collected,
      [],
    )
    .addHelpText(
      'after',
      `\nColumns of CSV:\n${FILE_COLUMNS[kind].map(({ name, help }) => `  ${name.padEnd(14)} ${help}`).join('\n')}${
        kind === 'product'
          ? '\n  option.NAME    the value of an option, such as option.Colour\n  attribute.NAME an attribute; none if empty'
          : ''
      }\n\nExamples:\n  $ parlour ${kind} import ${kind}s.csv --dry-run\n  $ parlour ${kind} import ${kind}s.csv --column "${kind === 'review' ? 'title' : 'description'}="`,
    )
    .action(async (file: string, given: Given, command: Command) => {
      await importFile(contextOf(command), kind, file, given);
    });
}

/** Imports that are under way, or have been. */
export function importCommands(program: Command): void {
  const imports = program.command('import').description('Imports of files: how far they are, and stopping one.');
  imports
    .command('list')
    .description('List the last imports.')
    .addHelpText('after', '\nExample:\n  $ parlour import list')
    .action(async (_options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const answer = await call(routes.listImports);
      print(answer, () =>
        answer.imports.length === 0
          ? 'No imports yet. Begin one with: parlour product import FILE'
          : table(
              ['>Number', 'Of', 'File', 'State', '>Created', '>Changed', '>Bad'],
              answer.imports.map(({ id, kind, name, state, dryRun, created, changed, bad }) => [
                ...[String(id), `${kind}s`, name, dryRun ? `${state} (dry run)` : state],
                ...[created, changed, bad].map(String),
              ]),
            ),
      );
    });
  imports
    .command('show')
    .description('Show what became of an import, with each bad line.')
    .argument('<number>', 'its number, see parlour import list')
    .addHelpText('after', '\nExample:\n  $ parlour import show 3')
    .action(async (number: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const found = await call(routes.getImport, { params: { import: number } });
      print(found, () =>
        [`${found.name}: ${found.state}.`, outcomeText(found), faultsText(found)].filter(Boolean).join('\n'),
      );
    });
  imports
    .command('stop')
    .description('Stop an import that is under way; nothing of it is changed then.')
    .argument('<number>', 'its number, see parlour import list')
    .addHelpText('after', '\nExample:\n  $ parlour import stop 3')
    .action(async (number: string, _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      const after = await call(routes.stopImport, { params: { import: number }, body: {} });
      const isStopping = ['waiting', 'running', 'stopped'].includes(after.state);
      print(after, () => (isStopping ? 'It stops; nothing is changed.' : `It has ended already: ${after.state}.`));
    });
}

interface Given {
  readonly format?: FileFormat;
  readonly skipBad?: true;
  readonly column: readonly string[];
}

const collected = (value: string, before: string[]): string[] => [...before, value];

const formatOf = (file: string | undefined): FileFormat | undefined =>
  FILE_FORMATS.find((one) => file?.toLowerCase().endsWith(`.${one}`));

/** Under its name only once it is whole. */
async function written(stream: ReadableStream<Uint8Array>, file: string): Promise<void> {
  const part = `${file}.part`;
  try {
    await pipeline(Readable.from(stream as AsyncIterable<Uint8Array>), createWriteStream(part));
    await rename(part, file);
  } catch (error) {
    await rm(part, { force: true });
    throw error instanceof Problem ? error : unwritten(error);
  }
}
const unwritten = (error: unknown): Problem =>
  new Problem('bad-input', `The file cannot be written: ${error instanceof Error ? error.message : String(error)}.`, {
    place: 'file',
    remedy: 'Name a file in a folder that is there.',
  });

async function importFile(context: Context, kind: FileKind, file: string, given: Given): Promise<void> {
  const { call, options } = context;
  const said = given.format ?? formatOf(file);
  if (!said)
    throw new Problem('bad-input', `It cannot be seen from “${file}” what the file is.`, {
      place: 'file',
      remedy: 'Add --format csv or --format jsonl.',
    });
  const columns = Object.fromEntries(given.column.map(columnIn));
  const begun = await call(routes.beginImport, {
    body: { kind, format: said, name: file === '-' ? '' : basename(file) },
  });
  const params = { import: String(begun.id) };
  let sent: Import = begun;
  let number = 0;
  for await (const body of partsOf(context, file))
    sent = await call(routes.sendImportPart, { params, query: { number: number++ }, body });
  if (sent.bytes === 0)
    throw new Problem('bad-file', 'The file is empty.', {
      place: 'file',
      remedy: 'Name one with at least a first row.',
    });
  checkHeads(kind, sent, columns);
  const body = { columns, dryRun: options.dryRun ?? false, skipBad: given.skipBad ?? false };
  const ended = await watched(context, await call(routes.startImport, { params, body }));
  tell(context, ended);
}

function columnIn(text: string): [string, string | null] {
  const [head, name] = splitAt(text, '=');
  if (name !== undefined) return [head, name || null];
  throw new Problem('bad-input', `“${text}” is not HEAD=NAME.`, {
    place: '--column',
    remedy: 'Write the head of the column in the file, then what it is: --column "Name=title".',
  });
}

async function* partsOf({ world }: Context, file: string): AsyncGenerator<Uint8Array> {
  if (file === '-') {
    const all = Buffer.from(world.input());
    for (let at = 0; at < all.length; at += PART_BYTES) yield all.subarray(at, at + PART_BYTES);
    return;
  }
  const handle = await open(file).catch((error: unknown) => {
    throw new Problem(
      'bad-input',
      `The file cannot be read: ${error instanceof Error ? error.message : String(error)}.`,
      {
        place: 'file',
        remedy: 'Name a file that is there, or “-” for standard input.',
      },
    );
  });
  try {
    for (;;) {
      const { bytesRead, buffer } = await handle.read(Buffer.alloc(PART_BYTES), 0, PART_BYTES);
      if (bytesRead === 0) return;
      yield buffer.subarray(0, bytesRead);
    }
  } finally {
    await handle.close();
  }
}

/** @throws Problem that says what to add for columns of other names */
function checkHeads(kind: FileKind, { heads }: Import, said: Readonly<Record<string, string | null>>): void {
  const strange = heads.filter(({ head }) => !isColumn(kind, head) && !Object.hasOwn(said, head));
  if (strange.length === 0) return;
  const could = strange.map(({ head, column }) => `--column "${head}=${column ?? ''}"`).join(' ');
  throw new Problem(
    'bad-file',
    `It is not known what ${counted(strange.length, 'column is', 'columns are')}: ${strange.map(({ head }) => head).join(', ')}.`,
    {
      place: 'line 1',
      remedy: `Say what ${strange.length === 1 ? 'it is, or leave it' : 'they are, or leave them'} out. Most likely: ${could}`,
    },
  );
}

/** Waits for the end, and says now and then how far it is. */
async function watched({ call, world }: Context, begun: Import): Promise<Import> {
  let now = begun;
  let said = Date.now();
  while (now.state === 'waiting' || now.state === 'running') {
    await pause(LOOK_EVERY_MS);
    now = await call(routes.getImport, { params: { import: String(begun.id) } });
    if (Date.now() - said < SAY_EVERY_MS) continue;
    said = Date.now();
    const done = now.created + now.changed + now.same + now.bad;
    const part = now.bytes === 0 ? 0 : Math.floor((now.doneBytes / now.bytes) * 100);
    world.err(`${part} %: ${counted(done, now.kind)}. Stop it with: parlour import stop ${now.id}\n`);
  }
  return now;
}

function tell({ print }: Context, ended: Import): void {
  if (ended.state === 'done') {
    print(ended, () => [outcomeText(ended), faultsText(ended)].filter(Boolean).join('\n'));
    return;
  }
  const what = `${ended.kind}s`;
  if (ended.state === 'refused')
    throw new Problem(
      'bad-file',
      `Nothing was changed: ${counted(ended.bad, ended.kind)} in ${ended.name || 'the file'} ${ended.bad === 1 ? 'is' : 'are'} wrong.\n\n${faultsText(ended)}\n`,
      {
        place: 'file',
        remedy: 'Correct the lines, or add --skip-bad to leave them out.',
      },
    );
  throw new Problem(
    ended.state === 'stopped' ? 'already-there' : 'broken',
    `The import of ${what} ${ended.state === 'stopped' ? 'was stopped' : 'failed'}; nothing was changed.`,
    {
      place: 'file',
      remedy: 'Try it again.',
    },
  );
}

function outcomeText({ kind, dryRun, created, changed, same, bad }: Import): string {
  const of = (count: number, does: string): string => `${counted(count, kind)} ${does}`;
  const parts = [
    of(created, dryRun ? 'would be created' : 'created'),
    `${changed} ${dryRun ? 'would be changed' : 'changed'}`,
    `${same} as ${same === 1 ? 'it was' : 'they were'}`,
    ...(bad > 0 ? [`${bad} left out`] : []),
  ];
  return `${parts.join(', ')}.`;
}

function faultsText({ faults, bad }: Import): string {
  if (faults.length === 0) return '';
  const rows = faults.map(({ line, column, value, reason }) => [String(line), column, cut(value, 40), reason]);
  return `${table(['>Line', 'Column', 'There', 'What is wrong'], rows)}${faults.length < bad ? `\n… and more.` : ''}`;
}
