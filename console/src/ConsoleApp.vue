<script setup lang="ts">
import { onMounted, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { openSession, session, tell } from './api';
import { startListening } from './live';
import NewStore from './pages/entrance/NewStore.vue';
import MastHead from './shell/MastHead.vue';
import PageNotFound from './shell/PageNotFound.vue';

const router = useRouter();
const ready = ref(false);
/** How often something was said: each is shown for its own time, whatever was shown before. */
const said = ref(0);
watch(
  () => session.notice,
  (notice) => notice && said.value++,
  { flush: 'sync' },
);

onMounted(async () => {
  await router.isReady();
  try {
    const signedIn = await openSession();
    const { meta, fullPath } = router.currentRoute.value;
    if (!signedIn && !meta.open) await router.replace({ path: '/sign-in', query: { to: fullPath } });
  } catch (error) {
    tell(error);
  }
  ready.value = true;
  startListening();
});
</script>

<template>
  <v-app>
    <MastHead v-if="session.user && session.store" />
    <v-main v-if="ready">
      <PageNotFound v-if="session.absence" :what="session.absence" />
      <!-- Another design means another page; the door stays, to say what went wrong on the way in. -->
      <router-view v-else-if="session.store || $route.meta.open" :key="$route.meta.open ? '' : session.design" />
      <NewStore v-else />
    </v-main>
    <v-snackbar
      :key="said"
      :model-value="session.notice !== null"
      :color="session.notice?.bad ? 'error' : 'success'"
      :timeout="session.notice?.bad || session.notice?.undo ? 12000 : 4000"
      location="bottom start"
      role="status"
      @update:model-value="session.notice = null"
    >
      <strong>{{ session.notice?.text }}</strong>{{ ' ' }}
      <span v-if="session.notice?.remedy"> {{ session.notice.remedy }}</span>
      <template #actions>
        <v-btn v-if="session.notice?.undo" @click="session.notice.undo()">Undo</v-btn>
        <v-btn @click="session.notice = null">Close</v-btn>
      </template>
    </v-snackbar>
  </v-app>
</template>
