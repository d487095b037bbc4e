<script setup lang="ts">
import { mdiArrowLeft, mdiArrowRight, mdiContentCopy, mdiDeleteOutline, mdiMagnify, mdiPlus } from '@mdi/js';
import { movedInOrder } from '@parlour/core/assign';
import { isOfType, keys } from '@parlour/core/documents';
import { PAGE_KINDS, pageKinds, STAND_IN, type PageKind } from '@parlour/core/pages';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useAnswer } from '../../answers';
import { attempt, call, edit, say, undoLast } from '../../api';
import { inAddress } from '../../in-address';
import RemoveTemplate from './RemoveTemplate.vue';
import TemplateDialog from './TemplateDialog.vue';
import TemplatePlan from './TemplatePlan.vue';

type Template = AnswerOf<typeof routes.listTemplates>['templates'][number];

const router = useRouter();
const { data } = useAnswer(routes.listTemplates);
const templates = computed<readonly Template[]>(() => data.value?.templates ?? []);
/** What is to be made: a copy of one, or a new one. */
const making = ref<{ from: Template | null } | null>(null);
const removing = ref<Template | null>(null);

const kindName = (template: Template): string => PAGE_KINDS[template.pageKind].name;

/** Counts what was loaded, so that drawings are made anew. */
const round = ref(0);
const search = inAddress('search');
const kind = inAddress<PageKind>('kind');

const kinds = computed(() =>
  pageKinds()
    .filter((one) => templates.value.some(({ pageKind }) => pageKind === one))
    .map((value) => ({ value, title: PAGE_KINDS[value].name })),
);
const found = computed(() => {
  const words = search.value?.trim().toLowerCase() ?? '';
  return templates.value.filter(
    ({ name, code, pageKind }) =>
      (!kind.value || pageKind === kind.value) && `${name} ${code}`.toLowerCase().includes(words),
  );
});
const othersLike = (template: Template): Template[] =>
  templates.value.filter(({ pageKind, code }) => pageKind === template.pageKind && code !== template.code);

/** Moves a template by one among those of its kind. */
async function nudge(template: Template, by: -1 | 1): Promise<void> {
  const family = templates.value.filter(({ pageKind }) => pageKind === template.pageKind);
  const at = family.findIndex(({ code }) => code === template.code);
  const before = by < 0 ? family[at - 1]?.code : (family[at + 2]?.code ?? null);
  if (before === undefined || (by > 0 && at === family.length - 1)) return;
  await attempt(async () => {
    const document = keys.assignments(template.pageKind);
    const found = await call(routes.getDocument, { query: { key: document } });
    const was = isOfType('assignments', found.document) ? found.document.order : undefined;
    const value = movedInOrder(family, template.code, before);
    await edit([{ type: 'set', document, field: 'order', value, ...(was === undefined ? {} : { was }) }]);
  });
}

function made(name: string): void {
  making.value = null;
  say(`Created “${name}”. No page uses it yet; assign it under Pages.`);
}

function removed(sentence: string): void {
  removing.value = null;
  say(sentence, undoLast);
}

/** Opens a page that uses the template. */
async function open(template: Template): Promise<void> {
  await attempt(async () => {
    const { pages } = await call(routes.listPages, { query: { template: template.code, limit: 1 } });
    const others = pages[0]
      ? []
      : (await call(routes.listPages, { query: { pageKind: template.pageKind, limit: 1 } })).pages;
    // While there is no page of the kind, a made-up one stands in.
    const page = pages[0]?.page ?? others[0]?.page ?? `${template.pageKind}:${STAND_IN}`;
    await router.push({
      path: `/workbench/${encodeURIComponent(page)}`,
      query: pages[0] ? {} : { template: template.code },
    });
  });
}
</script>

<template>
  <div class="sheet">
    <div class="sheet-head">
      <div>
        <h1>Templates</h1>
        <p class="quiet">What each kind of page shows, drawn to scale.</p>
      </div>
      <v-text-field
        v-model="search"
        label="Search name or code"
        :prepend-inner-icon="mdiMagnify"
        clearable
        class="search"
      />
      <v-select v-model="kind" label="Page kind" :items="kinds" clearable class="filter" />
      <v-btn variant="flat" color="primary" :prepend-icon="mdiPlus" @click="making = { from: null }"
        >New template</v-btn
      >
    </div>

    <div class="drawings">
      <v-card v-for="template in found" :key="template.code" class="drawing">
        <button class="plan" :aria-label="`Open ${template.name}`" @click="open(template)">
          <v-lazy :key="round" min-height="240"><TemplatePlan :code="template.code" /></v-lazy>
        </button>
        <div class="about">
          <div class="first">
            <p class="quiet">{{ kindName(template) }} pages</p>
            <span v-if="othersLike(template).length" class="order">
              <v-btn
                :icon="mdiArrowLeft"
                size="small"
                :aria-label="`Move ${template.name} forward in lists`"
                @click="nudge(template, -1)"
              />
              <v-btn
                :icon="mdiArrowRight"
                size="small"
                :aria-label="`Move ${template.name} back in lists`"
                @click="nudge(template, 1)"
              />
            </span>
          </div>
          <h2 class="name">{{ template.name }}</h2>
          <p>
            <router-link
              v-if="template.pages"
              class="plain"
              :to="{ path: '/pages', query: { template: template.code } }"
              >{{ template.pages }} {{ template.pages === 1 ? 'page' : 'pages' }}</router-link
            >
            <router-link v-else class="unused" :to="{ path: '/pages', query: { kind: template.pageKind } }"
              >Used by no page; assign it</router-link
            >
            <span v-if="template.standard" class="tag ms-2">Standard</span>
          </p>
          <v-btn size="small" :prepend-icon="mdiContentCopy" @click="making = { from: template }">Copy</v-btn>
          <v-btn size="small" color="error" :prepend-icon="mdiDeleteOutline" @click="removing = template">Remove</v-btn>
        </div>
      </v-card>
    </div>

    <p v-if="templates.length && !found.length" class="quiet">No template matches. Try another word or another kind.</p>

    <RemoveTemplate
      v-if="removing"
      :template="removing"
      :others="othersLike(removing)"
      @removed="removed"
      @close="removing = null"
    />
    <TemplateDialog v-if="making" :from="making.from" @made="made" @close="making = null" />
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
.first {
  display: flex;
  align-items: center;
  justify-content: space-between;
  min-height: 40px;
}
.order {
  white-space: nowrap;
}
.name {
  font-size: 1.125rem;
}
/* As high with a tag as without. */
.name + p {
  margin: 4px 0 8px;
  min-height: 1.625rem;
}
.unused {
  color: rgb(var(--v-theme-warning));
  font-weight: 600;
}
</style>
