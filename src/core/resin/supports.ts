import { joined, type Mesh } from '../mesh/mesh.ts';
import { meshBetween } from '../mesh/tube.ts';

/** What every support of a part looks like, mm. */
export interface SupportShape {
  /** Diameter where it meets the part. */
  readonly tipMm: number;
  readonly shaftMm: number;
  /** Diameter on the plate. */
  readonly footMm: number;
  /** Height over which it narrows towards the part. */
  readonly coneMm: number;
  /** How far it reaches into the part. */
  readonly depthMm: number;
}
/** A place in the room over the plate, mm from the left front corner of the screen and from the plate. */
export type Place = readonly [xMm: number, yMm: number, zMm: number];
/** One support: where it meets the part from below, and where it stands. */
export interface Support {
  readonly tip: Place;
  readonly foot: Place;
  /** Set by hand, or to be kept as it is when supports are placed anew. */
  readonly isKept?: boolean;
}
/** A thin strut between two shafts. */
export interface Brace {
  readonly from: Place;
  readonly to: Place;
}
export interface Supports {
  readonly shape: SupportShape;
  readonly list: readonly Support[];
  readonly braces: readonly Brace[];
}

/** A round solid whose level sections are discs, from its lower end to its upper. */
export interface Frustum {
  readonly low: Place;
  readonly lowRadiusMm: number;
  readonly high: Place;
  readonly highRadiusMm: number;
}
const FOOT_HEIGHT_MM = 0.8;
/** Share of a shaft's width that a brace has. */
const BRACE_SHARE = 0.5;
/** What leans does so by no more than half a right angle, so that it holds itself. */
const STEEPEST = 1;

/** Height at which a support that does not stand below its tip stops leaning; that of its foot where it leans all the way. */
export function kinkMm({ tip, foot }: Support, { coneMm }: SupportShape): number {
  const aside = Math.hypot(tip[0] - foot[0], tip[1] - foot[1]);
  return tip[2] - coneMm - aside / STEEPEST;
}
/** The solids of one support. One that stands on the part meets it there as it does above. */
function frustaOf(support: Support, shape: SupportShape): Frustum[] {
  const { tip, foot } = support;
  const [tipR, shaftR, footR] = [shape.tipMm / 2, shape.shaftMm / 2, shape.footMm / 2];
  const isOnPlate = foot[2] <= 0;
  const top: Place = [tip[0], tip[1], tip[2] + shape.depthMm];
  const room = tip[2] - foot[2];
  const coneMm = Math.min(shape.coneMm, room * (isOnPlate ? 0.6 : 0.4));
  const neck: Place = [tip[0], tip[1], tip[2] - coneMm];
  const kink: Place = [foot[0], foot[1], Math.max(foot[2], Math.min(neck[2], kinkMm(support, shape)))];
  const out: Frustum[] = [
    { low: tip, lowRadiusMm: tipR, high: top, highRadiusMm: tipR },
    { low: neck, lowRadiusMm: shaftR, high: tip, highRadiusMm: tipR },
  ];
  if (kink[2] < neck[2]) out.push({ low: kink, lowRadiusMm: shaftR, high: neck, highRadiusMm: shaftR });
  if (!isOnPlate) {
    const low: Place = [foot[0], foot[1], foot[2] + coneMm];
    out.push({ low: foot, lowRadiusMm: tipR, high: low, highRadiusMm: shaftR });
    out.push({ low: [foot[0], foot[1], foot[2] - shape.depthMm], lowRadiusMm: tipR, high: foot, highRadiusMm: tipR });
    if (kink[2] > low[2]) out.push({ low, lowRadiusMm: shaftR, high: kink, highRadiusMm: shaftR });
    return out;
  }
  const foots = Math.min(FOOT_HEIGHT_MM, room / 4);
  out.push({ low: foot, lowRadiusMm: shaftR, high: kink, highRadiusMm: shaftR });
  out.push({ low: foot, lowRadiusMm: footR, high: [foot[0], foot[1], foots], highRadiusMm: shaftR });
  return out;
}
const allFrusta = ({ shape, list, braces }: Supports): Frustum[] => [
  ...list.flatMap((s) => frustaOf(s, shape)),
  ...braces.map(({ from, to }): Frustum => {
    const r = (shape.shaftMm * BRACE_SHARE) / 2;
    const [low, high] = from[2] <= to[2] ? [from, to] : [to, from];
    return { low, lowRadiusMm: r, high, highRadiusMm: r };
  }),
];

/** Struts of which both shafts stand: one whose shaft was taken away would hang in mid-air. */
export function bracesBetween(braces: readonly Brace[], list: readonly Support[]): readonly Brace[] {
  const feet = new Set(list.map(({ foot }) => `${foot[0]} ${foot[1]}`));
  return braces.filter(({ from, to }) => [from, to].every((end) => feet.has(`${end[0]} ${end[1]}`)));
}

const SIDES = 24;
/** Sections of supports at heights that rise, as closed rings against the clock. */
export class SupportSections {
  private readonly waiting: Frustum[];
  private active: Frustum[] = [];

  constructor(supports: Supports) {
    this.waiting = allFrusta(supports).sort((a, b) => b.low[2] - a.low[2]);
  }

  at(zMm: number): Float64Array[] {
    while (this.waiting.length > 0 && this.waiting.at(-1)!.low[2] <= zMm) this.active.push(this.waiting.pop()!);
    this.active = this.active.filter((f) => f.high[2] > zMm);
    return this.active.map((f) => {
      const t = (zMm - f.low[2]) / (f.high[2] - f.low[2]);
      const r = f.lowRadiusMm + t * (f.highRadiusMm - f.lowRadiusMm);
      return ringAt(f.low[0] + t * (f.high[0] - f.low[0]), f.low[1] + t * (f.high[1] - f.low[1]), r);
    });
  }
}
function ringAt(x: number, y: number, r: number): Float64Array {
  const out = new Float64Array(2 * SIDES);
  for (let k = 0; k < SIDES; k++) {
    out[2 * k] = x + r * Math.cos((2 * Math.PI * k) / SIDES);
    out[2 * k + 1] = y + r * Math.sin((2 * Math.PI * k) / SIDES);
  }
  return out;
}

/** Supports as closed bodies that pass through each other. */
export const meshOfSupports = (supports: Supports): Mesh => joined(allFrusta(supports).map(meshOfFrustum));
function meshOfFrustum({ low, lowRadiusMm, high, highRadiusMm }: Frustum): Mesh {
  const ring = ([x, y, z]: Place, r: number): Place[] => {
    const flat = ringAt(x, y, r);
    return Array.from({ length: SIDES }, (_, k) => [flat[2 * k]!, flat[2 * k + 1]!, z]);
  };
  return meshBetween(ring(low, lowRadiusMm), low, ring(high, highRadiusMm), high);
}
