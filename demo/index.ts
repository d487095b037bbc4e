/** The demo stores. */
import type { DemoStore } from './store.js';
import { osierwick } from './osierwick/store.js';
import { windrowKites } from './windrow/store.js';

export type { DemoCollection, DemoProduct, DemoStore, DemoVariant } from './store.js';

export { sampleCatalogue } from './sample.js';

export const demoStores = async (): Promise<DemoStore[]> => [await windrowKites(), await osierwick()];
