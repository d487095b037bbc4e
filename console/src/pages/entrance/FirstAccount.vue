<script setup lang="ts">
/** The first account of a Parlour that has none: whoever has the link from the terminal makes it, then a store. */
import { routes } from '@parlour/contract';
import { ref } from 'vue';
import { useRoute } from 'vue-router';
import { call, signIn } from '../../api';
import DoorSheet from '../../shell/DoorSheet.vue';

const route = useRoute();
const email = ref('');
const name = ref('');
const password = ref('');

async function make(): Promise<void> {
  const made = await call(routes.join, {
    body: {
      token: String(route.params['token']),
      name: name.value.trim(),
      email: email.value.trim(),
      password: password.value,
    },
  });
  await signIn(made.email, password.value, '/new-store');
}
</script>

<template>
  <DoorSheet
    v-slot="{ fault }"
    title="Make the first account"
    words="It is yours, and you can invite others later. A new store comes next."
    :send="make"
  >
    <v-text-field v-model="name" v-focus label="Your name" autocomplete="name" required class="mb-4" />
    <v-text-field
      v-model="email"
      label="Email address"
      hint="You sign in with it."
      persistent-hint
      type="email"
      autocomplete="username"
      required
      class="mb-4"
    />
    <v-text-field
      v-model="password"
      label="Password"
      hint="At least twelve characters."
      persistent-hint
      type="password"
      autocomplete="new-password"
      required
      :error-messages="fault"
      class="mb-5"
    />
  </DoorSheet>
</template>
