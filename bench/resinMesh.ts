import { spawnSync } from 'node:child_process';
import { boxMesh, turnedMesh } from '../src/core/mesh/solids.ts';
import { boundsOf, type Mesh } from '../src/core/mesh/mesh.ts';
import { topologyOf } from '../src/core/mesh/topology.ts';
import { weld } from '../src/core/mesh/weld.ts';
import { LayerFlood } from '../src/core/resin/layerFlood.ts';
import { makingMeshStack, meshLayers } from '../src/core/resin/meshLayers.ts';
import { solidRuns, type Runs } from '../src/core/resin/runs.ts';
import { placingSupports } from '../src/core/resin/placeSupports.ts';
import type { StackSettings } from '../src/core/resin/stackSettings.ts';
import { stackTools } from '../src/platform/files/stackTools.ts';
import { plainStack } from '../src/core/resin/stackFixture.ts';
import { rowsOfRuns } from '../src/core/resin/raster.ts';
import { runAll } from '../src/core/result/stepwise.ts';

// From a mesh to all that is found of its layers. Ratios of one run; absolute figures on a shared machine say little.
const seconds = (work: () => unknown): number => {
  const t = performance.now();
  work();
  return (performance.now() - t) / 1000;
};
const say = (what: string, figure: string, wanted: string): void => {
  console.log(`${what.padEnd(76)} ${figure.padStart(12)}   (wanted: ${wanted})`);
};
const settings = (pixels: readonly [number, number], layerMm: number, samples = 2): StackSettings => ({
  ...plainStack,
  ...{ pixels, layerMm, samples },
});
/** A vase with ribs, 80 mm high, of about so many triangles, in the middle of the screen. */
function vase(triangles: number, [w, d]: readonly [number, number]): Mesh {
  const rings = Math.round(Math.sqrt(triangles / 2 / 2));
  const sides = 2 * rings;
  const mesh = turnedMesh(
    Array.from({ length: rings }, (_, i) => {
      const share = i / (rings - 1);
      return [34 + 14 * Math.sin(7 * share) + 1.2 * Math.sin(90 * share), 80 * share] as const;
    }),
    sides,
  );
  const xyz = mesh.xyz.slice();
  for (let i = 0; i < xyz.length; i += 3) {
    const angle = Math.atan2(xyz[i + 1]!, xyz[i]!);
    const swell = 1 + 0.04 * Math.sin(24 * angle);
    xyz[i] = xyz[i]! * swell + w / 2;
    xyz[i + 1] = xyz[i + 1]! * swell + d / 2;
  }
  return weld({ xyz, corners: mesh.corners });
}
const SCREEN = [6000, 3500] as const;
const MM = [288, 180] as const;

if (process.argv[2] === 'memory') {
  const mesh = vase(680_000, MM);
  runAll(makingMeshStack(mesh, topologyOf(mesh), settings(SCREEN, 0.05), null));
  console.log(process.resourceUsage().maxRSS / 1024);
  process.exit(0);
}

const mesh = vase(680_000, MM);
console.log(
  `${mesh.corners.length / 3} triangles, ${(boundsOf(mesh).max[2] / 0.05).toFixed(0)} layers of ${SCREEN.join(' × ')}`,
);
const topology = topologyOf(mesh);
const found = seconds(() => runAll(makingMeshStack(mesh, topology, settings(SCREEN, 0.05), null)));
say('mesh to rows to all that is found of them', `${found.toFixed(1)} s`, '12 s or less');
const memory = spawnSync(process.execPath, ['--import', 'tsx', 'bench/resinMesh.ts', 'memory'], { encoding: 'utf8' });
say('its memory', `${Number(memory.stdout.trim()).toFixed(0)} MB`, '700 MB or less');

const layers = [...meshLayers(mesh, topology, settings(SCREEN, 0.2))];
let alone = 0;
for (const { runs } of layers) {
  const raw = rowsOfRuns(runs, ...SCREEN);
  alone += seconds(() => stackTools.deflate(raw));
}
const whole = seconds(() => runAll(makingMeshStack(mesh, topology, settings(SCREEN, 0.2), stackTools)));
say(
  'the finished stack of 400 layers, against zlib alone for the same rows',
  `${(whole / alone).toFixed(2)} ×`,
  '1.5 × or less',
);

/** Islands as a bitmap finds them: every pixel joined to its neighbours and to the one before. */
function bitmapIslands(all: readonly Runs[], [w, h]: readonly [number, number]): number {
  const parent = new Int32Array(w * h * 2);
  let now = new Uint8Array(w * h);
  let before = new Uint8Array(w * h);
  const root = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i]!]!;
    return i;
  };
  let islands = 0;
  for (const runs of all) {
    now.fill(0);
    for (let i = 0; i < runs.length; i += 3) now.fill(1, runs[i]! * w + runs[i + 1]!, runs[i]! * w + runs[i + 2]!);
    const held = new Uint8Array(w * h);
    for (let i = 0; i < w * h; i++) parent[i] = i;
    for (let y = 0; y < h; y++)
      for (let x = 0; x < w; x++) {
        const i = y * w + x;
        if (!now[i]) continue;
        if (x > 0 && now[i - 1]) parent[root(i)] = root(i - 1);
        if (y > 0 && now[i - w]) parent[root(i)] = root(i - w);
      }
    for (let i = 0; i < w * h; i++) if (now[i] && before[i]) held[root(i)] = 1;
    for (let i = 0; i < w * h; i++) if (now[i] && parent[i] === i && !held[i]) islands++;
    [now, before] = [before, now];
  }
  return islands;
}
const some = layers.slice(0, 20).map(({ runs }) => solidRuns(runs));
const bitmap = seconds(() => bitmapIslands(some, SCREEN));
const ROUNDS = 20;
const byRuns =
  seconds(() => {
    for (let k = 0; k < ROUNDS; k++) {
      const flood = new LayerFlood({ pixels: 1000, layers: 10 });
      for (const runs of some) flood.add(runs);
    }
  }) / ROUNDS;
say(
  'islands, rooms and what hangs by runs, against islands alone by a bitmap',
  `${(bitmap / byRuns).toFixed(0)} ×`,
  '50 × or more',
);

const slab = (() => {
  const { xyz, corners } = boxMesh([50, 50, 6], [140, 140, 9]);
  return weld({ xyz, corners });
})();
let places = 0;
const supported = seconds(() => {
  const made = runAll(
    placingSupports(slab, topologyOf(slab), settings(SCREEN, 0.05, 1), {
      shape: { tipMm: 0.4, shaftMm: 0.9, footMm: 3, coneMm: 2, depthMm: 0.2 },
      spacingMm: 4,
      onPart: false,
      kept: [],
    }),
  );
  places = made.list.length;
});
say(`supports at ${places} places`, `${supported.toFixed(1)} s`, '3 s or less for 500');

for (const times of [1, 4, 16]) {
  const s = seconds(() => runAll(makingMeshStack(mesh, topology, settings(SCREEN, 0.8 / times), null)));
  say(`the same mesh in ${100 * times} layers`, `${s.toFixed(2)} s`, 'grows with the layers');
}
