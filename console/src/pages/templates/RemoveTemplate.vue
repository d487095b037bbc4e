<script setup lang="ts">
/** Removes a template, after saying which pages change and to what. */
import type { DiscardRequest } from '@parlour/core/design';
import type { AnswerOf, routes } from '@parlour/contract';
import { computed, ref, watch } from 'vue';
import { attempt, edit, tryEdit } from '../../api';
import AskDialog from '../../shell/AskDialog.vue';

type Template = AnswerOf<typeof routes.listTemplates>['templates'][number];

const props = defineProps<{ template: Template; /** The others for the same kind of pages. */ others: Template[] }>();
const emit = defineEmits<{ removed: [sentence: string]; close: [] }>();

const BY_RULES = '';
const instead = ref(props.template.standard ? (props.others[0]?.code ?? BY_RULES) : BY_RULES);
const would = ref<AnswerOf<typeof routes.edit> | null>(null);
const busy = ref(false);

const isLast = computed(() => props.template.standard && props.others.length === 0);
const choices = computed(() => [
  ...(props.template.standard ? [] : [{ value: BY_RULES, title: 'As rules and the standard decide' }]),
  ...props.others.map(({ code, name }) => ({ value: code, title: `“${name}”` })),
]);
const request = computed((): DiscardRequest => ({
  type: 'discard',
  document: `template/${props.template.code}`,
  ...(instead.value === BY_RULES ? {} : { instead: instead.value }),
}));

watch(
  request,
  async (asked) => {
    would.value = null;
    if (isLast.value) return;
    const answer = await attempt(() => tryEdit([asked]));
    if (asked === request.value) would.value = answer ?? null;
  },
  { immediate: true },
);

async function remove(): Promise<void> {
  busy.value = true;
  await attempt(async () => {
    const { sentences } = await edit([request.value]);
    emit('removed', sentences[0] ?? 'Removed.');
  });
  busy.value = false;
}
</script>

<template>
  <AskDialog
    :title="`Remove “${template.name}”?`"
    :keep="isLast ? 'Close' : 'Keep it'"
    :action="isLast ? '' : 'Remove'"
    removes
    :busy="busy"
    :ready="would !== null"
    @do="remove"
    @close="emit('close')"
  >
    <template v-if="isLast"> It is the only template for these pages. Create or copy another one first. </template>
    <template v-else>
      <v-select v-model="instead" label="Its pages get" :items="choices" hide-details class="mt-5 mb-4" />
      <div v-if="would?.pages" aria-live="polite">
        <p>
          {{
            would.pages.total === 0
              ? 'No page would change.'
              : would.pages.total === 1
                ? 'One page would change:'
                : `${would.pages.total} pages would change:`
          }}
        </p>
        <p v-if="would.pages.total" class="quiet">
          {{ would.pages.some.map(({ page, title }) => `${title} (${page})`).join(', ')
          }}{{
            would.pages.total > would.pages.some.length
              ? ` and ${would.pages.total - would.pages.some.length} more`
              : ''
          }}
        </p>
        <p class="mt-2">Shoppers see it when you publish. Undo brings it back.</p>
      </div>
      <v-progress-linear v-else indeterminate aria-label="Working out which pages change" />
    </template>
  </AskDialog>
</template>
