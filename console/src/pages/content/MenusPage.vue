<script setup lang="ts">
/** The menus of the design, and the entries of the one that is open. */
import { mdiDeleteOutline, mdiPlus } from '@mdi/js';
import { DOCUMENT_TYPES, headField } from '@parlour/core/design';
import { keys, type MenuDocument } from '@parlour/core/documents';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useAnswer } from '../../answers';
import { attempt, edit, leaving, say, undoLast } from '../../api';
import EntriesEditor from '../../entries/EntriesEditor.vue';
import FieldInput from '../../fields/FieldInput.vue';
import AskDialog from '../../shell/AskDialog.vue';
import { useDocument } from '../../use-document';
import { sure } from '@parlour/core';

type Menu = AnswerOf<typeof routes.listMenus>['menus'][number];
const ENTRIES = sure(DOCUMENT_TYPES.menu.lists?.['entries']);

const route = useRoute();
const router = useRouter();
const { data } = useAnswer(routes.listMenus);
const menus = computed<readonly Menu[]>(() => data.value?.menus ?? []);
const code = computed(() => String(route.params['code'] ?? '') || (menus.value[0]?.code ?? ''));
const menu = computed(() => menus.value.find((one) => one.code === code.value));
const { document, run, setterOf } = useDocument<MenuDocument>(() => (code.value === '' ? '' : keys.menu(code.value)));
const naming = ref(false);
const name = ref('');

async function create(): Promise<void> {
  await attempt(async () => {
    const answer = await edit([{ type: 'create', what: 'menu', name: name.value.trim() }]);
    naming.value = false;
    name.value = '';
    await router.push(`/menus/${answer.edits[0]?.document.slice('menu/'.length) ?? ''}`);
  });
}
async function remove(): Promise<void> {
  await leaving(async () => {
    const { sentences } = await edit([{ type: 'discard', document: keys.menu(code.value) }]);
    const other = menus.value.find((one) => one.code !== code.value);
    await router.push(`/menus/${other?.code ?? ''}`);
    say(sentences.join(' '), undoLast);
  });
}
</script>

<template>
  <div class="sheet">
    <div class="sheet-head">
      <div>
        <h1>Menus</h1>
        <p class="quiet">Made once, shown wherever a section has them. They are published with the design.</p>
      </div>
      <v-btn variant="flat" color="primary" :prepend-icon="mdiPlus" @click="naming = true">New menu</v-btn>
    </div>
    <div class="both">
      <nav class="menus" aria-label="Menus">
        <router-link
          v-for="one in menus"
          :key="one.code"
          :to="`/menus/${one.code}`"
          class="menu"
          :class="{ here: one.code === code }"
          :aria-current="one.code === code ? 'page' : undefined"
        >
          <strong>{{ one.name }}</strong>
          <span class="quiet">{{ one.entries === 1 ? 'One entry' : `${one.entries} entries` }}</span>
          <span v-if="one.gone.length" class="tag tag-bad"
            >{{ one.gone.length }} {{ one.gone.length === 1 ? 'leads' : 'lead' }} nowhere</span
          >
          <span v-else-if="!one.uses.length" class="tag tag-draft">Not shown anywhere</span>
        </router-link>
      </nav>
      <v-card v-if="menu && document" :key="code" class="open">
        <div class="head">
          <FieldInput
            name="name"
            :field="sure(headField('menu', 'name'))"
            :own="document.name"
            required
            :set="setterOf('name')"
            class="name"
          />
          <v-btn color="error" :prepend-icon="mdiDeleteOutline" @click="remove">Remove menu</v-btn>
        </div>
        <p class="quiet uses">
          <template v-if="menu.uses.length">Shown in {{ menu.uses.map((use) => use.name).join(', ') }}.</template>
          <template v-else>No section shows it yet. Choose it in a menu bar or a link list.</template>
        </p>
        <p v-if="menu.gone.length" class="bad" role="status">
          Shoppers do not see entries whose page is gone. Open them and choose another page, or remove them.
        </p>
        <EntriesEditor
          :document="keys.menu(code)"
          :place="{ owner: null, list: 'entries' }"
          :field="ENTRIES"
          :entries="document.lists?.['entries'] ?? []"
          :gone="menu.gone.map(({ entry }) => entry)"
          :run="run"
          :setter-of="setterOf"
        />
      </v-card>
      <p v-else-if="!menus.length" class="quiet">No menu yet. Make one, and fill it with pages.</p>
    </div>
    <AskDialog
      v-if="naming"
      title="New menu"
      action="Create"
      :ready="name.trim() !== ''"
      @do="create"
      @close="naming = false"
    >
      <v-text-field v-model="name" label="Name of the menu" autofocus maxlength="80" @keydown.enter="create" />
    </AskDialog>
  </div>
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: 260px minmax(0, 1fr);
  gap: 24px;
  align-items: start;
}
.menus {
  display: grid;
  gap: 6px;
}
.menu {
  display: grid;
  justify-items: start;
  padding: 12px 16px;
  color: inherit;
  text-decoration: none;
  border-inline-start: 3px solid transparent;
}
.menu:hover {
  background: rgba(var(--v-theme-primary), 0.05);
}
.here {
  border-inline-start-color: rgb(var(--v-theme-primary));
  background: rgb(var(--v-theme-surface));
}
.open {
  padding: 24px;
}
.head {
  display: flex;
  align-items: start;
  gap: 16px;
}
.name {
  flex: 0 1 320px;
  margin-inline-end: auto;
}
.uses {
  margin-block: 4px 20px;
}
.bad {
  color: rgb(var(--v-theme-error));
  margin-block-end: 12px;
}
</style>
