<script setup lang="ts">
/**
 * One collection: a form beside its page. Its products follow from a rule; or they are chosen by hand: added, moved and
 * removed one by one, and seen at once.
 */
import { counted } from '@parlour/core';
import {
  draftTextsOf,
  fieldsBack,
  readFilling,
  SLUG,
  textsBack,
  textsTold,
  type AllDraftTexts,
  type Texts,
} from '@parlour/core/catalogue';
import type { Device, PictureValue } from '@parlour/core/fields';
import { printRule, type Rule } from '@parlour/core/pages';
import { routes, type AnswerOf, type InputOf } from '@parlour/contract';
import { computed, ref, shallowRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useAnswer } from '../../answers';
import { attempt, call, leaving, may, opening, say } from '../../api';
import LanguageToggle from '../../fields/LanguageToggle.vue';
import PictureInput from '../../fields/PictureInput.vue';
import ProseInput from '../../fields/ProseInput.vue';
import RuleInput from '../../fields/RuleInput.vue';
import { rested } from '../../rested';
import AskDialog from '../../shell/AskDialog.vue';
import { useFormPreview } from '../../use-preview';
import FormBeside from '../../workbench/FormBeside.vue';
import MemberList from './MemberList.vue';
import ThingTexts from './ThingTexts.vue';

type Collection = AnswerOf<typeof routes.getCollection>;

const route = useRoute();
const router = useRouter();
const code = computed(() => String(route.params['code']));
const params = computed(() => ({ collection: code.value }));
const collection = shallowRef<Collection>();
const texts = ref({ title: '', slug: '', description: '', parent: '' });
const picture = ref<PictureValue | null>(null);
const pictureTold = computed(() => (picture.value ? { hash: picture.value.picture, alt: picture.value.alt } : null));
/** In further languages. */
const spoken = ref<AllDraftTexts>({});
const spokenChange = computed(() => textsTold(spoken.value, draftTextsOf(collection.value?.texts ?? {})));
/** The language that is written; empty for the leading one. */
const language = ref('');
/** What its products follow from; null where they are chosen by hand. */
const rule = shallowRef<Rule | null>(null);
const isByRule = ref(false);
/** Who came from a page in the workbench goes back there. */
const list = computed(() => {
  const { back } = route.query;
  return typeof back === 'string' && back.startsWith('/workbench/')
    ? { to: back, title: 'Back to the page' }
    : { to: '/collections', title: 'All collections' };
});
const busy = ref(false);
const removing = ref(false);
const saved = ref(0);
const device = ref<Device>('desktop');
const shown = useFormPreview(
  () => (collection.value ? `collection:${collection.value.code}` : ''),
  () => {
    const { title, description } = texts.value;
    return { collection: { ...(title.trim() && { title }), description, texts: spokenChange.value } };
  },
  () => language.value,
);
const { url } = shown;
const renewals = computed(() => saved.value + shown.renewals.value);

const { data: all } = useAnswer(routes.listCollections);
const parents = computed(() => [
  { value: '', title: 'In no other' },
  ...(all.value?.collections ?? [])
    .filter((one) => one.code !== code.value)
    .map(({ code: value, title }) => ({ value, title })),
]);

/** What the products are called; asked for with the first of them. */
const titles = ref<ReadonlyMap<string, string>>(new Map());
const titleOf = (product: string): string => titles.value.get(product) ?? product;
async function learnTitles(): Promise<void> {
  const { products } = await call(routes.listProducts, { query: { collection: code.value, limit: 200 } });
  titles.value = new Map([...titles.value, ...products.map((one): [string, string] => [one.code, one.title])]);
}

function begin(now: Collection): void {
  collection.value = now;
  texts.value = { title: now.title, slug: now.slug, description: now.description, parent: now.parent ?? '' };
  picture.value = now.picture ? { picture: now.picture.hash, alt: now.picture.alt } : null;
  spoken.value = draftTextsOf(now.texts);
  rule.value = now.when === null ? null : readFilling(now.when);
  isByRule.value = now.when !== null;
}
watch(
  code,
  () =>
    void attempt(async () => {
      begin(await opening(() => call(routes.getCollection, { params: params.value })));
      await learnTitles();
    }),
  { immediate: true },
);

