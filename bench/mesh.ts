import createManifold from 'manifold-3d';
import { checkMesh } from '../src/areas/checks/model/meshJob.ts';
import { checkJob } from '../src/areas/rules/run.ts';
import { validContextFixture } from '../src/areas/rules/fixture.ts';
import { surveyMesh } from '../src/core/mesh/facts.ts';
import type { Mesh } from '../src/core/mesh/mesh.ts';
import { asDrawn } from '../src/core/mesh/placement.ts';
import { readMesh } from '../src/core/mesh/readMesh.ts';
import { boxMesh, sphereMesh, turnedMesh } from '../src/core/mesh/solids.ts';
import { topologyOf } from '../src/core/mesh/topology.ts';
import { weld } from '../src/core/mesh/weld.ts';
import { writeStl } from '../src/core/mesh/writeStl.ts';
import { generateToolpath } from '../src/core/toolpath/generateToolpath.ts';
import { planLayers } from '../src/core/toolpath/layerPlan.ts';
import { buildingStack } from '../src/core/toolpath/stack.ts';
import { offset } from '../src/core/geometry/clip.ts';
import { runAll } from '../src/core/result/stepwise.ts';
import { torusMesh } from '../test/meshes/solids.ts';
import { plainLay } from '../test/meshes/toolpathSettings.ts';
import { layerPlanes, Slicer } from '../src/core/slicing/slice.ts';

// Side by side in one run, medians of interleaved rounds after warm-up: machines are noisy, only ratios within one run count.
const ROUNDS = 9;
const WARM_UP = 2;
const median = (v: readonly number[]): number => [...v].sort((a, b) => a - b)[v.length >> 1]!;
const ms = (work: () => unknown): number => {
  const t = performance.now();
  work();
  return performance.now() - t;
};
const wasm = await createManifold();
wasm.setup();

/** A wavy pot of so many triangles, about 60 mm wide and 80 mm high. */
function pot(triangles: number): Mesh {
  const sides = Math.round(Math.sqrt(triangles / 2));
  return turnedMesh(
    Array.from({ length: sides }, (_, i) => [24 + 6 * Math.sin(i / (sides / 12)), (80 * i) / (sides - 1)] as const),
    sides,
  );
}
const lay = { ...plainLay, supportAngleDeg: 45 };

