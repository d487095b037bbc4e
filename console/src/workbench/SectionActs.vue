<script setup lang="ts">
/** What can be done with a section: a step up or down, a copy, shared or not, removed. */
import { mdiArrowDown, mdiArrowUp, mdiContentCopy, mdiDeleteOutline, mdiLinkVariant, mdiLinkVariantOff } from '@mdi/js';
import { LIMITS } from '@parlour/core/design';
import { ref } from 'vue';
import AskDialog from '../shell/AskDialog.vue';
import type { Selection } from './steps';
import type { Workbench } from './use-workbench';

const props = defineProps<{
  bench: Workbench;
  selected: Selection;
  /** What it is called; a shared section begins with that. */ name: string;
}>();

/** The name under which it is about to be shared; null while it is not. */
const sharedName = ref<string | null>(null);
async function share(): Promise<void> {
  const name = sharedName.value?.trim();
  if (name && (await props.bench.share(props.selected, name))) sharedName.value = null;
}
</script>

<template>
  <div class="acts">
    <v-btn
      size="small"
      :prepend-icon="mdiArrowUp"
      :disabled="!bench.stepFrom(selected, -1)"
      @click="bench.nudge(selected, -1)"
      >Up</v-btn
    >
    <v-btn
      size="small"
      :prepend-icon="mdiArrowDown"
      :disabled="!bench.stepFrom(selected, 1)"
      @click="bench.nudge(selected, 1)"
      >Down</v-btn
    >
    <v-btn size="small" :prepend-icon="mdiContentCopy" @click="bench.copy(selected)">Copy</v-btn>
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
      @click="sharedName = name.slice(0, LIMITS.nameLength)"
      >Share</v-btn
    >
    <v-btn size="small" color="error" :prepend-icon="mdiDeleteOutline" @click="bench.remove(selected)">Remove</v-btn>
  </div>
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
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
}
.acts .v-btn {
  padding-inline: 8px;
}
</style>