/** Its picture as it is kept. */
const was = computed(() => {
  const { hash, alt } = collection.value?.picture ?? {};
  return hash === undefined || alt === undefined ? null : { hash, alt };
});
const isChanged = computed(
  () =>
    collection.value !== undefined &&
    (texts.value.title !== collection.value.title ||
      texts.value.slug !== collection.value.slug ||
      texts.value.description !== collection.value.description ||
      texts.value.parent !== (collection.value.parent ?? '') ||
      Object.keys(spokenChange.value).length > 0 ||
      JSON.stringify(pictureTold.value) !== JSON.stringify(was.value) ||
      when.value !== collection.value.when),
);
const when = computed(() => (isByRule.value && rule.value ? printRule(rule.value) : null));
const slugFault = computed(() =>
  SLUG.test(texts.value.slug) ? '' : 'Use lower-case letters, digits and single “-” between them.',
);
const isReady = computed(
  () => texts.value.title.trim() !== '' && slugFault.value === '' && (!isByRule.value || rule.value !== null),
);

type Change = InputOf<typeof routes.changeCollection>['body'];

/** Changes what is in it. */
async function change(body: Change, done: string): Promise<void> {
  busy.value = true;
  await attempt(async () => {
    const before = members.value;
    const now = await call(routes.changeCollection, { params: params.value, body });
    collection.value = now;
    saved.value++;
    say(`${done} Shoppers see it now.`, () => giveBack(now, { members: before }));
  });
  busy.value = false;
}
/** Gives it back what it had, unless somebody has changed it since. */
async function giveBack(after: Collection, back: Change): Promise<void> {
  const now = await call(routes.changeCollection, {
    params: { collection: after.code },
    body: back,
    match: after,
  });
  if (code.value !== now.code) return;
  // What is typed by now stays.
  if (isChanged.value) collection.value = now;
  else begin(now);
  saved.value++;
}
async function save(): Promise<void> {
  const { title, slug, description, parent } = texts.value;
  await attempt(async () => {
    if (!collection.value) return;
    busy.value = true;
    const body = {
      ...{
        title: title.trim(),
        description,
        parent: parent || null,
        texts: spokenChange.value,
        picture: pictureTold.value,
      },
      ...(slug !== collection.value.slug && { slug }),
      ...(when.value !== collection.value.when && { when: when.value }),
    };
    const before = collection.value;
    const { texts: said, ...fields } = body;
    const now = await call(routes.changeCollection, { params: params.value, body, match: before });
    begin(now);
    await learnTitles();
    saved.value++;
    const back = {
      ...fieldsBack(before, fields),
      texts: textsBack(before.texts as Texts, said),
      // Those that were chosen by hand lose their places to a rule.
      ...(before.when === null && now.when !== null && { members: before.members }),
    };
    say('Saved. Shoppers see it now.', () => giveBack(now, back));
  });
  busy.value = false;
}
async function remove(): Promise<void> {
  busy.value = true;
  await leaving(async () => {
    await call(routes.deleteCollection, { params: params.value });
    await router.push('/collections');
    say('Deleted.');
  });
  busy.value = false;
  removing.value = false;
}

const members = computed(() => collection.value?.members ?? []);
const isByHand = computed(() => collection.value?.when === null);
function move(product: string, at: number): void {
  const others = members.value.filter((one) => one !== product);
  const done = `${titleOf(product)} has moved.`;
  void change({ members: [...others.slice(0, at), product, ...others.slice(at)] }, done);
}

/** Those that can be added. */
const search = ref<string | null>('');
const words = rested(search);
const { data: found } = useAnswer(
  routes.listProducts,
  () => ({ query: { search: words.value?.trim() || undefined, limit: 8 } }),
  {
    lingers: true,
  },
);
const offers = computed(() => (found.value?.products ?? []).filter((one) => !members.value.includes(one.code)));
function add(product: { readonly code: string; readonly title: string }): void {
  titles.value = new Map([...titles.value, [product.code, product.title]]);
  void change({ add: [product.code] }, `${product.title} is in it.`);
}
</script>