{
  const stl = writeStl(pot(200_000));
  const read = readMesh(stl);
  if (!read.ok) throw new Error(read.failure.what);
  const soup = read.value.parts[0]!.mesh;
  const verts = Float32Array.from(soup.xyz);
  const own: number[] = [];
  const theirs: number[] = [];
  const sliced: number[] = [];
  const theirSlice: number[] = [];
  const theirRead: number[] = [];
  const planes = layerPlanes(0, 80, 0.2);
  for (let i = 0; i < ROUNDS + WARM_UP; i++) {
    let mesh = soup;
    let topology = topologyOf(weld(soup));
    const a = ms(() => {
      mesh = weld(soup);
      topology = topologyOf(mesh);
    });
    let solid!: InstanceType<typeof wasm.Manifold>;
    const b = ms(() => {
      const m = new wasm.Mesh({ numProp: 3, vertProperties: verts, triVerts: soup.corners });
      m.merge();
      solid = new wasm.Manifold(m);
      solid.numTri();
    });
    const c = ms(() => {
      const slicer = new Slicer(mesh, topology, planes);
      for (let k = 0; k < planes.length; k++) slicer.layer(k);
    });
    let alone = 0;
    let readOut = 0;
    for (const z of planes) {
      const t = performance.now();
      const section = solid.slice(z);
      section.area();
      alone += performance.now() - t;
      section.toPolygons();
      readOut += performance.now() - t;
      section.delete();
    }
    solid.delete();
    if (i < WARM_UP) continue;
    own.push(a);
    theirs.push(b);
    sliced.push(c);
    theirSlice.push(alone);
    theirRead.push(readOut);
  }
  console.log(
    `200,000 triangles: weld and topology ${median(own).toFixed(0)} ms, ${(median(theirs) / median(own)).toFixed(1)} × manifold-3d (wanted 5); 400 layers to contours ${median(sliced).toFixed(0)} ms, ${(median(theirRead) / median(sliced)).toFixed(1)} × its slice with read-out (wanted 6), ${(median(theirSlice) / median(sliced)).toFixed(1)} × its slice alone (wanted 2.5)`,
  );
}
for (const triangles of [42_500, 170_000, 680_000]) {
  const stl = writeStl(pot(triangles));
  {
    const soup = readMesh(stl);
    if (!soup.ok) throw new Error(soup.failure.what);
    const { mesh: m } = soup.value.parts[0]!;
    const each = Array.from({ length: 5 }, () =>
      ms(() => {
        const welded = weld(m);
        const { topology } = surveyMesh(welded);
        const slicer = new Slicer(welded, topology, layerPlanes(0, 80, 0.2));
        for (let k = 0; k < slicer.planesMm.length; k++) slicer.layer(k);
      }),
    );
    console.log(`${triangles} triangles welded, surveyed and cut alone: ${median(each).toFixed(0)} ms`);
  }
  const plain = validContextFixture({ values: { family: 'PLA', allowedFamilies: 'PLA', lowestLayerTimeS: 5 } });
  const context = { ...plain, recipe: { ...plain.recipe, lay } };
  const t = performance.now();
  const checked = checkMesh(stl, { unit: null, placement: asDrawn(110, 110) }, context);
  if (!checked.ok) throw new Error(checked.failure.what);
  const core = performance.now() - t;
  const rules = ms(() => checkJob({ report: checked.value.report, mesh: checked.value.mesh, context }));
  console.log(
    `${triangles} triangles from bytes to all findings: ${(core / 1000).toFixed(2)} s, of it rules ${rules.toFixed(1)} ms; ${Math.round(process.memoryUsage().rss / 1e6)} MB resident`,
  );
}
{
  const cube = weld(boxMesh([80, 80, 0], [140, 140, 60]));
  const ball = weld(sphereMesh(30, 256, 30));
  for (const [name, mesh] of [
    ['cube of 60 mm', cube],
    ['ball of 60 mm', ball],
  ] as const)
    console.log(
      `toolpath of a ${name} at 0.2 mm: ${(ms(() => generateToolpath([[{ mesh, topology: surveyMesh(mesh).topology, role: 'body' }]], lay)) / 1000).toFixed(2)} s (wanted ${name.startsWith('cube') ? 0.15 : 1.2} and less)`,
    );
}
{
  // walls of the same regions, by the same algorithm in wasm
  for (const [name, mesh] of [
    ['a ball', weld(sphereMesh(30, 256, 30))],
    ['a ring with a hole', weld(torusMesh(20, 6, 192))],
  ] as const) {
    const body = { mesh, topology: surveyMesh(mesh).topology, role: 'body' as const };
    const regions = runAll(buildingStack([body], planLayers([mesh], plainLay), plainLay, [])).layers.map(
      (l) => l.region,
    );
    const own: number[] = [];
    const theirs: number[] = [];
    for (let i = 0; i < ROUNDS + WARM_UP; i++) {
      const a = ms(() => regions.forEach((r) => offset(r, -0.22)));
      const b = ms(() => {
        for (const r of regions) {
          const section = new wasm.CrossSection(
            r.map((ring) =>
              Array.from({ length: ring.length / 2 }, (_, k) => [ring[2 * k]!, ring[2 * k + 1]!] as [number, number]),
            ),
            'NonZero',
          );
          const shrunk = section.offset(-0.22, 'Miter', 2);
          shrunk.toPolygons();
          shrunk.delete();
          section.delete();
        }
      });
      if (i < WARM_UP) continue;
      own.push(a);
      theirs.push(b);
    }
    console.log(
      `walls of ${name}: ${regions.length} layers ${median(own).toFixed(1)} ms, ${(median(theirs) / median(own)).toFixed(1)} × the wasm sister (wanted 5)`,
    );
  }
}
