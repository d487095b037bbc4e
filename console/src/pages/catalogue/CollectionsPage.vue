<script setup lang="ts">
/** The collections in their order, those inside others under them. */
import { mdiPlus } from '@mdi/js';
import { productCountText } from '@parlour/core/catalogue';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useAnswer } from '../../answers';
import { attempt, call, may } from '../../api';
import AskDialog from '../../shell/AskDialog.vue';

type Row = AnswerOf<typeof routes.listCollections>['collections'][number];

const router = useRouter();
const { data } = useAnswer(routes.listCollections);
const title = ref('');
const naming = ref(false);
const busy = ref(false);

/** Each with how deep it lies. */
const rows = computed(() => {
  const all = data.value?.collections ?? [];
  const below = (parent: string | null, depth: number): { row: Row; depth: number }[] =>
    all.filter((one) => one.parent === parent).flatMap((row) => [{ row, depth }, ...below(row.code, depth + 1)]);
  return below(null, 0);
});

async function create(): Promise<void> {
  busy.value = true;
  await attempt(async () => {
    const { code } = await call(routes.createCollection, { body: { title: title.value.trim() } });
    await router.push(`/collections/${encodeURIComponent(code)}`);
  });
  busy.value = false;
}
function begin(): void {
  title.value = '';
  naming.value = true;
}
</script>

<template>
  <div class="sheet narrow">
    <div class="sheet-head">
      <div>
        <h1>Collections</h1>
        <p class="quiet">Products that belong together, each collection with a page of its own.</p>
      </div>
      <v-btn v-if="may('catalogue.edit')" variant="flat" color="primary" :prepend-icon="mdiPlus" @click="begin"
        >New collection</v-btn
      >
    </div>
    <v-card v-if="rows.length">
      <v-table hover>
        <thead>
          <tr>
            <th>Collection</th>
            <th>Filled by a rule</th>
            <th class="figure">Products</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ row, depth } in rows" :key="row.code">
            <td :style="{ paddingInlineStart: `${16 + depth * 28}px` }">
              <router-link :to="`/collections/${encodeURIComponent(row.code)}`" class="title">{{
                row.title
              }}</router-link>
              <div class="quiet">{{ row.code }}</div>
            </td>
            <td class="when">{{ row.when ?? '' }}</td>
            <td class="figure">
              {{ productCountText(row.products) }} {{ row.products === 1 ? 'product' : 'products' }}
            </td>
          </tr>
        </tbody>
      </v-table>
    </v-card>
    <p v-else-if="data" class="quiet">No collection yet. Make one, and put products into it.</p>
    <AskDialog
      v-if="naming"
      title="New collection"
      action="Create"
      :busy="busy"
      :ready="title.trim() !== ''"
      @do="create"
      @close="naming = false"
    >
      <v-text-field v-model="title" label="Title" autofocus maxlength="200" @keydown.enter="title.trim() && create()" />
    </AskDialog>
  </div>
</template>

<style scoped>
td {
  padding-block: 8px !important;
}
.when {
  max-inline-size: 320px;
  color: rgba(var(--v-theme-on-surface), 0.72);
  font-size: 0.9375rem;
}
</style>
