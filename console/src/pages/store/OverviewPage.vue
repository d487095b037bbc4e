<script setup lang="ts">
/** Where the store stands: what it still needs, what is unpublished, what is waiting, and what went live last. */
import { mdiCheckCircle, mdiCircleOutline } from '@mdi/js';
import type { SetUpPlace } from '@parlour/core/set-up';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed } from 'vue';
import { useAnswer } from '../../answers';
import { session } from '../../api';
import { whenText } from '../../times';

type Step = AnswerOf<typeof routes.getSetUp>['steps'][number];
type Timed = AnswerOf<typeof routes.listTimedChanges>['timedChanges'][number];
type Revision = AnswerOf<typeof routes.listRevisions>['revisions'][number];

const SHOWN = 5;
const { data: setUp } = useAnswer(routes.getSetUp);
const { data: timed } = useAnswer(routes.listTimedChanges);
const { data: latest } = useAnswer(routes.listRevisions, () => ({ query: { limit: SHOWN } }));
const steps = computed<readonly Step[]>(() => setUp.value?.steps ?? []);
const waiting = computed<readonly Timed[]>(() =>
  (timed.value?.timedChanges ?? []).filter(({ state }) => state === 'waiting' || state === 'conflict'),
);
const revisions = computed<readonly Revision[]>(() => latest.value?.revisions ?? []);
const done = computed(() => steps.value.filter((step) => step.done).length);
const changes = computed(() => session.changes?.changes ?? []);

/** Where each step is done in the console. */
const PLACES: Readonly<Record<SetUpPlace, string>> = {
  catalogue: '/sample-catalogue',
  store: '/store',
  header: '/workbench/home?section=logo',
  pages: '/content',
  content: '/content',
  home: '/workbench/home',
  menus: '/menus',
  delivery: '/delivery',
  findings: '/findings',
  publish: '/compare',
};
function placeOf({ place, pages }: Step): string {
  const [first] = pages;
  return place === 'content' && first ? `/content/${first.slice('content:'.length)}` : PLACES[place];
}
</script>

<template>
  <div class="sheet">
    <div class="sheet-head">
      <div>
        <h1>{{ session.store?.name }}</h1>
        <p class="quiet">
          <a class="plain" :href="session.store?.storefront" target="_blank" rel="noopener">{{
            session.store?.storefront
          }}</a>
        </p>
      </div>
    </div>
    <div class="both">
      <section aria-labelledby="set-up">
        <h2 id="set-up">Set-up</h2>
        <p class="quiet">
          {{
            !steps.length
              ? 'Looking …'
              : done === steps.length
                ? 'Everything is done. Each line still leads to its place.'
                : `${done} of ${steps.length} done. Each ticks itself off.`
          }}
        </p>
        <ol class="steps">
          <li v-for="step in steps" :key="step.code">
            <router-link :to="placeOf(step)" class="step" :class="{ done: step.done }">
              <v-icon :icon="step.done ? mdiCheckCircle : mdiCircleOutline" size="26" />
              <span>
                <strong>{{ step.title }}</strong>
                <span class="unseen">{{ step.done ? '(done)' : '(open)' }}</span>
                <span class="quiet sentence">{{ step.sentence }}</span>
              </span>
            </router-link>
          </li>
        </ol>
      </section>
      <div class="news">
        <section aria-labelledby="unpublished">
          <h2 id="unpublished">Unpublished</h2>
          <p v-if="!changes.length" class="quiet">Nothing: shoppers see everything you did.</p>
          <ul v-else class="sentences">
            <li v-for="change in changes.slice(0, SHOWN)" :key="change.id">{{ change.sentence }}</li>
          </ul>
          <router-link v-if="changes.length" class="plain" to="/compare">{{
            changes.length > SHOWN ? `All ${changes.length} changes, compared with live` : 'Compare with live'
          }}</router-link>
        </section>
        <section aria-labelledby="waiting">
          <h2 id="waiting">Waiting for a time</h2>
          <p v-if="!waiting.length" class="quiet">Nothing. “Publish later” puts changes live at a time you choose.</p>
          <p v-for="one in waiting" :key="one.id">
            <router-link class="plain" to="/revisions">{{ one.name }}</router-link>
            <span v-if="one.state === 'conflict'" class="tag tag-bad ms-2">Needs a decision</span>
            <span class="quiet when">{{ one.times }}</span>
          </p>
        </section>
        <section aria-labelledby="latest">
          <h2 id="latest">Latest revisions</h2>
          <p v-for="one in revisions" :key="one.number">
            <router-link class="plain" to="/revisions">{{ one.number }}: {{ one.note || 'No note' }}</router-link>
            <span v-if="one.live" class="tag tag-live ms-2">Live</span>
            <span class="quiet when">{{ one.author }}, {{ whenText(one.created) }}</span>
          </p>
        </section>
      </div>
    </div>
  </div>
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 24px 56px;
  align-items: start;
}
@media (max-width: 799px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }
}
.steps {
  list-style: none;
  padding: 0;
  margin-block-start: 14px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgba(var(--v-border-color), 0.16);
  border-radius: 4px;
}
.steps li + li {
  border-block-start: 1px solid rgba(var(--v-border-color), 0.12);
}
.step {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 14px;
  align-items: start;
  padding: 14px 18px;
  color: inherit;
  text-decoration: none;
}
.step:hover {
  background: rgba(var(--v-theme-primary), 0.05);
}
.step .v-icon {
  color: rgb(var(--v-theme-warning));
}
.done .v-icon {
  color: rgb(var(--v-theme-success));
}
.sentence,
.when {
  display: block;
  overflow-wrap: anywhere;
}
.news {
  display: grid;
  gap: 32px;
}
.news h2 {
  margin-block-end: 8px;
}
.news p + p {
  margin-block-start: 8px;
}
.sentences {
  padding-inline-start: 18px;
  margin-block-end: 6px;
}
.when {
  font-size: 0.9375rem;
}
</style>
