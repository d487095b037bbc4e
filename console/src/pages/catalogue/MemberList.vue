<script setup lang="ts">
/** The products of a collection in their order: dragged, or moved by buttons and by keys. */
import { mdiArrowDown, mdiArrowUp, mdiClose, mdiDragVertical } from '@mdi/js';
import { counted } from '@parlour/core';
import { computed, nextTick, ref } from 'vue';
import { useReorder } from '../../use-reorder';

/** So many are shown at first: a collection may have thousands. */
const FIRST = 100;

const props = defineProps<{
  /** Their codes. */ members: readonly string[];
  titleOf: (code: string) => string;
  /** Whether they can be moved and taken out. */ changes: boolean;
  busy: boolean;
}>();
const emit = defineEmits<{
  /** To the place that it has among all then. */ move: [code: string, at: number];
  remove: [code: string];
}>();

const all = ref(false);
const shown = computed(() => (all.value ? props.members : props.members.slice(0, FIRST)));
const list = ref<HTMLElement | null>(null);
const { begin, over, drop, end, mark } = useReorder((from, to) => {
  const code = props.members[from];
  if (code !== undefined) emit('move', code, to);
});

async function step(code: string, by: number): Promise<void> {
  const at = props.members.indexOf(code) + by;
  if (props.busy || !props.changes || at < 0 || at >= props.members.length) return;
  emit('move', code, at);
  await nextTick();
  list.value?.querySelector<HTMLElement>(`[data-member="${CSS.escape(code)}"] .name`)?.focus();
}
function byKey(event: KeyboardEvent, code: string): void {
  const by = { ArrowUp: -1, ArrowDown: 1 }[event.key];
  if (!event.altKey || by === undefined) return;
  event.preventDefault();
  void step(code, by);
}
</script>

<template>
  <ol ref="list">
    <li
      v-for="(code, i) in shown"
      :key="code"
      :data-member="code"
      :class="mark(i, shown.length)"
      @dragover="over($event, i)"
      @drop.prevent="drop"
    >
      <span v-if="changes" class="handle" draggable="true" aria-hidden="true" @dragstart="begin(i)" @dragend="end"
        ><v-icon :icon="mdiDragVertical"
      /></span>
      <router-link
        class="name"
        :to="`/products/${encodeURIComponent(code)}`"
        :title="changes ? 'Alt and an arrow key move it' : undefined"
        @keydown="byKey($event, code)"
        >{{ titleOf(code) }}</router-link
      >
      <template v-if="changes">
        <v-btn
          :icon="mdiArrowUp"
          size="small"
          :disabled="i === 0 || busy"
          :aria-label="`Move ${titleOf(code)} up`"
          @click="step(code, -1)"
        />
        <v-btn
          :icon="mdiArrowDown"
          size="small"
          :disabled="i === members.length - 1 || busy"
          :aria-label="`Move ${titleOf(code)} down`"
          @click="step(code, 1)"
        />
        <v-btn
          :icon="mdiClose"
          size="small"
          :disabled="busy"
          :aria-label="`Take ${titleOf(code)} out`"
          @click="emit('remove', code)"
        />
      </template>
    </li>
  </ol>
  <v-btn v-if="shown.length < members.length" variant="outlined" size="small" @click="all = true"
    >Show all {{ counted(members.length, 'product') }}</v-btn
  >
</template>

<style scoped>
ol {
  list-style: none;
  padding: 0;
}
li {
  display: flex;
  align-items: center;
  gap: 4px;
  padding-block: 4px;
  border-block-end: 1px solid rgba(var(--v-border-color), 0.1);
}
.handle {
  cursor: grab;
  opacity: 0.5;
}
.name {
  flex: 1;
  color: inherit;
}
.drop-before {
  box-shadow: 0 -3px rgb(var(--v-theme-primary));
}
.drop-after {
  box-shadow: 0 3px rgb(var(--v-theme-primary));
}
</style>
