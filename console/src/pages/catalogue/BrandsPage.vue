<script setup lang="ts">
/** Brands: who makes what the store sells. Each has a page of its own. */
import { mdiDeleteOutline, mdiPencilOutline, mdiPlus } from '@mdi/js';
import {
  draftTextsOf,
  fieldsBack,
  textsBack,
  textsTold,
  type AllDraftTexts,
  type Texts,
} from '@parlour/core/catalogue';
import { cleanProse } from '@parlour/core/fields';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed, ref } from 'vue';
import { useAnswer } from '../../answers';
import { attempt, call, may, say } from '../../api';
import LanguageToggle from '../../fields/LanguageToggle.vue';
import ProseInput from '../../fields/ProseInput.vue';
import AskDialog from '../../shell/AskDialog.vue';
import ThingTexts from './ThingTexts.vue';

type Brand = AnswerOf<typeof routes.listBrands>['brands'][number];

const { data } = useAnswer(routes.listBrands);
const brands = computed(() => data.value?.brands ?? []);
/** The one that is written; without a code it is new. */
interface Writing {
  code: string | null;
  title: string;
  slug: string;
  description: string;
  texts: AllDraftTexts;
}
const writing = ref<Writing | null>(null);
/** The language that is written; empty for the leading one. */
const language = ref('');
const removing = ref<Brand | null>(null);
const busy = ref(false);

/** Its description as plain text. */
const about = ({ description }: Brand): string =>
  new DOMParser().parseFromString(cleanProse(description), 'text/html').body.textContent;

function write(brand: Brand | null): void {
  language.value = '';
  writing.value = brand
    ? { ...brand, texts: draftTextsOf(brand.texts) }
    : { code: null, title: '', slug: '', description: '', texts: {} };
}
async function save(): Promise<void> {
  const wanted = writing.value;
  if (!wanted) return;
  busy.value = true;
  await attempt(async () => {
    const { description, slug } = wanted;
    const was = brands.value.find(({ code }) => code === wanted.code);
    const texts = textsTold(wanted.texts, draftTextsOf(was?.texts ?? {}));
    const body = { title: wanted.title.trim(), description, texts, ...(slug !== '' && { slug }) };
    if (!was) await call(routes.createBrand, { body });
    const params = { brand: was?.code ?? '' };
    const after = was && (await call(routes.changeBrand, { params, body, match: was }));
    writing.value = null;
    // Refused if somebody has changed it since.
    const undo = (): Promise<unknown> => {
      const back = { ...fieldsBack(was ?? body, body), texts: textsBack((was?.texts ?? {}) as Texts, texts) };
      return call(routes.changeBrand, { params, body: back, match: after });
    };
    say('Saved. Shoppers see it now.', was && undo);
  });
  busy.value = false;
}
async function remove({ code }: Brand): Promise<void> {
  busy.value = true;
  await attempt(async () => {
    await call(routes.deleteBrand, { params: { brand: code } });
    say('Deleted.');
  });
  removing.value = null;
  busy.value = false;
}
</script>

<template>
  <div class="sheet narrow">
    <div class="sheet-head">
      <div>
        <h1>Brands</h1>
        <p class="quiet">Who makes what you sell. Each has a page of its own.</p>
      </div>
      <v-btn v-if="may('catalogue.edit')" variant="flat" color="primary" :prepend-icon="mdiPlus" @click="write(null)"
        >New brand</v-btn
      >
    </div>
    <v-card v-for="brand in brands" :key="brand.code" class="brand">
      <div class="about">
        <h2>{{ brand.title }}</h2>
        <p v-if="about(brand)" class="quiet">{{ about(brand) }}</p>
        <router-link class="plain" :to="`/products?brand=${encodeURIComponent(brand.code)}`">Its products</router-link>
        <router-link class="plain ms-4" :to="`/workbench/${encodeURIComponent(`brand:${brand.code}`)}`"
          >Its page</router-link
        >
      </div>
      <template v-if="may('catalogue.edit')">
        <v-btn :prepend-icon="mdiPencilOutline" :aria-label="`Change ${brand.title}`" @click="write(brand)"
          >Change</v-btn
        >
        <v-btn
          color="error"
          :prepend-icon="mdiDeleteOutline"
          :aria-label="`Delete ${brand.title}`"
          @click="removing = brand"
          >Delete</v-btn
        >
      </template>
    </v-card>
    <p v-if="data && !brands.length" class="quiet">No brand yet.</p>
    <AskDialog
      v-if="writing"
      :title="writing.code === null ? 'New brand' : `Change “${writing.title}”`"
      action="Save"
      :busy="busy"
      :ready="writing.title.trim() !== ''"
      @do="save"
      @close="writing = null"
    >
      <LanguageToggle v-model="language" class="mb-4" />
      <div v-if="language" class="spoken">
        <ThingTexts v-model="writing.texts" :language="language" :title="writing.title" />
      </div>
      <template v-else>
        <v-text-field v-model="writing.title" label="Title" autofocus maxlength="200" class="mb-4" />
        <v-text-field
          v-model="writing.slug"
          label="Path"
          :hint="
            writing.code === null ? 'Made from the title if you leave it empty.' : 'Links to where it was lead here.'
          "
          persistent-hint
          maxlength="80"
          class="mb-4"
        />
        <ProseInput v-model="writing.description" label="Description" help="What its page says of it." fault="" />
      </template>
    </AskDialog>
    <AskDialog
      v-if="removing"
      :title="`Delete “${removing.title}”?`"
      action="Delete"
      removes
      :busy="busy"
      @do="removing && remove(removing)"
      @close="removing = null"
    >
      Its page is gone at once, and nothing brings it back. A brand that products are of stays until they have another.
    </AskDialog>
  </div>
</template>

<style scoped>
.brand {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 16px 20px;
  margin-block-end: 12px;
}
.about {
  flex: 1;
}
.spoken {
  display: grid;
  gap: 16px;
}
</style>
