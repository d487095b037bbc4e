<script setup lang="ts">
import { mdiAccountOutline, mdiChevronDown, mdiMenu, mdiOpenInNew } from '@mdi/js';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useDisplay } from 'vuetify';
import { attempt, may, openStore, session, signOut } from '../api';
import { people } from '../live';
import PublishDialog from './PublishDialog.vue';

const router = useRouter();
const { width } = useDisplay();
/** Where the sections do not stand beside each other, they are one menu. */
const isNarrow = computed(() => width.value < 1200);
/** Where the name of who is signed in has no room, it is read aloud only. */
const isTight = computed(() => width.value < 1360);
const publishing = ref(false);
const unpublished = computed(() => session.changes?.changes.length ?? 0);
const sections = [
  { to: '/overview', label: 'Overview' },
  { to: '/products', label: 'Products' },
  { to: '/pages', label: 'Pages' },
  { to: '/templates', label: 'Templates' },
  { to: '/look', label: 'Look' },
  { to: '/content', label: 'Content' },
  { to: '/menus', label: 'Menus' },
  { to: '/revisions', label: 'Revisions' },
];
/** What is set now and then. */
const more = computed(() => [
  { to: '/collections', label: 'Collections' },
  { to: '/brands', label: 'Brands' },
  { to: '/reviews', label: 'Reviews' },
  { to: '/files', label: 'Import and export' },
  { to: '/regions', label: 'Regions' },
  { to: '/additions', label: 'Additions' },
  { to: '/findings', label: 'Inspection' },
  { to: '/rules', label: 'Rules' },
  { to: '/pictures', label: 'Pictures' },
  { to: '/designs', label: 'Designs' },
  { to: '/paths', label: 'Paths' },
  { to: '/store', label: 'Store' },
  { to: '/delivery', label: 'Delivery' },
  ...(may('orders.read')
    ? [
        { to: '/orders', label: 'Orders' },
        { to: '/inbox', label: 'Inbox' },
      ]
    : []),
  { to: '/team', label: 'Team' },
]);

const menu = computed(() => (isNarrow.value ? [...sections, ...more.value] : more.value));

/** Everybody else who has the design open. */
const others = computed(() => people.value.filter(({ name }) => name !== session.user?.name).map(({ name }) => name));
const elsewhere = computed(() => session.store && session.design !== session.store.liveDesign);

const otherStores = computed(() => session.stores.filter(({ slug }) => slug !== session.store?.slug));

async function change(slug: string): Promise<void> {
  await attempt(() => openStore(slug));
  await router.push('/overview');
}
</script>

<template>
  <v-app-bar flat height="56" border="b" color="surface">
    <router-link to="/overview" class="mark serif">Parlour</router-link>
    <a class="store plain" :href="session.store?.storefront" target="_blank" rel="noopener"
      >{{ session.store?.name }}<v-icon :icon="mdiOpenInNew" size="16" class="ms-1" /><span class="unseen"
        >opens the storefront</span
      ></a
    >
    <nav class="sections" aria-label="Console">
      <template v-if="!isNarrow">
        <router-link v-for="one in sections" :key="one.to" :to="one.to" class="section" active-class="section-here">{{
          one.label
        }}</router-link>
      </template>
      <v-menu>
        <template #activator="{ props }"
          ><button
            type="button"
            v-bind="props"
            class="section"
            :class="{ 'section-here': !isNarrow && more.some((one) => $route.path.startsWith(one.to)) }"
          >
            <template v-if="isNarrow"><v-icon :icon="mdiMenu" size="20" class="me-1" /> Menu</template>
            <template v-else>More <v-icon :icon="mdiChevronDown" size="18" /></template></button
        ></template>
        <v-list density="compact">
          <v-list-item v-for="one in menu" :key="one.to" :title="one.label" :to="one.to" />
        </v-list>
      </v-menu>
    </nav>
    <v-spacer />
    <span v-if="others.length" class="tag me-3" :title="others.join(', ')">{{
      others.length === 1 ? `${others[0]} is here` : `${others.length} others are here`
    }}</span>
    <router-link v-if="elsewhere" to="/designs" class="tag tag-draft me-3 plain"
      >Design: {{ session.design }}</router-link
    >
    <span class="state" role="status">
      <template v-if="session.saving">Saving …</template>
      <button
        v-else-if="unpublished"
        type="button"
        class="tag tag-draft"
        title="Show unpublished changes"
        @click="may('design.publish') ? (publishing = true) : router.push('/compare')"
      >
        {{ unpublished }} unpublished
      </button>
      <span v-else class="tag tag-live">All published</span>
    </span>
    <v-btn
      v-if="may('design.publish')"
      variant="flat"
      color="primary"
      class="mx-3"
      :disabled="!unpublished"
      @click="publishing = true"
      >Publish</v-btn
    >
    <v-menu>
      <template #activator="{ props }"
        ><v-btn v-if="isTight" v-bind="props" :icon="mdiAccountOutline" :aria-label="session.user?.name" class="me-1" />
        <v-btn v-else v-bind="props" :prepend-icon="mdiAccountOutline" class="me-3">{{
          session.user?.name
        }}</v-btn></template
      >
      <v-list density="compact"
        ><v-list-item :subtitle="session.user?.email" />
        <v-list-item title="Your account" to="/account" />
        <v-list-item
          v-for="one in otherStores"
          :key="one.slug"
          :title="`Go to ${one.name}`"
          @click="change(one.slug)"
        />
        <v-list-item title="New store" to="/new-store" />
        <v-list-item title="Sign out" @click="signOut" />
      </v-list>
    </v-menu>
    <PublishDialog v-model="publishing" />
  </v-app-bar>
</template>

<style scoped>
.mark {
  font-size: 1.5rem;
  margin-inline: 24px 20px;
  color: inherit;
  text-decoration: none;
}
.store {
  padding-inline-start: 20px;
  border-inline-start: 1px solid rgba(var(--v-border-color), 0.2);
  text-decoration: none;
  white-space: nowrap;
}
.sections {
  display: flex;
  gap: 2px;
  margin-inline-start: 16px;
  align-self: stretch;
}
.section {
  display: flex;
  align-items: center;
  padding-inline: 9px;
  color: inherit;
  text-decoration: none;
  border-block: 3px solid transparent;
}
.section-here {
  border-block-end-color: rgb(var(--v-theme-primary));
  font-weight: 600;
}
.state {
  white-space: nowrap;
}
@media (max-width: 799px) {
  .mark {
    margin-inline: 12px 0;
  }
  .store,
  .state {
    display: none;
  }
  .sections {
    margin-inline-start: 4px;
  }
}
</style>
