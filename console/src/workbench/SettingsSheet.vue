<script setup lang="ts">
/** The settings of the selection, at the place of work: under the page. */
import {
  mdiArrowDown,
  mdiArrowUp,
  mdiChevronDown,
  mdiChevronUp,
  mdiContentCopy,
  mdiDeleteOutline,
  mdiLinkVariant,
  mdiLinkVariantOff,
} from '@mdi/js';
import { headField, LIMITS, sectionName } from '@parlour/core/design';
import { AROUND_TITLES, hasSections, isOfType, keys, sectionsIn } from '@parlour/core/documents';
import {
  countsNow,
  emptyValue,
  resolveValue,
  withDefaults,
  type Device,
  type EntriesField,
  type Field,
} from '@parlour/core/fields';
import { isForSection, isWholeList } from '@parlour/core/assign';
import { FRAME, kindName, OPEN_PLACE, SHARED_SECTION } from '@parlour/core/kinds';
import { PAGE_KINDS } from '@parlour/core/pages';
import { computed, ref, watch } from 'vue';
import EntriesEditor from '../entries/EntriesEditor.vue';
import FieldInput from '../fields/FieldInput.vue';
import { session } from '../api';
import AskDialog from '../shell/AskDialog.vue';
import OwnLook from './OwnLook.vue';
import ScopeLine from './ScopeLine.vue';
import type { Selection, Workbench } from './use-workbench';
import { sure } from '@parlour/core';

const props = defineProps<{ bench: Workbench }>();
const part = ref<'values' | 'frame'>('values');
/** Whether the settings of the region are shown that the selection stands in. */
const ofRegion = ref(false);
/** Whether what the template has to set is shown while nothing is selected: until then the page has the room. */
const showsTemplate = ref(false);

const section = computed(() => props.bench.selectedSection.value);
const kind = computed(() => (section.value ? session.kinds.find(section.value.kind) : undefined));
const template = computed(() => props.bench.template.value);
const device = ref<Device>('desktop');
const all = computed<[string, Field][]>(() => {
  const own = part.value === 'frame' ? FRAME : (kind.value?.fields ?? {});
  const values = withDefaults(own, section.value?.[part.value] ?? {});
  return Object.entries(own).filter(([, field]) => field.type !== 'entries' && countsNow(field, values));
});
/** Its lists, such as slides and links; they are the same on every device. */
const lists = computed(() =>
  part.value === 'values' && device.value === 'desktop'
    ? (Object.entries(kind.value?.fields ?? {}).filter(([, field]) => field.type === 'entries') as [
        string,
        EntriesField,
      ][])
    : [],
);
const mayDiffer = computed(() => all.value.some(([, field]) => field.perDevice));
/** For tablets and phones, only what may differ there. */
const fields = computed(() =>
  device.value === 'desktop' ? all.value : all.value.filter(([, field]) => field.perDevice),
);
/** What the open page has of its own in the selected section, of what is shown now. */
const mine = computed(() => props.bench.ownOfSelected.value?.[part.value] ?? {});
const isMine = (name: string): boolean => keyOf(name) in mine.value;
/** What is in the template, or wherever the section stands. */
const stored = (name: string): unknown => section.value?.[part.value][keyOf(name)];
const isWhole = (list: string): boolean =>
  section.value !== null && isWholeList(props.bench.own.value, section.value.id, list);
const isEach = (name: string): boolean =>
  part.value === 'values' && template.value?.each?.[`${section.value?.id}.${name}`] === true;
/** A template for pages with a subject can leave to each what may be empty. */
function mayBeEach(field: Field): boolean {
  const document = props.bench.documents.value.get(props.bench.state.selected?.document ?? '');
  if (part.value !== 'values' || !isOfType('template', document) || device.value !== 'desktop') return false;
  return PAGE_KINDS[document.pageKind].subject !== null && emptyValue(field) !== undefined;
}
function setEach({ document, section: node }: Selection, name: string, now: boolean): Promise<boolean> {
  const field = `each.${node}.${name}`;
  return props.bench.setterOf({ document, field })(now || undefined, now ? undefined : true);
}

/** What such a section shows is what it is, and no page has another. */
const mayBeMine = computed(
  () =>
    part.value === 'frame' || !section.value || ![SHARED_SECTION, OPEN_PLACE].includes(kindName(section.value.kind)),
);
/** For how many pages a field or list counts that is set where the section stands. */
function pagesOf(path: string): number | null {
  const reach = props.bench.reach.value;
  if (!reach || reach.key !== props.bench.state.selected?.document) return null;
  const owned = reach.own.find(({ node, field }) => node === section.value?.id && field === path)?.pages ?? 0;
  return reach.pages - owned;
}
const places = computed(() => props.bench.reach.value?.places ?? 0);

