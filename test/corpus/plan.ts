/** One thing a program has the machine do, whatever its dialect: millimetres from the corner of the plate, filament as volume. */
export type Act =
  | { readonly do: 'layer'; readonly n: number; readonly zMm: number }
  | { readonly do: 'travel'; readonly x: number; readonly y: number }
  /** A line, or an arc counter-clockwise round a middle. */
  | {
      readonly do: 'line';
      readonly x: number;
      readonly y: number;
      readonly mm3: number;
      readonly mmPerS: number;
      readonly round?: readonly [x: number, y: number];
      readonly zMm?: number;
    }
  | { readonly do: 'head'; readonly tool: number }
  | { readonly do: 'fan'; readonly percent: number }
  /** A line as it stands. */
  | { readonly do: 'raw'; readonly line: string };

export interface Plan {
  readonly name: string;
  readonly acts: readonly Act[];
  /** What each head lays at, °C; a head without is not there. */
  readonly nozzleC: readonly number[];
  readonly bedC: number;
  readonly layerMm: number;
  readonly topMm: number;
  /** How far filament is drawn back, where that is not what writers usually do. */
  readonly retractMm?: number;
  /** How hard it is moved, where that is not as usual. */
  readonly mmPerS2?: number;
}
/** Where something stands on the plate. */
export type Foot =
  | { readonly kind: 'box'; readonly x: number; readonly y: number; readonly w: number; readonly d: number }
  | { readonly kind: 'disc'; readonly x: number; readonly y: number; readonly r: number };

const WIDTH_MM = 0.44;
const FLOW = 0.96;
const FIRST_MM_PER_S = 20;
const WALL_MM_PER_S = 40;
const FILL_MM_PER_S = 50;
/** A line with round ends. */
const volumeOf = (lengthMm: number, heightMm: number): number =>
  FLOW * ((WIDTH_MM - heightMm) * heightMm + (Math.PI * heightMm * heightMm) / 4) * lengthMm;

/** Gathers the acts of a part while it keeps where the head is. */
class Hand {
  readonly acts: Act[] = [];
  private x = 0;
  private y = 0;
  go(x: number, y: number): void {
    this.acts.push({ do: 'travel', x, y });
    [this.x, this.y] = [x, y];
  }
  lay(x: number, y: number, heightMm: number, mmPerS: number, zMm?: number): void {
    const mm3 = volumeOf(Math.hypot(x - this.x, y - this.y), heightMm);
    this.acts.push({ do: 'line', x, y, mm3, mmPerS, ...(zMm !== undefined && { zMm }) });
    [this.x, this.y] = [x, y];
  }
  /** A full circle from where the head is, in halves. */
  ring(cx: number, cy: number, r: number, heightMm: number, mmPerS: number): void {
    this.go(cx + r, cy);
    for (const side of [-1, 1]) {
      const x = cx + side * r;
      this.acts.push({ do: 'line', x, y: cy, mm3: volumeOf(Math.PI * r, heightMm), mmPerS, round: [cx, cy] });
      this.x = x;
    }
  }
}

/** A layer of a foot: two walls, then lines across. */
function layOne(hand: Hand, foot: Foot, heightMm: number, isFirst: boolean, gapMm: number): void {
  const wall = isFirst ? FIRST_MM_PER_S : WALL_MM_PER_S;
  const fill = isFirst ? FIRST_MM_PER_S : FILL_MM_PER_S;
  if (foot.kind === 'disc') {
    for (const k of [1, 0]) hand.ring(foot.x, foot.y, foot.r - (k + 0.5) * WIDTH_MM, heightMm, wall);
    const inside = foot.r - 2 * WIDTH_MM;
    for (let y = -inside + gapMm / 2, k = 0; y < inside; y += gapMm, k++) {
      const half = Math.sqrt(inside * inside - y * y) * (k % 2 === 0 ? 1 : -1);
      hand.go(foot.x - half, foot.y + y);
      hand.lay(foot.x + half, foot.y + y, heightMm, fill);
    }
    return;
  }
  const { x, y, w, d } = foot;
  for (const k of [1, 0]) {
    const inset = (k + 0.5) * WIDTH_MM;
    hand.go(x + inset, y + inset);
    hand.lay(x + w - inset, y + inset, heightMm, wall);
    hand.lay(x + w - inset, y + d - inset, heightMm, wall);
    hand.lay(x + inset, y + d - inset, heightMm, wall);
    hand.lay(x + inset, y + inset, heightMm, wall);
  }
  const inset = 2 * WIDTH_MM;
  for (let at = y + inset + gapMm / 2, k = 0; at < y + d - inset; at += gapMm, k++) {
    const [from, to] = k % 2 === 0 ? [x + inset, x + w - inset] : [x + w - inset, x + inset];
    hand.go(from, at);
    hand.lay(to, at, heightMm, fill);
  }
}

export interface PlanOptions {
  readonly name: string;
  readonly feet: readonly Foot[];
  readonly heightsMm: readonly number[];
  readonly isSequential?: boolean;
  /** Feet by head; all by the first where nothing is said. */
  readonly heads?: readonly number[];
  readonly nozzleC?: readonly number[];
  /** Gap between lines across. */
  readonly gapMm?: number;
}

/** Parts of upright walls, layer by layer, or part after part. */
export function planOf({
  name,
  feet,
  heightsMm,
  isSequential,
  heads,
  nozzleC = [248],
  gapMm = 1.6,
}: PlanOptions): Plan {
  const hand = new Hand();
  const zs = heightsMm.reduce<number[]>((all, h) => [...all, Number(((all.at(-1) ?? 0) + h).toFixed(4))], []);
  let tool = 0;
  const layers = (some: readonly number[]): void => {
    for (const [n, zMm] of zs.entries()) {
      hand.acts.push({ do: 'layer', n, zMm });
      if (n === 1) hand.acts.push({ do: 'fan', percent: 15 });
      for (const i of some) {
        const wanted = heads?.[i] ?? 0;
        if (wanted !== tool) hand.acts.push({ do: 'head', tool: (tool = wanted) });
        layOne(hand, feet[i]!, heightsMm[n]!, n === 0, gapMm);
      }
    }
  };
  if (isSequential) for (const i of feet.keys()) layers([i]);
  else layers([...feet.keys()]);
  return { name, acts: hand.acts, nozzleC, bedC: 98, layerMm: heightsMm.at(-1)!, topMm: zs.at(-1)! };
}

/** A wall of one line that rises all the way round. */
export function spiralOf(name: string, foot: Extract<Foot, { kind: 'disc' }>, turns: number): Plan {
  const hand = new Hand();
  const CHORDS = 96;
  hand.acts.push({ do: 'layer', n: 0, zMm: 0.2 });
  layOne(hand, foot, 0.2, true, WIDTH_MM);
  hand.go(foot.x + foot.r - WIDTH_MM / 2, foot.y);
  for (let k = 1; k <= turns * CHORDS; k++) {
    const angle = (2 * Math.PI * k) / CHORDS;
    const r = foot.r - WIDTH_MM / 2;
    const zMm = Number((0.2 + (0.2 * k) / CHORDS).toFixed(4));
    hand.lay(foot.x + r * Math.cos(angle), foot.y + r * Math.sin(angle), 0.2, 25, zMm);
  }
  return { name, acts: hand.acts, nozzleC: [248], bedC: 98, layerMm: 0.2, topMm: 0.2 + 0.2 * turns };
}
