/** Stores, section kinds, starters and pictures. */
import { Problem, sure } from '@parlour/core';
import { checkDetails } from '@parlour/core/commerce';
import { keys } from '@parlour/core/documents';
import { fieldSchema, jsonSchema, type JsonSchema } from '@parlour/core/fields';
import { GROUNDWORKS } from '@parlour/core/groundworks';
import { descriptionOfKind, picturePath, type KindSet, type SectionKind } from '@parlour/core/kinds';
import { pageKinds } from '@parlour/core/pages';
import { planPage, planSvg } from '@parlour/core/plan';
import { READY_PAGES, startersFor, templateFrom, type TemplateStarter } from '@parlour/core/starters';
import { routes } from '@parlour/contract';
import { storefrontOrigin, type Config } from '../config.js';
import { makePicture } from '../media/renditions.js';
import { createStore } from '../stores/create.js';
import { speak } from '../publishing/languages.js';
import { pictureUses, removePicture } from '../publishing/picture-uses.js';
import { addPicture, findPicture, listPictures, type StoredPicture } from '../records/pictures.js';
import { changeDetails, setClosed, findStore, roleIn, storesOf, type Store } from '../records/stores.js';
import { implement, mustBeAble, type Api } from './implement.js';

export function storeRoutes(api: Api): void {
  const { db, config } = api;

  implement(api, routes.listStores, async ({ account, query }) => ({
    stores: (await storesOf(db, account.id, query.closed === 'yes')).map((store) => shapeOf(store, config)),
  }));
  implement(api, routes.listGroundworks, () =>
    Promise.resolve({ groundworks: GROUNDWORKS.map(({ code, name, sentence }) => ({ code, name, sentence })) }),
  );
  implement(api, routes.createStore, async ({ db, account, body }) => {
    await createStore(db, account.id, body);
    return shapeOf(sure(await findStore(db, body.slug)), config);
  });
  implement(api, routes.closeStore, async ({ store, account, now }) => {
    await setClosed(db, store, now, account.id);
    return { done: true };
  });
  implement(api, routes.reopenStore, async ({ db, account, body }) => {
    const store = (await storesOf(db, account.id, true)).find(({ slug }) => slug === body.store);
    if (!store)
      throw new Problem('no-such-thing', `No store “${body.store}” of yours is closed.`, {
        place: 'store',
        remedy: 'List the closed stores to see which there are.',
      });
    mustBeAble(sure(await roleIn(db, account.id, store.id)), 'store.manage');
    await setClosed(db, store, null, account.id);
    return shapeOf(store, config);
  });
  implement(api, routes.getStore, ({ store }) => Promise.resolve(shapeOf(store, config)));
  implement(api, routes.setLanguages, async ({ store, account, body: { languages } }) => {
    const wanted = [...new Set(languages)];
    if (wanted.includes(store.locale))
      throw new Problem('bad-value', `“${store.locale}” is the leading language of the store.`, {
        place: 'languages',
        remedy: 'Name only those it speaks besides.',
      });
    await speak(db, store.id, wanted, account.id);
    return shapeOf(sure(await findStore(db, store.slug)), config);
  });
  implement(api, routes.setDetails, async ({ store, account, body }) => {
    checkDetails(body);
    await changeDetails(db, store.id, body, account.id);
    return shapeOf(sure(await findStore(db, store.slug)), config);
  });
  implement(api, routes.listSectionKinds, ({ store: { kinds } }) =>
    Promise.resolve({ kinds: kinds.all.map(kindShape), hash: kinds.hash }),
  );

  implement(api, routes.listStarters, ({ store: { kinds }, query: { pageKind } }) =>
    Promise.resolve({
      starters: (pageKind === undefined ? pageKinds() : [pageKind])
        .flatMap(startersFor)
        .map((starter) => starterShape(starter, kinds)),
      pages: pageKind === undefined ? READY_PAGES.map(({ code, title, sentence }) => ({ code, title, sentence })) : [],
    }),
  );

  implement(api, routes.listPictures, async ({ store, query: { hashes, limit = 100, ...wanted } }) => {
    const { pictures, total } = await listPictures(db, store.id, {
      ...wanted,
      hashes: hashes?.split(',').map((one) => one.trim()),
      limit: limit + 1,
    });
    const some = pictures.slice(0, limit);
    return {
      pictures: some.map((picture) => pictureShape(picture, store, config)),
      total,
      next: pictures.length > limit ? (some.at(-1)?.hash ?? null) : null,
    };
  });
  const pictureOf = async (store: Store, hash = ''): Promise<StoredPicture> => {
    const found = await findPicture(db, store.id, hash);
    if (found) return found;
    throw new Problem('no-such-thing', `There is no picture “${hash.slice(0, 12)}” in this store.`, {
      place: 'hash',
      remedy: 'List the pictures to see their hashes.',
    });
  };
  implement(api, routes.getPicture, async ({ store, params }) => {
    const picture = await pictureOf(store, params['hash']);
    const { documents, products, collections, kept } = await pictureUses(db, store.id, picture.hash);
    return {
      picture: pictureShape(picture, store, config),
      documents: [...documents],
      products: [...products],
      collections: [...collections],
      kept,
    };
  });
  implement(api, routes.removePicture, async ({ store, account, params }) => {
    await removePicture(db, store.id, await pictureOf(store, params['hash']), account.id);
    return { done: true };
  });
  implement(api, routes.addPicture, async ({ store, body, query }) => {
    const made = await makePicture(body, query.name ?? '');
    await addPicture(db, store.id, made);
    return { ...pictureShape(made.picture, store, config), leftOut: [...made.leftOut] };
  });
}

const shapeOf = (store: Store, config: Config) => ({
  slug: store.slug,
  name: store.name,
  currency: store.currency,
  locale: store.locale,
  languages: [...store.languages],
  timeZone: store.timeZone,
  country: store.country,
  details: store.details,
  liveDesign: store.liveDesign.code,
  storefront: storefrontOrigin(config, store.slug),
});

const pictureShape = (picture: StoredPicture, store: Store, config: Config) => ({
  ...picture,
  widths: [...picture.widths],
  thumb: storefrontOrigin(config, store.slug) + picturePath(picture.hash, sure(picture.widths[0])),
});

const starterShape = (starter: TemplateStarter, kinds: KindSet) => ({
  code: starter.code,
  name: starter.name,
  sentence: starter.sentence,
  pageKind: starter.pageKind,
  svg: planSvg(
    planPage({ template: [keys.template(starter.code), templateFrom(starter, starter.name)], regions: {} }, kinds),
    { labels: false },
  ),
});

const kindShape = (kind: SectionKind) => ({
  ...descriptionOfKind(kind),
  schema: {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    type: 'object',
    properties: Object.fromEntries(
      Object.entries(kind.fields).map(([field, declared]): [string, JsonSchema] => [
        field,
        {
          ...jsonSchema(fieldSchema(declared)),
          title: declared.label,
          description: declared.help,
          default: declared.default,
        },
      ]),
    ),
    additionalProperties: false,
  } as JsonSchema,
});
