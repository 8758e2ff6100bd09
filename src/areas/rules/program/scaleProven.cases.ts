import type { RuleCases } from '../cases.ts';
import { failedBeyond, notTriedBeyond } from '../fixture.ts';
import { scaleProven } from './scaleProven.ts';

export const cases: RuleCases = {
  rule: scaleProven,
  job: [
    {
      when: 'it is scaled as proven',
      mesh: {},
      values: { scaleXPercent: 100.3 },
      proofs: { scaleXPercent: notTriedBeyond(100.3, 100.15, 100.45) },
      finds: [],
    },
    {
      when: 'X is scaled as drawn and another scale is proven',
      mesh: {},
      proofs: { scaleXPercent: notTriedBeyond(100.3, 100.15, 100.45) },
      finds: [
        {
          severity: 'caution',
          title: 'Scale X below what is proven',
          figure: '100.00 %',
          limit: '100.15 % to 100.45 %',
          origin: 'proven by T-0001',
          fix: 'scale X to 100.30 %',
          change: { values: { scaleXPercent: 100.3 } },
          trialId: 't',
        },
      ],
    },
    {
      when: 'Y is scaled beyond what a trial saw fail',
      mesh: {},
      values: { scaleYPercent: 100.4 },
      proofs: { scaleYPercent: failedBeyond(100, 100.15, 99.85) },
      finds: [
        {
          severity: 'blocker',
          title: 'Scale Y above what is proven, where a trial failed',
          figure: '100.40 %',
          limit: '99.85 % to 100.15 %',
          origin: 'proven by T-0001',
          fix: 'scale Y to 100.00 %',
          change: { values: { scaleYPercent: 100 } },
          trialId: 't',
        },
      ],
    },
    {
      when: 'Z differs in a class that is proven only',
      mesh: {},
      values: { scaleZPercent: 99 },
      job: { class: 'customer part' },
      finds: [
        {
          severity: 'blocker',
          title: 'Scale Z below what is proven',
          figure: '99.00 %',
          limit: '99.85 % to 100.15 %',
          origin: 'proven by T-0001',
          fix: 'scale Z to 100.00 %',
          change: { values: { scaleZPercent: 100 } },
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
    { when: 'the scale was not kept', mesh: {}, forget: ['scalePercent'], finds: [], needs: 'the scale of the recipe' },
    {
      when: 'below what a trial saw fail',
      mesh: {},
      values: { scaleYPercent: 99 },
      proofs: {
        scaleYPercent: { range: { min: 99.85, max: 100.15, minEnd: 'failedBeyond', maxEnd: 'notTriedBeyond' } },
      },
      finds: [
        {
          severity: 'blocker',
          title: 'Scale Y below what is proven, where a trial failed',
          figure: '99.00 %',
          limit: '99.85 % to 100.15 %',
          origin: 'proven by T-0001',
          fix: 'scale Y to 100.00 %',
          change: { values: { scaleYPercent: 100 } },
          trialId: 't',
        },
      ],
    },
    {
      when: 'above, where a trial saw it fail only below',
      mesh: {},
      values: { scaleYPercent: 100.4 },
      proofs: {
        scaleYPercent: { range: { min: 99.85, max: 100.15, minEnd: 'failedBeyond', maxEnd: 'notTriedBeyond' } },
      },
      finds: [
        {
          severity: 'caution',
          title: 'Scale Y above what is proven',
          figure: '100.40 %',
          limit: '99.85 % to 100.15 %',
          origin: 'proven by T-0001',
          fix: 'scale Y to 100.00 %',
          change: { values: { scaleYPercent: 100 } },
          trialId: 't',
        },
      ],
    },
    {
      when: 'one brought along is as large as it was drawn',
      proofs: { scaleXPercent: notTriedBeyond(100.3, 100.15, 100.45), scaleYPercent: notTriedBeyond(99.5, 99.3, 99.7) },
      finds: [
        {
          severity: 'caution',
          title: 'Comes out 40.3 mm in X, 30.58 mm in Y, unless it was prepared for that',
          figure: 'laid X 40.42, Y 30.42 mm',
          limit: 'X 100.15 to 100.45 %, Y 99.30 to 99.70 %',
          origin: 'proven by T-0001 on Rifugio Vodice',
          fix: 'prepare it at X 100.30 %, Y 99.50 %, or bring the mesh',
          trialId: 't',
        },
      ],
    },
    {
      when: 'one brought along where what is drawn comes out as drawn',
      finds: [],
      needs: 'the size the part should have; a program does not say it',
    },
    {
      when: 'one brought along of a single layer',
      proofs: { scaleXPercent: notTriedBeyond(100.3, 100.15, 100.45) },
      measured: { report: { outerMm: null } },
      finds: [],
      needs: 'the size the part should have; a program does not say it',
    },
    {
      when: 'one brought along, where as drawn lies at the very ends of what is proven',
      proofs: {
        scaleXPercent: notTriedBeyond(100.2, 100, 100.5),
        scaleYPercent: notTriedBeyond(99.8, 99.6, 100),
        scaleZPercent: notTriedBeyond(100.2, 99.9, 100.4),
      },
      finds: [],
      needs: 'the size the part should have; a program does not say it',
    },
    {
      when: 'one brought along, off by less than anybody measures',
      proofs: { scaleXPercent: notTriedBeyond(100.3, 100.15, 100.45) },
      measured: { report: { outerMm: [16, 16, 4] } },
      finds: [],
      needs: 'the size the part should have; a program does not say it',
    },
    {
      when: 'one brought along, off by just what is measured',
      proofs: { scaleXPercent: notTriedBeyond(100.2, 100.15, 100.45) },
      measured: { report: { outerMm: [25.05, 25, 4] } },
      finds: [
        {
          severity: 'caution',
          title: 'Comes out 25 mm in X, unless it was prepared for that',
          figure: 'laid X 25.05 mm',
          limit: 'X 100.15 to 100.45 %',
          origin: 'proven by T-0001 on Rifugio Vodice',
          fix: 'prepare it at X 100.20 %, or bring the mesh',
          trialId: 't',
        },
      ],
    },
    {
      when: 'one brought along, of a scale proven not far above what is drawn, and below in the other axis',
      proofs: {
        scaleXPercent: notTriedBeyond(100.4, 100.05, 100.8),
        scaleYPercent: notTriedBeyond(99.6, 99.2, 99.95),
      },
      measured: { report: { outerMm: [50, 40, 4] } },
      finds: [
        {
          severity: 'caution',
          title: 'Comes out 49.8 mm in X, 40.16 mm in Y, unless it was prepared for that',
          figure: 'laid X 50, Y 40 mm',
          limit: 'X 100.05 to 100.80 %, Y 99.20 to 99.95 %',
          origin: 'proven by T-0001 on Rifugio Vodice',
          fix: 'prepare it at X 100.40 %, Y 99.60 %, or bring the mesh',
          trialId: 't',
        },
      ],
    },
  ],
};
