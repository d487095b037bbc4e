/** Redirects that somebody sets. Those that a publish makes, and that pages come to stand on, it sees to itself. */
import { contentPlaces, redirectFaults } from '../../../documents/path-sense.js';
import { closeAs } from '../../draft.js';
import { eachDocument } from '../check.js';

const REDIRECTS = 'redirects.';

export const redirects = eachDocument(function* ({ key, document, paths }, { design }) {
  const set = document.type === 'paths' ? paths.filter((path) => path.startsWith(REDIRECTS)) : [];
  if (set.length === 0) return;
  const pages = contentPlaces(design, (one) => design.get(one)?.head);
  for (const path of set)
    for (const { field, ...fault } of redirectFaults(path.slice(REDIRECTS.length), closeAs('paths', document), pages))
      yield { code: 'bad-path', severity: 'fault', ...fault, place: { document: key, field } };
});
