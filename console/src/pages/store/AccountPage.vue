<script setup lang="ts">
/** One's own password, and tokens for programs. */
import { routes, type AnswerOf } from '@parlour/contract';
import { computed, onMounted, ref } from 'vue';
import { attempt, call, say, session } from '../../api';
import { dayText } from '../../times';

type Token = AnswerOf<typeof routes.listTokens>['tokens'][number];

const old = ref('');
const fresh = ref('');
const tokens = ref<Token[]>([]);
const name = ref('');
const password = ref('');
const readOnly = ref(false);
const made = ref('');
const busy = ref(false);
const SHORTEST = 12;
const longEnough = computed(() => fresh.value.length >= SHORTEST);

async function load(): Promise<void> {
  await attempt(async () => {
    tokens.value = (await call(routes.listTokens)).tokens;
  });
}

async function run(work: () => Promise<void>): Promise<void> {
  busy.value = true;
  await attempt(work);
  busy.value = false;
}

const changePassword = (): Promise<void> =>
  run(async () => {
    await call(routes.changePassword, { body: { old: old.value, new: fresh.value } });
    old.value = fresh.value = '';
    say('Your password is changed. Other browsers and programs are signed out.');
    await load();
  });

const makeToken = (): Promise<void> =>
  run(async () => {
    const body = {
      email: session.user?.email ?? '',
      password: password.value,
      name: name.value.trim(),
      scope: readOnly.value ? 'read' : 'all',
    } as const;
    made.value = (await call(routes.createToken, { body })).token;
    name.value = password.value = '';
    await load();
  });

async function end(token: Token): Promise<void> {
  await attempt(() => call(routes.removeToken, { params: { token: String(token.id) } }));
  say(`“${token.name}” no longer works.`);
  await load();
}

onMounted(load);
</script>

<template>
  <div class="sheet narrow">
    <div class="sheet-head">
      <div>
        <h1>Your account</h1>
        <p class="quiet">{{ session.user?.name }}, {{ session.user?.email }}</p>
      </div>
    </div>

    <h2 class="mb-3">Password</h2>
    <form class="row" @submit.prevent="changePassword">
      <v-text-field
        v-model="old"
        type="password"
        label="Current password"
        autocomplete="current-password"
        hint="To confirm it is you"
        persistent-hint
        required
      />
      <v-text-field
        v-model="fresh"
        type="password"
        label="New password"
        autocomplete="new-password"
        :hint="`At least ${SHORTEST} characters; several words work well`"
        persistent-hint
        required
      />
      <v-btn type="submit" variant="outlined" :loading="busy" :disabled="!old || !longEnough">Change password</v-btn>
    </form>

    <h2 class="mt-8 mb-1">Tokens for programs</h2>
    <p class="quiet mb-3">A program with a token acts as you. Signing in on the command line creates one.</p>
    <v-card v-if="tokens.length" class="mb-4">
      <v-table>
        <thead>
          <tr>
            <th>Name</th>
            <th>Can</th>
            <th>Works until</th>
            <th>Last used</th>
            <th class="act"><span class="unseen">Remove</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="token in tokens" :key="token.id">
            <td>
              <strong>{{ token.name }}</strong>
            </td>
            <td>{{ token.scope === 'read' ? 'only read' : 'do everything you can' }}</td>
            <td>{{ dayText(token.expires) }}</td>
            <td>{{ token.used ? dayText(token.used) : 'never' }}</td>
            <td class="act"><v-btn :aria-label="`Remove ${token.name}`" @click="end(token)">Remove</v-btn></td>
          </tr>
        </tbody>
      </v-table>
    </v-card>
    <form class="row" @submit.prevent="makeToken">
      <v-text-field v-model="name" label="What it is for" maxlength="80" hide-details required />
      <v-text-field
        v-model="password"
        type="password"
        label="Your password"
        autocomplete="current-password"
        hide-details
        required
      />
      <v-btn type="submit" variant="outlined" :loading="busy" :disabled="!name.trim() || !password"
        >Create a token</v-btn
      >
      <v-checkbox v-model="readOnly" label="Read only" density="compact" hide-details class="wide" />
    </form>
    <v-card v-if="made" class="made">
      <p class="mb-2">Copy it now; it is not shown again.</p>
      <v-text-field :model-value="made" readonly hide-details aria-label="The token" />
    </v-card>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 860px;
}
.row {
  display: grid;
  grid-template-columns: 1fr 1fr auto;
  gap: 4px 12px;
  align-items: start;
}
.row .v-btn {
  height: 40px;
}
.wide {
  grid-column: 1 / -1;
  margin-inline-start: -8px;
}
.act {
  width: 100px;
  text-align: end !important;
}
.made {
  margin-top: 16px;
  padding: 16px 20px;
}
</style>
