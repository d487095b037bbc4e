/** The demo stores. */
import type { DemoStore } from './store.js';
import { osierwick } from './osierwick/store.js';
import { firstGoods } from './windrow/catalogue/index.js';
import { windrowKites } from './windrow/store.js';

export type { DemoCollection, DemoProduct, DemoStore, DemoVariant } from './store.js';

export { sampleCatalogue } from './sample.js';

export const demoStores = async (): Promise<DemoStore[]> => [await windrowKites(), await osierwick()];

/** As they were with a dozen products: what tests count stays the same, however the demo grows. */
export const smallDemoStores = async (): Promise<DemoStore[]> => [await windrowKites(firstGoods), await osierwick()];
