/** Every example, in the help of every command and in the read-me, is written as the program takes it. */
import type { Command } from 'commander';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildProgram } from '../program.js';

const commandsOf = (command: Command): Command[] => [command, ...command.commands.flatMap(commandsOf)];

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

const program = commandsOf(buildProgram());
const helps = program.flatMap((command) => examplesIn(helpOf(command), /^ {2}\$ (.*)$/));
const readMe = examplesIn(readFileSync(join(__dirname, '../../README.md'), 'utf8'), /^(?:npx )(parlour .*)$/);

test('there are examples to try', () => {
  expect(helps.length).toBeGreaterThan(60);
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