/** The page has it of its own from now on; it begins with what is shown. */
const makeMine = (selected: Selection, name: string, field: Field): Promise<boolean> =>
  props.bench.ownSetterOf({ ...selected, field: `${part.value}.${keyOf(name)}` })(
    stored(name) ?? inherited(name, field) ?? field.default,
    undefined,
  );
const makeListMine = ({ document, section: node }: Selection, list: string): Promise<boolean> =>
  props.bench.run([{ type: 'own-list', page: props.bench.shownPage.value, document, node, list }]);
const unmake = (name: string): Promise<boolean> =>
  props.bench.ownSetterOf({ ...sure(props.bench.state.selected), field: `${part.value}.${keyOf(name)}` })(
    undefined,
    mine.value[keyOf(name)],
  );

const keyOf = (name: string): string => (device.value === 'desktop' ? name : `${name}@${device.value}`);

/** What a device shows that has no value of its own: that of the next larger one. */
function inherited(name: string, field: Field): unknown {
  if (!section.value || device.value === 'desktop') return undefined;
  const larger = device.value === 'phone' ? 'tablet' : 'desktop';
  return resolveValue(field, name, section.value[part.value], larger, {}).value;
}

/** Where else a change of the selection shows, if it does not belong to the template that is open. */
const beyond = computed(() => {
  const document = props.bench.documents.value.get(props.bench.state.selected?.document ?? '');
  switch (document?.type) {
    case 'shared':
      return `In the shared section “${document.name}”: a change shows wherever it is used.`;
    case 'arrangement':
      return `In the ${document.region} “${document.name}”: a change shows on every page that has it.`;
    case 'addition':
      return `In the addition “${document.name}”: a change shows on the pages it is for.`;
    default:
      return '';
  }
});

/** Regions look alike on every page, and what a template for one page shows can be said at once. */
const isBindable = computed(() => {
  const document = props.bench.documents.value.get(props.bench.state.selected?.document ?? '');
  if (part.value !== 'values' || device.value !== 'desktop' || document?.type === 'arrangement') return false;
  return document?.type !== 'template' || PAGE_KINDS[document.pageKind].subject !== null;
});
/** The arrangement that the selection stands in. */
const arrangement = computed(() => {
  const document = props.bench.documents.value.get(props.bench.state.selected?.document ?? '');
  return isOfType('arrangement', document) ? document : null;
});
const ARRANGEMENT_FIELDS = ['name', 'tone', 'colour', 'textColour'].map((path) => ({
  path,
  field: sure(headField('arrangement', path)),
}));
/** What the arrangement itself has to set: its name, and what all of it lies on. */
const ofArrangement = computed(() => {
  const own: Readonly<Record<string, unknown>> = { ...arrangement.value };
  const values = withDefaults(Object.fromEntries(ARRANGEMENT_FIELDS.map(({ path, field }) => [path, field])), own);
  return ARRANGEMENT_FIELDS.filter(({ field }) => countsNow(field, values)).map((one) => ({
    ...one,
    own: own[one.path],
  }));
});

/** The name under which the selection is about to be shared; null while it is not. */
const sharedName = ref<string | null>(null);
const nameShared = (): string | null =>
  (sharedName.value = section.value && sectionName(section.value, session.kinds).slice(0, LIMITS.nameLength));
async function share(): Promise<void> {
  const { selected } = props.bench.state;
  const name = sharedName.value?.trim();
  if (selected && name && (await props.bench.share(selected, name))) sharedName.value = null;
}

/** What the template itself has to set: its name and its layout. */
const ofTemplate = computed(() => {
  if (!template.value) return [];
  const { name, layout, pageKind } = template.value;
  const paths = [
    'name',
    'layout.width',
    ...(PAGE_KINDS[pageKind].areas.some((area) => area === 'side') ? ['layout.side'] : []),
    'layout.boxed',
  ];
  const own: Readonly<Record<string, unknown>> = { name, ...prefixed(layout) };
  return paths.map((path) => ({ path, field: sure(headField('template', path)), own: own[path] }));
});
const prefixed = (layout: object): Record<string, unknown> =>
  Object.fromEntries(Object.entries(layout).map(([name, value]) => [`layout.${name}`, value]));

/** What the open page has of its own, section by section; also in those that it shows no more. */
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

const look = computed(() => props.bench.documents.value.get(keys.look));
const setterOfTemplate = (field: string): ReturnType<Workbench['setterOf']> =>
  props.bench.setterOf({ document: props.bench.templateKey.value, field });

