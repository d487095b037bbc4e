/** Pictures of the store as people name them on the command line. */
import { capitalised, counted, Problem } from '@parlour/core';
import { routes } from '@parlour/contract';
import type { Context } from './context.js';

/** The hash of a picture that is named by its hash, by how that begins, or by its file name. @throws Problem `no-such-thing` */
export async function hashOfPicture({ call }: Context, name: string): Promise<string> {
  if (/^[0-9a-f]{64}$/.test(name)) return name;
  const { pictures } = await call(routes.listPictures, { query: { search: name, limit: 500 } });
  const found = pictures.filter(({ hash, name: file }) => (name.length >= 6 && hash.startsWith(name)) || file === name);
  if (found.length === 1 && found[0]) return found[0].hash;
  throw new Problem(
    'no-such-thing',
    found.length
      ? `${capitalised(counted(found.length, 'picture'))} go by “${name}”.`
      : `There is no picture “${name}”.`,
    {
      remedy:
        'Add it first with parlour picture add FILE; or name one by its hash, or how that begins: parlour picture list.',
    },
  );
}
