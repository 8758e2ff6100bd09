import { parseHeightChanges, type HeightChange } from '../../../core/toolpath/heightChanges.ts';
import { defineRule, type Found } from '../define.ts';

const placeOf = (c: HeightChange): string => ('layer' in c.at ? `layer ${c.at.layer}` : `${c.at.zMm} mm`);

export const heightChangesHold = defineRule({
  id: 'height-changes-hold',
  stage: 'before start',
  title: 'What is changed at a height stays within hardware and build height',
  why: 'A change half-way up is looked at by nobody when it happens.',
  source: 'common practice, no published source',
  recipe: {
    about: 'recipe',
    reads: [],
    readsIfSet: ['heightChanges', 'hotEndMaxC', 'bedMaxC', 'travelZMm'],
    find: (r) => {
      if (!r.has('heightChanges')) return [];
      const limitOf = (key: 'hotEndMaxC' | 'bedMaxC' | 'travelZMm'): number => (r.has(key) ? r.number(key) : Infinity);
      const text = r.text('heightChanges');
      const read = parseHeightChanges(text);
      if (!read.ok)
        return [
          {
            severity: 'blocker',
            title: 'The changes at heights cannot be read',
            figure: read.failure.what,
            limit: read.failure.todo ?? '',
            origin: `process, ${read.failure.where ?? 'changes at heights'}`,
            fix: 'leave it out',
            change: { values: { heightChanges: '' } },
          },
        ];
      const without = (bad: HeightChange): string =>
        text
          .split(/[;\n]/)
          .filter((e) => e.trim() !== '')
          .filter((_, i) => read.value[i] !== bad)
          .join('; ')
          .trim();
      return read.value.flatMap((c): Found[] => {
        const over: [what: string, is: number, limit: number, unit: string, origin: string][] = [];
        if ((c.set.nozzle ?? 0) > limitOf('hotEndMaxC'))
          over.push(['Nozzle', c.set.nozzle!, limitOf('hotEndMaxC'), '°C', 'hardware, tool']);
        if ((c.set.bed ?? 0) > limitOf('bedMaxC'))
          over.push(['Bed', c.set.bed!, limitOf('bedMaxC'), '°C', 'hardware, printer']);
        if ('zMm' in c.at && c.at.zMm > limitOf('travelZMm'))
          over.push(['Place', c.at.zMm, limitOf('travelZMm'), 'mm', 'hardware, printer']);
        return over.map(([what, is, limit, unit, origin]) => ({
          severity: 'blocker',
          title: `${what} of the change at ${placeOf(c)} is beyond the machine`,
          figure: `${is} ${unit}`,
          limit: `${limit} ${unit}`,
          origin,
          fix: `leave the change at ${placeOf(c)} out`,
          change: { values: { heightChanges: without(c) } },
        }));
      });
    },
  },
});
