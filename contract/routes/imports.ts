/** The catalogue in and out, as files. */
import { string } from 'yup';
import { get, post } from '../route.js';
import * as shapes from '../shapes/index.js';

const IMPORT = { answer: shapes.catalogueImport, can: 'catalogue.edit' } as const;

export const importRoutes = {
  beginImport: post('/stores/{store}/imports', {
    ...IMPORT,
    summary: 'Begins an import: the file is sent in parts, then the import is started.',
    body: shapes.newImport,
    status: 201,
  }),
  sendImportPart: post('/stores/{store}/imports/{import}/parts', {
    ...IMPORT,
    summary: 'Takes a part of the file, of at most 4 MB.',
    query: shapes.importPart,
    body: 'bytes',
  }),
  startImport: post('/stores/{store}/imports/{import}/start', {
    ...IMPORT,
    summary:
      'Starts an import, or tries it. It goes on in the background; a file that was tried or refused can be started again.',
    body: shapes.importStart,
  }),
  stopImport: post('/stores/{store}/imports/{import}/stop', {
    ...IMPORT,
    summary:
      'Stops an import that is under way: nothing of it changes anything then. One that has ended stays as it is.',
    body: shapes.noBody,
  }),
  getImport: get('/stores/{store}/imports/{import}', {
    ...IMPORT,
    summary: 'How far an import is, and what is wrong in its file.',
  }),
  listImports: get('/stores/{store}/imports', {
    can: 'catalogue.edit',
    summary: 'The last imports, newest first. Their files are kept for a day.',
    answer: shapes.catalogueImports,
  }),
  exportCatalogue: get('/stores/{store}/exports/{kind}', {
    summary: 'All products, collections or brands of a store as one file, CSV or JSON Lines, as import takes it.',
    query: shapes.exportQuery,
    answer: string().required(),
    file: true,
  }),
} as const;
