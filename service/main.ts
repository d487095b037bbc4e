/** A service process: migrates, loads the demo if asked and the database is empty, serves, stops cleanly. */
import { once } from 'node:events';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type { Config } from './config.js';
import { loadDemo } from './demo/load.js';
import { migrate, openDatabase } from './records/database.js';
import { createLogger, createService } from './server.js';

// Found through the packages themselves, so that it is right from the sources and from the build.
const packageFolder = (name: string): string => dirname(createRequire(import.meta.url).resolve(`${name}/package.json`));

export interface RunningService {
  readonly port: number;
  /** True if the demo was loaded by this start. */
  readonly demoLoaded: boolean;
  stop(): Promise<void>;
}

export interface StartOptions {
  readonly databaseUrl: string;
  /** 0 for any free port. */
  readonly port: number;
  readonly demo: boolean;
  readonly logLevel?: string;
}

/** @throws Error if the port is taken or the database cannot be reached */
export async function startService({
  databaseUrl,
  port,
  demo,
  logLevel = 'warn',
}: StartOptions): Promise<RunningService> {
  const db = openDatabase(databaseUrl);
  await migrate(db);
  const demoLoaded = demo && (await loadDemo(db));
  const config: Config = {
    databaseUrl,
    port,
    listen: '127.0.0.1',
    host: 'localhost',
    logLevel,
    consoleFolder: join(packageFolder('@parlour/console'), 'dist'),
    publicFolder: join(packageFolder('@parlour/service'), 'public'),
  };
  const free = port === 0 ? await freePort() : port;
  const server = createService(db, { ...config, port: free }, createLogger(config));
  server.listen(free, config.listen);
  await once(server, 'listening');
  return {
    port: free,
    demoLoaded,
    async stop() {
      server.close();
      server.closeIdleConnections();
      // What is under way may finish; what hangs on is cut.
      const cut = setTimeout(() => server.closeAllConnections(), 3000);
      await once(server, 'close');
      clearTimeout(cut);
      await db.destroy();
    },
  };
}

// The port is part of every address the service gives out, so it must be known before the first request.
async function freePort(): Promise<number> {
  const { createServer } = await import('node:net');
  const probe = createServer().listen(0, '127.0.0.1');
  await once(probe, 'listening');
  const { port } = probe.address() as { port: number };
  probe.close();
  return port;
}
