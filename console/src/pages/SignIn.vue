<script setup lang="ts">
import { routes } from '@parlour/contract';
import { ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { call, openSession } from '../api';
import DoorSheet from '../shell/DoorSheet.vue';

const route = useRoute();
const router = useRouter();
const mail = ref('');
const password = ref('');

async function signIn(): Promise<void> {
  await call(routes.signIn, { body: { mail: mail.value.trim(), password: password.value } });
  await openSession();
  const { to } = route.query;
  await router.push(typeof to === 'string' && to.startsWith('/') ? to : '/pages');
}
</script>

<template>
  <DoorSheet
    title="Sign in"
    words="Design the pages of your store from sections, try them on real goods, publish, and take it back."
    :send="signIn"
  >
    <template #default="{ fault }">
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
    </template>
    <template #after>
      <RouterLink :to="{ path: '/forgotten-password', query: mail ? { mail } : {} }">Forgot your password?</RouterLink>
    </template>
  </DoorSheet>
</template>
