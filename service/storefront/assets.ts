/** What pages link to: stylesheets, pictures, fonts. All of it is known by content or version and kept for good. */
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { Router, type Request, type Response } from 'express';
import {
  keys,
  type Document,
  type TemplateDocument,
  type LookDocument,
  documentsIn,
  isOfType,
} from '@parlour/core/documents';
import { GROUNDWORKS } from '@parlour/core/groundworks';
import type { KindSet } from '@parlour/core/kinds';
import { fontFiles, lookCss } from '@parlour/core/look';
import { kindsCss, kindsScript } from '@parlour/core/render';
import { loadDocuments } from '../records/documents.js';
import { findRendition } from '../records/pictures.js';
import type { PictureFormat } from '../records/tables.js';
import type { Site } from './context.js';
import { documentHash } from './versions.js';
import { small } from './css.js';

const emptyLook = (groundwork: string): LookDocument => ({ format: 1, type: 'look', groundwork, values: {} });

/** Changes whenever the rules of a groundwork change. */
export const LOOK_VERSION = createHash('sha256')
  .update(GROUNDWORKS.map(({ code }) => lookCss(emptyLook(code))).join())
  .digest('hex')
  .slice(0, 10);

const require = createRequire(import.meta.url);
const PUBLIC = join(dirname(require.resolve('@parlour/service/package.json')), 'public');

/** A script of pages, with what puts changes into them in front of it. */
const script = (name: string): Buffer =>
  Buffer.from(
    [require.resolve('idiomorph/dist/idiomorph.min.js'), join(PUBLIC, name)]
      .map((file) => readFileSync(file, 'utf8'))
      .join('\n'),
  );
const pathOfScript = (name: string, bytes: Buffer): string =>
  `/scripts/${name}?v=${createHash('sha256').update(bytes).digest('hex').slice(0, 10)}`;

/** What shoppers' pages run: forms sent without leaving the page, and what has changed put in. */
const forms = script('forms.js');
export const FORMS_SCRIPT = pathOfScript('forms.js', forms);
/** What pages run in a preview, besides. */
const preview = script('preview.js');
export const PREVIEW_SCRIPT = pathOfScript('preview.js', preview);

const FOR_GOOD = 'public, max-age=31536000, immutable';
/** How many kinds one file may be of. */
const MOST_KINDS = 100;
const HASH = /^[0-9a-f]{64}$/;
const WIDTH = /^\d{1,5}$/;
const DRAWING_POLICY = "default-src 'none'; style-src 'unsafe-inline'; img-src data:; sandbox";

const fonts = new Map(
  fontFiles().map((file) => {
    const [typeface = ''] = file.split('-latin-');
    return [file, join(dirname(require.resolve(`@fontsource/${typeface}/package.json`)), 'files', file)];
  }),
);

export const assets = (siteOf: (response: Response) => Site): Router =>
  Router()
    .get('/styles/look/:name', async (request: Request<{ name: string }>, response) => {
      const site = siteOf(response);
      const [hash = '', template] = request.params.name.replace(/\.css$/, '').split('+');
      const look =
        hash === documentHash(site.state, keys.look) ? site.state.get(keys.look) : await documentBy(site, hash);
      const overrides = template === undefined ? undefined : await templateBy(site, template);
      sendCss(
        response,
        lookCss((look && isOfType('look', look) ? look : undefined) ?? emptyLook(GROUNDWORKS[0].code), overrides?.look),
      );
    })
    .get('/styles/kinds/:names', (request: Request<{ names: string }>, response) => {
      const { kinds } = siteOf(response).edition;
      sendCss(response, kindsCss(kindNames(request, '.css'), kinds), cachingOf(request, kinds));
    })
    .get('/scripts/forms.js', (_request, response) => {
      response.set('cache-control', FOR_GOOD).type('text/javascript').send(forms);
    })
    .get('/scripts/kinds/:names', (request: Request<{ names: string }>, response) => {
      const { kinds } = siteOf(response).edition;
      response.set('cache-control', cachingOf(request, kinds)).type('text/javascript');
      response.send(kindsScript(kindNames(request, '.js'), kinds));
    })
    .get('/scripts/preview.js', (_request, response, next) => {
      if (siteOf(response).mode !== 'preview') return next();
      response.set('cache-control', FOR_GOOD).type('text/javascript').send(preview);
    })
    .get('/pictures/:hash/:width', async (request: Request<{ hash: string; width: string }>, response, next) => {
      const { db, store } = siteOf(response);
      const { hash, width } = request.params;
      const found =
        HASH.test(hash) && WIDTH.test(width)
          ? await findRendition(db, store.id, hash, Number(width), formatsFor(request.get('accept') ?? ''))
          : undefined;
      if (!found) return next();
      response.set({ 'cache-control': FOR_GOOD, vary: 'accept' });
      // A drawing opened by itself is a page of the store: nothing in it may run or load.
      if (found.format === 'svg') response.set('content-security-policy', DRAWING_POLICY);
      response.type(`image/${found.format === 'svg' ? 'svg+xml' : found.format}`).send(found.bytes);
    })
    .get('/fonts/:file', (request: Request<{ file: string }>, response, next) => {
      const path = fonts.get(request.params.file);
      if (!path) return next();
      response.sendFile(path, { cacheControl: false, headers: { 'cache-control': FOR_GOOD } });
    });

/** What a client reads, the smallest first: the newer formats only if it names them, since everything is said to read all. */
const formatsFor = (accept: string): PictureFormat[] => [
  ...(['avif', 'webp'] as const).filter((format) => accept.includes(`image/${format}`)),
  'jpeg',
  'png',
  'svg',
];

const documentBy = async (site: Site, hash: string): Promise<Document | undefined> =>
  HASH.test(hash) ? (await loadDocuments(site.db, [hash])).get(hash) : undefined;

/** A template by its hash: published, or of the draft that is previewed. */
async function templateBy(site: Site, hash: string): Promise<TemplateDocument | undefined> {
  // Only templates have a stylesheet of their own under their hash.
  const published = (await documentBy(site, hash)) as TemplateDocument | undefined;
  if (published || site.mode === 'live') return published;
  for (const [key, template] of documentsIn(site.state, 'template'))
    if (documentHash(site.state, key) === hash) return template;
  return undefined;
}

/** The kinds that a file is of, as its path names them. */
const kindNames = ({ params: { names } }: Request<{ names: string }>, ending: string): string[] =>
  (names.endsWith(ending) ? names.slice(0, -ending.length) : names).split('+').slice(0, MOST_KINDS);

/** Of kinds of another time there is nothing but those of today, and they are not what the path will always mean. */
const cachingOf = ({ query }: Request<{ names: string }>, kinds: KindSet): string =>
  query['v'] === kinds.hash ? FOR_GOOD : 'no-cache';

function sendCss(response: Response, rules: string, caching = FOR_GOOD): void {
  response.set('cache-control', caching).type('text/css').send(small(rules));
}
