import { acceleration } from './acceleration/index.ts';
import { bridge } from './bridge/index.ts';
import type { FilamentKind, ResinKind, TrialKind, TrialKindKey } from './define.ts';
import { exposureLadder } from './exposureLadder/index.ts';
import { lift } from './lift/index.ts';
import { lightMap } from './lightMap/index.ts';
import { neckStrength } from './neckStrength/index.ts';
import { plate } from './plate/index.ts';
import { resinTemperature } from './resinTemperature/index.ts';
import { settling } from './settling/index.ts';
import { workingCurve } from './workingCurve/index.ts';
import { dimensions } from './dimensions/index.ts';
import { firstLayer } from './firstLayer/index.ts';
import { flow } from './flow/index.ts';
import { headOffset } from './headOffset/index.ts';
import { highestFlow } from './highestFlow/index.ts';
import { layerTime } from './layerTime/index.ts';
import { overhang } from './overhang/index.ts';
import { pressure } from './pressure/index.ts';
import { referencePart } from './referencePart/index.ts';
import { refill } from './refill/index.ts';
import { retraction } from './retraction/index.ts';
import { temperature } from './temperature/index.ts';
import { wallSpeed } from './wallSpeed/index.ts';

/** Kinds for filament, in the order practice runs them. Adding one is a folder and a line here. */
export const filamentKinds: readonly FilamentKind[] = [
  firstLayer,
  temperature,
  flow,
  pressure,
  retraction,
  refill,
  highestFlow,
  acceleration,
  wallSpeed,
  layerTime,
  overhang,
  bridge,
  dimensions,
  headOffset,
  referencePart,
];
/** Kinds for resin, in the order practice runs them. */
export const resinKinds: readonly ResinKind[] = [
  lightMap,
  plate,
  workingCurve,
  exposureLadder,
  neckStrength,
  lift,
  settling,
  resinTemperature,
];
export const trialKinds: readonly TrialKind[] = [...filamentKinds, ...resinKinds];
/** Kinds whose value becomes a proof; the rest only compare. */
export const provingKinds: readonly TrialKind[] = trialKinds.filter((k) => k.proves.length > 0);
export const kindOf = (key: string): TrialKind => {
  const found = trialKinds.find((k) => k.key === key);
  if (!found) throw new RangeError(`no kind of trial ${key}`);
  return found;
};
export const isTrialKind = (key: string): key is TrialKindKey => trialKinds.some((k) => k.key === key);
