import { findSetting } from '../../../library/settings/catalogue.ts';
import { defineRule, type Found } from '../define.ts';
import { soundJob } from '../sound.ts';

const DAYS = 3;

export const evidenceUnattended = defineRule({
  id: 'evidence-unattended',
  bites: 'before start',
  title: 'No proof runs out while nobody is there',
  why: 'What is printed without people leans on proofs alone.',
  source: 'Three days to spare: common practice, no source',
  find: ({ sheet }) => {
    if (sheet.job.class !== 'lights-out') return [];
    return Object.values(sheet.proofs)
      .filter((p) => p.state === 'proven' && p.daysLeft < DAYS)
      .map((p): Found => ({
        severity: 'caution',
        title: `A proof is about to fall due: ${findSetting(p.key)?.label.toLowerCase() ?? p.key}`,
        figure: `${p.daysLeft} days left`,
        limit: `${DAYS} days`,
        origin: `proven by ${p.trialName}`,
        fix: 'run its trial again before the night',
        trialId: p.trialId,
      }));
  },
  examples: {
    passes: [{ says: 'weeks left', input: soundJob({ job: { class: 'lights-out' } }) }],
    fails: [
      { says: 'a day left', input: soundJob({ job: { class: 'lights-out' }, proofs: { flow: { daysLeft: 1 } } }) },
    ],
  },
});
