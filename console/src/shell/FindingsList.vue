<script setup lang="ts">
/** What the inspection has found: how bad it is, what to do, the way to its place, and one action where there is one. */
import { mdiAlertCircleOutline, mdiAlertOutline, mdiInformationOutline } from '@mdi/js';
import { codeOf, templateCodeOf } from '@parlour/core/documents';
import { routes, type AnswerOf } from '@parlour/contract';
import { useRouter } from 'vue-router';
import { attempt, call, edit } from '../api';

type Finding = AnswerOf<typeof routes.listFindings>['findings'][number];
const props = defineProps<{
  findings: readonly Finding[];
  /** Without the way to its place, where that is open already. */ here?: boolean;
  /** Does edits, where the page around has a way of its own. */ run?: (edits: Edits) => Promise<unknown>;
}>();
type Edits = NonNullable<Finding['mend']>['edits'];

const router = useRouter();
const LOOKS = {
  fault: { icon: mdiAlertCircleOutline, colour: 'error', title: 'Blocker' },
  blocker: { icon: mdiAlertCircleOutline, colour: 'error', title: 'Blocker' },
  warning: { icon: mdiAlertOutline, colour: 'warning', title: 'Warning' },
  hint: { icon: mdiInformationOutline, colour: 'secondary', title: 'Hint' },
} as const;

const mend = (edits: Edits): Promise<unknown> => (props.run ? props.run(edits) : attempt(() => edit(edits)));

async function show({ document, node }: Finding): Promise<void> {
  const section = node === undefined ? {} : { section: node };
  if (document.startsWith('addition/')) return void (await router.push(`/additions/${codeOf(document)}`));
  if (document.startsWith('content/')) return void (await router.push(`/content/${codeOf(document)}`));
  const template = templateCodeOf(document);
  if (template === null) return void (await router.push({ path: '/workbench/home', query: section }));
  await attempt(async () => {
    const { pages } = await call(routes.listPages, { query: { template, limit: 1 } });
    const found = (await call(routes.listTemplates)).templates.find(({ code }) => code === template);
    const [page] = pages.length
      ? pages
      : (await call(routes.listPages, { query: { pageKind: found?.pageKind, limit: 1 } })).pages;
    if (page)
      await router.push({
        path: `/workbench/${encodeURIComponent(page.page)}`,
        query: { ...section, ...(pages.length ? {} : { template }) },
      });
  });
}
</script>

<template>
  <ul class="findings">
    <li v-for="one in findings" :key="`${one.code} ${one.document} ${one.node} ${one.field} ${one.sentence}`">
      <v-icon
        :icon="LOOKS[one.severity].icon"
        :color="LOOKS[one.severity].colour"
        :aria-label="LOOKS[one.severity].title"
        size="20"
      />
      <div>
        <p>{{ one.sentence }}</p>
        <p v-if="!one.mend" class="quiet">{{ one.remedy }}</p>
        <p v-if="one.mend || !here" class="remedies">
          <v-btn v-if="one.mend" size="small" variant="outlined" color="primary" @click="mend(one.mend.edits)">{{
            one.mend.label
          }}</v-btn>
          <v-btn v-if="!here" size="small" @click="show(one)">Show</v-btn>
        </p>
      </div>
    </li>
  </ul>
</template>

<style scoped>
.findings {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 12px;
}
li {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 10px;
}
.remedies {
  display: flex;
  gap: 6px;
  margin-block-start: 6px;
}
</style>
