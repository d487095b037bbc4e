/** Pictures by their hashes. */
import { sql } from 'kysely';
import type { PictureInfo } from '@parlour/core/kinds';
import { tags } from '../tags.js';
import { needsOf, type Part } from './part.js';

/** Pictures by their hashes, which are its one value. */
export const picturesStatement: Part<PictureInfo>['statement'] = ($, store) => ({
  select: sql`jsonb_agg(jsonb_build_object('hash', hash, 'width', width, 'height', height, 'alt', '', 'widths', widths)) as answer
      from picture where store_id = ${store} and hash = any(${$(0)}::text[])`,
});

export const pictures: Part<PictureInfo> = {
  name: 'pictures',
  takes: 1,
  statement: picturesStatement,
  values(asked) {
    const needs = needsOf(asked, 'picture');
    return needs.length ? [[...new Set(needs.map(({ hash }) => hash))]] : null;
  },
  read(answers, asked) {
    const found = new Map(answers.map((picture) => [picture.hash, picture]));
    for (const need of needsOf(asked, 'picture')) {
      asked.data.set(need, found.get(need.hash) ?? null);
      asked.tags.add(tags.picture(need.hash));
    }
  },
};
