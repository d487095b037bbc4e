/**
 * Drafts as the first version kept them, in the form of today: every document a flat head and nodes, places as
 * `{ in, at }`, edits naming nodes. Nothing of a draft or its log is lost.
 */
import { sql, type Kysely } from 'kysely';

type Json = Record<string, unknown>;
type OldPlace = { area?: string; section?: string; slot?: string };

export async function convertDrafts(db: Kysely<unknown>): Promise<void> {
  const documents = await sql<{
    design_id: number;
    key: string;
    body: Json;
  }>`select design_id, key, body from draft_document`.execute(db);
  for (const { design_id: design, key, body } of documents.rows) {
    if ('removed' in body) continue;
    await sql`update draft_document set body = ${JSON.stringify(documentOfToday(body))}::jsonb where design_id = ${design} and key = ${key}`.execute(
      db,
    );
  }
  const edits = await sql<{
    design_id: number;
    seq: number;
    position: number;
    edit: Json;
  }>`select design_id, seq, position, edit from draft_edit`.execute(db);
  for (const { design_id: design, seq, position, edit } of edits.rows)
    await sql`update draft_edit set edit = ${JSON.stringify(editOfToday(edit))}::jsonb where design_id = ${design} and seq = ${seq} and position = ${position}`.execute(
      db,
    );
  await sql`insert into draft_change (design_id, key) select distinct design_id, document from draft_edit on conflict do nothing`.execute(
    db,
  );
}

export function documentOfToday(body: Json): Json {
  const {
    format: _format,
    type,
    areaNames,
    sections = {},
    ...head
  } = body as Json & { sections?: Record<string, Json> };
  const flat: Json = {};
  const entries = (head['entries'] ?? []) as Json[];
  for (const [name, value] of Object.entries(head)) {
    if (name === 'entries' || value === null) continue;
    if (['layout', 'values', 'pages'].includes(name)) {
      for (const [key, inner] of Object.entries(value as Json)) flat[`${name}.${key}`] = inner;
    } else flat[name] = value;
  }
  const nodes: Json = {};
  for (const [id, section] of Object.entries(sections))
    nodes[id] = { ...section, place: placeOfToday(section['place'] as OldPlace) };
  entries.forEach((values, i) => {
    const id = `entry-${i + 1}`;
    nodes[id] = { id, values, place: { in: null, at: 'entries' }, order: `a${ORDER[i] ?? 'z'}` };
  });
  return { format: 2, type, head: flat, ...(areaNames ? { areaNames } : {}), nodes };
}

const ORDER = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz';

const placeOfToday = ({ area, section, slot }: OldPlace): Json =>
  area === undefined ? { in: section, at: slot } : { in: null, at: area };

export function editOfToday(edit: Json): Json {
  const { type } = edit;
  if (type === 'insert' || type === 'remove') {
    const { sections, ...rest } = edit as Json & { sections: Json[] };
    return { ...rest, nodes: sections.map((one) => ({ ...one, place: placeOfToday(one['place'] as OldPlace) })) };
  }
  const { section, ...rest } = edit;
  const node = section === undefined ? {} : { node: section };
  if (type === 'move') {
    const spot = (value: unknown): Json => ({
      ...(value as Json),
      place: placeOfToday((value as { place: OldPlace }).place),
    });
    return { ...rest, ...node, to: spot(edit['to']), was: spot(edit['was']) };
  }
  if (type === 'assign') {
    const { document, page, template, was } = edit;
    return {
      type: 'set',
      document,
      field: page === null ? 'standard' : `pages.${String(page)}`,
      ...(template === null ? {} : { value: template }),
      ...(was === null ? {} : { was }),
    };
  }
  if (type === 'put') {
    const whole = (value: unknown): unknown => (value === null ? null : documentOfToday(value as Json));
    return { ...rest, value: whole(edit['value']), was: whole(edit['was']) };
  }
  return { ...rest, ...node };
}
