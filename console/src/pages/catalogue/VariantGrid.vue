<script setup lang="ts">
/** A row for each combination of a product's options, with what it costs and how many there are. */
import { combinationsOf, MOST_VARIANTS, NOT_SOLD, type DraftOption, type DraftVariant } from '@parlour/core/catalogue';
import { computed, ref } from 'vue';

const props = defineProps<{
  options: readonly DraftOption[];
  currency: string;
  faults: Readonly<Record<string, string>>;
}>();
const variants = defineModel<Readonly<Record<string, DraftVariant>>>({ required: true });

const COLUMNS = [
  { name: 'price', label: 'Price' },
  { name: 'wasPrice', label: 'Price before' },
  { name: 'stock', label: 'Stock' },
] as const;

const rows = computed(() => combinationsOf(props));
const isMany = computed(() => rows.value.length > 1);
const all = ref({ ...NOT_SOLD });

const typedFor = (key: string): DraftVariant => variants.value[key] ?? NOT_SOLD;
function set(key: string, name: keyof DraftVariant, value: string): void {
  variants.value = { ...variants.value, [key]: { ...typedFor(key), [name]: value } };
}
/** What is typed in the row for all, given to each. */
function setAll(): void {
  const said = Object.fromEntries(Object.entries(all.value).filter(([, value]) => value !== ''));
  variants.value = {
    ...variants.value,
    ...Object.fromEntries(rows.value.map(({ key }) => [key, { ...typedFor(key), ...said }])),
  };
}
</script>

<template>
  <p v-if="rows.length > MOST_VARIANTS" class="quiet">
    These options have {{ rows.length }} combinations; a product has at most {{ MOST_VARIANTS }}. Take some values away.
  </p>
  <table v-else>
    <thead>
      <tr>
        <th v-if="isMany" scope="col">Combination</th>
        <th v-for="{ name, label } in COLUMNS" :key="name" scope="col">
          {{ name === 'stock' ? label : `${label}, ${currency}` }}
        </th>
      </tr>
    </thead>
    <tbody>
      <tr v-if="isMany" class="all">
        <th scope="row">
          <v-btn size="small" variant="outlined" @click="setAll">Set for all</v-btn>
        </th>
        <td v-for="{ name, label } in COLUMNS" :key="name">
          <input v-model="all[name]" :aria-label="`${label} for all`" inputmode="decimal" maxlength="20" />
        </td>
      </tr>
      <tr v-for="{ key, values } in rows" :key="key" :class="{ unsold: typedFor(key).price.trim() === '' }">
        <th v-if="isMany" scope="row">{{ values.join(', ') }}</th>
        <td v-for="{ name, label } in COLUMNS" :key="name">
          <input
            :value="typedFor(key)[name]"
            :aria-label="`${label}${isMany ? ` of ${values.join(', ')}` : ''}`"
            :aria-invalid="faults[`${key} ${name}`] ? true : undefined"
            :placeholder="name === 'stock' ? 'not counted' : ''"
            inputmode="decimal"
            maxlength="20"
            @input="set(key, name, ($event.target as HTMLInputElement).value)"
          />
          <div v-if="faults[`${key} ${name}`]" class="fault">{{ faults[`${key} ${name}`] }}</div>
        </td>
      </tr>
    </tbody>
  </table>
  <p class="quiet">
    {{
      isMany
        ? 'A combination without a price is not sold. Leave the stock empty if you do not count it.'
        : 'Without a price no page shows the product. Leave the stock empty if you do not count it.'
    }}
  </p>
</template>

<style scoped>
table {
  inline-size: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: start;
  padding: 3px 10px 3px 0;
  vertical-align: top;
}
tbody th {
  font-weight: 400 !important;
  padding-block-start: 9px;
}
.all > * {
  padding-block-end: 12px;
}
input {
  inline-size: 100%;
  min-inline-size: 70px;
  padding: 6px 10px;
  border: 1px solid rgba(var(--v-border-color), 0.38);
  border-radius: 4px;
  background: rgb(var(--v-theme-surface));
  color: inherit;
  font: inherit;
  font-variant-numeric: tabular-nums;
  text-align: end;
}
input::placeholder {
  color: rgb(var(--v-theme-secondary));
}
input[aria-invalid] {
  border-color: rgb(var(--v-theme-error));
}
.unsold th {
  color: rgb(var(--v-theme-secondary));
}
.fault {
  color: rgb(var(--v-theme-error));
  font-size: 0.875rem;
}
</style>
