import { boundsOf, type Mesh } from '../mesh/mesh.ts';
import type { Topology } from '../mesh/topology.ts';
import type { Stepwise } from '../result/stepwise.ts';
import { LayerFlood } from './layerFlood.ts';
import { layersUpTo, meshLayers } from './meshLayers.ts';
import { OccupiedCells } from './occupied.ts';
import { lengthOf, runsBeyond, solidRuns, type Runs } from './runs.ts';
import type { StackSettings } from './stackSettings.ts';
import { LEAN_DEG } from './stackReport.ts';
import { kinkMm, type Brace, type Place, type Support, type Supports, type SupportShape } from './supports.ts';

export interface SupportWish {
  readonly shape: SupportShape;
  /** Farthest apart that two tips under the same surface are. */
  readonly spacingMm: number;
  /** Supports may stand on the part where no way leads to the plate. */
  readonly onPart: boolean;
  /** Supports that stay whatever else is placed. */
  readonly kept?: readonly Support[];
}
export interface PlacedSupports extends Supports {
  /** Places that want a support for which there is no way down. */
  readonly noPlace: readonly Place[];
}

const PIXEL_MM = 0.1;
const CELL_MM = 0.5;
/** A surface is looked at over so many pixels, that steps of layers are not taken for a lean. */
const LOOK_BACK_PIXELS = 4;
const CLEAR_MM = 0.3;
/** How far aside a support looks for a way down, and in how many directions. */
const ASIDE_MM = [1.5, 3, 4.5, 6];
/** How far beside a place without a way down its tip may be. */
const BESIDE_MM = [0.5, 1, 1.5];
const DIRECTIONS = 16;
/** A thread of surface narrower than this holds on to what is beside it. */
const THREAD_MM = 0.3;
const BRACE_APART_MM = 10;
const BRACE_EVERY_MM = 12;
const SLENDER_FROM_MM = 15;

/** Finds what of a part nothing below holds (islands, and surfaces that lean further than holds itself) and places supports under it, each
 *  with a way down that touches nothing. The same part and wish give the same supports. */
export function* placingSupports(
  mesh: Mesh,
  topology: Topology,
  settings: StackSettings,
  wish: SupportWish,
  drills: Mesh | null = null,
): Stepwise<PlacedSupports> {
  const sizeMm = [0, 1].map((k) => settings.pixels[k]! * settings.pixelMm[k]!) as [number, number];
  const coarse: StackSettings = {
    ...settings,
    pixelMm: [PIXEL_MM, PIXEL_MM],
    pixels: [Math.ceil(sizeMm[0] / PIXEL_MM), Math.ceil(sizeMm[1] / PIXEL_MM)],
    samples: 1,
    lowestGrey: 0,
    compensationMm: 0,
  };
  const topMm = boundsOf(mesh).max[2];
  const cells = new OccupiedCells(CELL_MM, [...sizeMm, topMm + CELL_MM]);
  const placing = new Placing(cells, coarse.pixels, wish);
  const { layerMm } = settings;
  const rows = coarse.pixels[1];
  const toMm = (x: number, y: number): readonly [number, number] => [x * PIXEL_MM, (rows - y) * PIXEL_MM];
  const tan = Math.tan((LEAN_DEG * Math.PI) / 180);
  const back = Math.max(1, Math.ceil((LOOK_BACK_PIXELS * PIXEL_MM) / (layerMm * tan)));
  const reach = (back * layerMm * tan) / PIXEL_MM;
  const flood = new LayerFlood({ pixels: 0, layers: 1 });
  const recent: Runs[] = [];
  const count = layersUpTo(topMm, layerMm);
  let k = 0;
  for (const { runs: lit } of meshLayers(mesh, topology, coarse, { supports: null, drills })) {
    const runs = solidRuns(lit);
    flood.add(runs);
    const zMm = k * layerMm;
    if (k > 0) for (const { at } of flood.begun()) placing.hold([...toMm(...at), zMm], null);
    if (k >= back) {
      const loose = runsBeyond(runs, recent[0]!, reach, reach);
      for (let i = 0; 3 * i < loose.length; i++) {
        if (lengthOf(loose, i) * PIXEL_MM < THREAD_MM) continue;
        for (const x of spots(loose[3 * i + 1]!, loose[3 * i + 2]!, wish.spacingMm / PIXEL_MM)) {
          const y = loose[3 * i]! + 0.5;
          const below = recent.findIndex((r) => holds(r, x, loose[3 * i]!));
          const at: Place = [...toMm(x, y), (k - (below < 0 ? 0 : recent.length - below)) * layerMm];
          placing.hold(at, (xMm, yMm) => holds(loose, xMm / PIXEL_MM, Math.floor(rows - yMm / PIXEL_MM)));
        }
      }
    }
    recent.push(runs);
    if (recent.length > back) recent.shift();
    cells.mark(runs, zMm + layerMm / 2, PIXEL_MM, rows);
    placing.rise(runs, zMm + layerMm);
    k++;
    yield k / count;
  }
  return placing.end();
}
/** Places along a stretch, no further apart than so much, the first and last half of that from its ends. */
function spots(from: number, to: number, apart: number): number[] {
  const n = Math.max(1, Math.ceil((to - from) / apart));
  return Array.from({ length: n }, (_, i) => from + ((i + 0.5) * (to - from)) / n);
}
function holds(runs: Runs, x: number, row: number): boolean {
  for (let i = 0; i < runs.length; i += 3) if (runs[i] === row && runs[i + 1]! <= x && x < runs[i + 2]!) return true;
  return false;
}

