/** Collections and what is in them: what is wanted, written as far as it differs. */
import { Problem, sure } from '@parlour/core';
import {
  changedTexts,
  fillingText,
  type Collection,
  type CollectionChange,
  type Wanted,
} from '@parlour/core/catalogue';
import { isSame } from '@parlour/core/design';
import {
  addMembers,
  codesBelow,
  deleteCollections,
  insideItself,
  membersOf,
  nextPosition,
  putCollections,
  readCollections,
  removeMembers,
  type KeptCollection,
} from '../records/collections.js';
import type { Records } from '../records/database.js';
import { productsIn } from '../records/filling.js';
import { idsOfProducts } from '../records/products.js';
import type { Store } from '../records/stores.js';
import { tags } from '../records/tags.js';
import { NO_EFFECT, together, type Effect } from './effect.js';
import { checkLanguages, checkOnce, checkPictures, checkThere, notThereFor, slugsFor } from './wanted.js';

type Writing = Exclude<Wanted<CollectionChange>, { is: 'gone' }>;

interface Step {
  readonly before: KeptCollection | undefined;
  readonly after: Collection;
  readonly change: CollectionChange;
}

export async function writeCollections(
  trx: Records,
  store: Pick<Store, 'id' | 'languages'>,
  wanted: readonly Wanted<CollectionChange>[],
  { sample }: { readonly sample: boolean },
): Promise<Effect> {
  if (wanted.length === 0) return NO_EFFECT;
  const storeId = store.id;
  checkOnce('collection', wanted);
  const there = await readCollections(
    trx,
    storeId,
    wanted.map(({ code }) => code),
    { lock: true },
  );
  const leaving = wanted.filter(({ is }) => is === 'gone');
  for (const one of leaving) checkThere('collection', one, there.get(one.code));
  const steps = await stepsOf(
    trx,
    store,
    wanted.flatMap((one) => (one.is === 'gone' ? [] : [one])),
    there,
  );
  const differing = steps.filter(({ before, after }) => !before || !isSame({ ...after, id: before.id }, before));
  const pictures = differing.flatMap(({ before, after }) =>
    after.picture === null || isSame(before?.picture ?? null, after.picture) ? [] : [after.picture.hash],
  );
  await checkPictures(trx, storeId, pictures, 'picture');
  if (differing.length > 0)
    await putCollections(
      trx,
      storeId,
      differing.map(({ after }) => after),
      sample,
    );
  await checkParents(trx, storeId, differing);
  const ids = new Map(
    [
      ...(await readCollections(
        trx,
        storeId,
        steps.map(({ after }) => after.code),
      )),
    ].map(([code, { id }]) => [code, id]),
  );
  const members: Effect[] = [];
  for (const step of steps) members.push(await writeMembers(trx, storeId, sure(ids.get(step.after.code)), step));
  const changed = new Set([...differing, ...steps.filter((_, i) => sure(members[i]).tags.length > 0)]);
  const moved = differing.flatMap(({ before, after }) => (before?.parent === after.parent ? [] : [after.code]));
  return together([
    ...members,
    await removeCollections(
      trx,
      storeId,
      leaving.map(({ code }) => sure(there.get(code))),
    ),
    {
      ...NO_EFFECT,
      outcomes: steps.map((step) => ({
        kind: 'collection',
        code: step.after.code,
        did: !step.before ? 'created' : changed.has(step) ? 'changed' : 'same',
      })),
      rules: differing.flatMap(({ before, after }) =>
        after.when === null || before?.when === after.when ? [] : [after.code],
      ),
      tags: differing.flatMap(({ after }) => [tags.page(`collection:${after.code}`), tags.list('collections')]),
      due: [
        { kind: 'collection', codes: differing.map(({ after }) => after.code), fact: null },
        { kind: 'collection', codes: moved.length > 0 ? await codesBelow(trx, storeId, moved) : [], fact: 'parent' },
      ],
    },
  ]);
}

