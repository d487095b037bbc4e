/** Windrow Kites, a made-up kite workshop in the made-up harbour town of Ternhythe. */
import type { DemoStore } from '../store.js';
import { windrowDesign } from './design.js';
import {
  closePicture,
  dunesPicture,
  harbourPicture,
  productPicture,
  studyPicture,
  toPng,
  workshopPicture,
} from './pictures.js';
import { brands, collections, drawings, products } from './products.js';

export async function windrowKites(): Promise<DemoStore> {
  const scenes: readonly (readonly [string, string])[] = [
    ['harbour.png', harbourPicture()],
    ['workshop.png', workshopPicture()],
    ['dunes.png', dunesPicture()],
    ...drawings.flatMap((drawn) => [
      [`${drawn.code}-a.png`, productPicture(drawn)] as const,
      [`${drawn.code}-b.png`, studyPicture(drawn)] as const,
      [`${drawn.code}-c.png`, closePicture(drawn)] as const,
    ]),
  ];
  return {
    slug: 'windrow',
    owner: { mail: 'owner@windrow.example', name: 'Maren Oldacre' },
    name: 'Windrow Kites',
    currency: 'EUR',
    locale: 'en-IE',
    languages: [],
    timeZone: 'Europe/Dublin',
    country: 'IE',
    delivery: [
      { code: 'post', name: 'By post, three to five days', prices: { IE: 450, GB: 790, DE: 980, FR: 980 } },
      { code: 'courier', name: 'By courier, next day', prices: { IE: 900 } },
      { code: 'collect', name: 'Collected at the workshop', prices: { IE: 0 } },
    ],
    pictures: await Promise.all(scenes.map(async ([name, drawing]) => ({ name, bytes: await toPng(drawing) }))),
    products,
    brands,
    collections,
    design: windrowDesign,
  };
}
