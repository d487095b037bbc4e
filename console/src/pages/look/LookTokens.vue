<script setup lang="ts">
/** The look as a file of design tokens, out and in. */
import { mdiDownload, mdiUpload } from '@mdi/js';
import { Problem, someOf } from '@parlour/core';
import type { LookDocument } from '@parlour/core/documents';
import { lookTokens, readTokens, type Tokens } from '@parlour/core/look';
import { ref } from 'vue';
import { attempt, edit, say, undoLast } from '../../api';

const props = defineProps<{ look: LookDocument }>();
const input = ref<HTMLInputElement | null>(null);

function save(): void {
  const text = JSON.stringify(lookTokens(props.look), null, 2);
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([text], { type: 'application/json' }));
  link.download = 'look.tokens.json';
  link.click();
  URL.revokeObjectURL(link.href);
}

async function take(): Promise<void> {
  const chosen = input.value?.files?.[0];
  if (!chosen) return;
  await attempt(async () => {
    const tokens = read(await chosen.text());
    const { unknown } = readTokens(tokens, props.look.groundwork);
    const { sentences } = await edit([{ type: 'tokens', tokens }]);
    const left = unknown.length ? ` Left out, since they are not of the look: ${someOf(unknown)}.` : '';
    const done = sentences.length ? sentences.join(' ') : 'The look is as these tokens say already.';
    say(`${done}${left}`, undoLast);
  });
  // So that the same file can be chosen again.
  if (input.value) input.value.value = '';
}

function read(text: string): Tokens {
  try {
    return JSON.parse(text) as Tokens;
  } catch {
    throw new Problem('not-json', 'This file is not JSON.', { remedy: 'Choose a file of design tokens.' });
  }
}
</script>

<template>
  <div class="tokens">
    <v-btn size="small" :prepend-icon="mdiDownload" @click="save">Export look</v-btn>
    <v-btn size="small" :prepend-icon="mdiUpload" @click="input?.click()">Import look</v-btn>
    <input ref="input" type="file" accept=".json,application/json" hidden @change="take" />
  </div>
</template>

<style scoped>
.tokens {
  display: flex;
  gap: 8px;
  margin-block-end: 8px;
}
</style>
