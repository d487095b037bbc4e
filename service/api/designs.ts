/** The designs of a store, which one is live, and changes that go live at a time. */
import { closedState } from '@parlour/core/design';
import { inspected } from '../publishing/inspecting.js';
import { setUpSteps } from '@parlour/core/set-up';
import { inZone } from '@parlour/core/time';
import { routes } from '@parlour/contract';
import { archiveDesign, updateFromLive, copyDesign, goLive, restoreDesign } from '../publishing/designs.js';
import { groundworkCode } from '../publishing/groundwork.js';
import { addTimedChange, cancelTimedChange } from '../publishing/timed.js';
import { inTransaction, type Records } from '../records/database.js';
import { catalogueFacts } from '../records/set-up.js';
import { openDraft } from '../records/drafts.js';
import { designById, listDesigns, lockDesign, updateDesign, type Design } from '../records/designs.js';
import { unpublishedCount } from '../records/states.js';
import type { Store } from '../records/stores.js';
import { listTimedChanges, type TimedChange } from '../records/timed.js';
import { readNumber } from './drafts.js';
import { checkTag, designOf, implement, type Api } from './implement.js';
import { sure } from '@parlour/core';

export function designRoutes(api: Api): void {
  const { db } = api;
  const shapeOf = async (design: Design, liveId: number, from: Records = db) => ({
    code: design.code,
    name: design.name,
    live: design.id === liveId,
    revision: design.liveRevision,
    unpublished: await unpublishedCount(from, design),
    groundwork: await groundworkCode(from, design),
    created: design.createdAt.toISOString(),
  });

  implement(api, routes.listDesigns, async ({ store, query }) => {
    const found = await listDesigns(db, store.id, query.archived === 'yes');
    return { designs: await Promise.all(found.map((design) => shapeOf(design, store.liveDesign.id))) };
  });
  implement(api, routes.getDesign, ({ design, store }) => shapeOf(design, store.liveDesign.id));

  implement(api, routes.createDesign, async ({ db, store, account, body }) => {
    const from = await designOf(db, store, body.copyOf ?? 'live');
    const { name, code, groundwork } = body;
    const { design: made, kept } = await copyDesign(db, from, account.id, { name, code, groundwork });
    return { ...(await shapeOf(made, store.liveDesign.id, db)), kept: [...kept] };
  });

  implement(api, routes.getSetUp, async ({ store, design }) => {
    const facts = {
      ...(await catalogueFacts(db, store.id)),
      storeName: store.name,
      country: store.country,
      details: store.details,
      delivered: [...new Set(store.delivery.flatMap(({ prices }) => Object.keys(prices)))],
      published: design.liveRevision > 1,
      unpublished: await unpublishedCount(db, design),
    };
    const state = closedState(await openDraft(db, design));
    const steps = setUpSteps(state, { ...facts, findings: await inspected(state, design.kinds) });
    return { steps: steps.map((step) => ({ ...step, pages: [...step.pages] })) };
  });

  implement(api, routes.renameDesign, ({ store, design: { id }, body, request }) =>
    inTransaction(db, async (trx) => {
      // Under the lock, so that of two who read the same name one is told that it has changed.
      const design = await lockDesign(trx, id);
      checkTag(request, await shapeOf(design, store.liveDesign.id, trx));
      await updateDesign(trx, id, { name: body.name });
      return shapeOf({ ...design, name: body.name }, store.liveDesign.id, trx);
    }),
  );

  implement(api, routes.archiveDesign, async ({ design, account }) => {
    await archiveDesign(db, design, account.id);
    return { done: true };
  });

  implement(api, routes.restoreDesign, async ({ db, store, account, body }) => {
    const design = await restoreDesign(db, store.id, body.design, account.id);
    return shapeOf(design, store.liveDesign.id, db);
  });

  implement(api, routes.goLive, async ({ design, account, body }) => {
    await goLive(db, design, account.id, body.note ?? '');
    return shapeOf(await designById(db, design.id), design.id);
  });

  implement(api, routes.updateFromLive, async ({ design, account }) => {
    const { sentences, conflicts } = await updateFromLive(db, design, account.id);
    return { sentences: [...sentences], conflicts: [...conflicts] };
  });

  implement(api, routes.listTimedChanges, async ({ store, design }) => ({
    timedChanges: (await listTimedChanges(db, design.id)).map((timed) => timedShape(timed, store)),
  }));

  implement(api, routes.addTimedChange, async ({ db, store, design, account, body, now }) => {
    const { until, ...rest } = body;
    const wanted = { ...rest, ...(until === undefined ? {} : { until }) };
    return timedShape(await addTimedChange(db, design.id, account.id, store.timeZone, wanted, now), store);
  });

  implement(api, routes.cancelTimedChange, async ({ store, design, account, params }) =>
    timedShape(await cancelTimedChange(db, design.id, readNumber(sure(params['timed']), 'timed'), account.id), store),
  );
}

function timedShape({ id, name, author, state, from, until, sentences, report }: TimedChange, { timeZone }: Store) {
  const shown = [from, ...(until ? [until] : [])].map((at) => inZone(at.toISOString(), timeZone));
  return {
    id,
    name,
    author,
    state,
    from: from.toISOString(),
    until: until?.toISOString() ?? null,
    times: shown.length > 1 ? `from ${shown[0] ?? ''} until ${shown[1] ?? ''}` : `from ${shown[0] ?? ''}`,
    sentences: [...sentences],
    report: [...report],
  };
}
