/** One layer's motion and pauses; speeds in mm/s, accelerations neglected. */
export interface LayerMotion {
  readonly pauseBeforeLiftS: number;
  readonly lift: readonly Stage[];
  readonly pauseAtTopS: number;
  readonly return: readonly Stage[];
  readonly pauseBeforeExposureS: number;
}
export interface Stage {
  readonly mm: number;
  readonly mmPerS: number;
}
export interface LayerPart {
  readonly name: 'exposure' | 'pause before lift' | 'lift' | 'pause at the top' | 'return' | 'pause before exposure';
  readonly s: number;
  readonly stage?: number;
}
/** How a single delay of a file from elsewhere is counted. */
export type DelayCounting = 'from light-off' | 'after the motion';

export const stageS = ({ mm, mmPerS }: Stage): number => (mm === 0 ? 0 : mm / mmPerS);
export const motionS = (m: Pick<LayerMotion, 'lift' | 'return'>): number =>
  [...m.lift, ...m.return].reduce((sum, stage) => sum + stageS(stage), 0);

/** The parts of one layer in the order they happen; parts that take no time are left out. */
export function layerParts(exposureS: number, m: LayerMotion): LayerPart[] {
  const stages = (name: 'lift' | 'return', list: readonly Stage[]): LayerPart[] =>
    list.map((stage, i) => ({ name, s: stageS(stage), stage: i + 1 }));
  const parts: LayerPart[] = [
    { name: 'exposure', s: exposureS },
    { name: 'pause before lift', s: m.pauseBeforeLiftS },
    ...stages('lift', m.lift),
    { name: 'pause at the top', s: m.pauseAtTopS },
    ...stages('return', m.return),
    { name: 'pause before exposure', s: m.pauseBeforeExposureS },
  ];
  return parts.filter((p) => p.s > 0);
}
export const darkTimeS = (m: LayerMotion): number => layerParts(0, m).reduce((sum, p) => sum + p.s, 0);

/** What a single imported delay comes to: dark time, what of it is wasted, and whether it does anything at all. */
export function countDelay(
  delayS: number,
  motion: number,
  counting: DelayCounting,
): { readonly darkS: number; readonly waitS: number; readonly isIdle: boolean } {
  if (counting === 'after the motion') return { darkS: motion + delayS, waitS: delayS, isIdle: delayS === 0 };
  const darkS = Math.max(delayS, motion);
  return { darkS, waitS: darkS - motion, isIdle: delayS <= motion };
}

/** Layers that cover a bottom thickness, in whole micrometres so that 0.28/0.04 is 7. */
export const bottomLayersFor = (thicknessMm: number, layerMm: number, atLeast = 1): number =>
  Math.max(atLeast, Math.ceil(Math.round(thicknessMm * 1000) / Math.round(layerMm * 1000)));

/** Exposures of the transition layers, falling from bottom to normal in even steps of seconds (which are not even in cure depth). */
export const transitionS = (bottomS: number, normalS: number, layers: number): number[] =>
  Array.from({ length: layers }, (_, i) => bottomS - ((i + 1) * (bottomS - normalS)) / (layers + 1));

export interface PrintSequence {
  readonly layers: number;
  readonly bottomLayers: number;
  readonly transition: readonly number[];
  /** Seconds over the whole print by part. */
  readonly byPart: Readonly<Record<LayerPart['name'], number>>;
  readonly totalS: number;
}

/** The whole print by its height alone: how many parts share the plate does not matter. Preparation is not in it. */
export function printSequence(
  heightMm: number,
  layerMm: number,
  exposure: {
    readonly bottomS: number;
    readonly normalS: number;
    readonly bottomLayers: number;
    readonly transitionLayers: number;
  },
  motion: LayerMotion,
  bottomMotion: LayerMotion = motion,
): PrintSequence {
  const layers = Math.max(1, Math.round(Math.round(heightMm * 1000) / Math.round(layerMm * 1000)));
  const bottomLayers = Math.min(exposure.bottomLayers, layers);
  const transition = transitionS(exposure.bottomS, exposure.normalS, exposure.transitionLayers).slice(
    0,
    layers - bottomLayers,
  );
  const byPart: Record<LayerPart['name'], number> = {
    exposure: 0,
    'pause before lift': 0,
    lift: 0,
    'pause at the top': 0,
    return: 0,
    'pause before exposure': 0,
  };
  for (const p of layerParts(0, bottomMotion)) byPart[p.name] += bottomLayers * p.s;
  for (const p of layerParts(0, motion)) byPart[p.name] += (layers - bottomLayers) * p.s;
  byPart.exposure =
    bottomLayers * exposure.bottomS +
    transition.reduce((sum, s) => sum + s, 0) +
    (layers - bottomLayers - transition.length) * exposure.normalS;
  return {
    layers,
    bottomLayers,
    transition,
    byPart,
    totalS: Object.values(byPart).reduce((a, b) => a + b, 0),
  };
}
