import { describe, expect, test } from 'vitest';
import { surveyMesh } from '../../src/core/mesh/facts.ts';
import { MESH_UNITS } from '../../src/core/mesh/mesh.ts';
import { openMesh } from '../../src/core/mesh/openMesh.ts';
import { repaired } from '../../src/core/mesh/repair.ts';
import { layersOf } from '../../src/core/slicing/layers.ts';
import { layerPlanes } from '../../src/core/slicing/slice.ts';
import { bodies, meshOf, type Body } from './bodies.ts';
import { manifoldOf } from './oracle.ts';
import { writings } from './written.ts';
import type { Writing } from './writing.ts';

const LAYER_MM = 2.7;
/** What another library makes of a body: each figure is taken from it and not from ours. */
const oracles = new Map(
  bodies.map((body) => {
    const m = manifoldOf(meshOf(body));
    const box = m.boundingBox();
    const cuts = [...layerPlanes(box.min[2], box.max[2], LAYER_MM)];
    const found = {
      volume: m.volume(),
      area: m.surfaceArea(),
      min: [...box.min],
      max: [...box.max],
      shells: m.decompose().length,
      cuts: cuts.map((z) => m.slice(z).area()),
    };
    m.delete();
    return [body.name, found] as const;
  }),
);

test('the bodies are what their boundaries say, by another library too', () => {
  for (const body of bodies) {
    const oracle = oracles.get(body.name)!;
    expect(oracle.volume / body.volumeMm3, body.name).toBeCloseTo(1, 6);
    expect(oracle.area / body.areaMm2, body.name).toBeCloseTo(1, 6);
    expect(oracle.shells, body.name).toBe(body.shells);
  }
});

describe.each(Object.entries(writings))('%s', (format, ways) => {
  test.each(
    ways.flatMap((way) => bodies.map((body): [string, string, Writing, Body] => [way.way, body.name, way, body])),
  )(
    '%s: %s is read as it was written',
    (_, name, { write, mmPerUnit = 1, copies = 1, parts = 1, remarks = [] }, body) => {
      const opened = openMesh(write(body), null);
      if (!opened.ok) throw new Error(JSON.stringify(opened.failure));
      const { file, mesh, unit } = opened.value;
      expect([file.format, file.parts.length, MESH_UNITS[unit]]).toEqual([format, parts, mmPerUnit]);
      expect(file.remarks).toEqual(remarks.map((r) => expect.stringMatching(r)));
      const { facts, topology } = surveyMesh(mesh);
      const oracle = oracles.get(name)!;
      expect(facts).toMatchObject({
        triangles: copies * (meshOf(body).corners.length / 3),
        shells: copies * oracle.shells,
        watertight: true,
        flippedEdges: 0,
        insideOutShells: 0,
        duplicateFaces: 0,
      });
      expect(facts.volumeMm3! / (copies * oracle.volume)).toBeCloseTo(1, 6);
      expect(facts.areaMm2 / (copies * oracle.area)).toBeCloseTo(1, 6);
      if (copies === 1) {
        expect(facts.bounds.max[0] - facts.bounds.min[0]).toBeCloseTo(oracle.max[0]! - oracle.min[0]!, 4);
        expect([...facts.bounds.min.slice(1), ...facts.bounds.max.slice(1)]).toEqual(
          [...oracle.min.slice(1), ...oracle.max.slice(1)].map((v) => expect.closeTo(v, 4)),
        );
      }
      const areas = [...layersOf(mesh, topology, LAYER_MM)].map((layer) => layer.areaMm2 / copies);
      expect(areas).toEqual(oracle.cuts.map((area) => expect.closeTo(area, 3)));
    },
  );
});

test('a body that lost faces is closed again, and another library takes it for whole', () => {
  for (const body of bodies)
    for (const gone of [0, 3, 6]) {
      const mesh = meshOf(body);
      const torn = { xyz: mesh.xyz, corners: mesh.corners.filter((_, i) => ((i / 3) | 0) !== gone) };
      const { mesh: closed, repair } = repaired(torn);
      expect(repair, `${body.name} without triangle ${gone}`).toMatchObject({ closedHoles: 1, leftOpenEdges: 0 });
      const m = manifoldOf(closed);
      expect(m.status()).toBe('NoError');
      expect(m.volume() / body.volumeMm3).toBeCloseTo(1, 6);
      m.delete();
    }
});
