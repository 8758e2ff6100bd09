import { inflateSync } from 'node:zlib';
import { decodeGreyPng } from '../../src/core/resin/png.ts';
import type { Stack } from '../../src/core/resin/readStack.ts';
import { lightS, motionAfter } from '../../src/core/resin/stack.ts';
import { lightAt, partsBelowMm, ROOM_C, type ResinTruth } from './truth.ts';

/** What goes wrong with a print in a vat. */
export const resinTroubles = [
  'island',
  'torn off',
  'tip parted',
  'sucked off',
  'no bond',
  'flooded',
  'ran dry',
] as const;
export type ResinTrouble = (typeof resinTroubles)[number];
/** What stands round a print, beside what its printer is. */
export interface ResinWorld {
  readonly truth: ResinTruth;
  readonly resinC: number;
  /** Resin in the vat, and what fits into it, ml. */
  readonly inVatMl: number;
  readonly vatHoldsMl: number;
  /** Pull of the film at the proven lift, N/mm², and what fresh resin bears. */
  readonly peelNPerMm2: number;
  readonly strengthNPerMm2: number;
  /** Force at which a closed room tears its part off. */
  readonly suckedOffN: number;
}
const inflate = (packed: Uint8Array, most: number): Uint8Array => inflateSync(packed, { maxOutputLength: most });
/** A vacuum pulls with the air's own pressure, N/mm². */
const AIR_N_PER_MM2 = 0.1;
/** Smaller is lost without a trace. */
const SPECK_MM2 = 0.03;
/** Deeper than its layer light has to reach for it to bind. */
const BIND_MM = 0.008;
const ROOMS_EVERY = 6;

/** What becomes of a stack, from its pictures alone: every pixel of every layer is looked at, with none of the product's own ways of doing
 *  so. Cold resin cures less and is thicker. Nothing after the first trouble is looked for. */
export function resinFate(stack: Stack, w: ResinWorld): ResinTrouble | null {
  const { manifest } = stack;
  const [width, height] = manifest.printer.pixels;
  const [px, py] = manifest.printer.pixelMm;
  const mm2 = px * py;
  const pictures = new Map<string, Uint8Array>();
  for (const [name, png] of stack.images) {
    const picture = decodeGreyPng(png, [width, height], inflate);
    if (!picture.ok) throw new Error(picture.failure.what);
    pictures.set(name, picture.value.grey);
  }
  const layers = manifest.layers.map((l) => ({
    solid: Uint8Array.from(pictures.get(l.exposures[0]!.image)!, (g) => (g >= 128 ? 1 : 0)),
    seconds: lightS(l),
    motion: motionAfter(manifest, l),
  }));
  if (w.inVatMl > w.vatHoldsMl) return 'flooded';
  const drawnMl = (layers.reduce((s, l) => s + count(l.solid), 0) * mm2 * manifest.layerMm) / 1000;
  if (drawnMl > w.inVatMl) return 'ran dry';
  const colder = ROOM_C - w.resinC;
  const ec = w.truth.ecMjPerCm2 * Math.exp(w.truth.fallPerC * colder);
  const thicker = Math.exp(0.06 * Math.max(0, colder));
  let held = new Uint8Array(0);
  let narrowest = Infinity;
  let small: { readonly label: Int32Array; readonly areas: number[] } | null = null;
  for (const [k, { solid, seconds, motion }] of layers.entries()) {
    const here = labelled(solid, width, height);
    // what lies on nothing that is held hangs
    const isHeld = here.areas.map(() => k === 0);
    if (k > 0) for (let i = 0; i < solid.length; i++) if (solid[i] && held[i]) isHeld[here.label[i]!] = true;
    if (here.areas.some((pixels, a) => !isHeld[a] && pixels * mm2 > SPECK_MM2)) return 'island';
    held = Uint8Array.from(solid, (s, i) => (s && isHeld[here.label[i]!] ? 1 : 0));
    for (let i = 0; i < solid.length; i += 3) {
      if (!solid[i]) continue;
      const x = (2 * (i % width)) / width - 1;
      const y = 1 - (2 * Math.floor(i / width)) / height;
      const dose = lightAt(w.truth, x, y) * seconds;
      if (w.truth.dpMm * Math.log(dose / ec) < manifest.layerMm + BIND_MM) return 'no bond';
    }
    const area = here.areas.reduce((s, n) => s + n, 0) * mm2;
    const dose = w.truth.lightMwPerCm2 * seconds;
    if (small) {
      // columns that end in something wide in this layer
      const under = new Map<number, number>();
      for (let i = 0; i < solid.length; i++)
        if (solid[i] && small.label[i]! >= 0) under.set(small.label[i]!, here.label[i]!);
      for (const [a, wide] of under) {
        const mm = 2 * Math.sqrt((small.areas[a]! * mm2) / Math.PI);
        if (
          here.areas[wide]! > 6 * small.areas[a]! &&
          here.areas[wide]! * mm2 > 3 &&
          mm < partsBelowMm(w.truth, dose, w.resinC)
        )
          return 'tip parted';
      }
    }
    small = here;
    const speed = Math.sqrt((motion.lift[0]?.mmPerS ?? 1) / w.truth.peelMmPerS);
    const pull = w.peelNPerMm2 * speed * thicker * area;
    if (pull > w.strengthNPerMm2 * Math.min(narrowest, area)) return 'torn off';
    narrowest = Math.min(narrowest, area);
    const sucks = (pixels: number): boolean => pixels * mm2 * AIR_N_PER_MM2 > w.suckedOffN;
    // what is open in its own layer needs no look at those below
    if (
      k % ROOMS_EVERY === 0 &&
      sucks(roomAtFilm([layers[k]!], 0, width, height)) &&
      sucks(roomAtFilm(layers, k, width, height))
    )
      return 'sucked off';
  }
  return null;
}
const count = (solid: Uint8Array): number => solid.reduce((s, v) => s + v, 0);

