<script setup lang="ts">
/** Asks for a message with a link to set a new password. */
import { routes } from '@parlour/contract';
import { ref } from 'vue';
import { useRoute } from 'vue-router';
import { call } from '../../api';
import DoorSheet from '../../shell/DoorSheet.vue';

const route = useRoute();
const email = ref(typeof route.query['email'] === 'string' ? route.query['email'] : '');
const sent = ref('');

async function send(): Promise<void> {
  const address = email.value.trim();
  await call(routes.forgotPassword, { body: { email: address } });
  sent.value = address;
}
</script>

<template>
  <DoorSheet
    title="Forgot your password?"
    action="Send a link"
    words="We send you a link for setting a new password. The old one then stops working."
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
        :error-messages="fault"
        class="mb-4"
      />
      <p v-if="sent" class="mb-5" role="status">
        If {{ sent }} has an account, a message is on its way. Its link works once, within an hour.
      </p>
    </template>
    <template #after>
      <RouterLink to="/sign-in">Back to sign in</RouterLink>
    </template>
  </DoorSheet>
</template>
