<script setup lang="ts">
/** What the store says about itself: its name and address, how it is reached, when it is open. */
import { STORE_DETAILS, WEEKDAYS, type StoreDetail } from '@parlour/core/commerce';
import { type Field, text } from '@parlour/core/fields';
import { routes } from '@parlour/contract';
import { attempt, call, session } from '../../api';
import FieldInput from '../../fields/FieldInput.vue';

type Name = 'name' | StoreDetail;

const NAME: Field = text('Name', 'As shoppers read it, in the header and in messages.', { max: 80, required: true });
const FIELDS: Readonly<Record<Name, Field>> = { name: NAME, ...STORE_DETAILS };
const GROUPS: readonly { title: string; about: string; names: readonly Name[] }[] = [
  {
    title: 'Name and address',
    about: 'Shown by the sections “Logo”, “Small print” and “Contact details”.',
    names: ['name', 'street', 'postcode', 'city'],
  },
  {
    title: 'How you are reached',
    about: 'Messages that shoppers write go to the email address, and into the inbox.',
    names: ['email', 'phone'],
  },
  {
    title: 'Orders',
    about: 'How they are numbered, and how many one network address may place, so that nobody empties your stock.',
    names: ['first-order', 'orders-an-hour', 'carts-an-hour'],
  },
  {
    title: 'Opening hours',
    about: 'Shown by the section “Opening hours”. An empty day is a closed one.',
    names: WEEKDAYS,
  },
];

const ownOf = (name: Name): string | undefined =>
  name === 'name' ? session.store?.name : session.store?.details[name];

const setterOf =
  (name: Name) =>
  async (value: unknown): Promise<boolean> => {
    const done = await attempt(() =>
      call(routes.setDetails, { body: { [name]: typeof value === 'string' ? value : '' } }),
    );
    if (!done) return false;
    session.store = done;
    session.stores = session.stores.map((one) => (one.slug === done.slug ? done : one));
    return true;
  };
</script>

<template>
  <div class="sheet narrow">
    <div class="sheet-head">
      <div>
        <h1>Store</h1>
        <p class="quiet">What the store says about itself, wherever a section shows it. Changes show at once.</p>
      </div>
    </div>
    <v-card v-for="group in GROUPS" :key="group.title" class="group">
      <h2>{{ group.title }}</h2>
      <p class="quiet">{{ group.about }}</p>
      <div class="fields">
        <FieldInput
          v-for="name in group.names"
          :key="`${session.store?.slug} ${name}`"
          :name="name"
          :field="FIELDS[name]"
          :own="ownOf(name)"
          required
          :set="setterOf(name)"
        />
      </div>
    </v-card>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 900px;
}
.group {
  padding: 20px 24px 24px;
  margin-block-end: 16px;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 16px 20px;
  margin-block-start: 16px;
}
</style>