<template>
  <FormBeside
    v-model:device="device"
    :title="collection?.title ?? 'Collection'"
    label="The collection"
    :list="list"
    :url="url"
    :renewals="renewals"
    :can-remove="may('catalogue.edit')"
    removing="Delete"
    @remove="removing = true"
  >
    <template v-if="collection">
      <form @submit.prevent="save">
        <fieldset>
          <legend class="unseen">Texts</legend>
          <LanguageToggle v-model="language" />
          <ThingTexts v-if="language" v-model="spoken" :language="language" :title="texts.title" />
          <template v-else>
            <v-text-field v-model="texts.title" label="Title" maxlength="200" />
            <v-text-field
              v-model="texts.slug"
              label="Path"
              :hint="texts.slug === collection.slug ? '' : 'Links to where it was lead here.'"
              persistent-hint
              maxlength="80"
              :error-messages="slugFault"
            />
            <ProseInput v-model="texts.description" label="Description" help="" fault="" />
            <PictureInput v-model="picture" label="Picture" help="" fault="" whole />
            <p v-if="!picture" class="quiet">Among other collections, that of its first product is shown.</p>
            <v-select v-model="texts.parent" :items="parents" label="Inside another collection" />
            <v-radio-group v-model="isByRule" label="Its products" hide-details>
              <v-radio :value="false" label="Chosen by hand" />
              <v-radio :value="true" label="All that a rule matches, now and later" />
            </v-radio-group>
            <RuleInput
              v-if="isByRule"
              v-model="rule"
              label="Rule"
              help="It can ask for brand, category, keyword, price, stock, reduced, visible-since and attribute.NAME."
              fault=""
              page-kind="product"
              one="product"
              :reads="readFilling"
            />
            <p v-else-if="!isByHand" class="quiet">Once saved, it keeps the products that it has now.</p>
          </template>
          <div class="save">
            <v-btn
              v-if="may('catalogue.edit')"
              type="submit"
              variant="flat"
              color="primary"
              :loading="busy"
              :disabled="!isChanged || !isReady"
              >Save</v-btn
            >
            <span v-if="isChanged" class="quiet">Not saved yet.</span>
          </div>
        </fieldset>
      </form>
      <fieldset>
        <legend>{{ members.length ? counted(members.length, 'product') : 'Products' }}</legend>
        <MemberList
          v-if="members.length"
          :members="members"
          :title-of="titleOf"
          :changes="isByHand && may('catalogue.edit')"
          :busy="busy"
          @move="move"
          @remove="(product) => change({ remove: [product] }, `${titleOf(product)} is not in it any more.`)"
        />
        <p v-else class="quiet">
          {{ isByHand ? 'Nothing is in it yet. Add products below.' : 'No product matches its rule.' }}
        </p>
        <template v-if="isByHand && may('catalogue.edit')">
          <v-text-field v-model="search" label="Find products to add" clearable hide-details />
          <ul v-if="offers.length" class="offers">
            <li v-for="one in offers" :key="one.code">
              <span class="name"
                >{{ one.title }} <span class="quiet">{{ one.code }}</span></span
              >
              <v-btn size="small" variant="outlined" :disabled="busy" :aria-label="`Add ${one.title}`" @click="add(one)"
                >Add</v-btn
              >
            </li>
          </ul>
          <p v-else-if="found" class="quiet">
            {{ words ? `No other product is found by “${words}”.` : 'All products are in it.' }}
          </p>
        </template>
      </fieldset>
    </template>
    <template #over>
      <router-link class="plain" :to="`/workbench/${encodeURIComponent(`collection:${code}`)}`"
        >Open its page in the workbench</router-link
      >
    </template>
  </FormBeside>
  <AskDialog
    v-if="removing"
    :title="`Delete “${collection?.title ?? ''}”?`"
    action="Delete"
    removes
    :busy="busy"
    @do="remove"
    @close="removing = false"
  >
    Its page is gone at once, and nothing brings it back. Its products stay; collections inside it are in none then.
  </AskDialog>
</template>

<style scoped>
.offers {
  list-style: none;
  padding: 0;
}
li {
  display: flex;
  align-items: center;
  gap: 4px;
  padding-block: 4px;
  border-block-end: 1px solid rgba(var(--v-border-color), 0.1);
}
.name {
  flex: 1;
  color: inherit;
}
.save {
  display: flex;
  align-items: center;
  gap: 16px;
}
</style>
