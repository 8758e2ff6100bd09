import type { Drain, Pierced } from './drains.ts';
import type { Hold } from './hanging.ts';
import { LayerFlood } from './layerFlood.ts';
import { connect, narrowGaps, pixelsBeyond, pixelsByArea, placeIn, thinPixels, type Runs } from './runs.ts';
import { Shades, type ShadeCounts } from './shades.ts';
import { darkTimeS, type LayerMotion } from './sequence.ts';
import { lightS, motionAfter, type StackManifest } from './stack.ts';

/** What one layer shows and takes. */
export interface StackRow {
  readonly zMm: number;
  readonly areaMm2: number;
  /** Connected areas, the largest of them, and those that have nothing before them. */
  readonly areas: number;
  readonly largestMm2: number;
  readonly islands: number;
  /** Rooms that the film closes in this layer, and their area at the film. */
  readonly cups: number;
  readonly cupMm2: number;
  /** Area that reaches further beyond the layer before than a lean of LEAN_DEG, without islands, and where most of it is. */
  readonly leaningMm2: number;
  readonly leansAt: OnScreen | null;
  /** Area of what is less than three pixels wide, and where most of it is. */
  readonly thinMm2: number;
  readonly thinAt: OnScreen | null;
  /** Area of gaps less than three pixels wide, and where most of it is. */
  readonly gapMm2: number;
  readonly gapAt: OnScreen | null;
  /** Area of what hangs on least for its size, over the narrowest section by which it hangs on the plate; 0 where nothing hangs on anything. */
  readonly perHeld: number;
  /** Light of the pixel that has most, s. */
  readonly lightS: number;
  readonly exposures: number;
  readonly darkS: number;
}
/** Place on the screen, mm from its left front corner. */
export interface OnScreen {
  readonly xMm: number;
  readonly yMm: number;
}
export interface StackIsland extends OnScreen {
  /** From 1, and the height of its upper face. */
  readonly layer: number;
  readonly zMm: number;
  readonly areaMm2: number;
  /** Layer that joins it to something held; null where none does. */
  readonly heldFrom: number | null;
}
export interface StackRoom extends OnScreen {
  /** Layers in which the film closes it, from 1. */
  readonly fromLayer: number;
  readonly toLayer: number;
  readonly zMm: number;
  /** At the film, where that is largest, and in which layer. */
  readonly areaMm2: number;
  readonly widestLayer: number;
  readonly volumeMm3: number;
  /** Nothing leads out of it when the print is whole. */
  readonly isSealed: boolean;
}
/** Where a slender column, as supports are, runs into something wide. */
export interface StackTip extends OnScreen {
  readonly layer: number;
  readonly zMm: number;
  /** Of a circle with the area of its narrowest section. */
  readonly diameterMm: number;
}
/** A slender column that nothing braces. */
export interface StackColumn extends OnScreen {
  readonly lengthMm: number;
  /** Its last layer. */
  readonly layer: number;
  readonly zMm: number;
}
/** The two tips that meet the part nearest to each other, and the place between them. */
export interface NearTips extends OnScreen {
  readonly apartMm: number;
  readonly layer: number;
  readonly zMm: number;
}
/** The smallest area that stands on the plate, and how many there are. */
export interface StackFoot extends OnScreen {
  readonly areaMm2: number;
  readonly feet: number;
}
/** An area and the narrowest section by which it hangs on the plate. */
export interface StackHold extends OnScreen {
  readonly layer: number;
  readonly zMm: number;
  readonly areaMm2: number;
  readonly byMm2: number;
  readonly narrowestLayer: number;
}
export interface MotionInUse {
  readonly motion: LayerMotion;
  /** The first layer that has it, from 1, and how many do. */
  readonly layer: number;
  readonly layers: number;
}
export type BoredHole = Pick<Drain, 'at' | 'diameterMm'> & Pierced;
/** Everything that is told of a layer stack by looking at all its layers: plain data, the same wherever it is made. */
export interface StackReport {
  readonly title: string;
  readonly pixelMm: readonly [number, number];
  readonly pixels: readonly [number, number];
  readonly layerMm: number;
  readonly heightMm: number;
  readonly images: number;
  readonly rows: readonly StackRow[];
  /** The largest of them, and how many there are. */
  readonly islands: readonly StackIsland[];
  readonly islandCount: number;
  readonly rooms: readonly StackRoom[];
  readonly roomCount: number;
  /** The thinnest of them, and how many there are. */
  readonly tips: readonly StackTip[];
  readonly tipCount: number;
  /** The tip nearest to the plate. */
  readonly lowestTip: StackTip | null;
  readonly nearTips: NearTips | null;
  readonly longestColumn: StackColumn | null;
  /** What hangs on least for its size; null where nothing hangs on anything. */
  readonly hold: StackHold | null;
  /** Null where nothing is on the plate. */
  readonly foot: StackFoot | null;
  /** Greys of all pictures together. */
  readonly shades: ShadeCounts;
  /** Holes somebody had bored into the parts, as they pierce them; missing where layers came as they are, and in older runs. */
  readonly holes?: readonly BoredHole[];
  readonly volumeMm3: number;
  /** Left, front, right and back end of what is lit in any layer, mm from the left front corner of the screen; null where nothing is. */
  readonly boundsMm: readonly [number, number, number, number] | null;
  /** Layers from the plate that have the light of the first; none where that is the light of all. */
  readonly bottomLayers: number;
  readonly bottomS: number;
  /** Light of most layers. */
  readonly normalS: number;
  readonly mostExposuresInLayer: number;
  /** Layers between them whose light falls step by step. */
  readonly transitionLayers: number;
  /** Motions in use, that of most layers first. */
  readonly motions: readonly MotionInUse[];
  readonly resinC: number | null;
  readonly exposureS: number;
  readonly timeS: number;
}

