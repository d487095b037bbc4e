<script setup lang="ts">
/** A store from nothing, also the first one of somebody who has none. */
import { routes } from '@parlour/contract';
import { proposalsFor } from '@parlour/core/locale';
import { computed, ref, type Ref } from 'vue';
import { useRouter } from 'vue-router';
import { attempt, call, openStore, say, session, signOut } from '../../api';
import { selectOnFocus } from '../../fields/select-on-focus';
import { COUNTRIES, CURRENCIES, isFound, LANGUAGES, OWN_TIME_ZONE, TIME_ZONES } from '../../names';
import GroundworkChoice from '../publishing/GroundworkChoice.vue';

const router = useRouter();

const name = ref('');
const slug = ref('');
const currency = ref('EUR');
const country = ref('');
const locale = ref(navigator.language);
const timeZone = ref(OWN_TIME_ZONE);
const groundwork = ref('');
const busy = ref(false);
const selecting = selectOnFocus();

const HOME_COUNTRY = 'Home country';
/** What is chosen from lists. The country proposes the others until they are chosen. */
const chosen = [
  { label: HOME_COUNTRY, hint: 'Where you sell from; it proposes what is below', items: COUNTRIES, model: country },
  { label: 'Currency', hint: 'What prices are in', items: CURRENCIES, model: currency },
  { label: 'Language', hint: 'What the store speaks first', items: LANGUAGES, model: locale },
  { label: 'Time zone', hint: 'For publishing later, sales and notices', items: TIME_ZONES, model: timeZone },
];
/** What was chosen by hand, which no country changes. */
const decided = new Set<string>();
function choose(label: string, model: Ref<string>, value: string): void {
  model.value = value;
  if (label === HOME_COUNTRY) propose();
  else decided.add(label);
}
function propose(): void {
  const proposed = proposalsFor(country.value, OWN_TIME_ZONE);
  const values = new Map([
    [currency, proposed.currency],
    [locale, proposed.locale],
    [timeZone, proposed.timeZone],
  ]);
  for (const { label, items, model } of chosen) {
    const value = values.get(model) ?? null;
    if (value !== null && !decided.has(label) && items.some((one) => one.value === value)) model.value = value;
  }
}

const suggested = computed(() =>
  name.value
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, ''),
);

async function create(): Promise<void> {
  busy.value = true;
  await attempt(async () => {
    const made = await call(routes.createStore, {
      body: {
        name: name.value.trim(),
        slug: slug.value || suggested.value,
        currency: currency.value,
        country: country.value,
        locale: locale.value,
        timeZone: timeZone.value,
        ...(groundwork.value && { groundwork: groundwork.value }),
      },
    });
    await openStore(made.slug);
    await router.push('/overview');
    say(`“${name.value}” is ready, with every page it needs.`);
  });
  busy.value = false;
}
</script>

<template>
  <div class="sheet narrow">
    <div class="sheet-head">
      <div>
        <h1>A new store</h1>
        <p class="quiet">
          It starts with every page it needs.
          <template v-if="!session.store"
            >You do not belong to a store yet. An owner can also invite you to theirs.</template
          >
        </p>
      </div>
      <v-btn v-if="!session.store" variant="outlined" @click="signOut">Sign out {{ session.user?.name }}</v-btn>
    </div>
    <v-card class="pa-6">
      <form class="fields" @submit.prevent="create">
        <v-text-field
          v-model="name"
          v-focus
          label="Name"
          hint="The name shoppers see"
          persistent-hint
          maxlength="80"
          required
        />
        <v-text-field
          v-model="slug"
          label="Part of its web address"
          :placeholder="suggested"
          persistent-placeholder
          hint="Lower-case letters, digits and “-”"
          persistent-hint
        />
        <v-autocomplete
          v-for="{ label, hint, items, model } in chosen"
          :key="label"
          :model-value="model.value || null"
          v-bind="selecting"
          :label="label"
          :hint="hint"
          :items="items"
          :custom-filter="(title: string, typed: string) => isFound(title, typed, items)"
          persistent-hint
          auto-select-first
          required
          @update:model-value="choose(label, model, $event ?? '')"
        />
        <GroundworkChoice v-model="groundwork" legend="What its design builds on" class="whole" />
        <div class="act">
          <v-btn type="submit" variant="flat" color="primary" :loading="busy" :disabled="!name.trim() || !country"
            >Create store</v-btn
          >
        </div>
      </form>
    </v-card>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 760px;
}
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 18px 20px;
}
.whole,
.act {
  grid-column: 1 / -1;
}
.act {
  text-align: end;
}
</style>
