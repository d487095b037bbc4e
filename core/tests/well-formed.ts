/** Whether a page is well formed: what browsers would have to guess at is told. */
import { Parser } from 'htmlparser2';

/** Ids that an attribute names. */
const NAMING = ['for', 'form', 'aria-labelledby', 'aria-describedby', 'aria-controls'];
/** What may not stand within itself (HTML standard, content models). */
const NOT_WITHIN_ITSELF = new Set(['a', 'button', 'form', 'label', 'main', 'option', 'select']);
const VOID = new Set(['area', 'br', 'col', 'hr', 'img', 'input', 'link', 'meta', 'source', 'wbr']);

/** What is wrong with a page: elements that are not closed, or closed twice, ids that are there twice or nowhere. */
export function flawsOf(html: string): string[] {
  const { flaws, ids, named } = read(html);
  flaws.push(...named.filter((id) => !ids.has(id)).map((id) => `nothing has the id “${id}”`));
  if (!html.startsWith('<!doctype html>')) flaws.push('it does not begin with its type');
  return flaws;
}

/** The same of a part of a page; what it names may be elsewhere. */
export const flawsInPart = (html: string): string[] => read(html).flaws;

function read(html: string): { flaws: string[]; ids: Set<string>; named: string[] } {
  const flaws: string[] = [];
  const ids = new Set<string>();
  const named: string[] = [];
  const open: string[] = [];
  let closed = 0;
  const parser = new Parser(
    {
      onopentag(name, attributes) {
        if (NOT_WITHIN_ITSELF.has(name) && open.includes(name)) flaws.push(`<${name}> within <${name}>`);
        if (!VOID.has(name)) open.push(name);
        const { id } = attributes;
        if (id !== undefined && (id === '' || ids.has(id))) flaws.push(`the id “${id}” is there twice`);
        if (id !== undefined) ids.add(id);
        for (const attribute of NAMING)
          named.push(...(attributes[attribute]?.split(/\s+/).filter((one) => one !== '') ?? []));
      },
      onclosetag(name, implied) {
        if (VOID.has(name)) return;
        // In drawings an element may close itself.
        const closesItself = open.includes('svg') && html[parser.endIndex - 1] === '/';
        if (implied && !closesItself) flaws.push(`<${name}> is not closed`);
        else if (!implied) closed++;
        open.splice(open.lastIndexOf(name), 1);
      },
    },
    { recognizeSelfClosing: true },
  );
  parser.end(html);
  const closing = html.match(/<\/[a-z]/g)?.length ?? 0;
  if (closing > closed) flaws.push(`${closing - closed} closing tags have no opening one`);
  return { flaws, ids, named };
}
