/** Which areas a document has follows from its type and page kind; drafts no longer say it of each. */
import { sql, type Kysely } from 'kysely';

const STATEMENTS = `
update draft_document set body = body - 'areaNames' where body ? 'areaNames';
update draft_edit set edit = edit #- '{value,areaNames}' #- '{was,areaNames}' where edit->>'type' = 'put';
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(STATEMENTS).execute(db);
}