const MOST_TOLD = 200;
/** What is no wider, for so long, is a column as supports are. */
const SLENDER_MM = 2;
const COLUMN_MM = 0.5;
const circleMm2 = (diameterMm: number): number => (Math.PI / 4) * diameterMm ** 2;
/** From the upright; what leans further has to be held (common practice, no source). */
export const LEAN_DEG = 60;

/** Takes the layers of a stack one after another and tells what they come to. */
export class StackMeasure {
  private readonly flood: LayerFlood;
  private readonly rows: StackRow[] = [];
  private hold: StackHold | null = null;
  private before: Runs | null = null;
  private foot: StackFoot | null = null;
  private readonly shades = new Shades();
  private bounds: [number, number, number, number] | null = null;

  private readonly pixelMm2: number;

  constructor(private readonly manifest: StackManifest) {
    const [px, py] = manifest.printer.pixelMm;
    this.pixelMm2 = px * py;
    this.flood = new LayerFlood({
      pixels: circleMm2(SLENDER_MM) / (px * py),
      layers: Math.ceil(COLUMN_MM / manifest.layerMm - 1e-9),
    });
  }

  /** The solid runs of the next layer, and how many pixels of it have each grey. */
  add(runs: Runs, greys: Uint32Array): void {
    const { manifest, before } = this;
    const [px, py] = manifest.printer.pixelMm;
    const seen = this.flood.add(runs);
    const layer = manifest.layers[this.rows.length]!;
    const reachMm = manifest.layerMm * Math.tan((LEAN_DEG * Math.PI) / 180);
    const beyond = before === null || runs === before ? null : pixelsBeyond(runs, before, reachMm / px, reachMm / py);
    const isNew = runs !== before;
    const last = this.rows.at(-1);
    const leaning = Math.max(0, (beyond?.pixels ?? 0) - seen.islandPixels);
    this.rows.push({
      zMm: layer.zMm,
      areaMm2: seen.pixels * px * py,
      areas: seen.areas,
      largestMm2: seen.largestPixels * px * py,
      islands: seen.islands,
      cups: seen.rooms,
      cupMm2: seen.roomPixels * px * py,
      leaningMm2: leaning * px * py,
      leansAt: leaning > 0 ? this.onScreen(beyond!.at) : null,
      ...(isNew || !last
        ? this.narrowOf(runs)
        : { thinMm2: last.thinMm2, thinAt: last.thinAt, gapMm2: last.gapMm2, gapAt: last.gapAt }),
      perHeld: seen.hold ? seen.hold.pixels / seen.hold.byPixels : 0,
      lightS: lightS(layer),
      exposures: layer.exposures.length,
      darkS: darkTimeS(motionAfter(manifest, layer)),
    });
    if (isNew) this.widen(runs);
    if (this.rows.length === 1) this.foot = this.footOf(runs);
    this.shades.add(this.rows.length, greys);
    if (seen.hold) this.keepHold(seen.hold);
    this.before = runs;
  }
  private narrowOf(runs: Runs): Pick<StackRow, 'thinMm2' | 'thinAt' | 'gapMm2' | 'gapAt'> {
    const { pixelMm2: mm2 } = this;
    const [thin, gap] = [thinPixels(runs), narrowGaps(runs)];
    return {
      thinMm2: thin.pixels * mm2,
      thinAt: thin.pixels > 0 ? this.onScreen(thin.at) : null,
      gapMm2: gap.pixels * mm2,
      gapAt: gap.pixels > 0 ? this.onScreen(gap.at) : null,
    };
  }
  private footOf(runs: Runs): StackFoot | null {
    const { areaOf, areas } = connect(runs);
    if (areas === 0) return null;
    const pixels = pixelsByArea(runs, areaOf, areas);
    const least = pixels.indexOf(Math.min(...pixels));
    const { pixelMm2: mm2 } = this;
    return { areaMm2: pixels[least]! * mm2, feet: areas, ...this.onScreen(placeIn(runs, (i) => areaOf[i] === least)) };
  }
  private keepHold({ pixels, byPixels, narrowestLayer, at }: Hold): void {
    const { pixelMm2: mm2 } = this;
    if (this.hold && pixels / byPixels <= this.hold.areaMm2 / this.hold.byMm2 + 1e-9) return;
    this.hold = {
      layer: this.rows.length,
      zMm: this.rows.at(-1)!.zMm,
      areaMm2: pixels * mm2,
      byMm2: byPixels * mm2,
      narrowestLayer: narrowestLayer + 1,
      ...this.onScreen(at),
    };
  }
  private onScreen([x, y]: readonly [number, number]): OnScreen {
    const { pixelMm, pixels } = this.manifest.printer;
    return { xMm: x * pixelMm[0], yMm: (pixels[1] - y) * pixelMm[1] };
  }
  private widen(runs: Runs): void {
    if (runs.length === 0) return;
    const b = (this.bounds ??= [Infinity, Infinity, -Infinity, -Infinity]);
    b[1] = Math.min(b[1], runs[0]!);
    b[3] = Math.max(b[3], runs[runs.length - 3]! + 1);
    for (let i = 0; i < runs.length; i += 3) {
      if (runs[i + 1]! < b[0]) b[0] = runs[i + 1]!;
      if (runs[i + 2]! > b[2]) b[2] = runs[i + 2]!;
    }
  }

