<script setup lang="ts">
/** What shoppers say of products: shown, waiting to be read, or hidden. */
import { mdiDeleteOutline, mdiEyeOffOutline, mdiEyeOutline } from '@mdi/js';
import { counted } from '@parlour/core';
import { MOST_STARS, type ReviewState } from '@parlour/core/catalogue';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed, ref } from 'vue';
import { useParts } from '../../answers';
import { attempt, call, may, say } from '../../api';
import { inAddress } from '../../in-address';
import AskDialog from '../../shell/AskDialog.vue';
import { dayText } from '../../times';

type Review = AnswerOf<typeof routes.listReviews>['reviews'][number];

const STATES: readonly { readonly value: ReviewState; readonly title: string }[] = [
  { value: 'waiting', title: 'Waiting to be read' },
  { value: 'shown', title: 'Shown' },
  { value: 'hidden', title: 'Hidden' },
];
const STARS = Array.from({ length: MOST_STARS }, (_, i) => ({
  value: String(MOST_STARS - i),
  title: counted(MOST_STARS - i, 'star'),
}));
const state = inAddress<ReviewState>('state');
const stars = inAddress('stars');
const product = inAddress('product');
const filter = computed(() => ({
  state: state.value ?? undefined,
  rating: stars.value ? Number(stars.value) : undefined,
  product: product.value?.trim() || undefined,
}));
const { parts, loading, hasMore, more } = useParts(
  routes.listReviews,
  () => filter.value,
  (after) => ({ query: { ...filter.value, after } }),
);
const reviews = computed<readonly Review[]>(() => parts.value.flatMap((one) => one.reviews));
const isNarrowed = computed(() => Object.values(filter.value).some((one) => one !== undefined));

const removing = ref<Review | null>(null);
const busy = ref(false);

async function put({ code, state: was }: Review, now: ReviewState): Promise<void> {
  const params = { review: code };
  const set = (wanted: ReviewState) => call(routes.changeReview, { params, body: { state: wanted } });
  await attempt(async () => {
    const after = await set(now);
    say(now === 'shown' ? 'Shoppers see it now.' : 'Shoppers do not see it any more.', () =>
      // Refused if somebody has changed it since.
      call(routes.changeReview, { params, body: { state: was }, match: after }),
    );
  });
}
async function remove({ code }: Review): Promise<void> {
  busy.value = true;
  await attempt(async () => {
    await call(routes.deleteReview, { params: { review: code } });
    say('Deleted.');
  });
  removing.value = null;
  busy.value = false;
}
const titleOf = ({ title, product: of }: Review): string => (title === '' ? `the review of ${of}` : `“${title}”`);
</script>

<template>
  <div class="sheet narrow">
    <div class="sheet-head">
      <div>
        <h1>Reviews</h1>
        <p class="quiet">What shoppers say of your products. Those that are shown count for the stars on a card.</p>
      </div>
      <v-btn variant="outlined" to="/files?of=review">Import and export</v-btn>
    </div>
    <div class="filters">
      <v-select v-model="state" :items="STATES" label="State" clearable />
      <v-select v-model="stars" :items="STARS" label="Stars" clearable />
      <v-text-field v-model="product" label="Code of a product" clearable />
    </div>
    <v-card v-for="review in reviews" :key="review.code" class="review">
      <div class="stars" role="img" :aria-label="`${review.rating} of ${MOST_STARS} stars`">
        <span>{{ '★'.repeat(review.rating) }}</span><span class="rest">{{
          '★'.repeat(MOST_STARS - review.rating)
        }}</span>
      </div>
      <div class="says" :lang="review.language || undefined">
        <h2>{{ review.title || 'Without a title' }}</h2>
        <p v-if="review.text" class="text">{{ review.text }}</p>
        <p class="quiet">
          {{ review.name || 'Somebody' }} on {{ dayText(review.written) }}, of
          <router-link class="plain" :to="`/products/${encodeURIComponent(review.product)}`">{{
            review.productTitle
          }}</router-link>
        </p>
      </div>
      <div class="does">
        <span v-if="review.state !== 'shown'" class="tag tag-draft">{{
          review.state === 'waiting' ? 'waiting to be read' : 'hidden'
        }}</span>
        <template v-if="may('catalogue.edit')">
          <v-btn
            v-if="review.state !== 'shown'"
            :prepend-icon="mdiEyeOutline"
            :aria-label="`Show ${titleOf(review)}`"
            @click="put(review, 'shown')"
            >Show</v-btn
          >
          <v-btn
            v-if="review.state !== 'hidden'"
            :prepend-icon="mdiEyeOffOutline"
            :aria-label="`Hide ${titleOf(review)}`"
            @click="put(review, 'hidden')"
            >Hide</v-btn
          >
          <v-btn
            color="error"
            :prepend-icon="mdiDeleteOutline"
            :aria-label="`Delete ${titleOf(review)}`"
            @click="removing = review"
            >Delete</v-btn
          >
        </template>
      </div>
    </v-card>
    <p v-if="parts.length && !reviews.length && isNarrowed" class="quiet">No review is like that.</p>
    <p v-else-if="parts.length && !reviews.length" class="quiet">
      No reviews yet. If you have some already,
      <router-link class="plain" to="/files?of=review">import them</router-link>.
    </p>
    <v-btn v-if="hasMore" :loading="loading" @click="more">Show older ones</v-btn>
    <AskDialog
      v-if="removing"
      :title="`Delete ${titleOf(removing)}?`"
      action="Delete"
      removes
      :busy="busy"
      @do="removing && remove(removing)"
      @close="removing = null"
    >
      Nothing brings it back. To take it away from shoppers only, hide it.
    </AskDialog>
  </div>
</template>

<style scoped>
.filters {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
  gap: 12px;
  margin-block-end: 20px;
}
.review {
  display: grid;
  grid-template-columns: 6rem minmax(0, 1fr) auto;
  gap: 4px 20px;
  padding: 16px 20px;
  margin-block-end: 12px;
}
.stars {
  color: rgb(var(--v-theme-warning));
  letter-spacing: 0.1em;
}
.rest {
  opacity: 0.3;
}
.text {
  white-space: pre-line;
  max-width: 70ch;
}
.does {
  display: flex;
  flex-wrap: wrap;
  justify-content: flex-end;
  align-content: start;
  align-items: center;
  gap: 4px 8px;
}
@media (max-width: 800px) {
  .review {
    grid-template-columns: minmax(0, 1fr);
  }
  .does {
    justify-content: flex-start;
  }
}
</style>
