<script setup lang="ts">
/** Takes up an invitation: a name and a password, then straight in. */
import { Problem } from '@parlour/core';
import { routes } from '@parlour/contract';
import { ref } from 'vue';
import { useRoute } from 'vue-router';
import { call, signIn } from '../../api';
import DoorSheet from '../../shell/DoorSheet.vue';

const route = useRoute();
const email = ref('');
const name = ref('');
const password = ref('');
const asksEmail = ref(false);

async function join(): Promise<void> {
  const body = {
    token: String(route.params['token']),
    name: name.value.trim(),
    password: password.value,
    ...(email.value ? { email: email.value.trim() } : {}),
  };
  const user = await call(routes.join, { body }).catch((error: unknown) => {
    if (error instanceof Problem && error.place === 'email') asksEmail.value = true;
    throw error;
  });
  await signIn(user.email, password.value);
}
</script>

<template>
  <DoorSheet
    v-slot="{ fault }"
    title="Join"
    words="You have been invited. Choose a name for the team to see, and a password of at least twelve characters."
    :send="join"
  >
    <v-text-field v-model="name" v-focus label="Your name" autocomplete="name" required class="mb-4" />
    <v-text-field
      v-if="asksEmail"
      v-model="email"
      label="Email address you will sign in with"
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
  </DoorSheet>
</template>
