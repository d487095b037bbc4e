/** Names of documents as they are written on the command line. */
import { keys } from '@parlour/core';

/** A template's code, or the key of any document, such as around/header/standard. */
export const documentKey = (name: string): string =>
  name.includes('/') || name === 'look' || name === 'paths' ? name : keys.template(name);
