<script setup lang="ts">
/** One product, new or not: a form beside its page. It is saved by its button; shoppers see it then. */
import { mdiDeleteOutline, mdiPlus } from '@mdi/js';
import { counted, Problem } from '@parlour/core';
import { MOST_GOING_WITH, MOST_OPTIONS, type DraftOption } from '@parlour/core/catalogue';
import { STAND_IN } from '@parlour/core/pages';
import type { Device } from '@parlour/core/fields';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed, nextTick, ref } from 'vue';
import { onBeforeRouteLeave, useRoute, useRouter } from 'vue-router';
import { useAnswer } from '../../answers';
import { attempt, leaving, may, say, tell } from '../../api';
import LanguageToggle from '../../fields/LanguageToggle.vue';
import ProseInput from '../../fields/ProseInput.vue';
import TimeInput from '../../fields/TimeInput.vue';
import AskDialog from '../../shell/AskDialog.vue';
import { useFormPreview } from '../../use-preview';
import FormBeside from '../../workbench/FormBeside.vue';
import PicturesInput from './PicturesInput.vue';
import ProductsInput from './ProductsInput.vue';
import ProductTexts from './ProductTexts.vue';
import RowsInput from './RowsInput.vue';
import { useProductForm } from './use-product-form';
import VariantGrid from './VariantGrid.vue';
import WhereShown from './WhereShown.vue';

const route = useRoute();
const router = useRouter();
const code = computed(() => (route.params['code'] === undefined ? null : String(route.params['code'])));
const form = useProductForm(
  () => code.value,
  () => (typeof route.query['like'] === 'string' ? route.query['like'] : null),
);
const { before, draft, loaded, saved, told, isChanged, hasPage, unsaved, stockSet, currency, save, remove } = form;

const busy = ref(false);
const removing = ref(false);
/** The language that is written; empty for the leading one. */
const language = ref('');
const device = ref<Device>('desktop');
const { data: brands } = useAnswer(routes.listBrands);
const brandChoices = computed(() => [
  { value: '', title: 'No brand' },
  ...(brands.value?.brands ?? []).map(({ code: value, title }) => ({ value, title })),
]);

const STATUSES = [
  { value: 'for-sale', title: 'For sale' },
  { value: 'draft', title: 'Draft: only you and your team see it' },
  { value: 'withdrawn', title: 'Withdrawn: no longer sold' },
];

const asking = ref(false);
/** Faults are told once somebody wanted to save. */
const wantedToSave = ref(false);
const faults = computed(() => (wantedToSave.value ? told.value.faults : {}));
const STAND_IN_PAGE = `product:${STAND_IN}`;
const shown = useFormPreview(
  () => (!loaded.value ? '' : hasPage.value ? `product:${before.value?.code}` : STAND_IN_PAGE),
  () => unsaved.value,
  () => language.value,
);
const { url } = shown;
const renewals = computed(() => saved.value + shown.renewals.value);

async function wantToSave(): Promise<void> {
  wantedToSave.value = true;
  if (Object.keys(told.value.faults).length > 0) {
    tell(new Problem('bad-input', 'Something cannot be saved as it is; it is marked in the form.'));
    await nextTick();
    document.querySelector<HTMLElement>('.form [aria-invalid="true"]')?.focus();
    return;
  }
  if (stockSet.value.length > 0) asking.value = true;
  else await saveNow();
}
const MOST_LINES = 8;
const piecesText = (stock: number | null): string => (stock === null ? 'not counted' : String(stock));
/** What is set of which variant, from what it is to what it will be. */
const stockLines = computed(() =>
  stockSet.value.map(({ code: of, stock = null }) => {
    const was = before.value?.variants.find((one) => one.code === of);
    const name = Object.values(was?.options ?? {}).join(', ');
    return `${name && `${name}: `}${piecesText(was?.stock ?? null)} becomes ${piecesText(stock)}`;
  }),
);
async function saveNow(): Promise<void> {
  busy.value = true;
  await attempt(async () => {
    const { product, undo } = await save();
    wantedToSave.value = false;
    if (product.code !== code.value) await router.replace(`/products/${encodeURIComponent(product.code)}`);
    say(`Saved. ${seenText(product)}`, undo);
  });
  asking.value = false;
  busy.value = false;
}

