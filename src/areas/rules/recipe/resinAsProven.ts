import { defineRule } from '../define.ts';

/** How far from the temperature of its trial an exposure still holds, °C (common practice, no source). */
const HOLDS_WITHIN_C = 3;

export const resinAsProven = defineRule({
  id: 'resin-as-proven',
  stage: 'before start',
  technology: 'resin',
  title: 'The resin is about as warm as when its exposure was proven',
  why: 'Cold resin wants more light: the morning’s settings fail in the evening.',
  source: 'common practice, no published source',
  recipe: {
    about: 'machine',
    reads: ['exposureS'],
    readsIfSet: ['exposurePerC'],
    needsMachine: true,
    needsReport: 'resinC',
    find: (r) => {
      const p = r.input.proofs['exposureS'];
      const at = p?.conditions.resinC;
      const c = r.input.machine!.resinC!;
      if (!p || p.state === 'unproven' || at === undefined || Math.abs(c - at) <= HOLDS_WITHIN_C) return [];
      const share = r.has('exposurePerC') ? (1 - r.number('exposurePerC') / 100) ** (c - at) : null;
      const instead = share === null ? '' : `, or expose ${r.show('exposureS', Number((p.value * share).toFixed(2)))}`;
      return [
        {
          severity: 'caution',
          title: `The resin is ${c < at ? 'colder' : 'warmer'} than when its exposure was proven`,
          figure: `${c} °C`,
          limit: `${at} °C ± ${HOLDS_WITHIN_C}`,
          origin: `proven by ${p.trialName}`,
          fix: `bring it to ${at} °C${instead}`,
          change: { machine: { resinC: at } },
        },
      ];
    },
  },
});
