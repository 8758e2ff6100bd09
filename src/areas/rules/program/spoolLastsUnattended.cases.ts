import type { RuleCases } from '../cases.ts';
import { spoolLastsUnattended } from './spoolLastsUnattended.ts';

export const cases: RuleCases = {
  rule: spoolLastsUnattended,
  job: [
    {
      when: 'the spool holds a tenth more than needed',
      machine: { loaded: { id: 'asa', name: 'Torba ASA natural', lot: '2231', remainingG: 0.26 } },
      job: { class: 'lights-out' },
      finds: [],
    },
    {
      when: 'the spool just lasts',
      machine: { loaded: { id: 'asa', name: 'Torba ASA natural', lot: '2231', remainingG: 0.24 } },
      job: { class: 'lights-out' },
      finds: [
        {
          severity: 'blocker',
          title: 'The spool may end while nobody is there',
          figure: '0.2 g left',
          limit: '1 g with a tenth to spare',
          origin: 'class lights-out',
          fix: 'load a spool with at least 1 g',
        },
      ],
    },
    {
      when: 'the spool just lasts and people are there',
      machine: { loaded: { id: 'asa', name: 'Torba ASA natural', lot: '2231', remainingG: 0.24 } },
      finds: [],
    },
    {
      when: 'nothing is loaded',
      machine: { loaded: null },
      job: { class: 'lights-out' },
      finds: [],
      others: ['loaded-material'],
      needs: 'a loaded material',
    },
    {
      when: 'the spool holds just a tenth more',
      measured: { report: { extrudedVolumeMm3: 100_000 } },
      job: { class: 'lights-out' },
      machine: { loaded: { id: 'asa', name: 'Torba ASA natural', lot: '2231', remainingG: 107 * 1.1 } },
      finds: [],
      others: ['line-width'],
    },
  ],
};
