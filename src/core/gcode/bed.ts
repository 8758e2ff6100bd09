/** Two corners, mm, in coordinates of programs. */
export type Rectangle = readonly [x0: number, y0: number, x1: number, y1: number];
export type Corner = readonly [x: number, y: number];

/** Along an outline that is not convex, lines are looked at so often. */
const STEP_MM = 1;
const MOST_STEPS = 2000;

function figuresOf<N>(text: string, count: number): { readonly found: N[]; readonly wrong: string | null } {
  const found: N[] = [];
  for (const part of text.split(/[;\n]/)) {
    if (part.trim() === '') continue;
    const figures = part
      .trim()
      .split(/[\s,]+/)
      .map(Number);
    if (figures.length !== count || !figures.every(Number.isFinite)) return { found, wrong: part.trim() };
    found.push(figures as N);
  }
  return { found, wrong: null };
}
/** Rectangles as they are typed, "0 0 30 12; 200 0 230 12", up to what is not four figures. */
export const readRectangles = (text: string): { readonly found: Rectangle[]; readonly wrong: string | null } =>
  figuresOf<Rectangle>(text, 4);
/** Corners of an outline as they are typed, "0 0; 220 0; 220 180; 0 180", up to what is not two figures. */
export function readOutline(text: string): { readonly found: Corner[]; readonly wrong: string | null } {
  const read = figuresOf<Corner>(text, 2);
  const isTooFew = read.wrong === null && read.found.length > 0 && read.found.length < 3;
  return isTooFew ? { ...read, wrong: text.trim() } : read;
}

export const liesIn = ([x0, y0, x1, y1]: Rectangle, x: number, y: number): boolean =>
  x >= Math.min(x0, x1) && x <= Math.max(x0, x1) && y >= Math.min(y0, y1) && y <= Math.max(y0, y1);

/** Where a line first lies within a rectangle, along its edge not counted; null where it does not. Liang and Barsky, ACM TOG 3 (1984) 1. */
export function firstWithin(
  [ax, ay, bx, by]: Rectangle,
  x0: number,
  y0: number,
  x1: number,
  y1: number,
): readonly [x: number, y: number] | null {
  let [from, to] = [0, 1];
  for (const [start, by1, low, high] of [
    [x0, x1 - x0, Math.min(ax, bx), Math.max(ax, bx)],
    [y0, y1 - y0, Math.min(ay, by), Math.max(ay, by)],
  ] as const) {
    if (by1 === 0) {
      if (start <= low || start >= high) return null;
      continue;
    }
    const [a, b] = [(low - start) / by1, (high - start) / by1];
    from = Math.max(from, Math.min(a, b));
    to = Math.min(to, Math.max(a, b));
  }
  return from < to ? [x0 + (x1 - x0) * from, y0 + (y1 - y0) * from] : null;
}

/** The edge of a plate that is neither as large as the travel nor round. */
export class BedEdge {
  private readonly isConvex: boolean;

  constructor(private readonly corners: readonly Corner[]) {
    const turns = corners.map(([x, y], k) => {
      const [nx, ny] = corners[(k + 1) % corners.length]!;
      const [mx, my] = corners[(k + 2) % corners.length]!;
      return Math.sign((nx - x) * (my - ny) - (ny - y) * (mx - nx));
    });
    this.isConvex = !(turns.includes(1) && turns.includes(-1));
  }

  /** How far a place lies beyond the edge; 0 on the plate. */
  beyondMm(x: number, y: number): number {
    const { corners } = this;
    let isOn = false;
    let nearest = Infinity;
    for (let k = 0, before = corners.length - 1; k < corners.length; before = k++) {
      const [ax, ay] = corners[before]!;
      const [bx, by] = corners[k]!;
      if (ay > y !== by > y && x < ax + ((bx - ax) * (y - ay)) / (by - ay)) isOn = !isOn;
      const [dx, dy] = [bx - ax, by - ay];
      const along = ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1);
      const t = Math.min(1, Math.max(0, along));
      nearest = Math.min(nearest, Math.hypot(x - ax - t * dx, y - ay - t * dy));
    }
    return isOn ? 0 : nearest;
  }

  /** Places along a line at which it is furthest beyond the edge, or near enough: its ends, and of an outline that is not convex every
   *  millimetre. */
  stepsAlong(lengthMm: number): number {
    return this.isConvex ? 1 : Math.min(MOST_STEPS, Math.max(1, Math.ceil(lengthMm / STEP_MM)));
  }

  /** Whether a box lies on the plate whole. */
  holds(minX: number, minY: number, maxX: number, maxY: number): boolean {
    const isOn = [minX, maxX].every((x) => [minY, maxY].every((y) => this.beyondMm(x, y) === 0));
    // an outline that turns inwards has a corner where it reaches in
    return isOn && !this.corners.some(([x, y]) => x > minX && x < maxX && y > minY && y < maxY);
  }
}
