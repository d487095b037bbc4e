<script setup lang="ts">
/** Something to try the pages with, for a store that sells nothing yet. */
import { routes, type AnswerOf } from '@parlour/contract';
import { onMounted, ref } from 'vue';
import { attempt, call, say, session } from '../../api';
import AskDialog from '../../shell/AskDialog.vue';

const sample = ref<AnswerOf<typeof routes.getSample> | null>(null);
const busy = ref(false);
const asking = ref(false);

async function run(work: () => Promise<AnswerOf<typeof routes.getSample>>, words: string): Promise<void> {
  busy.value = true;
  await attempt(async () => {
    sample.value = await work();
    asking.value = false;
    say(words);
  });
  busy.value = false;
}
const add = (): Promise<void> =>
  run(() => call(routes.addSample, { body: {} }), 'The sample catalogue is added. Every page shows it now.');
const remove = (): Promise<void> => run(() => call(routes.removeSample), 'The sample catalogue is removed.');

onMounted(() => attempt(async () => void (sample.value = await call(routes.getSample))));
</script>

<template>
  <div class="sheet narrow">
    <div class="sheet-head">
      <div>
        <h1>Sample catalogue</h1>
        <p class="quiet">Made-up products with pictures, options and collections, to try your pages with.</p>
      </div>
    </div>
    <v-card v-if="sample" class="what">
      <template v-if="sample.sample">
        <p>
          {{ session.store?.name }} has the sample catalogue. Remove it once you have products of your own; they stay.
          Its pictures stay in the library, since your pages may show them.
        </p>
        <v-btn variant="outlined" color="error" :disabled="busy" @click="asking = true">Remove it</v-btn>
      </template>
      <template v-else-if="sample.products">
        <p>
          {{ session.store?.name }} has products of its own, so it needs no samples. They are under
          <router-link class="plain" to="/products">Products</router-link>.
        </p>
      </template>
      <template v-else>
        <p>
          {{ session.store?.name }} sells nothing yet, so product rows and collections are empty. Shoppers would see the
          samples too, so remove them before you open.
        </p>
        <v-btn variant="flat" color="primary" :loading="busy" @click="add">Add the samples</v-btn>
        <p v-if="busy" class="quiet" role="status">Its pictures are being prepared; this takes some seconds.</p>
      </template>
    </v-card>
    <AskDialog
      v-if="asking"
      title="Remove the sample catalogue?"
      action="Remove it"
      removes
      :busy="busy"
      @do="remove"
      @close="asking = false"
    >
      Its products, collections and brands are deleted at once, also where you changed them. What you added yourself
      stays.
    </AskDialog>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 760px;
}
.what {
  display: grid;
  gap: 16px;
  justify-items: start;
  padding: 24px;
}
</style>
