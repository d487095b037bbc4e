<script setup lang="ts">
import { ref } from 'vue';
import { useRoute } from 'vue-router';
import { signIn } from '../../api';
import DoorSheet from '../../shell/DoorSheet.vue';

const route = useRoute();
const email = ref('');
const password = ref('');

async function send(): Promise<void> {
  const { to } = route.query;
  await signIn(email.value.trim(), password.value, typeof to === 'string' && to.startsWith('/') ? to : undefined);
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
        v-model="email"
        v-focus
        label="Email address"
        type="email"
        name="email"
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
      <RouterLink :to="{ path: '/forgotten-password', query: email ? { email } : {} }"
        >Forgot your password?</RouterLink
      >
    </template>
  </DoorSheet>
</template>