/** Made while it is drawn: what is typed is saved where it was typed, whatever is selected by then. */
function setterOf(selected: Selection, name: string): ReturnType<Workbench['setterOf']> {
  const at = { ...selected, field: `${part.value}.${keyOf(name)}` };
  return isMine(name) ? props.bench.ownSetterOf(at) : props.bench.setterOf(at);
}

const ownKey = computed(() => keys.own(props.bench.shownPage.value));
const entrySetterOf = (document: string) => (field: string, node: string) =>
  props.bench.setterOf({ document, section: node, field });

function showPart(wanted: string): void {
  ofRegion.value = wanted === 'region';
  if (wanted === 'values' || wanted === 'frame') part.value = wanted;
}

watch(
  () => section.value?.id,
  () => {
    part.value = 'values';
    ofRegion.value = false;
    device.value = 'desktop';
  },
);
</script>

<template>
  <section class="sheet-under" aria-label="Settings">
    <template v-if="section && bench.state.selected">
      <div class="head">
        <h2>{{ sectionName(section, session.kinds) }}</h2>
        <v-btn-toggle
          :model-value="ofRegion ? 'region' : part"
          mandatory
          density="compact"
          variant="outlined"
          divided
          aria-label="Which settings"
          @update:model-value="showPart"
        >
          <v-btn value="values" size="small">Content</v-btn>
          <v-btn value="frame" size="small">Frame</v-btn>
          <v-btn v-if="arrangement" value="region" size="small">{{ AROUND_TITLES[arrangement.region] }}</v-btn>
        </v-btn-toggle>
        <v-btn-toggle
          v-if="mayDiffer && !ofRegion"
          v-model="device"
          mandatory
          density="compact"
          variant="outlined"
          divided
          aria-label="For which devices"
        >
          <v-btn value="desktop" size="small">All devices</v-btn>
          <v-btn value="tablet" size="small">Tablet</v-btn>
          <v-btn value="phone" size="small">Phone</v-btn>
        </v-btn-toggle>
        <v-spacer />
        <div class="acts">
          <v-btn
            size="small"
            :prepend-icon="mdiArrowUp"
            :disabled="!bench.stepFrom(bench.state.selected, -1)"
            @click="bench.nudge(bench.state.selected, -1)"
            >Up</v-btn
          >
          <v-btn
            size="small"
            :prepend-icon="mdiArrowDown"
            :disabled="!bench.stepFrom(bench.state.selected, 1)"
            @click="bench.nudge(bench.state.selected, 1)"
            >Down</v-btn
          >
          <v-btn size="small" :prepend-icon="mdiContentCopy" @click="bench.copy(bench.state.selected)">Copy</v-btn>
          <v-btn
            v-if="bench.showing.value"
            size="small"
            :prepend-icon="mdiLinkVariantOff"
            title="Puts a copy here that other places do not share"
            @click="bench.unshare(bench.showing.value)"
            >Unshare</v-btn
          >
          <v-btn
            v-else
            size="small"
            :prepend-icon="mdiLinkVariant"
            title="Makes it a section that can be shown in several places"
            @click="nameShared"
            >Share</v-btn
          >
          <v-btn size="small" color="error" :prepend-icon="mdiDeleteOutline" @click="bench.remove(bench.state.selected)"
            >Remove</v-btn
          >
        </div>
      </div>
      <p v-if="beyond" class="beyond">{{ beyond }}</p>
      <p v-if="!kind" class="missing">
        There is no section kind “{{ section.kind }}”. Remove this section, or restore the kind; until then the design
        cannot be published.
      </p>
      <div v-else-if="ofRegion && arrangement" class="fields">
        <FieldInput
          v-for="{ path, field, own } in ofArrangement"
          :key="path"
          :name="path"
          :field="field"
          :own="own"
          :required="field.required"
          :set="bench.setterOf({ document: bench.state.selected.document, field: path })"
        />
      </div>
      <div v-else :key="`${section.id} ${part} ${device}`" class="fields">
        <FieldInput
          v-for="[name, field] in fields"
          :key="`${name} ${isMine(name)}`"
          :name="name"
          :field="field"
          :own="isMine(name) ? mine[keyOf(name)] : stored(name)"
          :required="isMine(name)"
          :bindable="isBindable && !isMine(name)"
          :inherited="inherited(name, field)"
          :set="setterOf(bench.state.selected, name)"
        >
          <ScopeLine
            v-if="mayBeMine"
            :label="field.label"
            :pages="pagesOf(`${part}.${name}`)"
            :places="places"
            :own="isMine(name)"
            :each="isEach(name)"
            :may-be-each="mayBeEach(field)"
            @each="(now) => setEach(sure(bench.state.selected), name, now)"
            @own="makeMine(sure(bench.state.selected), name, field)"
            @reset="unmake(name)"
          />
        </FieldInput>
        <div v-for="[name, field] in lists" :key="name" class="list">
          <h3>{{ field.label }}</h3>
          <p class="quiet">{{ field.help }}</p>
          <ScopeLine
            class="of-list"
            :label="field.label"
            :pages="pagesOf(name)"
            :places="places"
            :own="isWhole(name)"
            :each="isEach(name)"
            :may-be-each="mayBeEach(field)"
            @each="(now) => setEach(sure(bench.state.selected), name, now)"
            @own="makeListMine(sure(bench.state.selected), name)"
            @reset="bench.resetOwn(section.id, name)"
          />
          <EntriesEditor
            :key="`${name} ${isWhole(name)}`"
            :document="isWhole(name) ? ownKey : bench.state.selected.document"
            :place="{ owner: section.id, list: name }"
            :field="field"
            :entries="(isWhole(name) ? bench.ownOfSelected.value?.lists?.[name] : section.lists?.[name]) ?? []"
            :run="bench.run"
            :setter-of="entrySetterOf(isWhole(name) ? ownKey : bench.state.selected.document)"
          />
        </div>
        <p v-if="fields.length === 0 && lists.length === 0" class="quiet">{{ kind.sentence }} It has no settings.</p>
      </div>
    </template>
    <template v-else-if="template">
      <div class="head">
        <h2>{{ template.name }}</h2>
        <p class="quiet">Click a section in the plan or on the page to change it.</p>
        <v-spacer />
        <v-btn
          size="small"
          variant="outlined"
          :append-icon="showsTemplate ? mdiChevronDown : mdiChevronUp"
          :aria-expanded="showsTemplate"
          @click="showsTemplate = !showsTemplate"
          >Template settings</v-btn
        >
      </div>
      <div v-if="showsTemplate" class="fields">
        <FieldInput
          v-for="{ path, field, own } in ofTemplate"
          :key="path"
          :name="path"
          :field="field"
          :own="own"
          :required="field.required"
          :set="setterOfTemplate(path)"
        />
      </div>
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
      <OwnLook v-if="showsTemplate" :template="template" :look="look" :setter-of="setterOfTemplate" />
    </template>
    <p v-else class="quiet">This page has no template. Assign one under Pages.</p>
    <AskDialog
      v-if="sharedName !== null"
      title="Share this section"
      action="Share"
      :ready="sharedName.trim() !== ''"
      @do="share"
      @close="sharedName = null"
    >
      <p class="mb-4">
        It is shown here as before. “Shared section” shows it in other places too, and a change shows in all.
      </p>
      <v-text-field v-model="sharedName" label="Name of the shared section" autofocus :maxlength="LIMITS.nameLength" />
    </AskDialog>
  </section>
