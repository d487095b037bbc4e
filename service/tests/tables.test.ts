/** `records/tables.ts` says what the database has: its types are held against the database that the migration makes. */
import { join } from 'node:path';
import { sql } from 'kysely';
import ts from 'typescript';
import { openDatabase } from '../index.js';
import { newDatabase } from './service.js';

interface Column {
  readonly type: string;
  readonly nullable: boolean;
  /** Whether a row may be written without it. */
  readonly optional: boolean;
  readonly inView?: boolean;
}
type Columns = Readonly<Record<string, Column>>;

const KINDS: readonly [RegExp, string][] = [
  [/^(smallint|integer|bigint|real|double precision|numeric)$/, 'number'],
  [/^(text|character|character varying|uuid|date|xid8)$/, 'string'],
  [/^timestamp/, 'Date'],
  [/^bytea$/, 'Buffer'],
  [/^boolean$/, 'boolean'],
  [/^ARRAY$/, 'array'],
  [/^jsonb?$/, 'json'],
];
const kindOf = (name: string): string => KINDS.find(([form]) => form.test(name))?.[1] ?? name;

/** What the database has. */
async function columnsThere(url: string): Promise<Columns> {
  const db = openDatabase(url);
  const { rows } = await sql<Column & { name: string }>`
    select c.table_name || '.' || c.column_name as name, c.data_type as type, c.is_nullable = 'YES' as nullable,
      c.is_nullable = 'YES' or c.column_default is not null or c.is_identity = 'YES' as optional,
      t.table_type = 'VIEW' as "inView"
    from information_schema.columns c join information_schema.tables t using (table_schema, table_name)
    where c.table_schema = 'public' and c.data_type <> 'tsvector' and c.table_name not like 'kysely%'`.execute(db);
  await db.destroy();
  return Object.fromEntries(rows.map(({ name, ...column }) => [name, { ...column, type: kindOf(column.type) }]));
}

/** What the types say: of a column as it is read, and whether it may be left out when a row is written. */
function columnsSaid(): Columns {
  const folder = join(import.meta.dirname, '..', 'records');
  const asking = join(folder, 'asking.ts');
  const text = `import type { Insertable, Selectable } from 'kysely';
    import type { Tables } from './tables.js';
    export declare const read: { [T in keyof Tables]: Selectable<Tables[T]> };
    export declare const written: { [T in keyof Tables]: Insertable<Tables[T]> };`;
  const { options } = ts.parseJsonConfigFileContent(
    {
      extends: '../../tsconfig.base.json',
      compilerOptions: {
        ...{ types: ['node'], noEmit: true, composite: false },
        // Whether or not the rooms it needs were made yet.
        paths: { '@parlour/core': ['../../core/index.ts'], '@parlour/core/*': ['../../core/*/index.ts'] },
      },
    },
    ts.sys,
    folder,
  );
  const host = ts.createCompilerHost(options);
  const { getSourceFile, fileExists } = host;
  host.fileExists = (name) => name === asking || fileExists(name);
  host.getSourceFile = (name, ...more) =>
    name === asking ? ts.createSourceFile(name, text, ts.ScriptTarget.ES2022) : getSourceFile(name, ...more);
  const program = ts.createProgram([asking], options, host);
  const checker = program.getTypeChecker();
  const file = program.getSourceFile(asking);
  const module = file && checker.getSymbolAtLocation(file);
  if (!module) throw new Error('The tables could not be read.');
  const [read, written] = ['read', 'written'].map((name) => {
    const symbol = checker.getExportsOfModule(module).find((one) => one.name === name);
    return symbol && checker.getTypeOfSymbol(symbol);
  });
  const columns: Record<string, Column> = {};
  for (const table of read?.getProperties() ?? [])
    for (const column of checker.getTypeOfSymbol(table).getProperties()) {
      const type = checker.getTypeOfSymbol(column);
      const row = written?.getProperty(table.name);
      const given = row && checker.getTypeOfSymbol(row).getProperty(column.name);
      columns[`${table.name}.${column.name}`] = {
        type: kindOfType(checker, checker.getNonNullableType(type)),
        nullable: type !== checker.getNonNullableType(type),
        optional: given === undefined || (given.flags & ts.SymbolFlags.Optional) !== 0,
      };
    }
  return columns;
}

function kindOfType(checker: ts.TypeChecker, type: ts.Type): string {
  const parts = type.isUnion() ? type.types : [type];
  const every = (flags: ts.TypeFlags) => parts.every((part) => (part.flags & flags) !== 0);
  if (every(ts.TypeFlags.StringLike)) return 'string';
  if (every(ts.TypeFlags.NumberLike)) return 'number';
  if (every(ts.TypeFlags.BooleanLike)) return 'boolean';
  const name = type.symbol?.name ?? '';
  if (name === 'Date') return 'Date';
  if (name.startsWith('Buffer')) return 'Buffer';
  return checker.isArrayType(type) ? 'array' : 'json';
}

test('every column of every table is there as its type says, and no other', async () => {
  const database = await newDatabase();
  const there = await columnsThere(database.url);
  const said = columnsSaid();
  await database.drop();
  expect(Object.keys(said).length).toBeGreaterThan(100);
  expect(Object.keys(said).sort()).toEqual(Object.keys(there).sort());
  const wrong = Object.entries(said).filter(([name, { type, nullable, optional }]) => {
    const column = there[name];
    // Documents may be lists; of a view the database knows of no column whether it may be empty.
    const isType = column?.type === type || (column?.type === 'json' && type === 'array');
    const isEmpty = column?.inView || column?.nullable === nullable;
    // What has a default may still be asked for.
    return !isType || !isEmpty || (optional && !column?.optional);
  });
  expect(wrong).toEqual([]);
});
