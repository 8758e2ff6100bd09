import { defineRule } from '../define.ts';
import { estimateOf } from '../estimate.ts';
import { soundJob } from '../sound.ts';

const SPARE = 1.1;
const loaded = (remainingG: number) => ({ id: 'asa', name: 'Torba ASA natural', lot: '2231', remainingG });

export const spoolLastsUnattended = defineRule({
  id: 'spool-lasts-unattended',
  bites: 'body',
  title: 'The spool lasts through a night without people',
  why: 'A spool’s weight is known to some tens of grams; nobody is there to change it.',
  source: 'A tenth to spare: common practice, no source',
  find: (input) => {
    const { job, machine } = input.sheet;
    if (job.class !== 'lights-out') return [];
    if (!machine.loaded) return { missing: 'nothing is loaded' };
    const need = estimateOf(input).massG * SPARE;
    if (need <= machine.loaded.remainingG) return [];
    return [
      {
        severity: 'blocker',
        title: 'The spool may end while nobody is there',
        figure: `${machine.loaded.remainingG.toFixed(0)} g left`,
        limit: `${Math.ceil(need)} g with a tenth to spare`,
        origin: 'class lights-out',
        fix: `load a spool with at least ${Math.ceil(need)} g`,
      },
    ];
  },
  examples: {
    passes: [
      { says: 'enough', input: soundJob({ job: { class: 'lights-out' } }) },
      { says: 'people are there', input: soundJob({ machine: { loaded: loaded(2) } }) },
    ],
    fails: [
      { says: 'just enough', input: soundJob({ job: { class: 'lights-out' }, machine: { loaded: loaded(10.5) } }) },
    ],
  },
});