</template>

<style scoped>
.sheet-under {
  grid-area: sheet;
  /* What is scrolled to must not end under the head. */
  scroll-padding-block-start: 76px;
  overflow-y: auto;
  padding: 14px 20px 20px;
  background: rgb(var(--v-theme-surface));
  border-top: 1px solid rgba(var(--v-border-color), 0.16);
  box-shadow: 0 -4px 12px rgb(0 0 0 / 5%);
}
.head {
  position: sticky;
  inset-block-start: -14px;
  z-index: 2;
  margin-block-start: -14px;
  padding-block-start: 14px;
  background: rgb(var(--v-theme-surface));
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
  padding-block-end: 4px;
}
.head h2 {
  font-size: 1.125rem;
  max-width: 15rem;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.acts {
  display: flex;
  flex-wrap: wrap;
}
.acts .v-btn {
  padding-inline: 8px;
}
.fields {
  /* Room for what sits on the frames of the first row. */
  padding-block-start: 12px;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 16px 20px;
  grid-auto-flow: dense;
  align-items: start;
}
.list {
  grid-column: 1 / -1;
}
.of-page {
  margin-block: 16px;
}
.of-page ul {
  list-style: none;
  padding: 0;
}
.of-page .plain {
  text-decoration: underline;
}
.of-page h3,
.list h3 {
  font-size: 1rem;
  font-family: var(--work-font);
  font-weight: 600;
}
.of-list {
  margin: 0 0 8px;
}
.beyond {
  margin-block: 2px 6px;
  color: rgb(var(--v-theme-warning));
  font-size: 0.9375rem;
}
.missing {
  color: rgb(var(--v-theme-error));
  font-weight: 600;
}
</style>
