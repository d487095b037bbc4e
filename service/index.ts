/** The public names of the service. */
export { startService, type RunningService, type StartOptions } from './main.js';
export { migrate, openDatabase, type Database } from './records/database.js';
export { loadDemo, DEMO_SIGN_IN } from './demo/load.js';
export { growCatalogue, type Growing } from './catalogue/grow.js';
