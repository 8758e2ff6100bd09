import { grams } from '../grams.ts';
import { defineRule } from '../define.ts';
import { ESTIMATE_READS, estimateOf } from '../estimate.ts';

const SPARE = 1.1;

export const spoolLastsUnattended = defineRule({
  id: 'spool-lasts-unattended',
  stage: 'body',
  title: 'The spool lasts through a night without people',
  why: 'A spool’s weight is known to some tens of grams; nobody is there to change it.',
  source: 'A tenth to spare: common practice, no source',
  isOfHead: true,
  program: {
    reads: ESTIMATE_READS,
    find: (input) => {
      const { job, machine } = input.context;
      if (job.class !== 'lights-out') return [];
      if (!machine.loaded) return { needs: 'a loaded material' };
      const need = estimateOf(input).massG * SPARE;
      if (need <= machine.loaded.remainingG) return [];
      return [
        {
          severity: 'blocker',
          title: 'The spool may end while nobody is there',
          figure: `${grams(machine.loaded.remainingG)} left`,
          limit: `${Math.ceil(need)} g with a tenth to spare`,
          origin: 'class lights-out',
          fix: `load a spool with at least ${Math.ceil(need)} g`,
        },
      ];
    },
  },
});
