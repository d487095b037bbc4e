<script setup lang="ts">
/** Makes a template: as a copy, from a starter, or from nothing. */
import type { CreateRequest } from '@parlour/core/design';
import { PAGE_KINDS, pageKinds, type PageKind } from '@parlour/core/pages';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed, onMounted, ref, watch } from 'vue';
import { attempt, call, edit } from '../../api';
import PlanChoice, { type PlanOffer } from './PlanChoice.vue';

type Starter = AnswerOf<typeof routes.listStarters>['starters'][number];

const props = defineProps<{
  /** The template to copy, or null for a new one. */
  from: { code: string; name: string } | null;
}>();
const emit = defineEmits<{ made: [name: string]; close: [] }>();

const NOTHING = '';
const name = ref(props.from ? `${props.from.name} copy` : '');
const pageKind = ref<PageKind>('product');
const starters = ref<Starter[]>([]);
const begin = ref(NOTHING);
const busy = ref(false);
/** Whether what hangs on the sections of the original stays there. */
const clean = ref(false);

const fitting = computed(() => starters.value.filter((one) => one.pageKind === pageKind.value));
const offers = computed<PlanOffer<string>[]>(() => [
  ...fitting.value.map(({ code, name, sentence, svg }) => ({ value: code, name, sentence, svg })),
  { value: NOTHING, name: 'Nothing', sentence: 'An empty page between header and footer.', svg: null },
]);
watch(fitting, ([first]) => (begin.value = first?.code ?? NOTHING));

async function make(): Promise<void> {
  busy.value = true;
  await attempt(async () => {
    const called = name.value.trim();
    const origin = props.from
      ? { copyOf: props.from.code, ...(clean.value && { clean: true }) }
      : { pageKind: pageKind.value, ...(begin.value === NOTHING ? {} : { starter: begin.value }) };
    await edit([{ type: 'create', what: 'template', name: called, ...origin } satisfies CreateRequest]);
    emit('made', called);
  });
  busy.value = false;
}

onMounted(() =>
  attempt(async () => {
    if (!props.from) ({ starters: starters.value } = await call(routes.listStarters));
  }),
);
</script>

<template>
  <v-dialog :model-value="true" :max-width="from ? 480 : 760" scrollable @update:model-value="emit('close')">
    <v-card class="pa-6">
      <h2 class="mb-4">{{ from ? `Copy “${from.name}”` : 'New template' }}</h2>
      <form @submit.prevent="make">
        <div class="said">
          <v-text-field v-model="name" label="Name" autofocus required maxlength="80" hide-details />
          <v-select
            v-if="!from"
            v-model="pageKind"
            label="For pages of the kind"
            :items="pageKinds().map((value) => ({ value, title: PAGE_KINDS[value].name }))"
            hide-details
          />
        </div>
        <v-checkbox
          v-if="from"
          v-model="clean"
          label="Start clean"
          hint="Leaves additions beside its sections, and what pages have of their own in them, behind. Otherwise they follow."
          persistent-hint
        />
        <PlanChoice v-if="starters.length" v-model="begin" legend="Start with" name="starter" :offers="offers" />
        <div class="d-flex justify-end ga-2">
          <v-btn @click="emit('close')">Cancel</v-btn>
          <v-btn type="submit" variant="flat" color="primary" :loading="busy" :disabled="!name.trim()">{{
            from ? 'Copy' : 'Create'
          }}</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.said {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
  gap: 16px;
  margin-block-end: 20px;
}
</style>
