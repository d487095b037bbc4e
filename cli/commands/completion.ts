/** Tab completion: a script for the shell that asks this program for the words that fit. */
import type { Command } from 'commander';
import { WRONG_USE } from '../context.js';
import { worldOf } from '../world.js';

const SCRIPTS: Readonly<Record<string, string>> = {
  bash: `_parlour() { COMPREPLY=($(compgen -W "$(parlour complete "\${COMP_WORDS[@]:1:COMP_CWORD-1}" 2>/dev/null)" -- "\${COMP_WORDS[COMP_CWORD]}")); }
complete -F _parlour parlour`,
  zsh: `#compdef parlour
_parlour() { compadd -- $(parlour complete "\${words[@]:1:$((CURRENT-2))}" 2>/dev/null) }
compdef _parlour parlour`,
  fish: `complete -c parlour -f -a '(parlour complete (commandline -opc)[2..-1] 2>/dev/null)'`,
};

export function completionCommand(program: Command): void {
  program
    .command('completion')
    .description('Print the script that completes commands with the Tab key.')
    .argument('<shell>', Object.keys(SCRIPTS).join(', '))
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour completion bash >> ~/.bashrc\n  $ parlour completion zsh > "${fpath[1]}/_parlour"\n  $ parlour completion fish > ~/.config/fish/completions/parlour.fish',
    )
    .action((shell: string, _options: object, command: Command) => {
      const script = Object.hasOwn(SCRIPTS, shell) ? SCRIPTS[shell] : undefined;
      if (script === undefined)
        command.error(`There is completion for: ${Object.keys(SCRIPTS).join(', ')}.`, { exitCode: WRONG_USE });
      worldOf(command).out(`${script ?? ''}\n`);
    });

  program
    .command('complete', { hidden: true })
    .argument('[words...]')
    .allowUnknownOption()
    .action((words: string[]) => {
      worldOf(program).out(`${wordsAfter(program, words).join('\n')}\n`);
    });
}

/** What may follow the words typed so far: commands, then options. */
export function wordsAfter(program: Command, words: readonly string[]): string[] {
  let at = program;
  for (const word of words) at = at.commands.find((one) => one.name() === word) ?? at;
  const commands = at.commands.filter((one) => one.name() !== 'complete').map((one) => one.name());
  const options = [...at.options, ...(at === program ? [] : program.options)].flatMap(({ long }) => long ?? []);
  return [...commands, ...options, '--help'];
}