async function stepsOf(
  trx: Records,
  store: Pick<Store, 'id' | 'languages'>,
  wanted: readonly Writing[],
  there: ReadonlyMap<string, KeptCollection>,
): Promise<Step[]> {
  const news = wanted.filter(({ code }) => !there.has(code));
  const slugs = await slugsFor(trx, 'collection', store.id, wanted, there);
  let position = news.length > 0 ? await nextPosition(trx, store.id) : 0;
  return wanted.map((one) => {
    const before = there.get(one.code);
    checkThere('collection', one, before);
    checkLanguages(store, one.change, before);
    const { change } = one;
    const title = change.title ?? before?.title ?? '';
    if (title.trim() === '')
      throw new Problem('bad-value', `The collection “${one.code}” has no title.`, {
        place: 'title',
        remedy: 'Say what it is called.',
      });
    const after: Collection = {
      code: one.code,
      slug: slugs.of(one, title, before),
      title,
      description: change.description ?? before?.description ?? '',
      texts: changedTexts(before?.texts ?? {}, change.texts),
      picture: change.picture === undefined ? (before?.picture ?? null) : change.picture,
      parent: change.parent === undefined ? (before?.parent ?? null) : change.parent,
      position: change.position ?? before?.position ?? position++,
      when: change.when === undefined ? (before?.when ?? null) : change.when === null ? null : fillingText(change.when),
    };
    checkMembers(after, change);
    return { before, after, change };
  });
}

/** @throws Problem `bad-value` if products are chosen for a collection that its rule fills */
function checkMembers({ code, title, when }: Collection, change: CollectionChange): void {
  const place = (['members', 'add', 'remove'] as const).find((name) => (change[name]?.length ?? 0) > 0);
  if (when === null || place === undefined) return;
  throw new Problem('bad-value', `What is in the collection “${title}” (${code}) follows from its rule: ${when}`, {
    place,
    remedy: 'Change the rule, or take it away to choose products by hand.',
  });
}

/** @throws Problem `bad-value` if one is in a collection that is not there, or in itself */
async function checkParents(trx: Records, storeId: number, steps: readonly Step[]): Promise<void> {
  const parents = [...new Set(steps.flatMap(({ after }) => (after.parent === null ? [] : [after.parent])))];
  if (parents.length === 0) return;
  const there = await readCollections(trx, storeId, parents);
  const missing = parents.find((code) => !there.has(code));
  if (missing !== undefined) throw notThereFor('parent', 'collection', missing);
  const round = await insideItself(trx, storeId);
  if (round !== undefined)
    throw new Problem('bad-value', `The collection “${round}” would be inside itself.`, {
      place: 'parent',
      remedy: 'Choose a collection that is not in it.',
    });
}

/** Its products as they are wanted. What is added and removed costs as much as that, however many there are. */
async function writeMembers(
  trx: Records,
  storeId: number,
  id: number,
  { after, before, change }: Step,
): Promise<Effect> {
  // By rule, they follow once all products are as they are wanted.
  if (after.when !== null) return NO_EFFECT;
  const { members, add = [], remove = [] } = change;
  const leaving = new Set(remove);
  const entering = [...new Set([...(members ?? []), ...add])].filter((code) => !leaving.has(code));
  const was = members && before ? await membersOf(trx, id) : [];
  if (members ? isSame(was, entering) : add.length + remove.length === 0) return NO_EFFECT;
  const ids = await idsOfProducts(trx, storeId, [...new Set([...was, ...entering, ...remove])]);
  const missing = entering.find((code) => !ids.has(code));
  if (missing !== undefined) throw notThereFor('members', 'product', missing);
  const idsOf = (codes: readonly string[]): number[] => codes.flatMap((code) => ids.get(code) ?? []);
  // Where all are told, all are put in anew, in their order.
  const left = new Set(await removeMembers(trx, id, idsOf(members ? was : remove)));
  const came = new Set(await addMembers(trx, id, idsOf(entering)));
  if (left.size + came.size === 0) return NO_EFFECT;
  const moved = [...ids].flatMap(([code, product]) => (left.has(product) === came.has(product) ? [] : [code]));
  return {
    ...NO_EFFECT,
    tags: [tags.list('collection', after.code)],
    moved: [...left, ...came],
    due: [{ kind: 'product', codes: moved, fact: 'collection' }],
  };
}

async function removeCollections(trx: Records, storeId: number, leaving: readonly KeptCollection[]): Promise<Effect> {
  if (leaving.length === 0) return NO_EFFECT;
  const products: string[] = [];
  const ids: number[] = [];
  for (const { id } of leaving) {
    products.push(...(await membersOf(trx, id)));
    ids.push(...(await productsIn(trx, id)));
  }
  const codes = leaving.map(({ code }) => code);
  const below = await codesBelow(trx, storeId, codes);
  await deleteCollections(
    trx,
    leaving.map(({ id }) => id),
  );
  return {
    ...NO_EFFECT,
    outcomes: codes.map((code) => ({ kind: 'collection', code, did: 'removed' })),
    tags: codes.flatMap((code) => [
      tags.page(`collection:${code}`),
      tags.list('collections'),
      tags.list('collection', code),
    ]),
    moved: ids,
    due: [
      { kind: 'collection', codes: below, fact: null },
      { kind: 'product', codes: products, fact: 'collection' },
    ],
  };
}
