<script setup lang="ts">
/** Where a product is shown: its page, with the template and why it has that; and the collections that it is in. */
import { isVisible } from '@parlour/core/catalogue';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed } from 'vue';
import { useAnswer } from '../../answers';

const props = defineProps<{ product: AnswerOf<typeof routes.getProduct> }>();

const page = computed(() => `product:${props.product.code}`);
const isShown = computed(() => isVisible(props.product, new Date().toISOString()));
const { data: why } = useAnswer(routes.why, () => ({ params: { page: page.value } }), {
  when: isShown,
});
const REASONS = { page: 'assigned to this page', rule: 'by the rule', standard: 'the standard of products' } as const;
const because = computed(() => {
  const template = why.value?.template;
  if (!template) return '';
  const rule = why.value?.tried.find(({ id }) => id === template.rule)?.rule;
  return rule === undefined ? REASONS[template.reason] : `${REASONS.rule} ${rule}`;
});
const { data: all } = useAnswer(routes.listCollections);
const collections = computed(() =>
  (all.value?.collections ?? []).filter(({ code }) => props.product.collections.includes(code)),
);
</script>

<template>
  <fieldset>
    <legend>Where it is shown</legend>
    <p v-if="why?.template">
      At <code>{{ why.path }}</code>, with the template
      <router-link class="plain" :to="`/workbench/${encodeURIComponent(page)}`">{{ why.template.name }}</router-link>:
      {{ because }}.
    </p>
    <p v-else-if="!isShown" class="quiet">
      Nowhere now: it is not for sale, has no price, or its time has not come, or is over.
    </p>
    <ul v-if="collections.length">
      <li v-for="one in collections" :key="one.code">
        In
        <router-link class="plain" :to="`/collections/${encodeURIComponent(one.code)}`">{{ one.title }}</router-link>
        <span v-if="one.when !== null" class="quiet">, since {{ one.when }}</span>
      </li>
    </ul>
    <p v-else class="quiet">In no collection.</p>
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
}
legend {
  font-weight: 600;
}
ul {
  padding-inline-start: 20px;
}
</style>
