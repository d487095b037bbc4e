<script setup lang="ts">
/** The first store of somebody who has none: everything else can be changed later. */
import { routes } from '@parlour/contract';
import { computed, ref } from 'vue';
import { attempt, call, openSession, say } from '../api';

const name = ref('');
const slug = ref('');
const currency = ref('EUR');
const country = ref('');
const locale = ref(navigator.language);
const timeZone = ref(Intl.DateTimeFormat().resolvedOptions().timeZone);
const busy = ref(false);

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
    await call(routes.createStore, {
      body: {
        name: name.value.trim(),
        slug: slug.value || suggested.value,
        currency: currency.value.toUpperCase(),
        country: country.value.toUpperCase(),
        locale: locale.value,
        timeZone: timeZone.value,
      },
    });
    await openSession();
    say(`“${name.value}” is there, with every page a shop needs.`);
  });
  busy.value = false;
}
</script>

<template>
  <div class="sheet narrow">
    <h1>A new store</h1>
    <p class="quiet mb-6">
      You belong to no store yet. Make one here, or ask an owner to invite you to theirs. It starts with every page a
      shop needs.
    </p>
    <v-card class="pa-6">
      <form class="fields" @submit.prevent="create">
        <v-text-field v-model="name" label="Name" maxlength="80" required autofocus />
        <v-text-field
          v-model="slug"
          label="Part of its address"
          :placeholder="suggested"
          persistent-placeholder
          hint="Small letters, digits and “-”"
          persistent-hint
        />
        <v-text-field
          v-model="currency"
          label="Currency"
          hint="Such as EUR or JPY"
          persistent-hint
          maxlength="3"
          required
        />
        <v-text-field v-model="country" label="Home country" hint="Such as IE" persistent-hint maxlength="2" required />
        <v-text-field v-model="locale" label="Language" hint="Such as en-IE" persistent-hint required />
        <v-text-field v-model="timeZone" label="Time zone" hint="Such as Europe/Dublin" persistent-hint required />
        <div class="act">
          <v-btn type="submit" variant="flat" color="primary" :loading="busy" :disabled="!name.trim() || !country"
            >Make the store</v-btn
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
.act {
  grid-column: 1 / -1;
  text-align: end;
}
</style>
