/** One product in a form, new or not: what is typed, what that comes to, and how it is saved, taken back and deleted. */
import { Problem } from '@parlour/core';
import {
  changesMeanwhile,
  draftOf,
  EMPTY_DRAFT,
  productBack,
  toldBy,
  type Product,
  type ProductDraft,
} from '@parlour/core/catalogue';
import { freeCode } from '@parlour/core/design';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed, ref, shallowRef, watch } from 'vue';
import { attempt, call, opening, session } from '../../api';

type Kept = AnswerOf<typeof routes.getProduct>;
type Change = ReturnType<typeof toldBy>['change'];

/** What was saved, and what takes it back; null for what nothing does. */
export interface Saved {
  readonly product: Kept;
  readonly undo: (() => Promise<void>) | null;
}

/**
 * @param code of the product; null for a new one
 * @param like the code of one that a new one begins as a copy of, if any
 */
export function useProductForm(code: () => string | null, like: () => string | null) {
  const currency = computed(() => session.store?.currency ?? 'EUR');
  /** The product as it was when the form began with it, or was saved. */
  const before = shallowRef<Kept>();
  const draft = ref<{ -readonly [K in keyof ProductDraft]: ProductDraft[K] }>({ ...EMPTY_DRAFT });
  const loaded = ref(false);
  /** How often it was saved. */
  const saved = ref(0);

  function begin(product: Kept | undefined): void {
    before.value = product;
    draft.value = product ? draftOf(product, currency.value) : { ...EMPTY_DRAFT };
    loaded.value = true;
  }
  /** A new one with what another has: all but its code and its path. */
  async function beginLike(other: string): Promise<void> {
    const product = await opening(() => asked(other));
    begin(undefined);
    draft.value = { ...draftOf(product, currency.value), slug: '', title: `${product.title}, copy` };
  }
  watch(
    code,
    (now) => {
      const other = like();
      if (now === null && other !== null) void attempt(() => beginLike(other));
      else if (now === null) begin(undefined);
      else if (before.value?.code !== now) void attempt(async () => begin(await opening(() => asked(now))));
    },
    { immediate: true },
  );

  /** Of a new product the code is made from its title, as the service would. */
  const codeThen = computed(() => code() ?? freeCode(draft.value.title, () => false));
  const told = computed(() => toldBy(draft.value, before.value as Product | undefined, codeThen.value, currency.value));
  const isChanged = computed(() => Object.keys(told.value.change).length > 0);

  /** One that no page shows yet is shown as what stands in for it would look. */
  const hasPage = computed(() => before.value !== undefined && before.value.variants.length > 0);
  /** What is readable of what is typed, for a preview. */
  const unsaved = computed(() => {
    const all = hasPage.value ? told.value : toldBy(draft.value, undefined, codeThen.value, currency.value);
    const { slug: _slug, title, variants, attributes, ...rest } = all.change;
    const isReadable = Object.keys(all.faults).every((name) => name === 'title' || name === 'slug');
    return { product: { ...rest, ...(title && { title }), ...(isReadable && { variants, attributes }) } };
  });
  /** The variants there are whose stock is set: nothing takes that back. */
  const stockSet = computed(() =>
    (told.value.change.variants ?? []).filter(
      (one) => one.stock !== undefined && before.value?.variants.some((kept) => kept.code === one.code),
    ),
  );

  /** @throws what a call throws; all that was typed is still there then */
  async function save(): Promise<Saved> {
    const { change } = told.value;
    const was = before.value;
    const saving = written(draft.value);
    const product = was
      ? await sent(was, change)
      : await call(routes.createProduct, { body: { ...change, title: draft.value.title.trim() } });
    const now = written(draft.value);
    const meanwhile = Object.entries(draft.value).filter(([name]) => now.get(name) !== saving.get(name));
    begin(product);
    // What is typed while it is saved stays, for the next time.
    Object.assign(draft.value, Object.fromEntries(meanwhile));
    saved.value++;
    const back = was ? productBack(was, change) : null;
    return { product, undo: back && (() => takeBack(product, back)) };
  }
  /** Takes back what was saved, unless somebody has changed the same since. */
  async function takeBack(after: Kept, back: Change): Promise<void> {
    const now = await sent(after, back);
    // What is typed by now stays.
    if (code() !== now.code || isChanged.value) return;
    begin(now);
    saved.value++;
  }
  async function remove(): Promise<void> {
    await call(routes.deleteProduct, { params: { product: code() ?? '' } });
    begin(before.value);
  }
  return { before, draft, loaded, saved, told, isChanged, hasPage, unsaved, stockSet, currency, save, remove };
}

/** What each field of a draft says. */
const written = (draft: ProductDraft): ReadonlyMap<string, string> =>
  new Map(Object.entries(draft).map(([name, value]) => [name, JSON.stringify(value)]));

const asked = (product: string): Promise<Kept> => call(routes.getProduct, { params: { product } });

/**
 * Sends a change of a product that was looked at. If it is another one by now, it is sent again where nobody has changed
 * the same.
 */
async function sent(looked: Kept, change: Change): Promise<Kept> {
  const params = { product: looked.code };
  try {
    return await call(routes.changeProduct, { params, body: change, match: looked });
  } catch (error) {
    if (!(error instanceof Problem) || error.code !== 'stale-tag') throw error;
    const now = await asked(looked.code);
    const both = changesMeanwhile(looked, now, change);
    if (both.length > 0)
      throw new Problem('stale-tag', `Somebody else has changed ${both.join(' and ')} of this product meanwhile.`, {
        remedy: 'Copy what you need, load the page again and repeat it.',
      });
    return sent(now, change);
  }
}
