import { describe, expect, test } from 'vitest';
import { runsOfGrey } from './byPixelFixture.ts';
import { seededRandom } from '../formats/random.ts';

import { LayerFlood } from './layerFlood.ts';

const NO_COLUMNS = { pixels: 0, layers: 1 };

/** Layers from the plate, each rows from the top; # is solid. */
type Drawn = readonly (readonly string[])[];
const flooded = (layers: Drawn) => {
  const flood = new LayerFlood(NO_COLUMNS);
  const each = layers.map((rows) => {
    const width = rows[0]!.length;
    const grey = Uint8Array.from([...rows.join('')].map((c) => (c === '#' ? 255 : 0)));
    return flood.add(runsOfGrey(grey, width, rows.length));
  });
  return { each, ...flood.end() };
};
const full = ['#####', '#####', '#####', '#####', '#####'];
const ring = ['#####', '#   #', '#   #', '#   #', '#####'];
const slit = ['#####', '#   #', '#    ', '#   #', '#####'];
const dot = ['     ', '     ', '  #  ', '     ', '     '];
const none = ['     ', '     ', '     ', '     ', '     '];

describe('layers flooded from the plate', () => {
  test('a block has neither islands nor rooms', () => {
    const { each, islands, rooms } = flooded([full, full, full]);
    expect([islands, rooms]).toEqual([[], []]);
    expect(each[2]).toMatchObject({ pixels: 25, areas: 1, islands: 0, islandPixels: 0, rooms: 0, roomPixels: 0 });
  });
  test('what begins in mid-air is an island until a later layer joins it to what is held', () => {
    const post = ['#    ', '#    ', '#    ', '#    ', '#    '];
    const both = ['#    ', '#    ', '# #  ', '#    ', '#    '];
    const { islands } = flooded([post, both, both, full]);
    expect(islands).toEqual([{ layer: 1, pixels: 1, at: [2.5, 2.5], heldFrom: 3 }]);
  });
  test('and where nothing joins it, it is never held', () => {
    const { islands } = flooded([none, dot, dot]);
    expect(islands).toEqual([{ layer: 1, pixels: 1, at: [2.5, 2.5], heldFrom: null }]);
  });
  test('touching over an edge of pixels alone holds nothing', () => {
    const { islands } = flooded([['#    '], [' #   ']]);
    expect(islands).toHaveLength(1);
  });
  test('a ring on the plate is a cup in each of its layers, and open once it is off the film', () => {
    const { each, rooms } = flooded([ring, ring]);
    expect(each.map((l) => l.roomPixels)).toEqual([9, 9]);
    expect(rooms).toMatchObject([{ fromLayer: 0, toLayer: 1, pixels: 9, volume: 18, at: [2.5, 2.5], isSealed: false }]);
  });
  test('a ring with a slit is none', () => expect(flooded([slit, ring, ring]).rooms).toEqual([]));
  test('a slit further down opens the cup in its layer', () => {
    const { each, rooms } = flooded([ring, ring, slit, ring]);
    expect(each.map((l) => l.rooms)).toEqual([1, 1, 0, 0]);
    expect(rooms).toMatchObject([{ fromLayer: 0, toLayer: 1, volume: 18, isSealed: false }]);
  });
  test('a room that a layer shuts stays shut', () => {
    const { each, rooms } = flooded([full, ring, ring, full, full]);
    expect(each.map((l) => l.rooms)).toEqual([0, 1, 1, 0, 0]);
    expect(rooms).toMatchObject([{ fromLayer: 1, toLayer: 2, pixels: 9, volume: 18, isSealed: true }]);
  });
  test('two rooms that become one are told as one, from the first layer of either', () => {
    const two = ['#####', '# # #', '# # #', '# # #', '#####'];
    const { rooms } = flooded([full, two, ring, full]);
    expect(rooms).toMatchObject([{ fromLayer: 1, toLayer: 2, pixels: 9, widestLayer: 2, volume: 15, isSealed: true }]);
  });
  test('a layer without anything opens what was closed before it', () =>
    expect(flooded([ring, none, ring]).rooms.map((r) => [r.fromLayer, r.toLayer, r.isSealed])).toEqual([
      [0, 0, false],
    ]));
});

