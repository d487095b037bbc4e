/** One HTTP server for three kinds of host: console and API, storefronts, previews. */
import { createServer, type IncomingMessage, type RequestListener, type Server, type ServerResponse } from 'node:http';
import { pino, type Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { consoleApp } from './api/app.js';
import { isProxy } from './accounts/address.js';
import type { Config } from './config.js';
import { CONNECTIONS, watchConnections } from './gate/connections.js';
import { gate } from './gate/gate.js';
import { keptAnswers, type KeptAnswers } from './kept/answer.js';
import type { Service } from './service.js';
import { storefrontApp } from './storefront/app.js';
import { securityHeaders } from './kept/security.js';
import { hostOf } from './web.js';

export const createLogger = (config: Pick<Config, 'logLevel'>): Logger =>
  pino({
    level: config.logLevel,
    redact: ['req.headers.authorization', 'req.headers.cookie', 'res.headers["set-cookie"]'],
  });

/** The server, not yet listening. */
export function createService(service: Service, logger: Logger): Server {
  const { config, addressOf } = service;
  const log = pinoHttp({
    logger,
    // Faults are logged where they are caught, once for each sort.
    customLogLevel: () => 'debug',
    serializers: {
      req: (request: { method: string; url: string; headers: { host?: string } }) => ({
        method: request.method,
        url: withoutSecrets(request.url),
        host: request.headers.host,
      }),
    },
  });
  const consoleHosts = new Set([config.host, '127.0.0.1']);
  const console = consoleApp(service);
  const kept = keptAnswers(service.stores, service.kept, securityHeaders(config, 'live'), service.countKey);
  const live = storefrontApp(service, 'live', kept);
  const preview = storefrontApp(service, 'preview');
  const [ofStorefront, ofPreview] = [`.${config.host}`, `.preview.${config.host}`];
  const answerKept = (request: IncomingMessage, response: ServerResponse): boolean => {
    const host = hostOf(request);
    if (!host.endsWith(ofStorefront) || host.endsWith(ofPreview)) return false;
    if (!kept.answer(request, response, host.slice(0, -ofStorefront.length))) return false;
    // A line for each would cost as much as the answer; how many there were is told every second.
    if (kept.counts.hits % LOGGED === 0) log(request, response);
    return true;
  };
  const listener: RequestListener = (request, response) => {
    if (answerKept(request, response)) return;
    log(request, response);
    const host = hostOf(request);
    if (consoleHosts.has(host)) return console(request, response);
    if (host.endsWith(ofPreview)) return preview(request, response);
    if (host.endsWith(ofStorefront)) return live(request, response);
    response
      .writeHead(421, { 'content-type': 'text/plain; charset=utf-8' })
      .end(`No console and no store has the host name “${host}”.\n`);
  };
  const server = createServer({
    requestTimeout: 30_000,
    headersTimeout: 10_000,
    keepAliveTimeout: CONNECTIONS.restMs,
    connectionsCheckingInterval: 2_000,
  });
  const isCrowded = gate(server, listener, answerKept, addressOf);
  watchConnections(server, isProxy(config.proxies), isCrowded);
  logCounts(server, logger, kept.counts);
  return server;
}

/** Of so many answers with a kept page, one has a line of its own in the log. */
const LOGGED = 100;
const COUNTED_EVERY_MS = 1_000;

function logCounts(server: Server, logger: Logger, counts: KeptAnswers['counts']): void {
  let told = { ...counts };
  const timer = setInterval(() => {
    const [hits, stale] = [counts.hits - told.hits, counts.stale - told.stale];
    if (hits + stale > 0) logger.debug({ hits, stale }, 'answered with kept pages in the last second');
    told = { ...counts };
  }, COUNTED_EVERY_MS);
  timer.unref();
  server.on('close', () => clearInterval(timer));
}

/** An address as it may be logged: without tokens, which open a preview, an order, or sign somebody in. */
export const withoutSecrets = (url: string): string =>
  url.replace(/([?&]preview=)[^&]+/, '$1…').replace(/\/[A-Za-z0-9_-]{43}(?=[/?]|$)/g, '/…');
