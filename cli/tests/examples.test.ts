/** Every example, in the help of every command and in the read-me, is written as the program takes it. */
import type { Command } from 'commander';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildProgram } from '../program.js';

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

const leaves = commandsOf(buildProgram()).filter(({ commands }) => commands.length === 0);
const helps = leaves.flatMap((command) => examplesIn(helpOf(command), /^ {2}\$ (.*)$/));
const readMe = examplesIn(readFileSync(join(__dirname, '../../README.md'), 'utf8'), /^(?:npx )(parlour .*)$/);

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
  const tried = buildProgram();
  const ran: string[] = [];
  for (const command of commandsOf(tried)) {
    command.configureOutput({ writeErr: (text) => ran.push(text), writeOut: (text) => ran.push(text) });
    if (command.commands.length === 0) command.action(() => void ran.push('ran'));
  }
  await tried.parseAsync(wordsOf(line).slice(1), { from: 'user' }).catch((error: Error) => ran.push(error.message));
  expect(ran).toEqual(['ran']);
});
