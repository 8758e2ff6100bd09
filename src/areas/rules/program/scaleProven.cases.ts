import type { RuleCases } from '../cases.ts';
import { failedBeyond, notTriedBeyond } from '../fixture.ts';
import { scaleProven } from './scaleProven.ts';

export const cases: RuleCases = {
  rule: scaleProven,
  job: [
    {
      when: 'it is scaled as proven',
      values: { scaleXPercent: 100.3 },
      proofs: { scaleXPercent: notTriedBeyond(100.3, 100.15, 100.45) },
      finds: [],
    },
    {
      when: 'X is scaled as drawn and another scale is proven',
      proofs: { scaleXPercent: notTriedBeyond(100.3, 100.15, 100.45) },
      finds: [
        {
          severity: 'caution',
          title: 'Scale X is not the proven one',
          figure: '100.00 %',
          limit: '100.15 to 100.45 %',
          origin: 'proven by T-0001',
          fix: 'scale X to 100.30 %: take the recipe’s own value away, or prepare the file again',
          trialId: 't',
        },
      ],
    },
    {
      when: 'Y is scaled beyond what a trial saw fail',
      values: { scaleYPercent: 100.4 },
      proofs: { scaleYPercent: failedBeyond(100, 100.15, 99.85) },
      finds: [
        {
          severity: 'blocker',
          title: 'Scale Y is not the proven one',
          figure: '100.40 %',
          limit: '99.85 to 100.15 %',
          origin: 'proven by T-0001',
          fix: 'scale Y to 100.00 %: take the recipe’s own value away, or prepare the file again',
          trialId: 't',
        },
      ],
    },
    {
      when: 'Z differs in a class that is proven only',
      values: { scaleZPercent: 99 },
      job: { class: 'customer part' },
      finds: [
        {
          severity: 'blocker',
          title: 'Scale Z is not the proven one',
          figure: '99.00 %',
          limit: '99.85 to 100.15 %',
          origin: 'proven by T-0001',
          fix: 'scale Z to 100.00 %: take the recipe’s own value away, or prepare the file again',
          trialId: 't',
        },
      ],
    },
    {
      when: 'no scale is proven',
      proofs: { scaleXPercent: null, scaleYPercent: null, scaleZPercent: null },
      finds: [],
      needs: 'a valid dimension trial on this machine, tool and material',
    },
    { when: 'the scale was not kept', forget: ['scalePercent'], finds: [], needs: 'the scale of the recipe' },
    {
      when: 'below what a trial saw fail',
      values: { scaleYPercent: 99 },
      proofs: {
        scaleYPercent: { range: { min: 99.85, max: 100.15, minEnd: 'failedBeyond', maxEnd: 'notTriedBeyond' } },
      },
      finds: [
        {
          severity: 'blocker',
          title: 'Scale Y is not the proven one',
          figure: '99.00 %',
          limit: '99.85 to 100.15 %',
          origin: 'proven by T-0001',
          fix: 'scale Y to 100.00 %: take the recipe’s own value away, or prepare the file again',
          trialId: 't',
        },
      ],
    },
    {
      when: 'above, where a trial saw it fail only below',
      values: { scaleYPercent: 100.4 },
      proofs: {
        scaleYPercent: { range: { min: 99.85, max: 100.15, minEnd: 'failedBeyond', maxEnd: 'notTriedBeyond' } },
      },
      finds: [
        {
          severity: 'caution',
          title: 'Scale Y is not the proven one',
          figure: '100.40 %',
          limit: '99.85 to 100.15 %',
          origin: 'proven by T-0001',
          fix: 'scale Y to 100.00 %: take the recipe’s own value away, or prepare the file again',
          trialId: 't',
        },
      ],
    },
  ],
};
