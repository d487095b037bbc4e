import { counted } from '../../words.js';
import type { SetUpPoint } from '../point.js';

const MOST = 3;

export const inspection: SetUpPoint = {
  code: 'inspection',
  title: 'Nothing broken',
  place: 'findings',
  *find(_state, { findings }) {
    const grave = findings.filter(({ severity }) => severity !== 'hint');
    for (const { sentence } of grave.slice(0, MOST)) yield { sentence };
    if (grave.length > MOST) yield { sentence: `And ${counted(grave.length - MOST, 'more finding')}.` };
  },
  done: () => 'Every page has what it cannot work without.',
};
