<script setup lang="ts">
/** One content page: a form beside the page itself. */
import { DOCUMENT_TYPES, freeCode, headField } from '@parlour/core/design';
import { keys, type ContentDocument } from '@parlour/core/documents';
import { isTranslatable, type Device } from '@parlour/core/fields';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useAnswer } from '../../answers';
import { edit, leaving, say, undoLast } from '../../api';
import FieldInput from '../../fields/FieldInput.vue';
import LanguageToggle from '../../fields/LanguageToggle.vue';
import { useDocument } from '../../use-document';
import { usePreview } from '../../use-preview';
import FormBeside from '../../workbench/FormBeside.vue';
import OwnFields from './OwnFields.vue';
import { sure } from '@parlour/core';

type Menu = AnswerOf<typeof routes.listMenus>['menus'][number];
type Template = AnswerOf<typeof routes.listTemplates>['templates'][number];

const route = useRoute();
const router = useRouter();
const code = computed(() => String(route.params['code']));
const page = computed(() => `content:${code.value}`);
const { document, renewals, run, setterOf } = useDocument<ContentDocument>(() => keys.content(code.value));

const FIELDS = DOCUMENT_TYPES.content.fields;
const GROUPS: readonly { readonly title: string; readonly names: readonly string[] }[] = [
  { title: 'Page', names: ['title', 'slug', 'description', 'text', 'picture'] },
  { title: 'Where it belongs', names: ['parent', 'parentLinked'] },
  { title: 'Who, and when', names: ['visible', 'from', 'date', 'author', 'labels'] },
];
/** The language that is written; empty for the leading one. */
const language = ref('');
const groups = computed(() =>
  GROUPS.map(({ title, names }) => ({
    title,
    fields: names.flatMap((name) => {
      const field = sure(FIELDS[name]);
      if (language.value === '') return [{ name, key: name, field }];
      return isTranslatable(field) ? [{ name, key: `${name}@${language.value}`, field }] : [];
    }),
  })).filter(({ fields }) => fields.length),
);
/** The attributes there are; each in the language that is written. */
const attributes = computed(() =>
  Object.keys(document.value?.attributes ?? {})
    .filter((name) => !name.includes('@'))
    .map((name) => {
      const key = `${name}${language.value && `@${language.value}`}`;
      const field = { ...sure(headField('content', `attributes.${key}`)), label: name, help: '' };
      return { key, field, own: document.value?.attributes?.[key] };
    }),
);
const attributeName = ref('');
const attributeValue = ref('');
async function addAttribute(): Promise<void> {
  const name = freeCode(attributeName.value, (one) => Object.hasOwn(document.value?.attributes ?? {}, one));
  if (!(await setterOf(`attributes.${name}`)(attributeValue.value, undefined))) return;
  attributeName.value = '';
  attributeValue.value = '';
}
const own = (key: string): unknown => (document.value as Record<string, unknown> | null)?.[key];

const device = ref<Device>('desktop');
const ofPage = () => ({ params: { page: page.value } });
const { data: why } = useAnswer(routes.why, ofPage);
const { data: allTemplates } = useAnswer(routes.listTemplates);
const { data: allMenus } = useAnswer(routes.listMenus);
const { data: content } = useAnswer(routes.listContent);
const url = usePreview(() => page.value, { language: () => language.value });
const template = computed(() => (why.value?.template?.reason === 'page' ? why.value.template.template : ''));
const templates = computed<readonly Template[]>(() =>
  (allTemplates.value?.templates ?? []).filter((one) => one.pageKind === 'content'),
);
const menus = computed<readonly Menu[]>(() => allMenus.value?.menus ?? []);
const inMenus = computed(() => content.value?.content.find((one) => one.code === code.value)?.menus ?? []);
const otherMenus = computed(() => menus.value.filter((menu) => !inMenus.value.some((one) => one.code === menu.code)));
const choices = computed(() => [
  { value: '', title: 'As rules and the standard say' },
  ...templates.value.map(({ code: value, name: title }) => ({ value, title })),
]);

