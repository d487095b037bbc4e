/** What a command has of the outside: its environment, what it reads and where it writes. */
import { readFileSync } from 'node:fs';
import { createInterface } from 'node:readline/promises';
import { Writable } from 'node:stream';
import type { Command } from 'commander';

export interface World {
  readonly env: Readonly<Record<string, string | undefined>>;
  out(text: string): void;
  err(text: string): void;
  /** All of the standard input. */
  input(): string;
  /** Asks at the terminal without showing what is typed. */
  ask(question: string): Promise<string>;
}

/** That of this process. */
export const processWorld: World = {
  env: process.env,
  out: (text) => void process.stdout.write(text),
  err: (text) => void process.stderr.write(text),
  input: () => readFileSync(0, 'utf8'),
  async ask(question) {
    process.stderr.write(question);
    const silent = new Writable({ write: (_chunk, _encoding, done) => done() });
    const reader = createInterface({ input: process.stdin, output: silent, terminal: Boolean(process.stdin.isTTY) });
    const answer = await reader.question('');
    reader.close();
    process.stderr.write('\n');
    return answer;
  },
};

const worlds = new WeakMap<Command, World>();

/** Gives a program, and all its commands that are added from now on, the world they work in. */
export function workIn(world: World, program: Command): void {
  worlds.set(program, world);
  program.configureOutput({ writeOut: world.out, writeErr: world.err });
}

/** The world of the program that a command belongs to. */
export function worldOf(command: Command): World {
  for (let at: Command | null = command; at; at = at.parent) {
    const world = worlds.get(at);
    if (world) return world;
  }
  throw new Error(`The command “${command.name()}” belongs to no program.`);
}
