import { describe, expect, test } from 'vitest';
import { manifoldOf } from '../../../test/meshes/oracle.ts';
import { closedSolids, movedBy, rounded } from '../../../test/meshes/solids.ts';
import { areaMm2, ringsOf, union } from '../geometry/clip.ts';
import { boundsOf, type Mesh } from '../mesh/mesh.ts';
import { topologyOf } from '../mesh/topology.ts';
import { weld } from '../mesh/weld.ts';
import { runAll } from '../result/stepwise.ts';
import { Slicer } from '../slicing/slice.ts';
import { makingMeshStack } from './meshLayers.ts';
import { plainStack } from './stackFixture.ts';
import type { StackReport } from './stackReport.ts';
import type { StackSettings } from './stackSettings.ts';

const PIXEL = [0.04, 0.05] as const;
const settings: StackSettings = { ...plainStack, pixelMm: PIXEL, pixels: [4200, 2600], layerMm: 0.25 };
/** On the plate, clear of the screen's edges, in figures both kernels hold. */
function onScreen(mesh: Mesh): Mesh {
  const { min } = boundsOf(mesh);
  return weld(rounded(movedBy(mesh, 3.013 - min[0], 3.017 - min[1], -min[2])));
}
const drawn = (mesh: Mesh): StackReport => runAll(makingMeshStack(mesh, topologyOf(mesh), settings, null)).report;
const lengthOf = (ring: readonly (readonly number[])[]): number =>
  ring.reduce((s, [x, y], i) => {
    const [u, v] = ring[(i + 1) % ring.length]!;
    return s + Math.hypot(u! - x!, v! - y!);
  }, 0);
const zOf = (i: number): number => (i + 0.5) * settings.layerMm;

describe.each(Object.entries(closedSolids))('layers of the %s', (_, body) => {
  const mesh = onScreen(body);
  const { rows, volumeMm3 } = drawn(mesh);
  const m = manifoldOf(mesh);

  test('have the areas that an independent kernel cuts, within a pixel of their outlines', () => {
    let [edgesMm2, seen] = [0, 0];
    for (const [i, row] of rows.entries()) {
      const section = m.slice(zOf(i));
      const outlineMm = section.toPolygons().reduce((s, ring) => s + lengthOf(ring), 0);
      const off = Math.abs(row.areaMm2 - section.area());
      // a pixel counts by its middle: what is off lies within half a pixel of an outline
      expect(off).toBeLessThanOrEqual((Math.hypot(...PIXEL) / 2) * outlineMm + 1e-6);
      edgesMm2 += off;
      seen += section.area();
      section.delete();
    }
    expect(rows.length).toBeGreaterThan(40);
    // and as much is taken as is given
    expect(edgesMm2 / seen).toBeLessThan(0.004);
  });
  test('have the areas of the outlines they are drawn of', () => {
    const slicer = new Slicer(
      mesh,
      topologyOf(mesh),
      Float64Array.from(rows, (_row, i) => zOf(i)),
    );
    const exact = rows.map((_row, i) => areaMm2(union(ringsOf(slicer.layer(i)))));
    const large = rows.flatMap((row, i) => (exact[i]! > 20 ? [Math.abs(row.areaMm2 / exact[i]! - 1)] : []));
    expect(large.length).toBeGreaterThan(rows.length / 2);
    expect(Math.max(...large)).toBeLessThan(0.01);
  });
  test('come to its volume', () => {
    expect(Math.abs(volumeMm3 / m.volume() - 1)).toBeLessThan(0.005);
  });
});
