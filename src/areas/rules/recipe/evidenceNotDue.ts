import { defineRule } from '../define.ts';
import { findSetting } from '../../library/settings/catalogue.ts';

/** Flow has a rule of its own that also asks for evidence where there is none. */
const HAS_OWN_RULE = new Set(['flow', 'irradianceMwPerCm2']);

export const evidenceNotDue = defineRule({
  id: 'evidence-not-due',
  stage: 'before start',
  technology: 'both',
  title: 'No other evidence here is due',
  why: 'A proof from before a change of nozzle or film proves nothing now.',
  source: 'order of limits: hardware, proven, supplier (docs/glossary.md)',
  recipe: {
    about: 'machine',
    reads: [],
    find: ({ input: { proofs } }) =>
      Object.values(proofs)
        .filter((p) => p.state === 'due' && !HAS_OWN_RULE.has(p.key))
        .map((p) => ({
          severity: 'caution' as const,
          title: `Evidence is due: ${findSetting(p.key)?.label.toLowerCase() ?? p.key}`,
          figure: p.because ?? 'old',
          limit: 'valid evidence',
          origin: `proven by ${p.trialName}`,
          fix: 'run its trial again',
          isUnproven: true,
          change: { proofs: { [p.key]: { state: 'proven' as const } } },
        })),
  },
});
