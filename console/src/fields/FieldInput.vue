<script setup lang="ts">
/** One field of any type, made from its declaration. Typing is saved as one change when it rests. */
import { mdiRestore } from '@mdi/js';
import { Problem } from '@parlour/core';
import { BINDINGS, checkValue, isBound, type Field } from '@parlour/core/fields';
import type { PageKind } from '@parlour/core/pages';
import { inZone, instantOf } from '@parlour/core/time';
import { computed, defineAsyncComponent, nextTick, onBeforeUnmount, ref, watch } from 'vue';
import { session } from '../api';
import { isSaved, toSave } from '../unsaved';
import BindMenu from './BindMenu.vue';
import ColourInput from './ColourInput.vue';
import LinkInput from './LinkInput.vue';
import MenuInput from './MenuInput.vue';
import PictureInput from './PictureInput.vue';
import ReferenceInput from './ReferenceInput.vue';
import RuleInput from './RuleInput.vue';
import SourceInput from './SourceInput.vue';
import WordsInput from './WordsInput.vue';

const ProseInput = defineAsyncComponent(() => import('./ProseInput.vue'));
const RESTS_AFTER = 350;
const CODE_LINES = 8;
/** What is said of a colour only while it is not set. */
const FOLLOWING = ' Follows another colour until it is set.';

const props = defineProps<{
  name: string;
  field: Field;
  /** Undefined if the field has its default. */ own: unknown;
  /** What counts while there is no own value, if not the field’s default: the value of a larger device. */
  inherited?: unknown;
  /** True if there is no default to go back to. */ required?: boolean;
  /** True where each page may have its own value, taken from the page. */ bindable?: boolean;
  /** The colour that one follows which is not set. */ followed?: string;
  /** The pages that a rule, or a template, is for. */ pageKind?: PageKind | undefined;
  /** Stores a value, or the default if undefined, in place of what it was; false if that was refused. */
  set: (value: unknown, was: unknown) => Promise<boolean>;
}>();
const emit = defineEmits<{
  /** A value that may be stored, at once as it is typed or chosen; undefined for the default. */
  trying: [value: unknown];
}>();

const fallback = (): unknown => props.inherited ?? props.field.default;
const bound = computed(() => (isBound(props.own) ? props.own : null));
const ownOr = (own: unknown): unknown => (isBound(own) ? (own.fallback ?? fallback()) : (own ?? fallback()));

const value = ref<unknown>(ownOr(props.own));
const fault = ref('');
const isOwn = computed(() => props.own !== undefined && !props.required);
const choices = computed(() => {
  const { field } = props;
  const known = field.type === 'choice' ? field.choices : field.type === 'font' ? field.fonts : {};
  return Object.entries(known).map(([key, title]) => ({ value: key, title }));
});
/** What every input is told. */
const named = computed(() => ({
  label: props.field.label,
  hint: props.field.help,
  persistentHint: true,
  errorMessages: fault.value,
}));
/** For what is chosen, and saved at once. */
const chosen = computed(() => ({
  modelValue: value.value as never,
  'onUpdate:modelValue': (next: unknown) => change(next),
}));
/** For what is typed, and saved when typing rests. */
const typed = computed(() => ({
  modelValue: value.value as never,
  'onUpdate:modelValue': (next: unknown) =>
    change(props.field.type === 'number' ? (next === '' ? NaN : Number(next)) : next, RESTS_AFTER),
  onBlur: () => void save(),
}));
/** Fields with an input of our own. */
const special = computed(() => {
  const { field } = props;
  switch (field.type) {
    case 'prose':
      return { is: ProseInput, value: typed.value };
    case 'picture':
      return { is: PictureInput, value: { ...typed.value, suits: field.suits } };
    case 'link':
      return { is: LinkInput, value: chosen.value };
    case 'source':
      return { is: SourceInput, value: chosen.value };
    case 'words':
      return { is: WordsInput, value: chosen.value };
    case 'reference':
      return field.to === 'menu'
        ? { is: MenuInput, value: chosen.value }
        : {
            is: ReferenceInput,
            value: { ...chosen.value, to: field.to, pageKind: props.pageKind, clearable: !field.required },
          };
    case 'rule':
      return props.pageKind ? { is: RuleInput, value: { ...chosen.value, pageKind: props.pageKind } } : null;
    default:
      return null;
  }
});
/** How many lines it is written in. */
const lines = computed(() =>
  props.field.type === 'text' ? props.field.lines : props.field.type === 'code' ? CODE_LINES : 1,
);
const wide = computed(() => props.field.type === 'prose' || lines.value > 1);

let waiting: ReturnType<typeof setTimeout> | undefined;
/** What is to be saved when typing rests, and when what was sent before has been answered. */
let unsaved: { readonly own: unknown } | null = null;
/** The stored value that this one replaces: if somebody else has changed it since, the change is refused. */
let was = props.own;
let sending: Promise<void> | null = null;
let gone = false;

/** Saves what is unsaved, at once, and waits until it is. */
async function save(): Promise<void> {
  clearTimeout(waiting);
  if (!sending && unsaved && !fault.value) sending = send();
  await sending;
}

