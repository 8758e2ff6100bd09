import { countOf } from '../../../core/units/plural.ts';
import type { Proof } from '../../library/model/records.ts';
import { defineRule } from '../define.ts';
import { findSetting } from '../../library/settings/catalogue.ts';

/** Flow has a rule of its own that also asks for evidence where there is none. */
const HAS_OWN_RULE = new Set(['flow', 'irradianceMwPerCm2']);

const labelOf = ({ key }: Proof): string => findSetting(key)?.label.toLowerCase() ?? key;

export const evidenceNotDue = defineRule({
  id: 'evidence-not-due',
  stage: 'before start',
  technology: 'both',
  title: 'No other evidence here is due',
  why: 'A proof from before a change of nozzle or film proves nothing now.',
  source: 'order of limits: hardware, proven, supplier (docs/glossary.md)',
  isOfHead: true,
  recipe: {
    about: 'machine',
    reads: [],
    find: ({ input: { proofs } }) => {
      const due = Object.values(proofs).filter((p) => p.state === 'due' && !HAS_OWN_RULE.has(p.key));
      if (due.length === 0) return [];
      const byReason = new Map<string, string[]>();
      for (const p of due) byReason.set(p.because ?? 'old', [...(byReason.get(p.because ?? 'old') ?? []), labelOf(p)]);
      return [
        {
          severity: 'caution',
          title: `Evidence is due: ${due.length === 1 ? labelOf(due[0]!) : countOf(due.length, 'value')}`,
          figure: [...byReason]
            .map(([because, of]) => (due.length === 1 ? because : `${because}: ${of.join(', ')}`))
            .join('; '),
          limit: 'valid evidence',
          origin: `proven by ${[...new Set(due.map((p) => p.trialName))].sort().join(', ')}`,
          fix: due.length === 1 ? 'run its trial again' : 'run their trials again',
          isUnproven: true,
          change: { proofs: Object.fromEntries(due.map((p) => [p.key, { state: 'proven' as const }])) },
        },
      ];
    },
  },
});
