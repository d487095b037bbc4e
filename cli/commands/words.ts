/** The words of the storefront that no section sets, in each language of the store. */
import { Command } from 'commander';
import { didYouMean, Problem } from '@parlour/core';
import { keys, type WordsDocument, listWords, wordField } from '@parlour/core/documents';
import { shippedWords } from '@parlour/core/locale';
import { routes } from '@parlour/contract';
import { contextOf, type Context } from '../context.js';
import { table } from '../table.js';
import { valueFor } from '../values.js';
import { DRAFT, UNDO } from './nodes.js';

export function wordCommands(program: Command): void {
  const words = program
    .command('word')
    .description('Words of the storefront that no section sets, such as “sold out”, in each language.');

  words
    .command('list')
    .description('List the words of a language. Those of your own are marked.')
    .option('--language <tag>', 'such as de; the leading language if left out')
    .option('--own', 'only those of your own')
    .addHelpText('after', '\nExamples:\n  $ parlour word list\n  $ parlour word list --own')
    .action(async ({ language, own }: { language?: string; own?: true }, command: Command) => {
      const context = contextOf(command);
      const tag = await languageOf(context, language);
      const all = listWords(tag, shippedWords(tag), await wordsIn(context, tag));
      const found = own ? all.filter(({ isOwn }) => isOwn) : all;
      context.print({ language: tag, words: found }, () =>
        found.length === 0
          ? 'No words of your own yet. Set one: parlour word set sold-out "gone for now"'
          : table(
              ['Word', 'Text', 'Own', 'Where'],
              found.map(({ path, text, isOwn, about }) => [path, text, isOwn ? 'yes' : '', about]),
            ),
      );
    });

  words
    .command('set')
    .description('Say a word your own way. What is in {braces} is filled in when it is shown.')
    .argument('<word>', 'its name, or NAME.FORM for a plural form such as items.one; see parlour word list')
    .argument('<text>', 'what shoppers read; “-” reads it from standard input')
    .option('--language <tag>', 'such as de; the leading language if left out')
    .addHelpText(
      'after',
      '\nExamples:\n  $ parlour word set sold-out "gone for now"\n  $ parlour word set items.other "{count} kites"',
    )
    .action((word: string, text: string, options: { language?: string }, command: Command) =>
      setWord(command, word, options.language, text),
    );

  words
    .command('reset')
    .description('Go back to the usual word.')
    .argument('<word>', 'its name, see parlour word list --own')
    .option('--language <tag>', 'such as de; the leading language if left out')
    .addHelpText('after', '\nExample:\n  $ parlour word reset sold-out')
    .action((word: string, options: { language?: string }, command: Command) =>
      setWord(command, word, options.language),
    );
}

/** @param text undefined for the usual word again */
async function setWord(command: Command, word: string, given: string | undefined, text?: string): Promise<void> {
  const context = contextOf(command);
  const language = await languageOf(context, given);
  const field = wordField(word);
  const known = listWords(language, shippedWords(language), undefined).map(({ path }) => path);
  if (!field || !known.includes(word))
    throw new Problem('no-such-thing', `There is no word “${word}”.`, {
      place: 'word',
      remedy: `${didYouMean(word, known)}See parlour word list.`,
    });
  const was = (await wordsIn(context, language))?.words?.[word];
  const value = text === undefined ? undefined : await valueFor(context, field, context.textFrom(text), word);
  const answer = await context.edit([
    {
      type: 'set',
      document: keys.words(language),
      field: `words.${word}`,
      ...(was !== undefined && { was }),
      ...(value !== undefined && { value }),
    },
  ]);
  context.done(answer, `${DRAFT}\n${UNDO}`);
}

/** @throws Problem `no-such-thing` for one that the store does not speak */
async function languageOf({ call }: Context, given: string | undefined): Promise<string> {
  const { name, locale, languages } = await call(routes.getStore);
  if (given === undefined || given === locale || languages.includes(given)) return given ?? locale;
  throw new Problem('no-such-thing', `“${name}” does not speak “${given}”.`, {
    place: '--language',
    remedy: `It speaks ${[locale, ...languages].join(', ')}. Add one with parlour store languages.`,
  });
}

/** The store's own words in the draft; undefined while it has none. */
async function wordsIn({ call }: Context, language: string): Promise<WordsDocument | undefined> {
  const key = keys.words(language);
  const { documents } = await call(routes.listDocuments);
  if (!documents.some((one) => one.key === key)) return undefined;
  // The key says of which type it is.
  return (await call(routes.getDocument, { query: { key } })).document as WordsDocument;
}
