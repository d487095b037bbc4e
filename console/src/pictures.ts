/** The pictures of the store, by their hashes. */
import { routes, type AnswerOf } from '@parlour/contract';
import { call } from './api';
import { askedTogether } from './asked-together';

/** A picture of the store with its sizes and the address of a small one. */
export type StorePicture = AnswerOf<typeof routes.listPictures>['pictures'][number];

/** A picture; undefined until it is known, or where there is no such picture. */
export const pictureOfHash = askedTogether<StorePicture>(async (hashes) => {
  const { pictures } = await call(routes.listPictures, { query: { hashes: hashes.join(','), limit: hashes.length } });
  return new Map(pictures.map((one) => [one.hash, one]));
});
