<script setup lang="ts">
import { mdiContentCopy, mdiDeleteOutline, mdiPlus } from '@mdi/js';
import { PAGE_KINDS, pageKinds, type PageKind } from '@parlour/core';
import { routes, type AnswerOf } from '@parlour/contract';
import { onMounted, ref } from 'vue';
import { useRouter } from 'vue-router';
import { attempt, call, edit, say, undoLast } from '../api';
import PlanDrawing from '../workbench/PlanDrawing.vue';

type Template = AnswerOf<typeof routes.listTemplates>['templates'][number];

const router = useRouter();
const templates = ref<(Template & { svg: string })[]>([]);
const making = ref<{ name: string; pageKind: PageKind; from: Template | null } | null>(null);

const kindName = (template: Template): string => PAGE_KINDS[template.pageKind].name;

async function load(): Promise<void> {
  const { templates: found } = await call(routes.listTemplates);
  templates.value = await Promise.all(
    found.map(async (one) => ({
      ...one,
      svg: (await call(routes.drawPlan, { query: { template: one.code, labels: 'no' } })).svg,
    })),
  );
}

async function make(): Promise<void> {
  const wanted = making.value;
  if (!wanted) return;
  await attempt(async () => {
    const { name, pageKind, from } = wanted;
    await edit([{ type: 'create', what: 'template', name: name.trim(), ...(from ? { from: from.code } : { pageKind }) }]);
    making.value = null;
    await load();
    say(`Made “${name}”. No page uses it yet: assign it under Pages.`);
  });
}

async function remove(template: Template): Promise<void> {
  await attempt(async () => {
    const { sentences } = await edit([{ type: 'discard', document: `template/${template.code}` }]);
    await load();
    say(sentences[0] ?? 'Removed.', () => undoLast().then(load));
  });
}

/** Opens a page that uses the template. */
async function open(template: Template): Promise<void> {
  await attempt(async () => {
    const { pages } = await call(routes.listPages, { query: { template: template.code, limit: 1 } });
    const page = pages[0] ?? (await call(routes.listPages, { query: { kind: template.pageKind, limit: 1 } })).pages[0];
    if (page)
      await router.push({
        path: `/workbench/${encodeURIComponent(page.page)}`,
        query: pages[0] ? {} : { template: template.code },
      });
  });
}

onMounted(() => attempt(load));
</script>

<template>
  <div class="sheet">
    <div class="sheet-head">
      <div>
        <h1>Templates</h1>
        <p class="quiet">The sections of each kind of page, drawn to scale, with the number of pages that use them.</p>
      </div>
      <v-btn
        variant="flat"
        color="primary"
        :prepend-icon="mdiPlus"
        @click="making = { name: '', pageKind: 'product', from: null }"
        >New template</v-btn
      >
    </div>

    <div class="drawings">
      <v-card v-for="template in templates" :key="template.code" class="drawing">
        <button class="plan" :aria-label="`Open ${template.name}`" @click="open(template)">
          <PlanDrawing :svg="template.svg" />
        </button>
        <div class="about">
          <p class="quiet">{{ kindName(template) }} pages</p>
          <h3>{{ template.name }}</h3>
          <p>
            <router-link
              v-if="template.pages"
              class="plain"
              :to="{ path: '/pages', query: { template: template.code } }"
              >{{ template.pages }} {{ template.pages === 1 ? 'page' : 'pages' }}</router-link
            >
            <router-link v-else class="unused" to="/pages">Used by no page; assign it</router-link>
            <span v-if="template.standard" class="tag ms-2">Standard</span>
          </p>
          <v-btn
            size="small"
            :prepend-icon="mdiContentCopy"
            @click="making = { name: `${template.name} copy`, pageKind: template.pageKind, from: template }"
            >Copy</v-btn
          >
          <v-btn
            v-if="!template.pages && !template.standard"
            size="small"
            color="error"
            :prepend-icon="mdiDeleteOutline"
            @click="remove(template)"
            >Remove</v-btn
          >
        </div>
      </v-card>
    </div>

    <v-dialog :model-value="making !== null" max-width="480" @update:model-value="making = null">
      <v-card v-if="making" class="pa-6">
        <h2 class="mb-4">{{ making.from ? `Copy “${making.from.name}”` : 'New template' }}</h2>
        <form @submit.prevent="make">
          <v-text-field v-model="making.name" label="Name" autofocus required maxlength="80" class="mb-4" />
          <v-select
            v-if="!making.from"
            v-model="making.pageKind"
            label="For pages of the kind"
            :items="pageKinds().map((value) => ({ value, title: PAGE_KINDS[value].name }))"
            class="mb-4"
          />
          <div class="d-flex justify-end ga-2">
            <v-btn @click="making = null">Cancel</v-btn>
            <v-btn type="submit" variant="flat" color="primary" :disabled="!making.name.trim()">{{
              making.from ? 'Copy' : 'Make'
            }}</v-btn>
          </div>
        </form>
      </v-card>
    </v-dialog>
  </div>
</template>

<style scoped>
.drawings {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 24px;
}
.plan {
  display: flex;
  align-items: flex-start;
  width: 100%;
  height: 260px;
  overflow: hidden;
  padding: 12px 12px 0;
  background: rgb(var(--v-theme-background));
  border-bottom: 1px solid rgba(var(--v-border-color), 0.16);
  cursor: pointer;
}
.about {
  padding: 16px;
}
.about h3 + p {
  margin: 4px 0 8px;
}
.unused {
  color: rgb(var(--v-theme-warning));
  font-weight: 600;
}
</style>
