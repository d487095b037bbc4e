<script setup lang="ts">
import { Problem } from '@parlour/core';
import { routes } from '@parlour/contract';
import { ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { call, openSession } from '../api';

const route = useRoute();
const router = useRouter();
const mail = ref('');
const password = ref('');
const fault = ref('');
const busy = ref(false);

async function signIn(): Promise<void> {
  busy.value = true;
  fault.value = '';
  try {
    await call(routes.signIn, { body: { mail: mail.value.trim(), password: password.value } });
    await openSession();
    const to =
      typeof route.query['to'] === 'string' && route.query['to'].startsWith('/') ? route.query['to'] : '/pages';
    await router.push(to);
  } catch (error) {
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
      <p>Design the pages of your store from sections, try them on real goods, publish, and take it back.</p>
    </div>
    <v-card class="card">
      <form @submit.prevent="signIn">
        <h2 class="mb-5">Sign in</h2>
        <v-text-field
          v-model="mail"
          label="Mail address"
          type="email"
          name="mail"
          autocomplete="username"
          required
          autofocus
          class="mb-4"
        />
        <v-text-field
          v-model="password"
          label="Password"
          type="password"
          name="password"
          autocomplete="current-password"
          required
          :error-messages="fault"
          class="mb-5"
        />
        <v-btn type="submit" variant="flat" color="primary" block size="large" :loading="busy">Sign in</v-btn>
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
