<script setup lang="ts">
/** The true page of the draft in a frame at a chosen device's width, scaled down to the room there is. */
import type { Device } from '@parlour/core/fields';
import { idInPath } from '@parlour/core/kinds';
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue';

const props = defineProps<{
  url: string;
  device: Device;
  selected: string | null;
  renewals: number;
  /** Rules that show the look as it is just being set. */
  look?: string;
}>();
const emit = defineEmits<{ selected: [section: string] }>();

const WIDTHS = { desktop: 1280, tablet: 834, phone: 390 } as const;
const room = ref<HTMLElement>();
const frame = ref<HTMLIFrameElement>();
const size = ref({ width: 800, height: 500 });

const scale = computed(() => Math.min(1, size.value.width / WIDTHS[props.device]));
const paper = computed(() => ({
  width: `${WIDTHS[props.device]}px`,
  height: `${size.value.height / scale.value}px`,
  transform: `scale(${scale.value})`,
}));
const outer = computed(() => ({ width: `${WIDTHS[props.device] * scale.value}px`, height: `${size.value.height}px` }));

const origin = computed(() => (props.url ? new URL(props.url).origin : ''));
/** How often the page had been renewed when this one was asked for. */
let asked = props.renewals;
watch(
  () => props.url,
  () => (asked = props.renewals),
);
const send = (message: object): void => frame.value?.contentWindow?.postMessage(message, origin.value);

function hear(event: MessageEvent): void {
  if (event.source !== frame.value?.contentWindow || event.origin !== origin.value) return;
  const { from, type, path } = (event.data ?? {}) as { from?: string; type?: string; path?: string };
  if (from !== 'parlour-preview') return;
  if (type === 'selected' && path) emit('selected', idInPath(path));
  if (type !== 'ready') return;
  // What was changed while the page was on its way may not be on it.
  if (props.renewals !== asked) send({ type: 'renew' });
  send({ type: 'select', section: props.selected });
  if (props.look !== undefined) send({ type: 'look', rules: props.look });
}

let watcher: ResizeObserver | undefined;
onMounted(() => {
  window.addEventListener('message', hear);
  watcher = new ResizeObserver(([entry]) => {
    if (entry) size.value = { width: entry.contentRect.width, height: entry.contentRect.height };
  });
  if (room.value) watcher.observe(room.value);
});
onBeforeUnmount(() => {
  window.removeEventListener('message', hear);
  watcher?.disconnect();
});
watch(
  () => props.selected,
  (section) => send({ type: 'select', section }),
);
watch(
  () => props.renewals,
  () => send({ type: 'renew' }),
);
watch(
  () => props.look,
  (rules) => send({ type: 'look', rules: rules ?? '' }),
);
</script>

<template>
  <div ref="room" class="room">
    <div class="paper" :style="outer">
      <iframe v-if="url" ref="frame" :src="url" :style="paper" title="The page as the draft has it" />
    </div>
  </div>
</template>

<style scoped>
.room {
  grid-area: page;
  /* Not hidden: what is hidden can still be scrolled, by whatever takes the focus in it. */
  overflow: clip;
  display: grid;
  justify-content: center;
  padding: 16px;
  min-height: 0;
}
.paper {
  overflow: clip;
  background: #fff;
  box-shadow: 0 1px 6px rgb(0 0 0 / 18%);
}
iframe {
  border: 0;
  display: block;
  transform-origin: 0 0;
}
</style>