/** Supports as they are placed, from the plate upwards. */
class Placing {
  private readonly list: Support[] = [];
  private readonly noPlace: Place[] = [];
  /** Tips and places without one, by squares as wide as they may be apart. */
  private readonly near = new Map<string, Place[]>();
  /** Height of the highest thing under each pixel. */
  private readonly tops: Float32Array;

  constructor(
    private readonly cells: OccupiedCells,
    private readonly pixels: readonly [width: number, height: number],
    private readonly wish: SupportWish,
  ) {
    this.tops = new Float32Array(pixels[0] * pixels[1]);
    for (const s of wish.kept ?? []) {
      this.list.push(s);
      this.note(s.tip);
    }
  }

  /** The next layer, up to a height. */
  rise(runs: Runs, zMm: number): void {
    const [width] = this.pixels;
    for (let i = 0; i < runs.length; i += 3)
      this.tops.fill(zMm, runs[i]! * width + runs[i + 1]!, runs[i]! * width + runs[i + 2]!);
  }

  /** Puts a support under a place unless a tip close by already holds it, or beside it where that has no way down and the place beside is
   *  as loose. An island has one of its own. */
  hold(at: Place, isLoose: ((xMm: number, yMm: number) => boolean) | null): void {
    if (this.isHeld(at, isLoose ? this.wish.spacingMm : this.wish.shape.tipMm)) return;
    let support = this.wayDown(at);
    for (const asideMm of isLoose ? BESIDE_MM : [])
      for (let k = 0; !support && k < DIRECTIONS; k++) {
        const a = (2 * Math.PI * k) / DIRECTIONS;
        const [x, y] = [at[0] + asideMm * Math.cos(a), at[1] + asideMm * Math.sin(a)];
        if (isLoose!(x, y)) support = this.wayDown([x, y, at[2]]);
      }
    this.note(support?.tip ?? at);
    if (support) this.list.push(support);
    else this.noPlace.push(at);
  }
  private key = (x: number, y: number): string =>
    `${Math.floor(x / this.wish.spacingMm)},${Math.floor(y / this.wish.spacingMm)}`;
  private note(at: Place): void {
    const key = this.key(at[0], at[1]);
    this.near.set(key, [...(this.near.get(key) ?? []), at]);
  }
  private isHeld([x, y, z]: Place, withinMm: number): boolean {
    const s = this.wish.spacingMm;
    for (const dx of [-s, 0, s])
      for (const dy of [-s, 0, s])
        for (const t of this.near.get(this.key(x + dx, y + dy)) ?? [])
          if (Math.hypot(t[0] - x, t[1] - y) < withinMm && Math.abs(t[2] - z) < s) return true;
    return false;
  }

