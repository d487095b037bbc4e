/** Finds the site a request is for: a store's live design, or a draft for those with a preview token. */
import type { IncomingMessage } from 'node:http';
import { parseCookie, stringifySetCookie } from 'cookie';
import type { NextFunction, Request, Response } from 'express';
import { Problem } from '@parlour/core';
import { closedState, SPECIMEN_PATH, withSpecimen } from '@parlour/core/design';
import type { DesignState } from '@parlour/core/documents';
import { kindSet } from '@parlour/core/kinds';
import { specimen } from '@parlour/core/sections';
import { slugOfPreview, storefrontOrigin, type Config } from '../config.js';
import type { Database } from '../records/database.js';
import { findDesign } from '../records/designs.js';
import { openDraft } from '../records/drafts.js';
import { revisionState } from '../records/states.js';
import { findScenario } from '../records/scenarios.js';
import { findStore, roleIn, type Store } from '../records/stores.js';
import type { Service } from '../service.js';
import { hostOf } from '../web.js';
import { keptBasket } from './baskets/kept-basket.js';
import { madeUpBasket } from './baskets/made-up-basket.js';
import type { Site, SiteOfStore } from './context.js';
import { editionOf, languageIn } from './editions.js';
import { readPreviewToken } from './preview-token.js';
import { splitTarget } from '../kept/target.js';

const PREVIEW_COOKIE = 'parlour-preview';

// Put there by the middleware of this file, before anything asks.
export const siteOf = (response: Response): Site => response.locals['site'] as Site;

type Middleware = (request: Request, response: Response, next: NextFunction) => Promise<void>;

/** The live site of the store that the host names. */
export const liveSite =
  (service: Service): Middleware =>
  async (request, response, next) => {
    const { config, stores } = service;
    const now = new Date();
    const live = await stores.find(slugOf(request, config), now);
    if (!live) throw noStore();
    const site = siteOfStore(service, live.store, live.state, request, {
      ...{ mode: 'live', now, template: null, unsaved: null },
    });
    const basket = keptBasket(site, request.headers.cookie);
    response.locals['site'] = { ...site, live, basket, shopper: null } satisfies Site;
    next();
  };

const expired = (): Problem =>
  new Problem('expired-preview', 'This preview has expired, or was never opened in this browser.', {
    remedy: 'Open the preview again from the console, or run “parlour preview”.',
  });

/** The draft, or the revision, that the shopper's preview token is for. A token in the address is exchanged for a cookie first. */
export const previewSite =
  (service: Service): Middleware =>
  async (request, response, next) => {
    const { db, config } = service;
    const now = new Date();
    const store = await storeOf(db, slugOfPreview(labelOf(request, `.preview.${config.host}`)));
    const { path: sent, query: search } = splitTarget(request.originalUrl);
    // One that begins with two slashes would lead to another host if it were sent back.
    const path = sent.replace(/^[/\\]+/, '/');
    const given = search.get('preview');
    const token = given ?? parseCookie(request.headers.cookie ?? '')[PREVIEW_COOKIE] ?? '';
    const right = token.length < 1000 ? await readPreviewToken(db, token, now.getTime()) : null;
    // Whoever made the link must still belong to the store.
    if (!right || right.store !== store.slug || !(await roleIn(db, right.by, store.id))) throw expired();
    if (given) {
      response.append('set-cookie', previewCookie(token, right.expires - now.getTime()));
      // A browser goes on without the token in its address; a program gets the page at once.
      if (request.headers['sec-fetch-site']) {
        search.delete('preview');
        response.redirect(303, `${path}${search.size ? `?${search}` : ''}`);
        return;
      }
    }
    const design = await findDesign(db, store.id, right.design);
    if (!design)
      throw new Problem('no-such-thing', 'This design no longer exists.', {
        remedy: 'Open the preview of another one.',
      });
    const state =
      right.revision === undefined
        ? closedState(await openDraft(db, design))
        : await revisionState(db, design, right.revision);
    const seen = path === SPECIMEN_PATH ? specimenOf(store, state) : { store, state };
    const scenario = right.scenario === undefined ? {} : await findScenario(db, store.id, right.scenario);
    // Without it the page would be another than the one that was asked for.
    if (!scenario) throw expired();
    const site = siteOfStore(service, seen.store, seen.state, request, {
      mode: 'preview',
      now: scenario.now === undefined ? now : new Date(scenario.now),
      template: right.template ?? null,
      unsaved: scenario.unsaved ?? null,
    });
    const basket = await madeUpBasket(site, scenario, request.headers.cookie);
    response.locals['site'] = { ...site, live: null, basket, shopper: null } satisfies Site;
    next();
  };

/** The store and the state with the sheet of the look among the pages. */
const specimenOf = (store: Store, state: DesignState): { store: Store; state: DesignState } => ({
  store: { ...store, kinds: kindSet([...store.kinds.all, specimen]) },
  state: withSpecimen(state),
});

const previewCookie = (value: string, forMs: number): string =>
  stringifySetCookie({
    name: PREVIEW_COOKIE,
    value,
    httpOnly: true,
    secure: true,
    sameSite: 'none',
    partitioned: true,
    path: '/',
    maxAge: Math.floor(forMs / 1000),
  });

/** The slug of the store that a storefront's host names. */
export const slugOf = (request: IncomingMessage, { host }: Pick<Config, 'host'>): string =>
  hostOf(request).slice(0, -`.${host}`.length);

/** The language of a request, taken out of its path: everything behind looks at the same paths in every language. */
function takeLanguage(request: Request, store: Store): string | null {
  const { language, rest } = languageIn(request.path, store);
  if (language !== null) request.url = rest + request.url.slice(request.path.length);
  return language;
}

/** What stands before a suffix in the host of a request. */
const labelOf = (request: Request, suffix: string): string => hostOf(request).slice(0, -suffix.length);

async function storeOf(db: Database, slug: string): Promise<Store> {
  const store = await findStore(db, slug);
  if (!store) throw noStore();
  return store;
}

const noStore = (): Problem =>
  new Problem('no-such-thing', 'There is no store at this web address.', { remedy: 'Check the web address.' });

function siteOfStore(
  { db, config, listings }: Service,
  store: Store,
  state: DesignState,
  request: Request,
  shown: Pick<SiteOfStore, 'mode' | 'now' | 'template' | 'unsaved'>,
): SiteOfStore {
  return {
    ...shown,
    db,
    config,
    listings,
    store,
    state,
    edition: editionOf(store, state, shown.mode, takeLanguage(request, store)),
    origin: storefrontOrigin(config, store.slug),
  };
}
