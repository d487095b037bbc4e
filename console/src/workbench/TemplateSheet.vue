<script setup lang="ts">
/** The settings of the template, while nothing is selected; and what the open page has of its own. */
import { mdiChevronDown, mdiChevronUp } from '@mdi/js';
import { isForSection } from '@parlour/core/assign';
import { sectionName } from '@parlour/core/design';
import { hasSections, keys, sectionsIn, type TemplateDocument } from '@parlour/core/documents';
import { PAGE_KINDS } from '@parlour/core/pages';
import { computed, ref } from 'vue';
import { session } from '../api';
import HeadFields from './HeadFields.vue';
import OwnLook from './OwnLook.vue';
import SheetHead from './SheetHead.vue';
import type { Workbench } from './use-workbench';

const props = defineProps<{ bench: Workbench; template: TemplateDocument }>();
/** Until they are asked for, the page has the room. */
const showsSettings = ref(false);

const paths = computed(() => [
  'name',
  'layout.width',
  ...(PAGE_KINDS[props.template.pageKind].areas.some((area) => area === 'side') ? ['layout.side'] : []),
  'layout.boxed',
]);
const values = computed(() => ({
  name: props.template.name,
  ...Object.fromEntries(Object.entries(props.template.layout).map(([name, value]) => [`layout.${name}`, value])),
}));

const look = computed(() => props.bench.documents.value.get(keys.look));
const setterOf = (field: string): ReturnType<Workbench['setterOf']> =>
  props.bench.setterOf({ document: props.bench.templateKey.value, field });

/** Section by section; also of those that the page shows no more. */
const ofPage = computed(() => {
  const shown = new Map(
    [...props.bench.documents.value.values()].flatMap((document) =>
      hasSections(document) && document.type !== 'own'
        ? [...sectionsIn(document.areas)].map((one) => [one.id, one] as const)
        : [],
    ),
  );
  return (props.bench.own.value?.areas['main'] ?? []).map((one) => {
    const there = shown.get(one.id);
    const isShown = there !== undefined && isForSection(one, there);
    const title = session.kinds.find(one.kind)?.title ?? one.kind;
    return { id: one.id, isShown, name: isShown ? sectionName(there, session.kinds) : title };
  });
});
</script>

<template>
  <SheetHead :title="template.name">
    <p class="quiet">Click a section in the plan or on the page to change it.</p>
    <v-spacer />
    <v-btn
      size="small"
      variant="outlined"
      :append-icon="showsSettings ? mdiChevronDown : mdiChevronUp"
      :aria-expanded="showsSettings"
      @click="showsSettings = !showsSettings"
      >Template settings</v-btn
    >
  </SheetHead>
  <HeadFields v-if="showsSettings" type="template" :paths="paths" :values="values" :setter-of="setterOf" />
  <section v-if="ofPage.length" aria-label="Of this page alone" class="of-page">
    <h3>Of this page alone</h3>
    <ul>
      <li v-for="one in ofPage" :key="one.id">
        <button v-if="one.isShown" type="button" class="plain" @click="bench.select(one.id)">{{ one.name }}</button>
        <span v-else class="quiet">{{ one.name }}, which this page does not show; it is kept</span>
        <v-btn size="x-small" :aria-label="`${one.name}: as on other pages again`" @click="bench.resetOwn(one.id)"
          >As on other pages</v-btn
        >
      </li>
    </ul>
  </section>
  <OwnLook v-if="showsSettings" :template="template" :look="look" :setter-of="setterOf" />
</template>

<style scoped>
.of-page {
  margin-block: 16px;
}
ul {
  list-style: none;
  padding: 0;
}
.plain {
  text-decoration: underline;
}
h3 {
  font-size: 1rem;
  font-family: var(--work-font);
  font-weight: 600;
}
</style>
