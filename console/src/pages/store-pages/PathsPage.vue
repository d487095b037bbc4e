<script setup lang="ts">
/** Where pages are: what home shows, the path of each kind, and redirects made by hand. */
import { mdiDeleteOutline, mdiPlus } from '@mdi/js';
import { headField } from '@parlour/core/design';
import { STANDARD_PATHS, patternsOf, type PathPatterns, keys, type PathsDocument } from '@parlour/core/documents';
import type { Field } from '@parlour/core/fields';
import { isPageKind, PAGE_KINDS, pageKinds, type PageKind } from '@parlour/core/pages';
import { routes } from '@parlour/contract';
import { computed, ref } from 'vue';
import { useAnswer } from '../../answers';
import { session } from '../../api';
import FieldInput from '../../fields/FieldInput.vue';
import { useDocument } from '../../use-document';
import PageSearch from '../../workbench/PageSearch.vue';
import { sure } from '@parlour/core';

const { document, run, setterOf } = useDocument<PathsDocument>(() => keys.paths);
const kinds = pageKinds().filter((kind) => headField('paths', `patterns.${kind}`) !== null);
const fieldOf = (kind: PageKind): Field => ({
  ...sure(headField('paths', `patterns.${kind}`)),
  label: PAGE_KINDS[kind].name,
  help: PAGE_KINDS[kind].subject ? 'With {slug} where the last part of the path goes.' : 'One page, so no {slug}.',
});
const standardOf = (kind: PageKind): string => STANDARD_PATHS[kind as keyof typeof STANDARD_PATHS];

const HOME = { page: 'home', title: 'Its own template' };
const homePage = computed(() => {
  const code = document.value?.home ?? '';
  return isPageKind(code.split(':')[0] ?? '') ? code : '';
});
const { data: why } = useAnswer(routes.why, () => ({ params: { page: homePage.value } }), {
  when: () => homePage.value !== '',
});
const home = computed(() =>
  why.value && homePage.value !== '' ? { page: homePage.value, title: why.value.title } : HOME,
);
/** Old paths and where each leads: patterns that shoppers have used before, then redirects. */
const leading = computed(() => {
  const { former = {}, redirects = {} } = document.value ?? {};
  const now = patternsOf(document.value ?? undefined);
  return [
    ...(Object.keys(former) as (keyof PathPatterns)[]).flatMap((kind) =>
      (former[kind] ?? []).map((pattern) => ({ from: pattern, to: now[kind], remove: () => forget(kind, pattern) })),
    ),
    ...Object.entries(redirects).map(([path, to]) => ({ from: path, to, remove: () => removeRedirect(path, to) })),
  ];
});
const from = ref('');
const to = ref('');

const setHome = (code: string): Promise<boolean> =>
  setterOf('home')(code === 'home' ? undefined : code, document.value?.home);

async function addRedirect(): Promise<void> {
  const done = await setterOf(`redirects.${from.value.trim()}`)(
    to.value.trim(),
    document.value?.redirects?.[from.value.trim()],
  );
  if (done) from.value = to.value = '';
}
function forget(kind: PageKind, pattern: string): Promise<boolean> {
  const was = document.value?.former?.[kind] ?? [];
  const left = was.filter((one) => one !== pattern);
  return setterOf(`former.${kind}`)(left.length ? left : undefined, was);
}
const removeRedirect = (path: string, leadsTo: string): Promise<boolean> =>
  run([{ type: 'set', document: keys.paths, field: `redirects.${path}`, was: leadsTo }]);
</script>

<template>
  <div class="sheet narrow">
    <div class="sheet-head">
      <div>
        <h1>Paths</h1>
        <p class="quiet">
          Where pages are in {{ session.store?.storefront }}. An old path leads to the new one by itself.
        </p>
      </div>
    </div>
    <section aria-labelledby="home">
      <h2 id="home">Home page</h2>
      <p class="quiet">What shoppers see at / is the home template, or any other page of the store.</p>
      <div class="home">
        <PageSearch :page="home.page" :title="home.title" @open="(code) => void setHome(code)" />
        <v-btn v-if="home.page !== 'home'" @click="setHome('home')">Show its own template</v-btn>
      </div>
    </section>
    <section v-if="document" aria-labelledby="patterns">
      <h2 id="patterns">Path of each kind of page</h2>
      <div class="patterns">
        <FieldInput
          v-for="kind in kinds"
          :key="kind"
          :name="kind"
          :field="fieldOf(kind)"
          :own="document.patterns?.[kind]"
          :inherited="standardOf(kind)"
          :set="setterOf(`patterns.${kind}`)"
        />
      </div>
    </section>
    <section aria-labelledby="redirects">
      <h2 id="redirects">Redirects</h2>
      <p class="quiet">
        For paths of an older store, or in print: shoppers are sent on to where the page is now. A content page that
        moves leaves one by itself when you publish, and so do all pages of a kind that moves.
      </p>
      <form class="redirect" @submit.prevent="addRedirect">
        <v-text-field v-model="from" label="Old path" placeholder="/old-kites" />
        <v-text-field v-model="to" label="Leads to" placeholder="/browse/single-line" />
        <v-btn type="submit" variant="outlined" :prepend-icon="mdiPlus" :disabled="!from.trim() || !to.trim()"
          >Add redirect</v-btn
        >
      </form>
      <v-table v-if="leading.length">
        <tbody>
          <tr v-for="one in leading" :key="one.from">
            <td>{{ one.from }}</td>
            <td>{{ one.to }}</td>
            <td class="end">
              <v-btn
                size="small"
                color="error"
                :prepend-icon="mdiDeleteOutline"
                :aria-label="`Remove the redirect of ${one.from}`"
                @click="one.remove"
                >Remove</v-btn
              >
            </td>
          </tr>
        </tbody>
      </v-table>
      <p v-else class="quiet">None yet.</p>
    </section>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 900px;
}
section + section {
  margin-block-start: 40px;
}
.home {
  display: flex;
  align-items: center;
  gap: 12px;
  margin-block-start: 12px;
}
.patterns {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 20px;
  margin-block-start: 18px;
}
.redirect {
  display: grid;
  grid-template-columns: 1fr 1fr auto;
  gap: 12px;
  align-items: center;
  margin-block: 14px;
}
.end {
  text-align: end;
}
</style>
