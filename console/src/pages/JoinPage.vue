<script setup lang="ts">
/** Takes up an invitation: a name and a password, then straight in. */
import { Problem } from '@parlour/core';
import { routes } from '@parlour/contract';
import { ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { call, openSession } from '../api';

const route = useRoute();
const router = useRouter();
const mail = ref('');
const name = ref('');
const password = ref('');
const asksMail = ref(false);
const fault = ref('');
const busy = ref(false);

async function join(): Promise<void> {
  busy.value = true;
  fault.value = '';
  try {
    const body = {
      token: String(route.params['token']),
      name: name.value.trim(),
      password: password.value,
      ...(mail.value ? { mail: mail.value.trim() } : {}),
    };
    const user = await call(routes.join, { body });
    await call(routes.signIn, { body: { mail: user.mail, password: password.value } });
    await openSession();
    await router.push('/pages');
  } catch (error) {
    if (error instanceof Problem && error.place === 'mail') asksMail.value = true;
    fault.value =
      error instanceof Problem
        ? `${error.message} ${error.remedy ?? ''}`
        : 'The console cannot reach the service. Try again in a moment.';
  }
  busy.value = false;
}
</script>

<template>
  <div class="door">
    <div class="words">
      <h1>Parlour</h1>
      <p>You are invited. Choose a name that the team sees, and a password of at least twelve characters.</p>
    </div>
    <v-card class="card">
      <form @submit.prevent="join">
        <h2 class="mb-5">Join</h2>
        <v-text-field v-model="name" label="Your name" autocomplete="name" required autofocus class="mb-4" />
        <v-text-field
          v-if="asksMail"
          v-model="mail"
          label="Mail address you will sign in with"
          type="email"
          autocomplete="username"
          required
          class="mb-4"
        />
        <v-text-field
          v-model="password"
          label="Password"
          type="password"
          autocomplete="new-password"
          required
          :error-messages="fault"
          class="mb-5"
        />
        <v-btn type="submit" variant="flat" color="primary" block size="large" :loading="busy">Join</v-btn>
      </form>
    </v-card>
  </div>
</template>

<style scoped>
.door {
  min-height: 100vh;
  display: grid;
  grid-template-columns: minmax(280px, 420px) minmax(320px, 400px);
  gap: 64px;
  align-items: center;
  justify-content: center;
  padding: 32px;
}
.words h1 {
  font-size: 3.5rem;
  margin-bottom: 16px;
}
.words p {
  font: 500 1.375rem/1.45 var(--title-font);
  color: rgb(var(--v-theme-secondary));
}
.card {
  padding: 32px;
}
@media (max-width: 800px) {
  .door {
    grid-template-columns: 1fr;
    gap: 24px;
  }
}
</style>