function seenText(product: AnswerOf<typeof routes.getProduct> | undefined): string {
  if (!product || product.status !== 'for-sale') return 'Shoppers do not see it.';
  const now = new Date().toISOString();
  if (product.visibleFrom !== null && now < product.visibleFrom) return 'Shoppers see it when its time comes.';
  if (product.visibleUntil !== null && now >= product.visibleUntil) return 'Shoppers do not see it: its time is over.';
  return product.variants.length > 0 ? 'Shoppers see it now.' : 'Shoppers see it once it has a price.';
}

async function removeNow(): Promise<void> {
  busy.value = true;
  await leaving(async () => {
    await remove();
    await router.push('/products');
    say('Deleted.');
  });
  busy.value = false;
  removing.value = false;
}

onBeforeRouteLeave(
  () => !isChanged.value || busy.value || window.confirm('What you have changed here is not saved. Leave it?'),
);

function setOption(at: number, change: Partial<DraftOption>): void {
  draft.value.options = draft.value.options.map((one, i) => (i === at ? { ...one, ...change } : one));
}
</script>

<template>
  <FormBeside
    v-model:device="device"
    :title="before?.title ?? 'New product'"
    label="The product"
    :list="{ to: '/products', title: 'All products' }"
    :url="url"
    :renewals="renewals"
    :can-remove="code !== null && may('catalogue.edit')"
    removing="Delete"
    @remove="removing = true"
  >
    <form v-if="loaded" @submit.prevent="wantToSave">
      <LanguageToggle v-model="language" />
      <ProductTexts
        v-if="language"
        :product="draft"
        :language="language"
        @change="(texts) => (draft.texts = { ...draft.texts, [language]: texts })"
      />
      <template v-else>
        <fieldset>
          <legend class="unseen">Texts</legend>
          <v-select v-model="draft.status" :items="STATUSES" label="Who sees it" />
          <div v-if="draft.status === 'for-sale'" class="span">
            <TimeInput v-model="draft.visibleFrom" label="From" />
            <TimeInput v-model="draft.visibleUntil" label="Until" :fault="faults['visibleUntil']" />
          </div>
          <v-text-field
            v-model="draft.title"
            label="Title"
            maxlength="200"
            :autofocus="code === null"
            :error-messages="faults['title'] ?? []"
          />
          <v-text-field
            v-if="code !== null"
            v-model="draft.slug"
            label="Path"
            :hint="draft.slug === before?.slug ? '' : 'Links to where it was lead here.'"
            persistent-hint
            maxlength="80"
            :error-messages="faults['slug'] ?? []"
          />
          <v-textarea
            v-model="draft.summary"
            label="Summary"
            hint="A sentence or two: on the page under the title, and in search results."
            persistent-hint
            rows="2"
            auto-grow
            maxlength="1000"
          />
          <ProseInput v-model="draft.description" label="Description" help="" fault="" />
        </fieldset>
        <fieldset>
          <legend>Price and stock</legend>
          <div v-for="(option, i) in draft.options" :key="i" class="option">
            <v-text-field
              :model-value="option.name"
              label="Option"
              placeholder="Colour"
              maxlength="60"
              hide-details
              @update:model-value="(name: string) => setOption(i, { name })"
            />
            <v-text-field
              :model-value="option.values"
              label="Values, with commas between"
              placeholder="Moss, Sand"
              hide-details
              @update:model-value="(values: string) => setOption(i, { values })"
            />
            <v-btn
              :icon="mdiDeleteOutline"
              size="small"
              :aria-label="`Remove the option ${option.name}`"
              @click="draft.options = draft.options.filter((_, at) => at !== i)"
            />
          </div>
          <div>
            <v-btn
              v-if="draft.options.length < MOST_OPTIONS"
              size="small"
              variant="outlined"
              :prepend-icon="mdiPlus"
              @click="draft.options = [...draft.options, { name: '', values: '' }]"
              >{{ draft.options.length ? 'Another option' : 'It comes in several (colours, sizes)' }}</v-btn
            >
          </div>
          <VariantGrid
            v-model="draft.variants"
            :options="draft.options"
            :currency="currency"
            :pictures="draft.pictures"
            :faults="faults"
          />
        </fieldset>
        <fieldset>
          <legend>Pictures</legend>
          <PicturesInput v-model="draft.pictures" />
        </fieldset>
        <fieldset>
          <legend>Where it belongs</legend>
          <v-select v-model="draft.brand" :items="brandChoices" label="Brand" />
          <v-text-field v-model="draft.category" label="Category" maxlength="80" />
          <v-text-field
            v-model="draft.keywords"
            label="Keywords, with commas between"
            hint="It is found by them, and rules can ask for them."
            persistent-hint
          />
        </fieldset>
        <fieldset>
          <legend>Specifications</legend>
          <RowsInput
            v-model="draft.specifications"
            one="specification"
            :example="{ name: 'Weight', value: '180 g' }"
            :faults="() => undefined"
          />
        </fieldset>
        <fieldset>
          <legend>Attributes</legend>
          <p class="quiet">Values of your own that sections show and rules ask for.</p>
          <RowsInput
            v-model="draft.attributes"
            one="attribute"
            :example="{ name: 'wind', value: '2 to 4 Beaufort' }"
            :faults="(name) => faults[`attribute ${name}`]"
          />
        </fieldset>
        <fieldset>
          <legend>What goes with it</legend>
          <ProductsInput v-model="draft.goesWith" label="Find a product" :except="code ?? ''" :most="MOST_GOING_WITH" />
        </fieldset>
        <WhereShown v-if="before" :product="before" />
      </template>
      <div class="foot">
        <v-btn
          v-if="may('catalogue.edit')"
          type="submit"
          variant="flat"
          color="primary"
          :loading="busy"
          :disabled="!isChanged"
          >{{ code === null ? 'Create' : 'Save' }}</v-btn
        >
        <span v-if="isChanged" class="quiet">Not saved yet.</span>
        <v-btn v-else-if="code !== null && may('catalogue.edit')" :to="{ path: '/new-product', query: { like: code } }"
          >Copy as a new product</v-btn
        >
      </div>
    </form>
    <template #over>
      <router-link
        v-if="hasPage && before"
        class="plain"
        :to="`/workbench/${encodeURIComponent(`product:${before.code}`)}`"
        >Open its page in the workbench</router-link
      >
      <span v-else-if="loaded" class="quiet">How its page will look.</span>
      <span v-if="isChanged" class="tag tag-draft ms-3">Not saved: only you see this</span>
    </template>
  </FormBeside>
  <AskDialog
    v-if="asking"
    :title="`Set the stock of “${before?.title ?? ''}”?`"
    action="Save"
    :busy="busy"
    @do="saveNow"
    @close="asking = false"
  >
    <ul>
      <li v-for="one in stockLines.slice(0, MOST_LINES)" :key="one">{{ one }}</li>
    </ul>
    <p v-if="stockLines.length > MOST_LINES">and {{ counted(stockLines.length - MOST_LINES, 'variant') }} more.</p>
    <p>This cannot be undone.</p>
  </AskDialog>
  <AskDialog
    v-if="removing"
    :title="`Delete “${before?.title ?? ''}”?`"
    action="Delete"
    removes
    :busy="busy"
    @do="removeNow"
    @close="removing = false"
  >
    It goes from every page and every cart at once, and nothing brings it back. Orders keep what was ordered of it.
  </AskDialog>
</template>

<style scoped>
.span {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
.option {
  display: grid;
  grid-template-columns: 2fr 3fr auto;
  gap: 10px;
  align-items: center;
}
.foot {
  position: sticky;
  inset-block-end: -32px;
  display: flex;
  align-items: center;
  gap: 16px;
  padding-block: 12px;
  border-block-start: 1px solid rgba(var(--v-border-color), 0.16);
  background: rgb(var(--v-theme-surface));
}
</style>
