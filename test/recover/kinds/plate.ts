import {} from '../recover.ts';
import { type KindCases } from '../kindCases.ts';

export const cases: KindCases = {
  kind: 'plate',
  table: {
    csv: `x,y,outcome\n${[-1, 0, 1].flatMap((y) => [-1, 0, 1].map((x) => `${x},${y},${1 + x}`)).join('\n')}`,
    gives: { says: 'level', side: 'left' },
  },
};
