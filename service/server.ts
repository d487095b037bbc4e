/** One HTTP server for three kinds of host: console and API, storefronts, previews. */
import { createServer, type RequestListener, type Server } from 'node:http';
import { pino, type Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { consoleApp } from './api/app.js';
import type { Config } from './config.js';
import type { Database } from './records/database.js';
import { storefrontApp } from './storefront/app.js';

export const createLogger = (config: Pick<Config, 'logLevel'>): Logger =>
  pino({
    level: config.logLevel,
    redact: ['req.headers.authorization', 'req.headers.cookie', 'res.headers["set-cookie"]'],
  });

/** The server, not yet listening. */
export function createService(db: Database, config: Config, logger: Logger): Server {
  const log = pinoHttp({
    logger,
    customLogLevel: (_request, response, error) => (error || response.statusCode >= 500 ? 'error' : 'debug'),
    serializers: {
      req: (request: { method: string; url: string; headers: { host?: string } }) => ({
        method: request.method,
        url: withoutSecret(request.url),
        host: request.headers.host,
      }),
    },
  });
  const consoleHosts = new Set([config.host, '127.0.0.1']);
  const console = consoleApp(db, config);
  const live = storefrontApp(db, config, 'live');
  const preview = storefrontApp(db, config, 'preview');
  const listener: RequestListener = (request, response) => {
    log(request, response);
    const host = (request.headers.host ?? '').replace(/:\d+$/, '').toLowerCase();
    if (consoleHosts.has(host)) return console(request, response);
    if (host.endsWith(`.preview.${config.host}`)) return preview(request, response);
    if (host.endsWith(`.${config.host}`)) return live(request, response);
    response
      .writeHead(421, { 'content-type': 'text/plain; charset=utf-8' })
      .end(`No console and no store has the host name “${host}”.\n`);
  };
  return createServer({ requestTimeout: 30_000, headersTimeout: 10_000 }, listener);
}

/** An address as it may be logged: without the token that opens a preview. */
const withoutSecret = (url: string): string => url.replace(/([?&]preview=)[^&]+/, '$1…');
