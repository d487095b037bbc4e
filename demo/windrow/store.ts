/** Windrow Kites, a made-up kite workshop in the made-up harbour town of Ternhythe. */
import type { DemoStore } from '../store.js';
import { windrowDesign } from './design.js';
import {
  closePicture,
  dunesPicture,
  harbourPicture,
  markPicture,
  productPicture,
  studyPicture,
  toPng,
  workshopPicture,
} from './pictures.js';
import { allGoods, type Goods } from './catalogue/index.js';

/** @param goods what it sells, unless all that there is */
export async function windrowKites(goods: Goods = allGoods): Promise<DemoStore> {
  const { drawings, ...catalogue } = goods;
  const scenes: readonly (readonly [string, string])[] = [
    ['harbour.png', harbourPicture()],
    ['workshop.png', workshopPicture()],
    ['dunes.png', dunesPicture()],
    ['mark.png', markPicture()],
    ...drawings.flatMap((drawn) => [
      [`${drawn.code}-a.png`, productPicture(drawn)] as const,
      [`${drawn.code}-b.png`, studyPicture(drawn)] as const,
      [`${drawn.code}-c.png`, closePicture(drawn)] as const,
    ]),
  ];
  return {
    slug: 'windrow',
    owner: { email: 'owner@windrow.example', name: 'Maren Oldacre' },
    name: 'Windrow Kites',
    currency: 'EUR',
    locale: 'en-IE',
    languages: [],
    timeZone: 'Europe/Dublin',
    country: 'IE',
    details: {
      street: 'Quay Street 4',
      postcode: 'Z99 KT04',
      city: 'Ternhythe',
      email: 'post@windrow.example',
      phone: '+353 20 910 0134',
      tuesday: '10:00–17:00',
      wednesday: '10:00–17:00',
      thursday: '10:00–17:00',
      friday: '10:00–17:00',
      saturday: '10:00–16:00',
    },
    delivery: [
      { code: 'post', name: 'By post, three to five days', prices: { IE: 450, GB: 790, DE: 980, FR: 980 } },
      { code: 'courier', name: 'By courier, next day', prices: { IE: 900 } },
      { code: 'collect', name: 'Collected at the workshop', prices: { IE: 0 } },
    ],
    pictures: await Promise.all(scenes.map(async ([name, drawing]) => ({ name, bytes: await toPng(drawing) }))),
    messages: [
      {
        name: 'Mara Quill',
        email: 'mara@quill.example',
        subject: 'A spar for the Gannet',
        text: 'The left leading edge has cracked at the ferrule. Is the spar the same as in the small one, or do I need the long one?\n\nIt still flies, but it leans.',
        page: '/contact',
      },
      {
        name: 'Jory Fenn',
        email: 'jory@fenn.example',
        subject: '',
        text: 'Do you take old kites in part payment? I have one from 2011 with your name on the spine.',
        page: '/questions',
      },
      {
        name: 'School by the Weir',
        email: 'office@weir-school.example',
        subject: 'Twenty kits for a class',
        text: 'We would like to build kites with a class of ten-year-olds in March. Could somebody come, and what would twenty kits cost?',
        page: '/contact',
      },
    ],
    signUps: ['mara@quill.example', 'office@weir-school.example', 'tamsin@harbour.example', 'nils@northsands.example'],
    ...catalogue,
    design: (hashOf) =>
      windrowDesign(
        hashOf,
        catalogue.collections.map(({ code }) => code),
      ),
  };
}
