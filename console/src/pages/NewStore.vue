<script setup lang="ts">
/** A store from nothing, also the first one of somebody who has none. */
import { routes } from '@parlour/contract';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { attempt, call, openStore, say, session, signOut } from '../api';
import GroundworkChoice from './GroundworkChoice.vue';

const router = useRouter();

const name = ref('');
const slug = ref('');
const currency = ref('EUR');
const country = ref('');
const locale = ref(navigator.language);
const timeZone = ref(Intl.DateTimeFormat().resolvedOptions().timeZone);
const groundwork = ref('');
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
    const made = await call(routes.createStore, {
      body: {
        name: name.value.trim(),
        slug: slug.value || suggested.value,
        currency: currency.value.toUpperCase(),
        country: country.value.toUpperCase(),
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