/** Connected areas of a layer, by the sides of pixels. */
function labelled(solid: Uint8Array, width: number, height: number): { label: Int32Array; areas: number[] } {
  const label = new Int32Array(solid.length).fill(-1);
  const areas: number[] = [];
  const stack: number[] = [];
  for (let start = 0; start < solid.length; start++) {
    if (!solid[start] || label[start]! >= 0) continue;
    const id = areas.length;
    let n = 0;
    stack.push(start);
    label[start] = id;
    while (stack.length > 0) {
      const i = stack.pop()!;
      n++;
      const x = i % width;
      for (const [next, isThere] of [
        [i - 1, x > 0],
        [i + 1, x < width - 1],
        [i - width, i >= width],
        [i + width, i < width * (height - 1)],
      ] as const)
        if (isThere && solid[next] && label[next]! < 0) {
          label[next] = id;
          stack.push(next);
        }
    }
    areas.push(n);
  }
  return { label, areas };
}

/** Pixels of a layer that are free and from which nothing leads outside through the layers so far. */
function roomAtFilm(
  layers: readonly { readonly solid: Uint8Array }[],
  top: number,
  width: number,
  height: number,
): number {
  const n = width * height;
  const open = new Uint8Array(n * (top + 1));
  const stack: number[] = [];
  const visit = (i: number): void => {
    if (open[i] || layers[Math.floor(i / n)]!.solid[i % n]) return;
    open[i] = 1;
    stack.push(i);
  };
  for (let k = 0; k <= top; k++) {
    for (let x = 0; x < width; x++) [x, n - width + x].forEach((i) => visit(k * n + i));
    for (let y = 0; y < height; y++) [y * width, (y + 1) * width - 1].forEach((i) => visit(k * n + i));
  }
  while (stack.length > 0) {
    const i = stack.pop()!;
    const at = i % n;
    if (at % width > 0) visit(i - 1);
    if (at % width < width - 1) visit(i + 1);
    if (at >= width) visit(i - width);
    if (at < n - width) visit(i + width);
    if (i >= n) visit(i - n);
    if (i + n < open.length) visit(i + n);
  }
  let closed = 0;
  for (let i = 0; i < n; i++) if (!layers[top]!.solid[i] && !open[top * n + i]) closed++;
  return closed;
}
