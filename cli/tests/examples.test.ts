/** Every example, in the help of every command and in the read-me, is written as the program takes it. */
import type { Command } from 'commander';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { routes } from '@parlour/contract';
import { testService, type TestService } from '../../service/tests/service.js';
import { buyOne } from '../../service/tests/shopper.js';
import { buildProgram } from '../program.js';
import { processWorld, type World } from '../world.js';
import { runIn } from './commands.js';

/** The commands that help shows, without help itself. */
const commandsOf = (command: Command): Command[] => {
  const seen = command.createHelp().visibleCommands(command);
  return [command, ...seen.filter((one) => one.name() !== 'help').flatMap(commandsOf)];
};

/** What `command --help` prints, with what stands after the options. */
function helpOf(command: Command): string {
  let text = '';
  command.configureOutput({ writeOut: (written) => (text += written) });
  command.outputHelp();
  return text;
}

const examplesIn = (text: string, prompt: RegExp): string[] =>
  text.split('\n').flatMap((line) => prompt.exec(line)?.[1] ?? []);

/** The words of a line as a shell would hand them over; what follows two spaces or is piped from is no part of it. */
function wordsOf(line: string): string[] {
  const command = line.replace(/ (<|>>?) \S+$/, '').replace(/^.*\| (?=parlour )/, '');
  const said = [...command.matchAll(/"[^"]*"|'[^']*'|(?:[^\s"']|"[^"]*"|'[^']*')+| {2,}/g)].map(([word]) => word);
  const end = said.findIndex((word) => word.startsWith('  '));
  return (end < 0 ? said : said.slice(0, end)).map((word) => word.replace(/^(\w[\w.]*=)?["'](.*)["']$/, '$1$2'));
}

const leaves = commandsOf(buildProgram(processWorld)).filter(({ commands }) => commands.length === 0);
const helps = leaves.flatMap((command) => examplesIn(helpOf(command), /^ {2}\$ (.*)$/));
const readMe = examplesIn(readFileSync(join(import.meta.dirname, '../../README.md'), 'utf8'), /^(?:npx )(parlour .*)$/);

test('every command says what it does and has an example', () => {
  for (const command of leaves) {
    const help = helpOf(command);
    expect([command.name(), command.description()]).toEqual([command.name(), expect.stringMatching(/^[A-Z].*\.( |$)/)]);
    expect([command.name(), help]).toEqual([command.name(), expect.stringMatching(/Examples?:\n {2}\$ /)]);
  }
  expect(leaves.length).toBeGreaterThan(60);
  expect(readMe.length).toBeGreaterThan(20);
});

test.each([...new Set([...helps, ...readMe].filter((line) => line.includes('parlour ')))])('%s', async (line) => {
  const tried = buildProgram(processWorld);
  const ran: string[] = [];
  for (const command of commandsOf(tried)) {
    command.configureOutput({ writeErr: (text) => ran.push(text), writeOut: (text) => ran.push(text) });
    if (command.commands.length === 0) command.action(() => void ran.push('ran'));
  }
  await tried.parseAsync(wordsOf(line).slice(1), { from: 'user' }).catch((error: Error) => ran.push(error.message));
  expect(ran).toEqual(['ran']);
});

describe('on the demo', () => {
  let service: TestService;
  let env: World['env'];
  const here = process.cwd();
  beforeAll(async () => {
    // Some write files where they are.
    process.chdir(mkdtempSync(join(process.env['PARLOUR_TEST_HOME'] ?? tmpdir(), 'examples-')));
    service = await testService();
    env = { PARLOUR_URL: service.origin, PARLOUR_TOKEN: service.token };
    // What the examples speak of: two templates, a header, three revisions, a second design, two unpublished changes.
    const title = (value: string, was: string) =>
      service.edit({ type: 'set', document: 'template/home', node: 'h-sport', field: 'values.title', value, was });
    await service.edit(
      { type: 'create', what: 'template', copyOf: 'product', name: 'Festival' },
      { type: 'create', what: 'template', copyOf: 'product', name: 'Festival kite' },
      { type: 'create', what: 'arrangement', region: 'header', copyOf: 'standard', name: 'Sale' },
    );
    await service.call(routes.publish, { body: {} });
    await title('For gales', 'For the wind that means it');
    await service.call(routes.publish, { body: {} });
    await service.call(routes.createDesign, { body: { name: 'Summer' } });
    await buyOne(service);
    await title('For storms', 'For gales');
    await service.edit({ type: 'set', document: 'template/product', field: 'name', value: 'Goods', was: 'Product' });
  });
  afterAll(() => {
    process.chdir(here);
    return service.stop();
  });

  /** What a command printed, or why it was refused. Nothing is changed by it. */
  async function tried(line: string): Promise<string> {
    const { out, err } = await runIn(env, [...wordsOf(line).slice(1), '--dry-run']);
    return err === '' || err.startsWith('There is no dry run for this') ? out : `refused: ${err}`;
  }

  test('every example of the help is done as it is written', async () => {
    // What reads from the standard input would wait for it.
    const lines = helps.filter(
      (line) => !/[ =]-( |$)|^echo|\.(json|svg|png)|(sign-in|completion|password set) /.test(line),
    );
    const refused: string[] = [];
    for (const line of lines) {
      const said = await tried(line);
      if (said.startsWith('refused')) refused.push(`${line}\n    ${said}`);
    }
    expect(refused).toEqual([]);
  });
});
