<script setup lang="ts">
/** For how many pages a value or a list counts; and the way to have it for the open page alone, and back. */
defineProps<{
  /** What it is called, for those who hear the page. */ label: string;
  /** How many pages show what is set here; null while that is not known. */ pages: number | null;
  /** Of a shared section: how many sections show it. */ places?: number;
  /** True if the open page has it of its own. */ own: boolean;
  /** True if each page is to have it of its own: what the template has is an example. */ each?: boolean;
  /** True where a template can say so. */ mayBeEach?: boolean;
}>();
const emit = defineEmits<{ own: []; reset: []; each: [isEach: boolean] }>();
const counted = (count: number, one: string): string => `${count} ${one}${count === 1 ? '' : 's'}`;
</script>

<template>
  <p class="scope" :class="{ own }">
    <template v-if="own"
      >For this page alone ·
      <button type="button" :aria-label="`${label}: as on other pages again`" @click="emit('reset')">
        as on other pages
      </button></template
    >
    <template v-else-if="pages !== null"
      ><template v-if="each">An example; each page has its own</template
      ><template v-else-if="places">In {{ counted(places, 'place') }}, on {{ counted(pages, 'page') }}</template
      ><template v-else>On {{ counted(pages, 'page') }}</template
      ><template v-if="pages > 1 || each">
        ·
        <button type="button" :aria-label="`${label}: for this page alone`" @click="emit('own')">
          for this page alone
        </button></template
      ><template v-if="mayBeEach">
        ·
        <button
          type="button"
          :aria-label="each ? `${label}: the same on all pages` : `${label}: each page has its own`"
          @click="emit('each', !each)"
        >
          {{ each ? 'the same on all' : 'each page its own' }}
        </button></template
      ></template
    >
  </p>
</template>

<style scoped>
.scope {
  min-height: 1.25rem;
  margin: 2px 12px 0;
  color: rgb(var(--v-theme-secondary));
  font-size: 0.8125rem;
}
.own {
  color: rgb(var(--v-theme-primary));
}
button {
  color: inherit;
  text-decoration: underline;
  text-underline-offset: 2px;
}
button:hover {
  color: rgb(var(--v-theme-primary));
}
</style>
