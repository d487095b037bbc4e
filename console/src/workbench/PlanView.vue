<script setup lang="ts">
/** The plan: a drawing of the whole page to scale, where sections are picked up and put down. */
import { planSvg, type Plan, type PlanBox } from '@parlour/core/plan';
import { computed, nextTick, ref, watch } from 'vue';
import PlanDrawing from './PlanDrawing.vue';
import type { Selection, Target } from './steps';

const props = defineProps<{ plan: Plan; selected: Selection | null }>();
const emit = defineEmits<{
  select: [selection: Selection];
  move: [selection: Selection, place: Target];
  nudge: [selection: Selection, by: -1 | 1];
  remove: [selection: Selection];
}>();

const svg = computed(() => planSvg(props.plan, { labels: false }));
const sheet = ref<HTMLElement>();
const carried = ref<PlanBox | null>(null);
const drop = ref<{ place: Target; x: number; y: number; width: number } | null>(null);
let start: { x: number; y: number } | null = null;

const percent = (part: number, whole: number): string => `${(part / whole) * 100}%`;
const lay = (box: { x: number; y: number; width: number; height: number }) => ({
  left: percent(box.x, props.plan.width),
  top: percent(box.y, props.plan.height),
  width: percent(box.width, props.plan.width),
  height: percent(box.height, props.plan.height),
});
const selectionOf = (box: PlanBox): Selection => ({ document: box.document, section: box.section });
const isSelected = (box: PlanBox): boolean => props.selected?.section === box.section;

function pickUp(event: PointerEvent, box: PlanBox): void {
  if (event.button !== 0) return;
  emit('select', selectionOf(box));
  start = { x: event.clientX, y: event.clientY };
  (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
  event.stopPropagation();
}

function carry(event: PointerEvent, box: PlanBox): void {
  if (!start) return;
  if (!carried.value && Math.hypot(event.clientX - start.x, event.clientY - start.y) < 5) return;
  carried.value = box;
  drop.value = dropAt(event, box);
}

function putDown(): void {
  if (carried.value && drop.value) emit('move', selectionOf(carried.value), drop.value.place);
  start = carried.value = drop.value = null;
}

/** Where a carried section would go: into the slot under the pointer, or else into the area of its document. */
function dropAt(event: PointerEvent, box: PlanBox): typeof drop.value {
  const bounds = sheet.value?.getBoundingClientRect();
  if (!bounds) return null;
  const x = ((event.clientX - bounds.left) / bounds.width) * props.plan.width;
  const y = ((event.clientY - bounds.top) / bounds.height) * props.plan.height;
  const own = props.plan.boxes.filter((one) => one.document === box.document && !isInside(one, box));
  const holder = own
    .filter((one) => one.slots.length && y >= one.y && y <= one.y + one.height)
    .sort((a, b) => b.depth - a.depth)[0];
  const slot = holder?.slots.find((one) => x >= one.x && x <= one.x + one.width);
  const areas = props.plan.areas.filter((one) => one.document === box.document);
  const area = areas.find((one) => x >= one.x && x <= one.x + one.width) ?? areas[0];
  const siblings = own.filter((one) =>
    holder && slot
      ? one.parent === holder.section && one.slot === slot.name
      : one.depth === 0 && one.area === area?.name,
  );
  const next = siblings.find((one) => y < one.y + one.height / 2);
  const last = siblings.at(-1);
  const place: Target = {
    ...(holder && slot ? { in: holder.section, at: slot.name } : { at: area?.name ?? 'main' }),
    before: next?.section ?? null,
  };
  const line = next ? next.y - 8 : last ? last.y + last.height + 8 : (holder?.y ?? area?.y ?? 0) + 12;
  const lane = slot ?? area;
  return { place, y: line, x: lane?.x ?? 0, width: lane?.width ?? props.plan.width };
}

function isInside(one: PlanBox, box: PlanBox): boolean {
  for (let at: PlanBox | undefined = one; at; at = props.plan.boxes.find((other) => other.section === at?.parent))
    if (at.section === box.section) return true;
  return false;
}

function onKey(event: KeyboardEvent, box: PlanBox): void {
  if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
    event.preventDefault();
    emit('nudge', selectionOf(box), event.key === 'ArrowUp' ? -1 : 1);
  } else if (event.key === 'Delete') emit('remove', selectionOf(box));
  else if (event.key === 'Escape') start = carried.value = drop.value = null;
}

watch(
  () => props.selected?.section,
  async () => {
    await nextTick();
    sheet.value?.querySelector('.box-selected')?.scrollIntoView({ block: 'nearest' });
  },
);
</script>

<template>
  <div class="scroll">
    <p id="plan-keys" hidden>Alt with the arrow keys moves a section, Delete removes it.</p>
    <div ref="sheet" class="drawing" :class="{ carrying: carried }">
      <PlanDrawing :svg="svg" />
      <button
        v-for="box in plan.boxes"
        :key="box.section"
        type="button"
        class="box"
        :class="{
          'box-selected': isSelected(box),
          'box-carried': carried?.section === box.section,
          'box-holder': box.slots.length,
        }"
        :style="lay(box)"
        :aria-pressed="isSelected(box)"
        :aria-label="`${box.title}${box.caption ? `: ${box.caption}` : ''}`"
        aria-describedby="plan-keys"
        :data-plan-section="box.section"
        @pointerdown="pickUp($event, box)"
        @pointermove="carry($event, box)"
        @pointerup="putDown"
        @pointercancel="putDown"
        @focus="emit('select', selectionOf(box))"
        @keydown="onKey($event, box)"
      >
        <span class="label"
          >{{ box.title }}<template v-if="box.caption">: {{ box.caption }}</template></span
        >
      </button>
      <div
        v-if="drop"
        class="drop"
        :style="{
          left: percent(drop.x, plan.width),
          width: percent(drop.width, plan.width),
          top: percent(drop.y, plan.height),
        }"
      />
    </div>
  </div>
</template>

<style scoped>
.scroll {
  overflow-y: auto;
  padding: 4px 16px 24px;
  scrollbar-gutter: stable;
}
.drawing {
  position: relative;
  background: #fff;
  box-shadow: 0 1px 4px rgb(0 0 0 / 15%);
}
.box {
  position: absolute;
  cursor: grab;
  touch-action: none;
  border-radius: 2px;
  text-align: start;
}
.box:hover {
  outline: 2px dashed rgb(var(--v-theme-primary));
}
.box-selected,
.box-selected:hover {
  outline: 3px solid rgb(var(--v-theme-primary));
  z-index: 2;
}
.box-holder.box-selected {
  z-index: 0;
}
.box-carried {
  opacity: 0.5;
}
.carrying .box {
  cursor: grabbing;
}
.label {
  position: absolute;
  inset-block-start: 0;
  inset-inline-start: 0;
  max-width: 100%;
  padding: 0 5px;
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
  background: rgb(250 246 239 / 94%);
  color: #2a2226;
  font-size: 0.875rem;
  line-height: 1.25rem;
  pointer-events: none;
}
.box-holder > .label {
  display: none;
}
.drop {
  position: absolute;
  height: 4px;
  margin-top: -2px;
  background: rgb(var(--v-theme-primary));
  z-index: 3;
  pointer-events: none;
}
</style>
