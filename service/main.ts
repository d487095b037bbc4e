/** A service process: migrates, loads the demo if asked and the database is empty, serves, stops cleanly. */
import { once } from 'node:events';
import { createServer } from 'node:net';
import type { Server } from 'node:http';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type { Config } from './config.js';
import { clientAddresses } from './accounts/address.js';
import { inviteFirstOwner } from './accounts/first-owner.js';
import { startPolling } from './changes/poller.js';
import { startChores } from './chores.js';
import { loadDemo } from './demo/load.js';
import { mailbox, smtp } from './email/email.js';
import { logFault } from './faults.js';
import { keptPages } from './kept/kept-pages.js';
import { storeListings } from './listings/listings.js';
import { startMakingPictures } from './picture-chore.js';
import { stopEncoding } from './media/encoding.js';
import { faultsAfterCommit, migrate, openDatabase } from './records/database.js';
import { secretOf } from './records/secrets.js';
import { listenForSignals } from './records/signals.js';
import { createLogger, createService } from './server.js';
import type { Service } from './service.js';
import { liveStores } from './kept/live-stores.js';
import { isDatabaseAway } from './records/database-faults.js';

// Found through the packages themselves, so that it is right from the sources and from the build.
const packageFolder = (name: string): string => dirname(createRequire(import.meta.url).resolve(`${name}/package.json`));

export interface RunningService {
  readonly port: number;
  /** True if the demo was loaded by this start. */
  readonly demoLoaded: boolean;
  /** Where the first owner makes an account; only while there is none. Works once. */
  readonly ownerLink: string | null;
  stop(): Promise<void>;
}

export interface StartOptions {
  readonly databaseUrl: string;
  /** 0 for any free port. */
  readonly port: number;
  readonly demo: boolean;
  readonly logLevel?: string;
  /** The address to listen on; loopback if absent. */
  readonly listen?: string;
  /** Proxies whose word about the client's address is taken. */
  readonly proxies?: readonly string[];
  /** The file that messages to people are written to. */
  readonly mailbox: string;
  /** True if somebody delivers what is in the mailbox: then secrets go by email alone. */
  readonly emailIsDelivered?: boolean;
  /** The server that email goes by, and the address it comes from; into the mailbox if absent. */
  readonly emailServer?: { readonly url: string; readonly from: string } | undefined;
  /** Bytes of the pages that are kept in memory; the usual if absent. */
  readonly keptBytes?: number | undefined;
  /** False if another process makes what takes long of pictures, or nobody should. */
  readonly makesPictures?: boolean;
}

/** @throws Error if the port is taken or the database cannot be reached */
export async function startService({
  databaseUrl,
  port,
  demo,
  logLevel = 'warn',
  listen = '127.0.0.1',
  proxies = [],
  mailbox: mailboxFile,
  emailIsDelivered = false,
  emailServer,
  keptBytes,
  makesPictures = true,
}: StartOptions): Promise<RunningService> {
  const db = openDatabase(databaseUrl);
  // Its own connections: pages wait for what is read here, and may hold all others meanwhile.
  const listingsDb = openDatabase(databaseUrl, 2);
  try {
    await migrate(db);
    const demoLoaded = demo && (await loadDemo(db));
    const config: Config = {
      port: port === 0 ? await freePort() : port,
      listen,
      host: 'localhost',
      proxies,
      logLevel,
      consoleFolder: join(packageFolder('@parlour/console'), 'dist'),
      publicFolder: join(packageFolder('@parlour/service'), 'public'),
    };
    const ownerLink = await inviteFirstOwner(db, config);
    const logger = createLogger(config);
    const stores = liveStores(db, (slug, error) =>
      logFault(logger, error, `the store “${slug}” could not be loaded and is set aside for a while`),
    );
    const kept = keptPages(keptBytes);
    const listings = storeListings(listingsDb, (error) => {
      if (!isDatabaseAway(error)) logFault(logger, error, 'a listing could not be renewed and is loaded again');
    });
    const email = emailServer ? smtp(emailServer.url, emailServer.from) : mailbox(mailboxFile, emailIsDelivered);
    const service: Service = {
      db,
      config,
      email,
      addressOf: clientAddresses(proxies),
      stores,
      kept,
      listings,
      countKey: await secretOf(db, 'cart'),
    };
    const changes = startPolling(db, [stores, listings, kept], (error) => {
      if (!isDatabaseAway(error)) logFault(logger, error, 'changes could not be taken in');
    });
    faultsAfterCommit(db).tell = (error) => logFault(logger, error, 'what follows a change failed');
    await changes.look();
    const server = createService(service, logger);
    server.listen(config.port, config.listen);
    await once(server, 'listening');
    const signals = listenForSignals(db, databaseUrl);
    listings.loadLarge().catch((error: unknown) => {
      if (!isDatabaseAway(error)) logFault(logger, error, 'a large store could not be read yet');
    });
    const chores = [startChores(db, email, logger), ...(makesPictures ? [startMakingPictures(db, logger)] : [])];
    return {
      port: config.port,
      demoLoaded,
      ownerLink,
      async stop() {
        const ended = [stopServer(server), ...chores.map((one) => one.stop()), signals.stop(), changes.stop()];
        stopEncoding();
        await Promise.all(ended);
        await Promise.all([db.destroy(), listingsDb.destroy()]);
      },
    };
  } catch (error) {
    await Promise.all([db.destroy(), listingsDb.destroy()]);
    throw error;
  }
}

/** What is under way may finish; what hangs on is cut. */
async function stopServer(server: Server): Promise<void> {
  server.close();
  server.closeIdleConnections();
  const cut = setTimeout(() => server.closeAllConnections(), 3000);
  await once(server, 'close');
  clearTimeout(cut);
}

// The port is part of every address the service gives out, so it must be known before the first request.
async function freePort(): Promise<number> {
  const probe = createServer().listen(0, '127.0.0.1');
  await once(probe, 'listening');
  // It listens on a port.
  const { port } = probe.address() as { port: number };
  probe.close();
  return port;
}