  private wayDown(tip: Place): Support | null {
    const { shape, onPart } = this.wish;
    const radius = shape.shaftMm / 2 + CLEAR_MM;
    const straight: Support = { tip, foot: [tip[0], tip[1], 0] };
    const below = tip[2] - Math.max(shape.coneMm, CELL_MM);
    if (below <= CELL_MM || this.cells.isFreeAlong([tip[0], tip[1], below - CELL_MM], straight.foot, radius))
      return this.isOnScreen(straight) ? straight : null;
    for (const asideMm of ASIDE_MM)
      for (let k = 0; k < DIRECTIONS; k++) {
        const a = (2 * Math.PI * k) / DIRECTIONS;
        const foot: Place = [tip[0] + asideMm * Math.cos(a), tip[1] + asideMm * Math.sin(a), 0];
        const leaning: Support = { tip, foot };
        const kink = kinkMm(leaning, shape);
        if (kink < CELL_MM || !this.isOnScreen(leaning)) continue;
        const at: Place = [foot[0], foot[1], kink];
        if (
          this.cells.isFreeAlong([tip[0], tip[1], below - CELL_MM], at, radius) &&
          this.cells.isFreeAlong(at, foot, radius)
        )
          return leaning;
      }
    if (!onPart) return null;
    const top = this.tops[this.pixelAt(tip)]!;
    return top > 0 && tip[2] - top > 2 * shape.tipMm ? { tip, foot: [tip[0], tip[1], top] } : null;
  }
  private pixelAt([x, y]: Place): number {
    const [width, height] = this.pixels;
    const within = (v: number, most: number): number => Math.min(most - 1, Math.max(0, Math.floor(v)));
    return within(height - y / PIXEL_MM, height) * width + within(x / PIXEL_MM, width);
  }
  private isOnScreen({ foot }: Support): boolean {
    return this.cells.isFree(foot[0], foot[1], 0, 0);
  }

  end(): PlacedSupports {
    return { shape: this.wish.shape, list: this.list, braces: this.braces(), noPlace: this.noPlace };
  }
  /** Struts between tall shafts that stand near each other. */
  private braces(): Brace[] {
    const { shape } = this.wish;
    const tall = this.list.flatMap((s) => {
      const toMm = kinkMm(s, shape);
      return s.foot[2] <= 0 && toMm > SLENDER_FROM_MM ? [{ foot: s.foot, toMm }] : [];
    });
    const out: Brace[] = [];
    tall.forEach((a, i) => {
      const [b] = tall
        .slice(i + 1)
        .map((other) => ({ ...other, apart: Math.hypot(other.foot[0] - a.foot[0], other.foot[1] - a.foot[1]) }))
        .filter((other) => other.apart > shape.shaftMm && other.apart < BRACE_APART_MM)
        .sort((p, q) => p.apart - q.apart);
      if (!b) return;
      let [low, high] = [a.foot, b.foot];
      for (let z = BRACE_EVERY_MM / 2; z + b.apart < Math.min(a.toMm, b.toMm); z += BRACE_EVERY_MM) {
        const brace: Brace = { from: [low[0], low[1], z], to: [high[0], high[1], z + b.apart] };
        if (this.cells.isFreeAlong(brace.from, brace.to, shape.shaftMm / 2 + CLEAR_MM)) out.push(brace);
        [low, high] = [high, low];
      }
    });
    return out;
  }
}
