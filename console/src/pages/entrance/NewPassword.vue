<script setup lang="ts">
/** Sets a new password with the link from a message, then straight in. */
import { routes } from '@parlour/contract';
import { ref } from 'vue';
import { useRoute } from 'vue-router';
import { call, signIn } from '../../api';
import DoorSheet from '../../shell/DoorSheet.vue';

const route = useRoute();
const password = ref('');

async function save(): Promise<void> {
  const body = { token: String(route.params['token']), password: password.value };
  const user = await call(routes.setForgottenPassword, { body });
  await signIn(user.email, password.value);
}
</script>

<template>
  <DoorSheet
    title="Set a new password"
    words="At least twelve characters. You will be signed out everywhere else."
    :send="save"
  >
    <template #default="{ fault }">
      <v-text-field
        v-model="password"
        v-focus
        label="New password"
        type="password"
        autocomplete="new-password"
        required
        :error-messages="fault"
        class="mb-5"
      />
    </template>
    <template #after>
      <RouterLink to="/forgotten-password">Ask for another link</RouterLink>
    </template>
  </DoorSheet>
</template>