  /** All layers are there, of so many distinct pictures. */
  end(images: number): StackReport {
    const { manifest, rows } = this;
    const { pixelMm, pixels } = manifest.printer;
    const [px, py] = pixelMm;
    const { islands, rooms, tips: ends, longest } = this.flood.end();
    const zOf = (layer: number): number => manifest.layers[layer]!.zMm;
    const tips = ends.map((t): StackTip => ({
      layer: t.layer + 1,
      zMm: zOf(t.layer),
      diameterMm: 2 * Math.sqrt((t.pixels * px * py) / Math.PI),
      ...this.onScreen(t.at),
    }));
    const lights = rows.map((r) => r.lightS);
    const exposureS = lights.reduce((s, x) => s + x, 0);
    const b = this.bounds;
    return {
      title: manifest.title,
      pixelMm,
      pixels,
      layerMm: manifest.layerMm,
      heightMm: zOf(manifest.layers.length - 1),
      images,
      rows,
      islands: largest(
        islands.map((i) => ({
          layer: i.layer + 1,
          zMm: zOf(i.layer),
          areaMm2: i.pixels * px * py,
          heldFrom: i.heldFrom === null ? null : i.heldFrom + 1,
          ...this.onScreen(i.at),
        })),
      ),
      islandCount: islands.length,
      rooms: largest(
        rooms.map((r) => ({
          fromLayer: r.fromLayer + 1,
          toLayer: r.toLayer + 1,
          zMm: zOf(r.widestLayer),
          areaMm2: r.pixels * px * py,
          widestLayer: r.widestLayer + 1,
          volumeMm3: r.volume * px * py * manifest.layerMm,
          isSealed: r.isSealed,
          ...this.onScreen(r.at),
        })),
      ),
      roomCount: rooms.length,
      tips: tips.toSorted((a, b) => a.diameterMm - b.diameterMm).slice(0, MOST_TOLD),
      tipCount: tips.length,
      // they come from the plate upwards
      lowestTip: tips[0] ?? null,
      nearTips: nearestOf(tips),
      longestColumn: longest && {
        lengthMm: longest.layers * manifest.layerMm,
        layer: longest.layer + 1,
        zMm: zOf(longest.layer),
        ...this.onScreen(longest.at),
      },
      hold: this.hold,
      foot: this.foot,
      shades: this.shades.end(),
      volumeMm3: rows.reduce((s, r) => s + r.areaMm2, 0) * manifest.layerMm,
      boundsMm: b && [b[0] * px, (pixels[1] - b[3]) * py, b[2] * px, (pixels[1] - b[1]) * py],
      ...sequenceOf(lights),
      mostExposuresInLayer: Math.max(...rows.map((r) => r.exposures)),
      motions: motionsOf(manifest),
      resinC: manifest.resinC ?? null,
      exposureS,
      timeS: exposureS + rows.reduce((s, r) => s + r.darkS, 0),
    };
  }
}