describe('against a flood of every voxel, on 60 seeded bodies', () => {
  const [W, H, L] = [14, 12, 10];
  /** A body of boxes and holes, or of noise. */
  function body(seed: number): Uint8Array[] {
    const random = seededRandom(seed);
    const int = (n: number): number => Math.floor(random() * n);
    const layers = Array.from({ length: L }, () => new Uint8Array(W * H));
    if (seed % 3 === 0) for (const l of layers) l.forEach((_, i) => (l[i] = random() < 0.55 ? 255 : 0));
    else
      for (let k = 0; k < 14; k++) {
        const [x, y, z] = [int(W), int(H), int(L)];
        const [w, h, d] = [1 + int(9), 1 + int(8), 1 + int(7)];
        const grey = random() < 0.6 ? 255 : 0;
        for (let c = z; c < Math.min(L, z + d); c++)
          for (let b = y; b < Math.min(H, y + h); b++) layers[c]!.fill(grey, b * W + x, b * W + Math.min(W, x + w));
      }
    return layers;
  }
  /** Everything that is reached from the seeds through voxels that are let through. */
  function reach(seeds: readonly number[], mayPass: (x: number, y: number, z: number) => boolean, depth: number) {
    const [w, h] = [W + 2, H + 2];
    const seen = new Uint8Array(w * h * depth);
    const queue = [...seeds];
    for (const s of seeds) seen[s] = 1;
    while (queue.length > 0) {
      const at = queue.pop()!;
      const [x, y, z] = [at % w, Math.floor(at / w) % h, Math.floor(at / (w * h))];
      for (const [dx, dy, dz] of [
        [1, 0, 0],
        [-1, 0, 0],
        [0, 1, 0],
        [0, -1, 0],
        [0, 0, 1],
        [0, 0, -1],
      ] as const) {
        const [a, b, c] = [x + dx, y + dy, z + dz];
        if (a < 0 || b < 0 || c < 0 || a >= w || b >= h || c >= depth) continue;
        const next = (c * h + b) * w + a;
        if (seen[next] || !mayPass(a - 1, b - 1, c)) continue;
        seen[next] = 1;
        queue.push(next);
      }
    }
    return (x: number, y: number, z: number): boolean => seen[(z * h + y + 1) * w + x + 1] === 1;
  }
  const indices = Array.from({ length: W * H }, (_, i) => [i % W, Math.floor(i / W)] as const);
  test.each(Array.from({ length: 60 }, (_, i) => i + 1))('body %i agrees voxel by voxel', (seed) => {
    const layers = body(seed);
    const isSolid = (x: number, y: number, z: number): boolean =>
      x >= 0 && y >= 0 && x < W && y < H && layers[z]![y * W + x] === 255;
    const flood = new LayerFlood(NO_COLUMNS);
    const each = layers.map((grey) => flood.add(runsOfGrey(grey, W, H)));
    const { islands, rooms } = flood.end();
    const outside = Array.from({ length: L }, (_, z) => z * (W + 2) * (H + 2));
    for (let z = 0; z < L; z++) {
      const open = reach(outside.slice(0, z + 1), (a, b, c) => !isSolid(a, b, c), z + 1);
      const closed = indices.filter(([x, y]) => !isSolid(x, y, z) && !open(x, y, z));
      expect(each[z]!.roomPixels, `layer ${z}`).toBe(closed.length);
    }
    const onPlate = indices.flatMap(([x, y]) => (isSolid(x, y, 0) ? [(y + 1) * (W + 2) + x + 1] : []));
    const held = Array.from({ length: L }, (_, z) => reach(onPlate, isSolid, z + 1));
    for (const { layer, at, heldFrom } of islands) {
      const first = held.findIndex((is, z) => z >= layer && is(Math.floor(at[0]), Math.floor(at[1]), layer));
      expect(heldFrom, `island of layer ${layer}`).toBe(first < 0 ? null : first);
    }
    // and nothing hangs that no island accounts for
    const hangs = indices.some(([x, y]) => layers.some((_, z) => isSolid(x, y, z) && !held[L - 1]!(x, y, z)));
    expect(hangs).toBe(islands.some((i) => i.heldFrom === null));
    // shut for good: no way out when everything is printed and the film is gone
    const all = reach(
      [
        ...outside,
        ...indices.flatMap(([x, y]) => (isSolid(x, y, L - 1) ? [] : [((L - 1) * (H + 2) + y + 1) * (W + 2) + x + 1])),
      ],
      (a, b, c) => !isSolid(a, b, c),
      L,
    );
    let shut = 0;
    for (let z = 0; z < L; z++) shut += indices.filter(([x, y]) => !isSolid(x, y, z) && !all(x, y, z)).length;
    expect(rooms.filter((r) => r.isSealed).reduce((s, r) => s + r.volume, 0)).toBe(shut);
  });
});
