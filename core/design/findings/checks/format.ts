/** A document that a newer version of Parlour wrote cannot be read. */
import { inTodaysFormat } from '../../formats.js';
import { eachDocument } from '../check.js';
import { caught } from '../finding.js';

export const format = eachDocument(({ key, document }) =>
  caught({ document: key }, () => inTodaysFormat(document, `“${key}”`), 'blocker'),
);
