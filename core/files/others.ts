/** Collections as rows, one for each product in them; and brands, one row each. */
import type { Brand, BrandChange, Collection, CollectionChange } from '../catalogue/others.js';
import type { Texts } from '../catalogue/texts.js';
import { picturesCell, picturesOf } from './cells.js';
import { FILE_COLUMNS, spokenIn } from './columns.js';
import { spokenCells, spokenHeads, textsFrom } from './spoken.js';
import { Cells, type Row, type Told } from './told.js';

/**
 * A collection as rows tell of it. With a column for products, they are all that is in it, in their order; where a rule
 * fills it, it has none.
 * @param rows those of one collection, in their order
 */
export function collectionFrom(rows: readonly Row[]): Told<CollectionChange> {
  const cells = new Cells(rows);
  const spoken = spokenColumns('collection', rows);
  cells.onlyFirst(['title', 'slug', 'description', 'into', 'position', 'when', 'picture', ...spoken]);
  const texts = textsFrom('collection', cells, spoken);
  const text = (column: string): string | undefined => cells.text(column)?.trim();
  const members = rows.flatMap((_, row) => {
    const code = cells.text('product', row)?.trim();
    return code ? [{ code, row }] : [];
  });
  const position = cells.read(
    'position',
    (value) => (/^\d{1,6}$/.test(value) ? Number(value) : null),
    'It is not a whole number.',
  );
  const [into, when, title, picture] = [text('into'), text('when'), text('title'), text('picture')];
  const tellsMembers = cells.text('product') !== undefined && !when;
  return {
    code: text('collection') ?? '',
    slug: text('slug') || undefined,
    change: {
      ...(title && { title }),
      ...(cells.text('description') !== undefined && { description: cells.text('description') ?? '' }),
      ...(texts && { texts }),
      ...(into !== undefined && { parent: into || null }),
      ...(when !== undefined && { when: when || null }),
      ...(position !== undefined && { position }),
      ...(picture !== undefined && { picture: picturesOf(picture)[0] ?? null }),
      ...((tellsMembers || members.length > 0) && { members: members.map(({ code }) => code) }),
    },
    faults: cells.faults,
    cellAt: (place) => {
      const index = /^members\[(\d+)\]/.exec(place)?.[1];
      if (place.startsWith('members')) return cells.cell('product', members[Number(index ?? 0)]?.row ?? 0);
      return cells.cell(knownColumn('collection', place));
    },
  };
}

export function brandFrom(rows: readonly Row[]): Told<BrandChange> {
  const cells = new Cells(rows);
  cells.onlyRow('brand');
  const title = cells.text('title')?.trim();
  const description = cells.text('description');
  const texts = textsFrom('brand', cells, spokenColumns('brand', rows));
  return {
    code: cells.text('brand')?.trim() ?? '',
    slug: cells.text('slug')?.trim() || undefined,
    change: { ...(title && { title }), ...(description !== undefined && { description }), ...(texts && { texts }) },
    faults: cells.faults,
    cellAt: (place) => cells.cell(knownColumn('brand', place)),
  };
}

/** The column that a place of a change came from; the thing itself if it is none. */
function knownColumn(kind: 'collection' | 'brand', place: string): string {
  const name = place.replace(/[,.[].*$/, '');
  const [, language = '', field = ''] = /^texts\.([^.]+)(?:\.(\w+))?/.exec(place) ?? [];
  if (language !== '') return `${field || 'title'}@${language}`;
  const named = { code: kind, parent: 'into' }[name] ?? name;
  return FILE_COLUMNS[kind].some((one) => one.name === named) ? named : kind;
}

/** The columns of a table of collections or brands. @param languages the further languages that texts are in */
export const headsOf = (kind: 'collection' | 'brand', languages: readonly string[]): string[] => [
  ...FILE_COLUMNS[kind].map(({ name }) => name),
  ...spokenHeads(kind, languages),
];

/** The rows of a collection, under `headsOf`; `collectionFrom` makes it of them again. */
export function collectionRows(
  { code, title, slug, description, texts, picture, parent, position, when }: Collection,
  members: readonly string[],
  languages: readonly string[],
): string[][] {
  const first = [
    title,
    slug,
    description,
    parent ?? '',
    String(position),
    when ?? '',
    picturesCell(picture ? [picture] : []),
  ];
  const spoken = spokenRow('collection', texts, languages);
  const [one = '', ...others] = when === null ? members : [];
  const blank = (some: readonly unknown[]): string[] => some.map(() => '');
  return [
    [code, ...first, one, ...spoken],
    ...others.map((product) => [code, ...blank(first), product, ...blank(spoken)]),
  ];
}

export const brandRow = ({ code, title, slug, description, texts }: Brand, languages: readonly string[]): string[] => [
  ...[code, title, slug, description],
  ...spokenRow('brand', texts, languages),
];

function spokenRow(kind: 'collection' | 'brand', texts: Texts, languages: readonly string[]): string[] {
  const cells = spokenCells(texts);
  return spokenHeads(kind, languages).map((head) => cells[head] ?? '');
}

const spokenColumns = (kind: 'collection' | 'brand', [first]: readonly Row[]): string[] =>
  Object.keys(first?.cells ?? {}).filter((name) => spokenIn(kind, name) !== null);
