/** Every route of the API, by what it is about. Below `/api`; documents and edits belong to one design of one store. */
import { accountsRoutes } from './accounts.js';
import { storesRoutes } from './stores.js';
import { catalogueRoutes } from './catalogue.js';
import { importRoutes } from './imports.js';
import { orderRoutes } from './orders.js';
import { inboxRoutes } from './inbox.js';
import { designsRoutes } from './designs.js';
import { pagesRoutes } from './pages.js';
import { draftsRoutes } from './drafts.js';

export const routes = {
  ...accountsRoutes,
  ...storesRoutes,
  ...catalogueRoutes,
  ...importRoutes,
  ...orderRoutes,
  ...inboxRoutes,
  ...designsRoutes,
  ...pagesRoutes,
  ...draftsRoutes,
} as const;

export type Routes = typeof routes;
