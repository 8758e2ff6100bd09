import { spawnSync } from 'node:child_process';
import { rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { strToU8 } from 'fflate';
import { surveyMesh } from '../src/core/mesh/facts.ts';
import { joined, type Mesh } from '../src/core/mesh/mesh.ts';
import { openMesh } from '../src/core/mesh/openMesh.ts';
import { readMesh } from '../src/core/mesh/readMesh.ts';
import { boxMesh } from '../src/core/mesh/solids.ts';
import { weld } from '../src/core/mesh/weld.ts';
import { writeStl } from '../src/core/mesh/writeStl.ts';
import { insideOut } from '../test/meshes/solids.ts';

// Time against size: what is named is wanted; at 1×, 4× and 16× each step should take about four times as long and not sixteen.
const ms = (work: () => unknown): number => {
  const t = performance.now();
  work();
  return performance.now() - t;
};
const best = (work: () => unknown): number => Math.min(ms(work), ms(work), ms(work));
const show = (name: string, times: readonly number[], wanted: string): void =>
  console.log(
    `${name}: ${times.map((t) => `${t.toFixed(0)} ms`).join(', ')}${times.length > 1 ? ` (${(times.at(-1)! / times[0]!).toFixed(1)} × for 16 ×)` : ''}; wanted ${wanted}`,
  );

/** So many blocks side by side, 12 triangles each. */
const blocks = (n: number, one: (x: number, y: number, z: number) => Mesh): Mesh[] => {
  const across = Math.ceil(Math.cbrt(n));
  return Array.from({ length: n }, (_, i) =>
    one(3 * (i % across), 3 * (Math.floor(i / across) % across), 3 * Math.floor(i / across / across)),
  );
};
const block = (x: number, y: number, z: number): Mesh => boxMesh([x, y, z], [x + 2, y + 2, z + 2]);
const survey = (mesh: Mesh): unknown => surveyMesh(weld(mesh));

show(
  'separate bodies, 2500, 10,000, 40,000: weld and survey',
  [2500, 10_000, 40_000].map((n) => {
    const mesh = joined(blocks(n, block));
    return best(() => survey(mesh));
  }),
  '≤ 1500 ms',
);
show(
  'the same, each turned inside out',
  [2500, 10_000, 40_000].map((n) => {
    const mesh = joined(blocks(n, (x, y, z) => insideOut(block(x, y, z))));
    return best(() => survey(mesh));
  }),
  '≤ 1500 ms',
);
show(
  'rooms in one block, 250, 1000, 4000: weld and survey',
  [250, 1000, 4000].map((n) => {
    const mesh = joined([boxMesh([-1, -1, -1], [200, 200, 200]), ...blocks(n, (x, y, z) => insideOut(block(x, y, z)))]);
    return best(() => survey(mesh));
  }),
  '≤ 2000 ms',
);
show(
  'OBJ of 1250, 5000, 20,000 objects: read',
  [1250, 5000, 20_000].map((n) => {
    const lines: string[] = [];
    blocks(n, block).forEach(({ xyz, corners }, i) => {
      lines.push(`o ${i}`);
      for (let v = 0; v < xyz.length; v += 3) lines.push(`v ${xyz[v]} ${xyz[v + 1]} ${xyz[v + 2]}`);
      for (let c = 0; c < corners.length; c += 3)
        lines.push(`f ${corners[c]! + 1 + 8 * i} ${corners[c + 1]! + 1 + 8 * i} ${corners[c + 2]! + 1 + 8 * i}`);
    });
    const bytes = strToU8(lines.join('\n'));
    return best(() => readMesh(bytes));
  }),
  '≤ 1000 ms',
);

/** A sheet of so many triangles that rises and falls. */
function sheet(triangles: number): Mesh {
  const side = Math.floor(Math.sqrt(triangles / 2));
  const xyz = new Float64Array(3 * (side + 1) ** 2);
  for (let i = 0; i <= side; i++)
    for (let k = 0; k <= side; k++)
      xyz.set([(200 * i) / side, (200 * k) / side, 5 * Math.sin(i / 90) * Math.cos(k / 70)], 3 * (i * (side + 1) + k));
  const corners = new Uint32Array(6 * side * side);
  for (let i = 0, at = 0; i < side; i++)
    for (let k = 0; k < side; k++) {
      const a = i * (side + 1) + k;
      corners.set([a, a + side + 1, a + side + 2, a, a + side + 2, a + 1], at);
      at += 6;
    }
  return { xyz, corners };
}
const times = [312_500, 1_250_000, 5_000_000].map((n) => {
  const bytes = writeStl(sheet(n));
  return ms(() => {
    const opened = openMesh(bytes, null);
    if (!opened.ok) throw new Error(opened.failure.what);
    surveyMesh(opened.value.mesh);
  });
});
show('STL of 312,500, 1,250,000, 5,000,000 triangles: read, weld, survey', times, '≤ 10,000 ms');

// memory in a process of its own, which has nothing but the file
const file = path.join(tmpdir(), `cantiere-bench-${process.pid}.stl`);
writeFileSync(file, writeStl(sheet(5_000_000)));
const reader = `
  const { readFileSync } = await import('node:fs');
  const { openMesh } = await import(${JSON.stringify(new URL('../src/core/mesh/openMesh.ts', import.meta.url))});
  const { surveyMesh } = await import(${JSON.stringify(new URL('../src/core/mesh/facts.ts', import.meta.url))});
  surveyMesh(openMesh(readFileSync(${JSON.stringify(file)}), null).value.mesh);
  console.log(process.resourceUsage().maxRSS / 1000);`;
const read = spawnSync('node', ['--import', 'tsx', '--input-type=module', '-e', reader], { encoding: 'utf8' });
rmSync(file);
console.log(
  `memory at the most, the file of 5,000,000 among it: ${Number(read.stdout).toFixed(0)} MB; wanted ≤ 900 MB`,
);
