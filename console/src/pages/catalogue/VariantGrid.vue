<script setup lang="ts">
/** A row for each combination of a product's options, with what it costs and how many there are. */
import {
  combinationsOf,
  MOST_VARIANTS,
  NOT_SOLD,
  type DraftOption,
  type DraftVariant,
  type ProductPicture,
} from '@parlour/core/catalogue';
import PictureThumb from '../../fields/PictureThumb.vue';
import { computed, ref } from 'vue';

const props = defineProps<{
  options: readonly DraftOption[];
  currency: string;
  /** Those of the product. */ pictures: readonly ProductPicture[];
  faults: Readonly<Record<string, string>>;
}>();
const variants = defineModel<Readonly<Record<string, DraftVariant>>>({ required: true });

type Typed = Exclude<keyof DraftVariant, 'pictures'>;
interface Column {
  readonly name: Typed;
  readonly label: string;
  /** Behind the label in the head. */
  readonly unit?: 'currency' | 'g';
}
const SELLING: readonly Column[] = [
  { name: 'price', label: 'Price', unit: 'currency' },
  { name: 'wasPrice', label: 'Price before', unit: 'currency' },
  { name: 'stock', label: 'Stock' },
];
const SENDING: readonly Column[] = [
  { name: 'weight', label: 'Weight', unit: 'g' },
  { name: 'taxClass', label: 'Tax class' },
  { name: 'goodsCode', label: 'Goods code' },
];
/** What is set of each: what it is sold for, what matters when it is sent, or what shows it. */
const view = ref<'selling' | 'sending' | 'pictures'>('selling');
const columns = computed(() => (view.value === 'selling' ? SELLING : view.value === 'sending' ? SENDING : []));

const rows = computed(() => combinationsOf(props));
const isMany = computed(() => rows.value.length > 1);
const all = ref({ ...NOT_SOLD });

const typedFor = (key: string): DraftVariant => variants.value[key] ?? NOT_SOLD;
function set<N extends keyof DraftVariant>(key: string, name: N, value: DraftVariant[N]): void {
  variants.value = { ...variants.value, [key]: { ...typedFor(key), [name]: value } };
}
function toggle(key: string, hash: string): void {
  const { pictures } = typedFor(key);
  set(key, 'pictures', pictures.includes(hash) ? pictures.filter((one) => one !== hash) : [...pictures, hash]);
}
/** What is typed in the row for all, given to each. */
function setAll(): void {
  const said = Object.fromEntries(
    columns.value.flatMap(({ name }) => (all.value[name] === '' ? [] : [[name, all.value[name]]])),
  );
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
  <v-btn-toggle
    v-if="rows.length <= MOST_VARIANTS"
    v-model="view"
    mandatory
    density="compact"
    variant="outlined"
    divided
    aria-label="What is set"
  >
    <v-btn value="selling" size="small">Price and stock</v-btn>
    <v-btn value="sending" size="small">Weight, tax, customs</v-btn>
    <v-btn v-if="isMany && pictures.length > 1" value="pictures" size="small">Pictures</v-btn>
  </v-btn-toggle>
  <table v-if="rows.length <= MOST_VARIANTS">
    <thead>
      <tr>
        <th v-if="isMany" scope="col">Combination</th>
        <th v-for="{ name, label, unit } in columns" :key="name" scope="col">
          {{ unit ? `${label}, ${unit === 'currency' ? currency : unit}` : label }}
        </th>
        <th v-if="view === 'pictures'" scope="col">Shown by</th>
      </tr>
    </thead>
    <tbody>
      <tr v-if="isMany && columns.length" class="all">
        <th scope="row">
          <v-btn size="small" variant="outlined" @click="setAll">Set for all</v-btn>
        </th>
        <td v-for="{ name, label } in columns" :key="name">
          <input v-model="all[name]" :aria-label="`${label} for all`" inputmode="decimal" maxlength="20" />
        </td>
      </tr>
      <tr v-for="{ key, values } in rows" :key="key" :class="{ unsold: typedFor(key).price.trim() === '' }">
        <th v-if="isMany" scope="row">{{ values.join(', ') }}</th>
        <td v-if="view === 'pictures'" class="thumbs">
          <button
            v-for="(picture, i) in pictures"
            :key="`${i} ${picture.hash}`"
            type="button"
            :aria-pressed="typedFor(key).pictures.includes(picture.hash)"
            :aria-label="`${picture.alt || `Picture ${i + 1}`} shows ${values.join(', ')}`"
            @click="toggle(key, picture.hash)"
          >
            <PictureThumb :picture="{ picture: picture.hash, alt: picture.alt }" />
          </button>
        </td>
        <td v-for="{ name, label } in columns" :key="name">
          <input
            :value="typedFor(key)[name]"
            :aria-label="`${label}${isMany ? ` of ${values.join(', ')}` : ''}`"
            :aria-invalid="faults[`${key} ${name}`] ? true : undefined"
            :placeholder="name === 'stock' ? 'not counted' : ''"
            :inputmode="name === 'taxClass' ? 'text' : 'decimal'"
            maxlength="40"
            @input="set(key, name, ($event.target as HTMLInputElement).value)"
          />
          <div v-if="faults[`${key} ${name}`]" class="fault">{{ faults[`${key} ${name}`] }}</div>
        </td>
      </tr>
    </tbody>
  </table>
  <p class="quiet">
    {{
      view === 'sending'
        ? 'Packed, in grams. A tax class only where it is not the usual one. The goods code is for customs: 6 to 12 digits.'
        : view === 'pictures'
          ? 'Choose the pictures that show each. Where none is chosen, all do.'
          : isMany
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
.thumbs {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.thumbs button {
  inline-size: 60px;
  block-size: 60px;
  overflow: hidden;
  border: 2px solid transparent;
  border-radius: 4px;
  opacity: 0.55;
}
.thumbs :deep(.thumb) {
  display: block;
  inline-size: 100%;
  block-size: 100%;
}
.thumbs button[aria-pressed='true'] {
  border-color: rgb(var(--v-theme-primary));
  opacity: 1;
}
.unsold th {
  color: rgb(var(--v-theme-secondary));
}
.fault {
  color: rgb(var(--v-theme-error));
  font-size: 0.875rem;
}
</style>
