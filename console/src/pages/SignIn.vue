<script setup lang="ts">
import { ref } from 'vue';
import { useRoute } from 'vue-router';
import { signIn } from '../api';
import DoorSheet from '../shell/DoorSheet.vue';

const route = useRoute();
const mail = ref('');
const password = ref('');

async function send(): Promise<void> {
  const { to } = route.query;
  await signIn(mail.value.trim(), password.value, typeof to === 'string' && to.startsWith('/') ? to : undefined);
}
</script>

<template>
  <DoorSheet
    title="Sign in"
    words="Design the pages of your store from sections, try them on real products, publish them, and take them back."
    :send="send"
  >
    <template #default="{ fault }">
      <v-text-field
        v-model="mail"
        v-focus
        label="Mail address"
        type="email"
        name="mail"
        autocomplete="username"
        required
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
