/** Whether text from outside may go to the database. */

/** False for text with NUL or half a character, which PostgreSQL cannot hold. */
export const isStorable = (text: string): boolean => {
  const decoded = safeDecode(text);
  return decoded !== null && !decoded.includes('\0') && decoded.isWellFormed();
};

function safeDecode(text: string): string | null {
  try {
    return decodeURIComponent(text);
  } catch {
    return null;
  }
}
