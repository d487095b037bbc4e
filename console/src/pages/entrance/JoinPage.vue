<script setup lang="ts">
/** Takes up an invitation: a name and a password, then straight in. */
import { routes } from '@parlour/contract';
import { ref } from 'vue';
import { useRoute } from 'vue-router';
import { call, signIn } from '../../api';
import DoorSheet from '../../shell/DoorSheet.vue';

const route = useRoute();
const name = ref('');
const password = ref('');

async function join(): Promise<void> {
  const body = {
    token: String(route.params['token']),
    name: name.value.trim(),
    password: password.value,
  };
  const user = await call(routes.join, { body });
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
