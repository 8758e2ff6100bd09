import type { TrialKind, TrialKindKey } from './define.ts';
import { dimensions } from './dimensions/index.ts';
import { flow } from './flow/index.ts';
import { highestFlow } from './highestFlow/index.ts';
import { retraction } from './retraction/index.ts';
import { temperature } from './temperature/index.ts';

/** Every kind of trial, in the order practice runs them. Adding one is a folder and a line here. */
export const trialKinds: readonly TrialKind[] = [temperature, flow, retraction, highestFlow, dimensions];
export const kindOf = (key: string): TrialKind => { const found = trialKinds.find((k) => k.key === key); if (!found) throw new RangeError(`no kind of trial ${key}`); return found; };
export const isTrialKind = (key: string): key is TrialKindKey => trialKinds.some((k) => k.key === key);
