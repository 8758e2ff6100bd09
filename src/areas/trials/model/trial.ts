export type TrialState = 'planned' | 'printing' | 'interrupted' | 'measuring' | 'accepted' | 'set aside';

/** What a flow coupon was made for; frozen when the trial is planned. */
export interface TrialPlan {
  readonly lineWidthMm: number;
  readonly layerHeightMm: number;
  readonly flow: number;
  readonly walls: 1 | 2;
  readonly lineDistanceMm: number;
  readonly nozzleC: number;
  readonly bedC: number;
  readonly sideMm: number;
  readonly heightMm: number;
  readonly timeS: number;
  readonly filamentMm: number;
  readonly massG: number;
  readonly cost: number;
  readonly lines: number;
  readonly readingsWanted: number;
}

export interface PrintProgress {
  readonly phase: 'connecting' | 'heating' | 'printing' | 'paused' | 'lost' | 'fault' | 'displaced' | 'done' | 'cancelled';
  readonly acknowledged: number;
  readonly lines: number;
  readonly zMm: number;
  readonly nozzleC: number; readonly nozzleTargetC: number;
  readonly bedC: number; readonly bedTargetC: number;
  readonly resends: number;
  readonly message: string | null;
  readonly at: string;
}

export interface Decision {
  readonly outcome: 'accepted' | 'set aside';
  readonly why: string;
  readonly by: string;
  readonly byName: string;
  readonly before: number;
  readonly value: number;
  readonly interval: readonly [number, number];
  readonly range: readonly [number, number];
  readonly pairingRevision: number | null;
}

/** The farm's tolerance round a proven flow: the allowed range does not narrow with more readings. Common practice, no source. */
export const FLOW_TOLERANCE = 0.03;
export const VALID_DAYS = 90;
export const SIDES = ['front', 'right', 'back', 'left'] as const;