async function send(): Promise<void> {
  while (unsaved && !fault.value) {
    const { own } = unsaved;
    unsaved = null;
    const done = await props.set(own, was);
    await nextTick();
    was = gone && done ? own : props.own;
    if (unsaved) continue;
    if (done) value.value = ownOr(props.own);
    // What was typed is kept.
    else fault.value = 'This has not been saved. Change it again to save it.';
  }
  sending = null;
  if (!unsaved || gone) isSaved(save);
}

function keep(own: unknown): void {
  unsaved = { own };
  toSave(save);
}

function change(next: unknown, wait = 0): void {
  value.value = next;
  keep(bound.value ? { ...bound.value, fallback: next } : next);
  clearTimeout(waiting);
  try {
    checkValue(props.field, next, props.field.label);
    fault.value = '';
  } catch (error) {
    fault.value = error instanceof Problem ? error.message : 'This cannot be saved.';
    return;
  }
  emit('trying', next);
  if (wait) waiting = setTimeout(() => void save(), wait);
  else void save();
}

const zone = computed(() => session.store?.timeZone ?? 'UTC');
const localTime = computed(() =>
  typeof value.value === 'string' && value.value !== ''
    ? inZone(value.value, zone.value).slice(0, 16).replace(' ', 'T')
    : '',
);

function changeTime(text: string): void {
  try {
    change(text === '' ? '' : instantOf(text, zone.value, props.field.label).instant);
  } catch (error) {
    fault.value = error instanceof Problem ? `${error.message} ${error.remedy ?? ''}` : 'This is not a valid time.';
  }
}

/** Takes the value from the page from now on; what is here stands in where a page has none. Empty for one value again. */
function bindTo(name: string): void {
  const here = bound.value ? bound.value.fallback : props.own;
  keep(name === '' ? here : { bind: name, ...(here === undefined ? {} : { fallback: here }) });
  void save();
}
const boundTo = computed(() => {
  const name = bound.value?.bind ?? '';
  return BINDINGS[name]?.label ?? `its attribute “${name.slice('attribute.'.length)}”`;
});

function reset(): void {
  fault.value = '';
  value.value = fallback();
  emit('trying', undefined);
  keep(undefined);
  void save();
}

// What others or an undo changed shows at once, unless this field is just being typed in.
watch(
  () => props.own,
  (own) => {
    if (unsaved || sending) return;
    was = own;
    value.value = ownOr(own);
    fault.value = '';
  },
);
onBeforeUnmount(() => {
  void save();
  gone = true;
  // What cannot be saved as it is goes with the field.
  if (!sending) isSaved(save);
});
</script>

<template>
  <div class="field" :class="{ wide, tall: field.type === 'picture' }">
    <component
      :is="special.is"
      v-if="special"
      v-bind="special.value"
      :label="field.label"
      :help="field.help"
      :fault="fault"
    />
    <v-textarea
      v-else-if="lines > 1"
      v-bind="{ ...named, ...typed }"
      :rows="lines"
      :class="{ code: field.type === 'code' }"
      auto-grow
    />
    <v-select
      v-else-if="field.type === 'choice' || field.type === 'font'"
      v-bind="{ ...named, ...chosen }"
      :items="choices"
    />
    <v-switch v-else-if="field.type === 'toggle'" v-bind="{ ...named, ...chosen }" />
    <v-text-field
      v-else-if="field.type === 'number'"
      v-bind="{ ...named, ...typed }"
      type="number"
      :min="field.min"
      :max="field.max"
      :step="field.step"
      :suffix="field.unit"
    />
    <v-text-field
      v-else-if="field.type === 'date-time'"
      v-bind="named"
      :model-value="localTime"
      type="datetime-local"
      :hint="`${field.help} Time in ${zone}.`"
      @update:model-value="changeTime($event)"
    />
    <ColourInput
      v-else-if="field.type === 'colour'"
      v-bind="{ ...named, ...typed }"
      :model-value="String(value ?? '')"
      :followed="followed"
      :hint="value === '' ? field.help : field.help.replace(FOLLOWING, '')"
    />
    <v-text-field v-else v-bind="{ ...named, ...typed }" type="text" />
    <slot />
    <p v-if="bound" class="bound">Taken from each page: {{ boundTo }}. This value is used where a page has none.</p>
    <div class="on-frame">
      <BindMenu v-if="bindable" :field="field" :label="field.label" :bind="bound?.bind ?? ''" @bind="bindTo" />
      <button v-if="isOwn" type="button" :aria-label="`${field.label}: reset to the default`" @click="reset">
        <v-icon :icon="mdiRestore" size="14" /> default
      </button>
    </div>
  </div>
</template>

<style scoped>
.code {
  font-family: monospace;
}
.wide {
  grid-column: span 2;
}
.tall {
  grid-row: span 2;
}
.field {
  position: relative;
}
/* Sits on the field's frame, as the label does on the other side. */
.on-frame {
  position: absolute;
  inset-block-start: -10px;
  inset-inline-end: 10px;
  display: flex;
}
/* A picture has no frame; its name is at its head. */
.tall .on-frame {
  inset-block-start: -16px;
}
.on-frame :deep(button) {
  padding: 0 6px;
  background: rgb(var(--v-theme-surface));
  color: rgb(var(--v-theme-secondary));
  font-size: 0.875rem;
  line-height: 1.25rem;
}
.bound {
  margin: 4px 12px 0;
  color: rgb(var(--v-theme-warning));
  font-size: 0.875rem;
}
.on-frame :deep(button:hover) {
  color: rgb(var(--v-theme-primary));
}
</style>
