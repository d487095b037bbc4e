import { sectionsIn } from '../../documents/document.js';
import { documentsIn } from '../../documents/state.js';
import { kindName } from '../../kinds/kind.js';
import type { SetUpPoint } from '../point.js';

/** The kind that shows the logo. */
const LOGO = 'logo';

export const logo: SetUpPoint = {
  code: 'logo',
  title: 'A logo',
  place: 'header',
  *find(state) {
    for (const [key, { areas }] of documentsIn(state, 'around'))
      if (key.startsWith('around/header/'))
        for (const { kind, values } of sectionsIn(areas)) if (kindName(kind) === LOGO && values['logo']) return;
    yield { sentence: 'The header shows the name of the store until there is a logo.', pages: ['home'] };
  },
  done: () => 'A header shows your logo.',
};