/** Of tips from the plate upwards. */
function nearestOf(tips: readonly StackTip[]): NearTips | null {
  const across = tips.toSorted((a, b) => a.xMm - b.xMm);
  let best: NearTips | null = null;
  for (const [i, a] of across.entries())
    for (let k = i + 1; k < across.length && across[k]!.xMm - a.xMm < (best?.apartMm ?? Infinity); k++) {
      const b = across[k]!;
      const apartMm = Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm, b.zMm - a.zMm);
      if (best && apartMm >= best.apartMm) continue;
      const { layer, zMm } = a.zMm > b.zMm ? a : b;
      best = { apartMm, layer, zMm, xMm: (a.xMm + b.xMm) / 2, yMm: (a.yMm + b.yMm) / 2 };
    }
  return best;
}
const largest = <T extends { readonly areaMm2: number }>(all: readonly T[]): readonly T[] =>
  all.toSorted((a, b) => b.areaMm2 - a.areaMm2).slice(0, MOST_TOLD);
const SAME_S = 1e-6;
/** Bottom, transition and normal light, as the layers have it. */
function sequenceOf(
  lights: readonly number[],
): Pick<StackReport, 'bottomLayers' | 'bottomS' | 'transitionLayers' | 'normalS'> {
  const bottomS = lights[0]!;
  const normalS = mostCommon(lights.slice(lights.length >> 1));
  const isBottom = (s: number): boolean => Math.abs(s - bottomS) < SAME_S;
  const isNormal = (s: number): boolean => Math.abs(s - normalS) < SAME_S;
  const bottomLayers = isNormal(bottomS) ? 0 : firstThat(lights, (s) => !isBottom(s), 0);
  const normalFrom = firstThat(lights, (s, i) => isNormal(s) || s >= (lights[i - 1] ?? Infinity), bottomLayers);
  return { bottomLayers, bottomS, transitionLayers: normalFrom - bottomLayers, normalS };
}
function firstThat(values: readonly number[], is: (v: number, i: number) => boolean, from: number): number {
  const at = values.findIndex((v, i) => i >= from && is(v, i));
  return at < 0 ? values.length : at;
}
function mostCommon(values: readonly number[]): number {
  const counts = new Map<number, number>();
  for (const v of values) counts.set(v, (counts.get(v) ?? 0) + 1);
  // of several the last: a short stack ends before its light comes to rest
  return [...counts].reduce((best, next) => (next[1] >= best[1] ? next : best))[0];
}
function motionsOf(manifest: StackManifest): readonly MotionInUse[] {
  const found = new Map<string, { motion: LayerMotion; layer: number; layers: number }>();
  for (const [i, l] of manifest.layers.entries()) {
    const motion = motionAfter(manifest, l);
    const key = JSON.stringify(motion);
    const known = found.get(key);
    if (known) known.layers++;
    else found.set(key, { motion, layer: i + 1, layers: 1 });
  }
  return [...found.values()].sort((a, b) => b.layers - a.layers);
}
