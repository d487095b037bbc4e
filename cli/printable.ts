/** Text from elsewhere, made safe for a terminal: a terminal obeys some control characters. */

export const BOLD = '\u001b[1m';
export const PLAIN = '\u001b[0m';
const OURS: ReadonlySet<string> = new Set([BOLD, PLAIN]);

/** Our own bold, or one control character that is neither a line break nor a tab. */
const CONTROL = new RegExp(`${BOLD.replace('[', '\\[')}|${PLAIN.replace('[', '\\[')}|(?![\\t\\n])\\p{Cc}`, 'gu');

/** Control characters as their code, such as `\\u001b`. */
export const printable = (text: string): string =>
  text.replace(CONTROL, (found) =>
    OURS.has(found) ? found : `\\u${found.charCodeAt(0).toString(16).padStart(4, '0')}`,
  );
