import { countOf } from '../../../core/units/plural.ts';
import { findSetting } from '../../library/settings/catalogue.ts';
import { defineRule, type Found } from '../define.ts';

const DAYS = 3;

export const evidenceUnattended = defineRule({
  id: 'evidence-unattended',
  stage: 'before start',
  title: 'No proof runs out while nobody is there',
  why: 'What is printed without people rests on proofs alone.',
  source: 'Three days to spare: common practice, no source',
  isOfHead: true,
  program: {
    reads: [],
    find: ({ context }) => {
      if (context.job.class !== 'lights-out') return [];
      return Object.values(context.proofs)
        .filter((p) => p.state === 'proven' && p.daysLeft < DAYS)
        .map((p): Found => ({
          severity: 'caution',
          title: `A proof is about to fall due: ${findSetting(p.key)?.label.toLowerCase() ?? p.key}`,
          figure: `${countOf(p.daysLeft, 'day')} left`,
          limit: `${DAYS} days`,
          origin: `proven by ${p.trialName}`,
          fix: 'run its trial again before the night',
          trialId: p.trialId,
        }));
    },
  },
});
