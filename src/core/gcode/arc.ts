export interface Arc {
  readonly centreX: number;
  readonly centreY: number;
  readonly radiusMm: number;
  readonly startAngle: number;
  /** Signed, radians; counter-clockwise positive. */ readonly sweep: number;
}

/** The arc of a G2/G3 from (x0, y0) to (x1, y1) by centre offset, or null where the radius is zero or not a figure.
 *  Equal ends make a full circle. */
export function arcByCentre(
  x0: number,
  y0: number,
  x1: number,
  y1: number,
  i: number,
  j: number,
  clockwise: boolean,
): Arc | null {
  const radiusMm = Math.hypot(i, j);
  if (!(radiusMm > 0) || !Number.isFinite(radiusMm)) return null;
  const centreX = x0 + i;
  const centreY = y0 + j;
  const startAngle = Math.atan2(-j, -i);
  const endAngle = Math.atan2(y1 - centreY, x1 - centreX);
  let sweep = clockwise ? startAngle - endAngle : endAngle - startAngle;
  if (x0 === x1 && y0 === y1) sweep = 2 * Math.PI;
  else if (sweep <= 0) sweep += 2 * Math.PI;
  return { centreX, centreY, radiusMm, startAngle, sweep: clockwise ? -sweep : sweep };
}

/** The arc by radius; a negative radius is the long way round. A chord longer than the diameter is stretched to a half circle. */
export function arcByRadius(
  x0: number,
  y0: number,
  x1: number,
  y1: number,
  radius: number,
  clockwise: boolean,
): Arc | null {
  const dx = x1 - x0;
  const dy = y1 - y0;
  const chord = Math.hypot(dx, dy);
  if (!(chord > 0) || !Number.isFinite(radius) || radius === 0) return null;
  const r = Math.abs(radius);
  const height = Math.sqrt(Math.max(0, r * r - (chord * chord) / 4));
  const side = clockwise !== radius < 0 ? -1 : 1; // centre left of the chord for the short counter-clockwise way
  const i = dx / 2 - (side * height * dy) / chord;
  const j = dy / 2 + (side * height * dx) / chord;
  return arcByCentre(x0, y0, x1, y1, i, j, clockwise);
}

/** Chords that leave an arc by no more than so much: at least two, and never more than `most`, however large it is. */
export function chordsOf({ radiusMm, sweep }: Arc, errorMm: number, most: number): number {
  const turn = 2 * Math.acos(Math.max(0, 1 - errorMm / radiusMm));
  return turn > 0 ? Math.min(most, Math.max(2, Math.ceil(Math.abs(sweep) / turn))) : most;
}

/** Furthest that an arc comes from a point. */
export function furthestOf(arc: Arc, x: number, y: number): number {
  const [dx, dy] = [arc.centreX - x, arc.centreY - y];
  const away = Math.atan2(dy, dx) - arc.startAngle;
  const turned = arc.sweep > 0 ? away : -away;
  const within = ((turned % TURN) + TURN) % TURN <= Math.abs(arc.sweep);
  if (within) return Math.hypot(dx, dy) + arc.radiusMm;
  const at = (angle: number): number =>
    Math.hypot(dx + arc.radiusMm * Math.cos(angle), dy + arc.radiusMm * Math.sin(angle));
  return Math.max(at(arc.startAngle), at(arc.startAngle + arc.sweep));
}
const TURN = 2 * Math.PI;

/** Calls `visit` with each point of the arc where X or Y is extreme (multiples of a quarter turn inside the sweep). */
export function eachExtreme(arc: Arc, visit: (x: number, y: number) => void): void {
  const from = Math.min(arc.startAngle, arc.startAngle + arc.sweep);
  const to = Math.max(arc.startAngle, arc.startAngle + arc.sweep);
  const quarter = Math.PI / 2;
  const turn: readonly (readonly [number, number])[] = [
    [1, 0],
    [0, 1],
    [-1, 0],
    [0, -1],
  ];
  for (let k = Math.ceil(from / quarter); k * quarter <= to; k++) {
    const [cx, cy] = turn[((k % 4) + 4) % 4]!;
    visit(arc.centreX + arc.radiusMm * cx, arc.centreY + arc.radiusMm * cy);
  }
}

/** The point of an arc so much of its sweep from its start. */
export function pointOf(arc: Arc, share: number): readonly [x: number, y: number] {
  const angle = arc.startAngle + arc.sweep * share;
  return [arc.centreX + arc.radiusMm * Math.cos(angle), arc.centreY + arc.radiusMm * Math.sin(angle)];
}
