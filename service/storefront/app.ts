/** The storefront and its preview: the same app on two hosts. */
import express, { type Express, type NextFunction, type Request, type Response } from 'express';
import helmet from 'helmet';
import { join } from 'node:path';
import { escapeText, Problem, problemStatus } from '@parlour/core';
import { consoleOrigin, type Config } from '../config.js';
import { logFault } from '../faults.js';
import type { Service } from '../service.js';
import { compressed, passingProblem, sameOriginOnly } from '../web.js';
import { assets } from './assets.js';
import { cart } from './cart.js';
import { NOT_FOUND, pageAt, redirectFor, showPage } from './show.js';
import { liveSite, previewSite, siteOf } from './sites.js';

export function storefrontApp({ db, config }: Service, mode: 'live' | 'preview'): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(security(config, mode));
  app.use(compressed);
  app.use(sameOriginOnly);
  if (mode === 'preview') app.use('/assets', express.static(join(config.publicFolder), { index: false }));
  // Browsers ask for it by themselves; a store has none yet, which is no fault worth a log line.
  app.get('/favicon.ico', (_request, response) => void response.status(204).end());
  app.use(mode === 'live' ? liveSite(db, config) : previewSite(db, config));
  app.use(assets(siteOf));
  app.use(cart(siteOf));
  app.get('/{*path}', async (request, response) => {
    const site = siteOf(response);
    const page = await pageAt(site, request.path);
    const elsewhere = page.kind === 'not-found' ? await redirectFor(site, request.path) : null;
    if (elsewhere !== null) return response.redirect(301, elsewhere);
    // A kind without a template has no page to show, whatever is at the path.
    const shown = (await showPage(site, page)) ?? (await showPage(site, NOT_FOUND));
    const found = page.kind !== 'not-found' && shown?.page.kind !== 'not-found';
    response
      .status(found ? 200 : 404)
      .set('cache-control', 'private, no-cache')
      .type('html');
    response.send(shown?.html ?? plainPage('Page not found', 'There is no page at this web address.'));
  });
  app.use((_request, response) =>
    response.status(404).type('html').send(plainPage('Page not found', 'There is no page at this web address.')),
  );
  app.use(sayProblem);
  return app;
}

function security(config: Config, mode: 'live' | 'preview') {
  const frameAncestors = mode === 'preview' ? [consoleOrigin(config)] : ["'none'"];
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        imgSrc: ["'self'"],
        styleSrc: ["'self'"],
        fontSrc: ["'self'"],
        scriptSrc: ["'self'"],
        connectSrc: ["'self'"],
        formAction: ["'self'"],
        baseUri: ["'none'"],
        frameAncestors,
      },
    },
    // Loopback addresses have no certificate; a proxy in front sets transport security.
    strictTransportSecurity: false,
    xFrameOptions: false,
    // The console, on another site, shows the store's pictures.
    crossOriginResourcePolicy: { policy: 'cross-origin' },
    referrerPolicy: { policy: mode === 'preview' ? 'no-referrer' : 'strict-origin-when-cross-origin' },
  });
}

// Express tells an error handler by its four parameters.
function sayProblem(error: unknown, request: Request, response: Response, _next: NextFunction): void {
  if (error instanceof Problem) {
    response
      .status(problemStatus(error.code))
      .type('html')
      .send(plainPage(error.message, error.remedy ?? ''));
    return;
  }
  const status = (error as { status?: number }).status;
  if (status && status >= 400 && status < 500) {
    response.status(status).type('html').send(plainPage('This request cannot be read.', 'Go back and try again.'));
    return;
  }
  logFault(request.log, error, 'a page could not be shown');
  const passing = passingProblem(error);
  if (passing?.retryAfter !== undefined) response.set('retry-after', String(passing.retryAfter));
  response
    .status(passing ? problemStatus(passing.code) : 500)
    .type('html')
    .send(plainPage('This page cannot be shown right now.', 'Please try again in a moment.'));
}

const plainPage = (title: string, text: string): string =>
  `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><meta name="robots" content="noindex"><title>${escapeText(title)}</title></head><body><main><h1>${escapeText(title)}</h1><p>${escapeText(text)}</p></main></body></html>`;
