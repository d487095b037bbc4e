<script setup lang="ts">
/** Makes a template: as a copy, from a starter, or from nothing. */
import type { CreateRequest } from '@parlour/core/design';
import { PAGE_KINDS, pageKinds, type PageKind } from '@parlour/core/pages';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed, onMounted, ref, watch } from 'vue';
import { attempt, call, edit } from '../../api';
import PlanDrawing from '../../workbench/PlanDrawing.vue';

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
        <fieldset v-if="starters.length" class="starters">
          <legend>Start with</legend>
          <label v-for="starter in fitting" :key="starter.code" class="starter">
            <input v-model="begin" type="radio" name="starter" :value="starter.code" />
            <span class="plan" aria-hidden="true"><PlanDrawing :svg="starter.svg" /></span>
            <b>{{ starter.name }}</b>
            <span class="quiet">{{ starter.sentence }}</span>
          </label>
          <label class="starter">
            <input v-model="begin" type="radio" name="starter" :value="NOTHING" />
            <span class="plan" aria-hidden="true" />
            <b>Nothing</b>
            <span class="quiet">An empty page between header and footer.</span>
          </label>
        </fieldset>
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
.starters {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 16px;
  border: 0;
  margin-block-end: 24px;
}
.starters legend {
  font-weight: 600;
  margin-block-end: 8px;
}
.starter {
  position: relative;
  display: grid;
  grid-template-rows: auto auto 1fr;
  gap: 4px;
  padding: 10px;
  border: 1px solid rgba(var(--v-border-color), 0.24);
  border-radius: 4px;
  cursor: pointer;
}
.starter:has(input:checked) {
  border-color: rgb(var(--v-theme-primary));
  box-shadow: 0 0 0 1px rgb(var(--v-theme-primary));
}
.starter:has(input:focus-visible) {
  outline: 2px solid rgb(var(--v-theme-primary));
  outline-offset: 3px;
}
.starter input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
.plan {
  display: block;
  height: 110px;
  overflow: hidden;
  background: rgb(var(--v-theme-background));
  margin-block-end: 6px;
}
</style>
