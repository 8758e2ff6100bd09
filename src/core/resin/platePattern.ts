import { fitPlane } from '../fitting/leastSquares.ts';
import { fail, succeed, type Result } from '../result/result.ts';

/** How a disc came out: 0 lost, 1 its edge lifted, 2 stuck. */
export interface Disc {
  /** Place on the plate, −1 to 1 from left to right and from front to back. */
  readonly x: number;
  readonly y: number;
  readonly outcome: 0 | 1 | 2;
}
export type PlateReading = 'fine' | 'longer' | 'shorter' | 'level' | 'screen or film' | 'unclear';
export interface PlatePattern {
  readonly says: PlateReading;
  /** Side that holds badly, where the plate is not level. */
  readonly side: string | null;
  /** Share of the differences that a lean explains. */
  readonly leanShare: number;
}
/** Places of the nine discs, from the left front, −1 to 1 each way. */
export const DISC_PLACES: readonly (readonly [x: number, y: number])[] = [-1, 0, 1].flatMap((y) =>
  [-1, 0, 1].map((x) => [x, y] as const),
);
const DISCS = 9;
/** 5 % point of F with 2 and 6 degrees of freedom (any table of F). */
const F_2_6 = 5.143;
const LEAST_LEAN = 0.35;
const LEAST_REACH = 0.6;
const TOO_FIRM = 3;
const MOST_LOST_AT_RANDOM = 4;

/** What a pattern of discs says to do. All lost: longer. Losing towards one side, more than chance would (F test of a plane, 5 %): level.
 *  Lost beside lifted, all on one side: level too. A few lost among many that hold: screen or film. All hold but only tools take them off: shorter. Otherwise unclear. */
export function readPlate(discs: readonly Disc[], removal: number | null): Result<PlatePattern> {
  if (discs.length < DISCS)
    return fail({
      code: 'tooFew',
      what: `${discs.length} of ${DISCS} discs are read`,
      todo: 'say of every disc how it came out',
    });
  const outcomes = discs.map((d) => d.outcome as number);
  const found = (says: PlateReading, side: string | null = null, leanShare = 0) => succeed({ says, side, leanShare });
  const stuck = outcomes.filter((o) => o === 2).length;
  const lost = outcomes.filter((o) => o === 0).length;
  if (stuck === discs.length) return found(removal !== null && removal >= TOO_FIRM ? 'shorter' : 'fine');
  if (lost === discs.length) return found('longer');
  const fit = fitPlane(
    discs.map((d) => d.x),
    discs.map((d) => d.y),
    outcomes,
  );
  if (!fit.ok) return fit;
  const [, b, c] = fit.value.coefficients as [number, number, number];
  const mean = outcomes.reduce((s, o) => s + o, 0) / discs.length;
  const total = outcomes.reduce((s, o) => s + (o - mean) ** 2, 0);
  const left = outcomes.reduce((s, o, i) => {
    const at = fit.value.coefficients[0]! + b * discs[i]!.x + c * discs[i]!.y;
    return s + (o - at) ** 2;
  }, 0);
  const leanShare = total > 0 ? 1 - left / total : 0;
  const f = left > 1e-12 ? (total - left) / 2 / (left / 6) : Infinity;
  if (total > 0 && f > F_2_6 && Math.hypot(b, c) >= LEAST_LEAN) return found('level', sideOf(-b, -c), leanShare);
  if (stuck === 0) return found('longer', null, leanShare);
  const graded = gradedSide(discs);
  if (graded) return found('level', graded, leanShare);
  if (lost >= 1 && lost <= MOST_LOST_AT_RANDOM && stuck >= DISCS - MOST_LOST_AT_RANDOM)
    return found('screen or film', null, leanShare);
  return found('unclear', null, leanShare);
}

/** The side towards which discs weaken by degrees (lost ones beside lifted ones, all on one side), or null: hurt film takes a disc away
 *  whole and leaves its neighbours alone. */
function gradedSide(discs: readonly Disc[]): string | null {
  const weak = discs.filter((d) => d.outcome < 2);
  if (!weak.some((d) => d.outcome === 0) || !weak.some((d) => d.outcome === 1)) return null;
  const x = weak.reduce((s, d) => s + d.x, 0) / weak.length;
  const y = weak.reduce((s, d) => s + d.y, 0) / weak.length;
  return Math.hypot(x, y) >= LEAST_REACH && weak.every((d) => d.x * x + d.y * y > 0) ? sideOf(x, y) : null;
}

/** The side a direction points to, corners by both names. */
function sideOf(x: number, y: number): string {
  const across = x > 0 ? 'right' : 'left';
  const along = y > 0 ? 'back' : 'front';
  const steep = Math.tan(Math.PI / 8);
  if (Math.abs(y) < steep * Math.abs(x)) return across;
  return Math.abs(x) < steep * Math.abs(y) ? along : `${along} ${across}`;
}
