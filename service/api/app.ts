/** The console's host: the API below `/api`, the built console everywhere else, and the probes. */
import { createHash } from 'node:crypto';
import express, { Router, type Express } from 'express';
import staticGzip from 'express-static-gzip';
import helmet from 'helmet';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { Problem, PROBLEMS, isProblemCode } from '@parlour/core';
import { openapi, routes } from '@parlour/contract';
import { type Config, originOf } from '../config.js';
import { whyNotReady } from '../records/readiness.js';
import type { Service } from '../service.js';
import { compressed, sameOriginOnly } from '../web.js';
import { catalogueRoutes } from './catalogue.js';
import { draftRoutes } from './drafts.js';
import { contentRoutes } from './content.js';
import { documentRoutes } from './documents.js';
import { reachRoutes } from './reach.js';
import { additionRoutes } from './additions.js';
import { menuRoutes } from './menus.js';
import { eventRoutes } from './events.js';
import { refuseOtherMethods, type Api } from './implement.js';
import { pageRoutes } from './pages.js';
import { sayProblem } from './problems.js';
import { signInRoutes } from './sign-in.js';
import { designRoutes } from './designs.js';
import { importRoutes } from './imports.js';
import { inboxRoutes } from './inbox.js';
import { orderRoutes } from './orders.js';
import { storeRoutes } from './stores.js';
import { teamRoutes } from './team.js';

export function consoleApp(service: Service): Express {
  const { db, config } = service;
  const app = express();
  app.disable('x-powered-by');
  app.set('query parser', 'simple');
  app.use(security(config));
  app.get('/healthz', (_request, response) => response.json({ alive: true }));
  app.get('/readyz', async (_request, response) => {
    const reason = await whyNotReady(db);
    if (reason !== null) response.set('retry-after', '5');
    response.status(reason === null ? 200 : 503).json(reason === null ? { ready: true } : { ready: false, reason });
  });
  app.get('/docs/problems/:code', (request, response, next) => {
    const { code } = request.params;
    if (!isProblemCode(code)) return next();
    const [status, meaning] = PROBLEMS[code];
    response.type('text/plain').send(`${code}, answered with ${status}\n\n${meaning}\n`);
  });
  app.use('/api', compressed, apiRouter(service));
  app.use(
    staticGzip(config.consoleFolder, {
      enableBrotli: true,
      orderPreference: ['br', 'gz'],
      index: false,
      serveStatic: { maxAge: '1y', immutable: true },
    }),
  );
  app.get('/{*path}', (request, response, next) => {
    const page = join(config.consoleFolder, 'index.html');
    if (!request.accepts('html') || !existsSync(page)) return next();
    response.sendFile(page, { cacheControl: false, headers: { 'cache-control': 'no-cache' } });
  });
  app.use(noRoute);
  app.use(sayProblem);
  return app;
}

function apiRouter(service: Service): Router {
  const router = Router();
  router.use((_request, response, next) => {
    response.set('cache-control', 'no-store');
    next();
  });
  router.use(sameOriginOnly);
  // The same for everybody until the next start, and large.
  const description = Buffer.from(JSON.stringify(openapi()));
  const etag = `"${createHash('sha256').update(description).digest('base64url')}"`;
  router.get('/openapi.json', (_request, response) => response.type('json').set({ etag }).send(description));
  const api: Api = { ...service, router };
  signInRoutes(api);
  storeRoutes(api);
  catalogueRoutes(api);
  importRoutes(api);
  orderRoutes(api);
  inboxRoutes(api);
  pageRoutes(api);
  documentRoutes(api);
  reachRoutes(api);
  additionRoutes(api);
  menuRoutes(api);
  contentRoutes(api);
  draftRoutes(api);
  designRoutes(api);
  teamRoutes(api);
  eventRoutes(api);
  refuseOtherMethods(api, Object.values(routes));
  router.use(noRoute);
  return router;
}

const noRoute: express.RequestHandler = (request) => {
  throw new Problem('no-such-route', `The API has no route ${request.method} ${request.originalUrl.split('?')[0]}.`, {
    remedy: 'See /api/openapi.json for every route.',
  });
};

function security(config: Config) {
  const storefronts = originOf(config, `*.${config.host}`);
  const previews = originOf(config, `*.preview.${config.host}`);
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'"],
        // The component library writes its theme into a style element, and positions menus by style attributes.
        styleSrc: ["'self'", "'unsafe-inline'"],
        fontSrc: ["'self'"],
        imgSrc: ["'self'", 'data:', storefronts],
        connectSrc: ["'self'"],
        frameSrc: [storefronts, previews],
        formAction: ["'self'"],
        baseUri: ["'none'"],
        frameAncestors: ["'none'"],
      },
    },
    strictTransportSecurity: false,
  });
}
