/** The demo in a database of its own, with a service in front of it. */
import pg from 'pg';
import { startService } from '@parlour/service';

export async function demoSetting(serverUrl) {
  const admin = new pg.Client({ connectionString: serverUrl });
  await admin.connect();
  await admin.query('create database bench');
  await admin.end();
  const databaseUrl = serverUrl.replace(/[^/]*$/, 'bench');
  const service = await startService({ databaseUrl, port: 0, demo: true, logLevel: 'warn' });
  return { databaseUrl, port: service.port, close: () => service.stop() };
}