async function assign(chosen: string): Promise<void> {
  await run([{ type: 'assign', pages: [page.value], template: chosen || null }]);
}
async function addTo(menu: string): Promise<void> {
  const values = { label: (document.value?.title ?? '').slice(0, 80), link: { to: page.value } };
  await run([{ type: 'insert', document: keys.menu(menu), place: { at: 'entries' }, values }]);
}
async function remove(): Promise<void> {
  await leaving(async () => {
    const { sentences } = await edit([{ type: 'discard', document: keys.content(code.value) }]);
    await router.push('/content');
    say(sentences.join(' '), undoLast);
  });
}
</script>

<template>
  <FormBeside
    v-model:device="device"
    :title="document?.title ?? 'Page'"
    label="Settings of the page"
    :list="{ to: '/content', title: 'All content pages' }"
    :url="url"
    :renewals="renewals"
    @remove="remove"
  >
    <v-alert v-if="document?.readyMade" type="warning" variant="tonal" class="mb-4" density="compact">
      This text came with Parlour. Read it and make it yours.
      <template #append>
        <v-btn size="small" variant="outlined" @click="setterOf('readyMade')(false, true)">I have made it my own</v-btn>
      </template>
    </v-alert>
    <LanguageToggle v-model="language" class="mb-2" />
    <template v-if="document">
      <template v-for="(group, i) in groups" :key="`${group.title} ${language}`">
        <fieldset>
          <legend>{{ group.title }}</legend>
          <FieldInput
            v-for="{ name, key, field } in group.fields"
            :key="key"
            :name="name"
            :field="field"
            :own="own(key)"
            :inherited="key === name ? undefined : own(name)"
            :required="field.required && key === name"
            :set="setterOf(key)"
          />
        </fieldset>
        <OwnFields v-if="i === 0" :page="page" :language="language" :run="run" />
      </template>
      <fieldset v-if="language === '' || attributes.length" :key="`attributes ${language}`">
        <legend>Attributes</legend>
        <p class="quiet">
          For templates and rules: a section “Detail rows” shows them, and any text can be taken from one.
        </p>
        <FieldInput
          v-for="one in attributes"
          :key="one.key"
          :name="one.key"
          :field="one.field"
          :own="one.own"
          :set="setterOf(`attributes.${one.key}`)"
        />
        <form v-if="language === ''" class="adding" @submit.prevent="attributeName.trim() && addAttribute()">
          <v-text-field v-model="attributeName" label="Name" maxlength="40" hide-details />
          <v-text-field v-model="attributeValue" label="Value" maxlength="500" hide-details />
          <v-btn type="submit" :disabled="!attributeName.trim()">Add</v-btn>
        </form>
      </fieldset>
      <fieldset v-if="language === ''">
        <legend>Template and menus</legend>
        <v-select
          :model-value="template"
          :items="choices"
          label="Template"
          hint="The template the page uses."
          persistent-hint
          @update:model-value="(chosen: string) => assign(chosen)"
        />
        <p>
          <template v-if="inMenus.length"
            >In
            <template v-for="(menu, i) in inMenus" :key="menu.code"
              ><template v-if="i">, </template
              ><router-link class="plain" :to="`/menus/${menu.code}`">{{ menu.name }}</router-link></template
            >.</template
          >
          <span v-else class="quiet">No menu leads to it yet.</span>
        </p>
        <v-select
          v-if="otherMenus.length"
          :model-value="null"
          :items="otherMenus.map((menu) => ({ value: menu.code, title: menu.name }))"
          label="Add to a menu"
          @update:model-value="(menu: string | null) => menu && addTo(menu)"
        />
      </fieldset>
    </template>
    <template #over>
      <router-link class="plain" :to="`/workbench/${encodeURIComponent(page)}`">Open in the workbench</router-link>
    </template>
  </FormBeside>
</template>

<style scoped>
.adding {
  display: grid;
  grid-template-columns: 1fr 2fr auto;
  gap: 10px;
  align-items: center;
}
</style>
