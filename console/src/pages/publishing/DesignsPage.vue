<script setup lang="ts">
/** The designs of the store: which one shoppers see, which one is worked on. */
import { groundworkOf } from '@parlour/core/groundworks';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed, ref } from 'vue';
import { useAnswer } from '../../answers';
import { attempt, call, openDesign, say, session } from '../../api';
import AskDialog from '../../shell/AskDialog.vue';
import GroundworkChoice from './GroundworkChoice.vue';

type Design = AnswerOf<typeof routes.listDesigns>['designs'][number];

const { data: used } = useAnswer(routes.listDesigns);
const { data: put } = useAnswer(routes.listDesigns, () => ({ query: { archived: 'yes' as const } }));
const designs = computed<readonly Design[]>(() => used.value?.designs ?? []);
const away = computed<readonly Design[]>(() => put.value?.designs ?? []);
const copying = ref<Design | null>(null);
const switching = ref<Design | null>(null);
const renaming = ref<Design | null>(null);
const name = ref('');
/** What a copy is to build on. */
const groundwork = ref('');
const busy = ref(false);

async function run(work: () => Promise<void>): Promise<void> {
  busy.value = true;
  await attempt(work);
  busy.value = false;
}

const copy = (from: Design): Promise<void> =>
  run(async () => {
    const other = groundwork.value === from.groundwork ? {} : { groundwork: groundwork.value };
    const made = await call(routes.createDesign, { body: { name: name.value.trim(), copyOf: from.code, ...other } });
    copying.value = null;
    name.value = '';
    await openDesign(made.code);
    say([`“${made.name}” is yours to edit now. Shoppers see it once you make it live.`, ...made.kept].join(' '));
  });

const goLive = (design: Design): Promise<void> =>
  run(async () => {
    const before = designs.value.find((one) => one.live);
    await call(routes.goLive, { params: { design: design.code }, body: {} });
    switching.value = null;
    if (session.store) session.store.liveDesign = design.code;
    say(`Shoppers now see “${design.name}”.`, before && (() => goLive(before)));
  });

const updateFromLive = (design: Design): Promise<void> =>
  run(async () => {
    const { sentences, conflicts } = await call(routes.updateFromLive, { params: { design: design.code }, body: {} });
    say(
      [
        sentences.length ? `Updated: ${sentences.join(' ')}` : 'There is nothing new in the live design.',
        ...conflicts.map((one) => `Kept as it was here: ${one}`),
      ].join(' '),
    );
  });

const archive = (design: Design): Promise<void> =>
  run(async () => {
    await call(routes.archiveDesign, { params: { design: design.code }, body: {} });
    if (session.design === design.code) await openDesign(session.store?.liveDesign ?? '');
    say(`“${design.name}” is archived.`, () => restore(design));
  });

const restore = (design: Design): Promise<void> =>
  run(async () => {
    await call(routes.restoreDesign, { body: { design: design.code } });
    say(`“${design.name}” is restored.`);
  });

/** Another name; nothing else changes. */
const rename = (design: Design): Promise<void> =>
  run(async () => {
    await call(routes.renameDesign, { params: { design: design.code }, body: { name: name.value.trim() } });
    renaming.value = null;
    name.value = '';
  });
</script>

<template>
  <div class="sheet narrow">
    <div class="sheet-head">
      <div>
        <h1>Designs</h1>
        <p class="quiet">Prepare a second design while correcting the live one; switch when ready.</p>
      </div>
    </div>
    <ul class="designs">
      <li v-for="design in designs" :key="design.code">
        <v-card class="what">
          <div class="about">
            <h2>
              {{ design.name }}
              <span v-if="design.live" class="tag tag-live ms-2">Live</span>
              <span v-if="design.code === session.design" class="tag ms-2">You are editing this</span>
            </h2>
            <p class="quiet">
              Revision {{ design.revision }};
              {{ design.unpublished ? `${design.unpublished} unpublished` : 'all published' }}; built on
              {{ groundworkOf(design.groundwork).name }}
            </p>
          </div>
          <div class="actions">
            <v-btn
              v-if="design.code !== session.design"
              variant="outlined"
              :disabled="busy"
              @click="run(() => openDesign(design.code))"
              >Edit</v-btn
            >
            <v-btn v-if="!design.live" variant="outlined" :disabled="busy" @click="switching = design">Make live</v-btn>
            <v-btn v-if="!design.live" :disabled="busy" @click="updateFromLive(design)">Update from live</v-btn>
            <v-btn
              :disabled="busy"
              @click="
                copying = design;
                groundwork = design.groundwork;
              "
              >Copy</v-btn
            >
            <v-btn
              :disabled="busy"
              @click="
                renaming = design;
                name = design.name;
              "
              >Rename</v-btn
            >
            <v-btn v-if="!design.live" :disabled="busy" @click="archive(design)">Archive</v-btn>
          </div>
        </v-card>
      </li>
    </ul>

    <section v-if="away.length" aria-label="Archived">
      <h2>Archived</h2>
      <p v-for="design in away" :key="design.code" class="away">
        {{ design.name }}
        <v-btn size="small" :disabled="busy" @click="restore(design)">Restore</v-btn>
      </p>
    </section>

    <AskDialog
      v-if="renaming"
      :title="`Rename “${renaming.name}”`"
      action="Rename"
      :busy="busy"
      :ready="name.trim() !== ''"
      @do="rename(renaming)"
      @close="
        renaming = null;
        name = '';
      "
    >
      <v-text-field v-model="name" label="Name of the design" autofocus maxlength="80" />
    </AskDialog>
    <AskDialog
      v-if="copying"
      :title="`Copy “${copying.name}”`"
      action="Copy"
      :busy="busy"
      :ready="name.trim() !== ''"
      @do="copy(copying)"
      @close="copying = null"
    >
      <p class="mb-4">
        The copy starts with everything published and everything in the draft. After that, changing one does not change
        the other.
      </p>
      <v-text-field v-model="name" label="Name of the new design" autofocus maxlength="80" class="mb-4" />
      <GroundworkChoice v-model="groundwork" legend="What it builds on" />
      <p v-if="groundwork !== copying.groundwork" class="mt-4">
        Look, regions and templates come from {{ groundworkOf(groundwork).name }}, except where you changed them. Menus,
        content pages and additions stay as they are.
      </p>
    </AskDialog>
    <AskDialog
      v-if="switching"
      :title="`Make “${switching.name}” live?`"
      action="Make it live"
      :busy="busy"
      @do="goLive(switching)"
      @close="switching = null"
    >
      Shoppers see it at once, as it was last published (revision {{ switching.revision }}).
      <template v-if="switching.unpublished">Its unpublished changes stay in its draft.</template>
      The design they see now stays as it is, and can be made live again.
    </AskDialog>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 980px;
}
.designs {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 14px;
}
.what {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 12px 24px;
  padding: 18px 22px;
}
.away {
  display: flex;
  align-items: center;
  gap: 12px;
  color: rgb(var(--v-theme-secondary));
}
section h2 {
  margin: 28px 0 8px;
}
.about h2 {
  font-size: 1.25rem;
}
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
