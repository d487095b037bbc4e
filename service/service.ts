/** What a service process works with; handed to every app. */
import type { ClientAddress } from './accounts/address.js';
import type { Config } from './config.js';
import type { Mail } from './mail/mail.js';
import type { Database } from './records/database.js';

export interface Service {
  readonly db: Database;
  readonly config: Config;
  readonly mail: Mail;
  readonly addressOf: ClientAddress;
}
