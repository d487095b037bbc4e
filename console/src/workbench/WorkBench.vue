<script setup lang="ts">
import { mdiOpenInNew, mdiPlus, mdiRedo, mdiUndo } from '@mdi/js';
import type { Device } from '@parlour/core/fields';
import { parsePage } from '@parlour/core/pages';
import { onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { session } from '../api';
import FindingsList from '../shell/FindingsList.vue';
import DeviceToggle from './DeviceToggle.vue';
import KindPicker from './KindPicker.vue';
import PageFrame from './PageFrame.vue';
import PageSearch from './PageSearch.vue';
import PlanView from './PlanView.vue';
import SettingsSheet from './SettingsSheet.vue';
import TemplateMenu from './TemplateMenu.vue';
import type { Target } from './steps';
import { useWorkbench } from './use-workbench';

const route = useRoute();
const REASONS = { page: 'assigned to this page', rule: 'chosen by a rule', standard: 'the standard of its kind' };
const router = useRouter();
const bench = useWorkbench();
const { state, parts, plan, users, previewUrl, renewals, template, templateCode } = bench;
const device = ref<Device>('desktop');
const picking = ref(false);

async function put(kind: string, document: string, place: Target): Promise<void> {
  picking.value = false;
  await bench.insert(document, kind, place);
}

async function putAlone(kind: string, title: string, place: string): Promise<void> {
  picking.value = false;
  await bench.insertAlone(kind, title, place);
}

/** Another page; a template that is only tried stays, where the page could have it. */
async function openPage(page: string): Promise<void> {
  const isForIt = state.wanted !== undefined && template.value?.pageKind === parsePage(page).kind;
  await router.push({
    path: `/workbench/${encodeURIComponent(page)}`,
    query: isForIt ? { template: state.wanted } : {},
  });
}

async function assignHere(): Promise<void> {
  if (await bench.run([{ type: 'assign', pages: [bench.shownPage.value], template: templateCode.value }]))
    await router.replace({ path: route.path });
}

function onKey(event: KeyboardEvent): void {
  if (!(event.ctrlKey || event.metaKey) || event.altKey || event.key.toLowerCase() !== 'z') return;
  // A text field undoes its own typing.
  if ((event.target as HTMLElement).closest('input, textarea, [contenteditable=true]')) return;
  event.preventDefault();
  void (event.shiftKey ? bench.redo() : bench.undo());
}

watch(
  () => [route.params['page'], route.query['template']] as const,
  ([page, wanted]) => {
    if (typeof page !== 'string') return;
    // A link may lead to one section of the page.
    const { section } = route.query;
    bench.open(page, typeof wanted === 'string' ? wanted : '', typeof section === 'string' ? section : '');
  },
  { immediate: true },
);
onMounted(() => document.addEventListener('keydown', onKey));
onBeforeUnmount(() => document.removeEventListener('keydown', onKey));
</script>

<template>
  <div class="bench" :class="{ resting: !state.selected }">
    <div class="strip">
      <PageSearch :page="state.page" :title="parts?.title ?? ''" @open="openPage" />
      <p class="because">
        <template v-if="template">
          <template v-if="parts && parts.page !== state.page">The home page shows {{ parts.title }}. </template>
          Template <TemplateMenu :bench="bench" /><template v-if="parts?.assigned?.template === templateCode">
            · {{ REASONS[parts.assigned.reason] }}, on
            <router-link class="plain" :to="{ path: '/pages', query: { template: templateCode } }">{{
              users === 1 ? '1 page' : `${users} pages`
            }}</router-link></template
          ><template v-else>
            is not what this page uses.
            <v-btn size="small" variant="outlined" color="warning" @click="assignHere"
              >Use it for this page</v-btn
            ></template
          >
        </template>
      </p>
      <v-spacer />
      <v-btn
        :icon="mdiUndo"
        size="small"
        :disabled="!session.changes?.undo"
        title="Undo (Ctrl+Z)"
        aria-label="Undo"
        @click="bench.undo()"
      />
      <v-btn
        :icon="mdiRedo"
        size="small"
        :disabled="!session.changes?.redo"
        title="Redo (Ctrl+Shift+Z)"
        aria-label="Redo"
        @click="bench.redo()"
      />
      <DeviceToggle v-model="device" class="mx-2" />
      <v-btn :href="previewUrl" target="_blank" rel="noopener" size="small" :append-icon="mdiOpenInNew">Preview</v-btn>
    </div>

    <h1 class="unseen">{{ parts?.title ?? 'Workbench' }}</h1>
    <section class="plan" aria-label="Plan of the page">
      <div class="plan-head">
        <h2>Plan</h2>
        <v-btn variant="outlined" size="small" :prepend-icon="mdiPlus" @click="picking = true">Add a section</v-btn>
      </div>
      <FindingsList
        v-if="bench.findings.value.length"
        :findings="bench.findings.value"
        :run="bench.run"
        here
        class="found"
      />
      <PlanView
        v-if="plan"
        :plan="plan"
        :selected="state.selected"
        @select="(selection) => (state.selected = selection)"
        @move="bench.move"
        @nudge="bench.nudge"
        @remove="bench.remove"
      />
    </section>

    <PageFrame
      :url="previewUrl"
      :device="device"
      :selected="state.selected?.section ?? null"
      :renewals="renewals"
      @selected="bench.select"
    />
    <SettingsSheet :bench="bench" />
    <KindPicker v-model="picking" :bench="bench" @put="put" @alone="putAlone" />
  </div>
</template>

<style scoped>
.bench {
  display: grid;
  grid-template: auto minmax(0, 1fr) minmax(200px, 36%) / minmax(300px, 27%) minmax(0, 1fr);
  grid-template-areas: 'strip strip' 'plan page' 'plan sheet';
  height: calc(100vh - 57px);
}
/* With nothing selected the sheet takes only what it needs, and the page the rest. */
.resting {
  grid-template-rows: auto minmax(0, 1fr) auto;
}
.strip {
  grid-area: strip;
  display: flex;
  align-items: center;
  gap: 8px 12px;
  padding: 8px 16px;
  background: rgb(var(--v-theme-surface));
  border-bottom: 1px solid rgba(var(--v-border-color), 0.16);
}
.because {
  min-width: 0;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.strip > :not(.because) {
  flex-shrink: 0;
}
.plan {
  grid-area: plan;
  display: flex;
  flex-direction: column;
  min-height: 0;
  border-inline-end: 1px solid rgba(var(--v-border-color), 0.16);
}
.found {
  padding: 4px 16px 12px;
  max-height: 38%;
  overflow-y: auto;
}
.plan-head {
  display: flex;
  align-items: center;
  justify-content: space-between;
  padding: 12px 16px 8px;
}
</style>
