/** Pictures of the store: adding them, where they are used, deleting those that nothing uses. */
import { readFileSync } from 'node:fs';
import { basename } from 'node:path';
import type { Command } from 'commander';
import { Problem } from '@parlour/core';
import { leftOutInWords } from '@parlour/core/kinds';
import { routes, type AnswerOf } from '@parlour/contract';
import { contextOf } from '../context.js';
import { hashOfPicture } from '../named-picture.js';
import { table } from '../table.js';

/** How much of a hash tells pictures apart for people. */
const SHORT = 12;

export function pictureCommands(program: Command): void {
  const pictures = program.command('picture').description('The pictures of the store.');

  pictures
    .command('list')
    .description('List the pictures, newest first.')
    .option('--search <words>', 'only those whose file names hold these words')
    .addHelpText('after', '\nExample:\n  $ parlour picture list --search harbour')
    .action(async (query: { search?: string }, command: Command) => {
      const { call, print } = contextOf(command);
      const all: AnswerOf<typeof routes.listPictures>['pictures'] = [];
      for (let after: string | null | undefined; after !== null;) {
        const answer = await call(routes.listPictures, { query: { ...query, after, limit: 500 } });
        all.push(...answer.pictures);
        after = answer.next;
      }
      if (all.length === 0) return print({ pictures: all }, () => 'No pictures.');
      print({ pictures: all }, () =>
        table(
          ['Hash', 'File', '>Width', '>Height'],
          all.map(({ hash, name, width, height }) => [hash.slice(0, SHORT), name, String(width), String(height)]),
        ),
      );
    });

  pictures
    .command('add')
    .description('Add pictures. Each is made in all the widths that pages ask for.')
    .argument('<files...>', 'JPEG, PNG, WebP, GIF, AVIF, TIFF or SVG')
    .addHelpText('after', '\nExample:\n  $ parlour picture add harbour.png')
    .action(async (files: string[], _options: object, command: Command) => {
      const { call, print } = contextOf(command);
      for (const file of files) {
        const added = await call(routes.addPicture, { query: { name: basename(file) }, body: bytesOf(file) });
        const leftOut = leftOutInWords(added.leftOut);
        const value = JSON.stringify({ picture: added.hash, alt: 'WORDS' });
        print(
          added,
          () =>
            `Added ${added.name}, ${added.width} x ${added.height}.${leftOut && ` ${leftOut}`}\nUse it as the value of a field: ${added.name}, or with words that are read aloud: '${value}'`,
        );
      }
    });

  pictures
    .command('show')
    .description('Show where a picture is used.')
    .argument('<picture>', 'its hash, how that begins, or its file name')
    .addHelpText('after', '\nExample:\n  $ parlour picture show harbour.png')
    .action(async (name: string, _options: object, command: Command) => {
      const context = contextOf(command);
      const hash = await hashOfPicture(context, name);
      const answer = await context.call(routes.getPicture, { params: { hash } });
      const { picture, documents, products, collections, kept } = answer;
      context.print(answer, () =>
        [
          `${picture.name}, ${picture.width} x ${picture.height}`,
          picture.hash,
          '',
          ...documents.map(({ design, key, name: called }) => `Used by ${called} of the design ${design} (${key}).`),
          ...products.map(({ code, title }) => `Used by the product ${code}, “${title}”.`),
          ...collections.map(({ code, title }) => `Used by the collection ${code}, “${title}”.`),
          ...(documents.length + products.length + collections.length > 0
            ? []
            : [
                kept
                  ? 'Nothing uses it now; a revision, or an edit that can be undone, shows it.'
                  : `Nothing uses it. Delete it with: parlour picture remove ${picture.hash.slice(0, SHORT)}`,
              ]),
        ].join('\n'),
      );
    });

  pictures
    .command('remove')
    .description('Delete a picture for good; refused while anything uses it.')
    .argument('<picture>', 'its hash, how that begins, or its file name')
    .addHelpText('after', '\nExample:\n  $ parlour picture remove old-logo.png')
    .action(async (name: string, _options: object, command: Command) => {
      const context = contextOf(command);
      const hash = await hashOfPicture(context, name);
      context.print(await context.call(routes.removePicture, { params: { hash } }), () => 'Deleted.');
    });
}

/** @throws Problem `bad-input` for a file that cannot be read */
function bytesOf(file: string): Uint8Array {
  try {
    return new Uint8Array(readFileSync(file));
  } catch {
    throw new Problem('bad-input', `The file “${file}” cannot be read.`, {
      place: 'file',
      remedy: 'Check its name, and that you may read it.',
    });
  }
}
