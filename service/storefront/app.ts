/** The storefront and its preview: the same app on two hosts. */
import express, { type Express, type NextFunction, type Request, type Response } from 'express';
import { join } from 'node:path';
import { Problem, problemStatus } from '@parlour/core';
import { escapeText } from '@parlour/core/fields';
import { isOwnPage } from '@parlour/core/pages';
import type { SectionFault } from '@parlour/core/render';
import { logFault } from '../faults.js';
import type { KeptAnswers } from '../kept/answer.js';
import { etagOf } from '../kept/kept-pages.js';
import { inSnapshot } from '../records/database.js';
import { hadNoEffect, isDatabaseAway } from '../records/database-faults.js';
import type { Service } from '../service.js';
import { compressed, passingProblem, readsOnly, sameOriginOnly } from '../web.js';
import { assets } from './assets.js';
import { actions } from './actions.js';
import { forSearchEngines } from './for-search-engines.js';
import { countIn } from '../kept/cart-cookie.js';
import type { Site } from './context.js';
import { keeping, type Found } from './keeping.js';
import { asksCatalogue, NOT_FOUND, placeAt } from './pages.js';
import { headersWithStyle, securityHeaders } from '../kept/security.js';
import { forShoppers } from './shoppers.js';
import { normalTarget, splitTarget } from '../kept/target.js';
import { showPage } from './show.js';
import { liveSite, previewSite, siteOf, slugOf } from './sites.js';

/** @param kept answers with kept pages; absent in a preview, which keeps none */
export function storefrontApp(service: Service, mode: Site['mode'], kept?: KeptAnswers): Express {
  const { config } = service;
  const app = express();
  app.disable('x-powered-by');
  app.disable('etag');
  const headers = securityHeaders(config, mode);
  app.use((_request, response, next) => {
    response.set(headers);
    next();
  });
  // Everything behind looks at paths in their one form, as kept pages do.
  app.use((request, _response, next) => {
    request.url = normalTarget(request.url);
    next();
  });
  app.use(compressed);
  app.use(sameOriginOnly);
  if (mode === 'preview') app.use('/assets', express.static(join(config.publicFolder), { index: false }));
  // Browsers ask for it by themselves; a store has none yet, which is no fault worth a log line.
  app.get('/favicon.ico', (_request, response) => void response.status(204).end());
  app.use(mode === 'live' ? liveSite(service) : previewSite(service));
  app.use(assets(siteOf));
  app.use(forSearchEngines(siteOf));
  app.use(actions(siteOf, service));
  app.get('/{*path}', forShoppers(siteOf));
  const shown = keeping(service.kept);
  app.get('/{*path}', async (request, response) => {
    const site = siteOf(response);
    const { path: asked, query } = splitTarget(normalTarget(request.originalUrl));
    const count = site.basket.asked && countIn(request.headers.cookie ?? '', service.countKey);
    const { elsewhere, page, faults } = await shown(site, asked, query, count, (one) =>
      one.listings.loading(() =>
        asksCatalogue(one, request.path)
          ? inSnapshot(one.db, (db) => find({ ...one, db }, request.path, query))
          : find(one, request.path, query),
      ),
    );
    if (elsewhere !== null) {
      const { prefix } = site.edition.locale;
      return response.redirect(301, elsewhere.startsWith('/') ? prefix + elsewhere : elsewhere);
    }
    tellFaults(request, faults);
    if (!page) return notFound(response);
    response
      .status(page.page.kind !== 'not-found' && page.isThere ? 200 : 404)
      .set({
        ...headersWithStyle(headers, page.style),
        // Browsers show what they have when somebody goes back; a cart of before would be wrong.
        'cache-control': isOwnPage(page.page.kind) || site.shopper ? 'no-store' : 'private, no-cache',
        etag: etagOf(page.html),
        'cache-status': 'parlour; fwd=miss',
      })
      .type('html');
    response.send(page.html);
  });
  app.use((_request, response) => notFound(response));
  app.use((error: unknown, request: Request, response: Response, _next: NextFunction) => {
    if (isDatabaseAway(error) && kept?.answerAnyway(request, response, slugOf(request, config))) return;
    sayProblem(error, request, response);
  });
  return app;
}

/** What is at a path, for the shopper of a site. */
async function find(site: Site, path: string, query: URLSearchParams): Promise<Found> {
  const { page, elsewhere } = await placeAt(site, path);
  if (elsewhere !== null) return { elsewhere, page: null, faults: [] };
  // A kind without a template has no page to show, whatever is at the path.
  const made = (await showPage(site, page, { query })) ?? (await showPage(site, NOT_FOUND));
  return { elsewhere: null, page: made, faults: made?.faults ?? [] };
}

/** What a section could not do is told in the log; the page went out without it. */
export function tellFaults({ log }: Request, faults: readonly SectionFault[]): void {
  for (const { kind, error } of faults) logFault(log, error, `a section of the kind “${kind}” could not be shown`);
}

const notFound = (response: Response): void =>
  void response.status(404).type('html').send(plainPage('Page not found', 'There is no page at this web address.'));

function sayProblem(error: unknown, request: Request, response: Response): void {
  if (error instanceof Problem) {
    if (error.retryAfter !== undefined) response.set('retry-after', String(error.retryAfter));
    response
      .status(problemStatus(error.code))
      .type('html')
      .send(plainPage(error.message, error.remedy ?? ''));
    return;
  }
  const { status } = typeof error === 'object' && error !== null && 'status' in error ? error : { status: 0 };
  if (typeof status === 'number' && status >= 400 && status < 500) {
    response.status(status).type('html').send(plainPage('This request cannot be read.', 'Go back and try again.'));
    return;
  }
  logFault(request.log, error, 'a page could not be shown');
  const passing = passingProblem(error, { reads: readsOnly(request) });
  if (passing?.retryAfter !== undefined) response.set('retry-after', String(passing.retryAfter));
  response
    .status(passing ? problemStatus(passing.code) : 500)
    .type('html')
    .send(
      plainPage(
        'This page cannot be shown right now.',
        isDatabaseAway(error) && !readsOnly(request) && !hadNoEffect(error)
          ? 'What you sent may have been taken all the same. Please look before you send it again; an order is never placed twice.'
          : 'Please try again in a moment.',
      ),
    );
}

const plainPage = (title: string, text: string): string =>
  `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><meta name="robots" content="noindex"><title>${escapeText(title)}</title></head><body><main><h1>${escapeText(title)}</h1><p>${escapeText(text)}</p></main></body></html>`;
