import { failedBeyond, type ContextChange } from '../../src/areas/rules/fixture.ts';
import type { Values } from '../../src/areas/library/settings/define.ts';
import { behaviours, type Behaviour } from '../../standins/controller/fate/plastics.ts';
import { truthOf, type Truth } from '../../standins/controller/truth.ts';

/** What the profiles of a family say. */
interface Profile {
  readonly values: Values;
  readonly nozzleC: number;
  readonly bedC: number;
  readonly lid: 'open' | 'closed';
}
const profiles: Readonly<Record<string, Profile>> = {
  PLA: {
    nozzleC: 208,
    bedC: 58,
    lid: 'open',
    values: {
      family: 'PLA',
      nozzleRangeC: [195, 225],
      bedRangeC: [50, 65],
      chamberC: 0,
      fanPercent: 80,
      fanRangePercent: [50, 100],
      enclosureNeed: 'open',
      glassTransitionC: 60,
      dryingC: 50,
      bondsWith: 'PLA',
      densityGPerCm3: 1.24,
    },
  },
  PETG: {
    nozzleC: 238,
    bedC: 76,
    lid: 'open',
    values: {
      family: 'PETG',
      nozzleRangeC: [225, 250],
      bedRangeC: [68, 85],
      chamberC: 0,
      fanPercent: 35,
      fanRangePercent: [20, 60],
      enclosureNeed: 'either',
      glassTransitionC: 80,
      dryingC: 60,
      bondsWith: 'PETG',
      densityGPerCm3: 1.27,
    },
  },
  ASA: { nozzleC: 248, bedC: 98, lid: 'closed', values: { family: 'ASA' } },
};

/** A machine with a plastic: what is true of it, what its profiles say, and what its trials have proven. */
export interface Farm {
  readonly truth: Truth;
  readonly plastic: Behaviour;
  readonly nozzleC: number;
  readonly bedC: number;
  readonly hasEvidence: boolean;
  readonly isClosed: boolean;
  readonly fanPercent: number;
  readonly proven: {
    readonly flow: number;
    readonly layerTimeS: number;
    readonly retractionMm: number;
    readonly mmPerS2: number;
  };
  readonly change: ContextChange;
}
const round = (v: number, digits = 1): number => Number(v.toFixed(digits));

/** A trial finds a limit a little on the safe side of where it truly lies. */
export function farmOf(seed: number, random: () => number): Farm {
  const truth = truthOf(seed);
  const plastic = behaviours[Math.floor(random() * behaviours.length)]!;
  const profile = profiles[plastic.family]!;
  const { nozzleC, bedC, lid } = profile;
  const hasEvidence = random() < 0.75;
  const hotC = nozzleC + truth.nozzleErrorC - plastic.idealC;
  const between = (low: number, high: number): number => low + (high - low) * random();
  const flow = round(truth.meltMm3PerS * (1 + 0.012 * hotC) * between(0.96, 1.02), 2);
  const layerTimeS = round(truth.slumpS * between(1.02, 1.12));
  const acceleration = Math.round(truth.ringsAtMmPerS2 * between(0.88, 1));
  const lean = Math.floor(truth.droopsAtDeg - between(0, 4));
  const span = round(truth.sagsAtMm * between(0.85, 1));
  const leastMm = Math.log((truth.strings * Math.exp(hotC / 30)) / 3) / truth.stringRate;
  const retractionMm = round(between(leastMm + 0.1, Math.max(leastMm + 0.15, truth.gapFromMm - 0.2)), 2);
  const proofs: NonNullable<ContextChange['proofs']> = hasEvidence
    ? {
        highestFlowMm3PerS: failedBeyond(flow, flow),
        lowestLayerTimeS: {
          ...failedBeyond(layerTimeS, 60, layerTimeS),
          range: { min: layerTimeS, max: 60, minEnd: 'failedBeyond', maxEnd: 'notTriedBeyond' },
        },
        accelerationMmPerS2: failedBeyond(acceleration, acceleration),
        steepestOverhangDeg: failedBeyond(lean, lean),
        longestBridgeMm: failedBeyond(span, span),
        retractionMm: {
          ...failedBeyond(retractionMm, round(truth.gapFromMm, 2), round(leastMm + 0.05, 2)),
          range: {
            min: round(leastMm + 0.05, 2),
            max: round(truth.gapFromMm, 2),
            minEnd: 'failedBeyond',
            maxEnd: 'failedBeyond',
          },
        },
        nozzleC: failedBeyond(nozzleC, nozzleC + 6, nozzleC - 6),
        bedC: failedBeyond(bedC, bedC + 6, bedC - 8),
      }
    : Object.fromEntries(
        [
          'flow', 'nozzleC', 'bedC', 'highestFlowMm3PerS', 'retractionMm', 'accelerationMmPerS2', 'highestWallSpeedMmPerS',
          'lowestLayerTimeS', 'steepestOverhangDeg', 'zOffsetMm', 'scaleXPercent', 'scaleYPercent', 'scaleZPercent',
        ].map((key) => [key, null]),
      ); // prettier-ignore
  return {
    truth,
    plastic,
    nozzleC,
    bedC,
    hasEvidence,
    isClosed: lid === 'closed',
    fanPercent: Number(profile.values['fanPercent'] ?? 15),
    proven: { flow, layerTimeS, retractionMm, mmPerS2: Math.min(1500, acceleration) },
    change: {
      values: {
        ...profile.values,
        nozzleC,
        bedC,
        retractionMm,
        accelerationMmPerS2: Math.min(1500, acceleration),
        maxAccelerationXMmPerS2: 6000,
        maxAccelerationYMmPerS2: 6000,
        minimumLayerTimeS: Math.max(12, Math.ceil(layerTimeS * 1.03)),
        unknownWords: random() < 0.6 ? 'stops' : 'passes over',
        ...(hasEvidence && { lowestLayerTimeS: layerTimeS, highestFlowMm3PerS: flow, steepestOverhangDeg: lean }),
      },
      known: { lid },
      proofs,
    },
  };
}
