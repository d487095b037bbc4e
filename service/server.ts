/** One HTTP server for three kinds of host: console and API, storefronts, previews. */
import { createServer, type RequestListener, type Server } from 'node:http';
import { pino, type Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { consoleApp } from './api/app.js';
import { isProxy } from './accounts/address.js';
import type { Config } from './config.js';
import { watchConnections } from './gate/connections.js';
import { gate } from './gate/gate.js';
import { keptAnswers } from './kept/answer.js';
import type { Service } from './service.js';
import { storefrontApp } from './storefront/app.js';
import { securityHeaders } from './storefront/security.js';
import { slugOf } from './storefront/sites.js';
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
        url: withoutSecret(request.url),
        host: request.headers.host,
      }),
    },
  });
  const consoleHosts = new Set([config.host, '127.0.0.1']);
  const console = consoleApp(service);
  const kept = keptAnswers(service.stores, service.kept, securityHeaders(config, 'live'), service.countKey);
  const live = storefrontApp(service, 'live', kept);
  const preview = storefrontApp(service, 'preview');
  const listener: RequestListener = (request, response) => {
    const host = hostOf(request);
    const isStorefront = host.endsWith(`.${config.host}`) && !host.endsWith(`.preview.${config.host}`);
    if (isStorefront && kept.answer(request, response, slugOf(request, config))) return;
    log(request, response);
    if (consoleHosts.has(host)) return console(request, response);
    if (host.endsWith(`.preview.${config.host}`)) return preview(request, response);
    if (isStorefront) return live(request, response);
    response
      .writeHead(421, { 'content-type': 'text/plain; charset=utf-8' })
      .end(`No console and no store has the host name “${host}”.\n`);
  };
  const server = createServer({ requestTimeout: 30_000, headersTimeout: 10_000, connectionsCheckingInterval: 2_000 });
  const isCrowded = gate(server, listener, addressOf);
  watchConnections(server, isProxy(config.proxies), isCrowded);
  return server;
}

/** An address as it may be logged: without the token that opens a preview. */
const withoutSecret = (url: string): string => url.replace(/([?&]preview=)[^&]+/, '$1…');
