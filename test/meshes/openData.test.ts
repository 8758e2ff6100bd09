import { existsSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { Box3, type BufferGeometry, type Mesh as Drawn, Triangle, Vector3 } from 'three';
import { OBJLoader } from 'three/addons/loaders/OBJLoader.js';
import { STLLoader } from 'three/addons/loaders/STLLoader.js';
import { describe, expect, test } from 'vitest';
import { surveyMesh } from '../../src/core/mesh/facts.ts';
import type { Mesh } from '../../src/core/mesh/mesh.ts';
import { openMesh } from '../../src/core/mesh/openMesh.ts';
import { isTakenBack, repaired } from '../../src/core/mesh/repair.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { layersOf } from '../../src/core/slicing/layers.ts';
import { manifoldOf } from './oracle.ts';

// Two packages of open meshes, fetched by `npm run open-data`; where they are not, there is nothing to hold against.
const folder = '.data/open-data';
const files = existsSync(folder)
  ? readdirSync(folder, { recursive: true, encoding: 'utf8' }).map((name) => path.join(folder, name))
  : [];
const named = (end: RegExp): [name: string, file: string][] =>
  files.filter((f) => end.test(f)).map((f) => [path.basename(f), f]);

/** Triangles of another reader: how many have an area, that area, and their bounds. */
function measured(geometries: readonly BufferGeometry[]): { area: number; bounds: Box3 } {
  const bounds = new Box3();
  let area = 0;
  const t = new Triangle(new Vector3(), new Vector3(), new Vector3());
  for (const g of geometries) {
    const at = g.getAttribute('position');
    for (let i = 0; i + 2 < at.count; i += 3) {
      t.a.fromBufferAttribute(at, i);
      t.b.fromBufferAttribute(at, i + 1);
      t.c.fromBufferAttribute(at, i + 2);
      area += t.getArea();
      bounds.expandByPoint(t.a).expandByPoint(t.b).expandByPoint(t.c);
    }
  }
  return { area, bounds };
}
function byOthers(file: string): readonly BufferGeometry[] {
  const bytes = readFileSync(file);
  if (/\.stl$/i.test(file))
    return [new STLLoader().parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length))];
  const found: BufferGeometry[] = [];
  new OBJLoader().parse(bytes.toString('utf8')).traverse((o) => {
    if ((o as Drawn).isMesh) found.push((o as Drawn).geometry);
  });
  return found;
}

/** What no reader should take, or what the other library takes otherwise than it is written, each with the reason. */
const APART: Readonly<Record<string, string>> = {
  'malformed.obj': 'names vertices it does not have',
  'malformed2.obj': 'a face without corners',
  'empty.obj': 'is empty',
  'testpoints.obj': 'points only',
  'point_cloud.obj': 'points only',
  'testline.obj': 'lines only',
  'number_formats.obj': '3.1+e2 is no figure',
  'box_UTF16BE.obj': 'read here; the other library takes it for UTF-8',
  'concave_polygon.obj': 'concave faces, which the other library fans',
  'space_in_material_name.obj': 'the same concave faces',
  'testmixed.obj': 'faces among lines and points, which the other library leaves out',
  'box_longline.obj': 'one face that winds round itself hundreds of times',
};
const REFUSED = Object.keys(APART).slice(0, 7);

describe.skipIf(files.length === 0)('open meshes', () => {
  test.each(named(/\.(stl|obj)$/i))('%s has the area and the bounds that another library finds', (name, file) => {
    const opened = openMesh(readFileSync(file), 'mm');
    expect(opened.ok, opened.ok ? '' : JSON.stringify(opened.failure)).toBe(!REFUSED.includes(name));
    if (!opened.ok || name in APART) return;
    const { facts } = surveyMesh(opened.value.mesh);
    const { area, bounds } = measured(byOthers(file));
    expect(facts.areaMm2 / area).toBeCloseTo(1, 4);
    const size = Math.max(...bounds.getSize(new Vector3()).toArray());
    const [ours, theirs] = [
      [...facts.bounds.min, ...facts.bounds.max],
      [...bounds.min.toArray(), ...bounds.max.toArray()],
    ];
    ours.forEach((v, k) => expect(Math.abs(v - theirs[k]!) / size).toBeLessThan(1e-5));
  });

  test.each(named(/\.off$/i))(
    '%s has the volume and the layers that another library finds, and is no worse for a repair',
    (_, file) => {
      const drawn = readOff(readFileSync(file, 'utf8'));
      if (!drawn || drawn.corners.length === 0 || drawn.corners.length > 3 * 150_000) return;
      const opened = openMesh(writeStl(drawn), 'mm');
      if (!opened.ok) throw new Error(JSON.stringify(opened.failure));
      const { mesh } = opened.value;
      const { facts, topology } = surveyMesh(mesh);
      const faultsIn = (f: typeof facts): number =>
        f.openEdges + f.nonManifoldEdges + f.flippedEdges + f.insideOutShells + f.degenerateFaces + f.duplicateFaces;
      const after = repaired(mesh);
      expect(faultsIn(surveyMesh(after.mesh).facts)).toBeLessThanOrEqual(faultsIn(facts));
      if (isTakenBack(after.repair)) expect(after.mesh).toBe(mesh);
      if (faultsIn(facts) > 0) return;
      const m = manifoldOf(mesh);
      if (m.status() === 'NoError') {
        expect(facts.volumeMm3! / m.volume()).toBeCloseTo(1, 4);
        expect(facts.areaMm2 / m.surfaceArea()).toBeCloseTo(1, 4);
        const height = facts.bounds.max[2] - facts.bounds.min[2];
        const largest = Math.max(...facts.bounds.max.map((v, k) => v - facts.bounds.min[k]!)) ** 2;
        for (const layer of layersOf(mesh, topology, height / 6))
          expect(Math.abs(layer.areaMm2 - m.slice(layer.zMm).area()) / largest).toBeLessThan(1e-4);
      }
      m.delete();
    },
  );
});

/** Triangles of an OFF file; null where it has other faces, or is none. */
function readOff(text: string): Mesh | null {
  const words = text
    .replace(/#.*/g, '')
    .split(/\s+/)
    .filter((w) => w);
  if (words.shift() !== 'OFF') return null;
  const [vertices, faces] = [Number(words[0]), Number(words[1])];
  const xyz = Float64Array.from(words.slice(3, 3 + 3 * vertices), Number);
  const corners: number[] = [];
  let at = 3 + 3 * vertices;
  for (let f = 0; f < faces; f++) {
    if (words[at] !== '3') return null;
    corners.push(...words.slice(at + 1, at + 4).map(Number));
    at += 4;
  }
  if (corners.some((v) => !(v < vertices)) || xyz.length < 3 * vertices) return null;
  return { xyz, corners: Uint32Array.from(corners) };
}
