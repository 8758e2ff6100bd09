import { describe, expect, test } from 'vitest';
import { runCli as run } from '../../test/runCli.ts';
import { boxMesh } from '../core/mesh/solids.ts';
import { write3mf } from '../core/mesh/write3mf.ts';
import { writeStl } from '../core/mesh/writeStl.ts';

describe('meshes', () => {
  const inch = writeStl(boxMesh([0, 0, 0], [1, 2, 0.5]));
  test('inspect tells a mesh by its bytes and answers in millimetres, in the unit it is told', () => {
    const r = run(['inspect', 'FILE', '--unit', 'in', '--json'], inch);
    expect([r.code, r.err]).toEqual([0, '']);
    expect(JSON.parse(r.out)).toMatchObject({
      kind: 'mesh',
      format: 'stl',
      unit: 'in',
      triangles: 12,
      vertices: 8,
      shells: 1,
      openEdges: 0,
      nonManifoldEdges: 0,
      insideOutShells: 0,
      degenerateFaces: 0,
      duplicateFaces: 0,
      watertight: true,
      minMm: [0, 0, 0],
      maxMm: [25.4, 50.8, 12.7],
      sizeMm: [25.4, 50.8, 12.7],
      volumeMm3: expect.closeTo(25.4 ** 3, 6),
      areaMm2: expect.closeTo(7 * 25.4 ** 2, 6),
    });
  });
  test('a size no part has in millimetres is doubted, with the units it would fit', () => {
    const tiny = writeStl(boxMesh([0, 0, 0], [0.5, 0.5, 0.5]));
    expect(JSON.parse(run(['inspect', 'FILE', '--json'], tiny).out)).toMatchObject({
      unit: 'mm',
      unitInDoubt: ['in', 'cm', 'm'],
    });
    const unusual = JSON.parse(run(['inspect', 'FILE', '--json'], inch).out) as { unitInDoubt: string[] };
    expect(unusual.unitInDoubt.slice(0, 2)).toEqual(['mm', 'in']); // possible in both, and likelier in the second
    const usual = writeStl(boxMesh([0, 0, 0], [40, 30, 20]));
    for (const [args, bytes] of [
      [['--unit', 'in'], inch],
      [['--unit', 'mm'], inch],
      [[], usual],
    ] as const)
      expect(JSON.parse(run(['inspect', 'FILE', '--json', ...args], bytes).out)).not.toHaveProperty('unitInDoubt');
  });
  test('slice cuts in the middle of every layer', () => {
    const r = run(['slice', 'FILE', '--layer-height-mm', '0.2', '--json'], writeStl(boxMesh([0, 0, 0], [10, 20, 1])));
    expect([r.code, r.err]).toEqual([0, '']);
    const { layers } = JSON.parse(r.out) as { layers: object[] };
    expect(layers).toHaveLength(5);
    expect(layers[0]).toEqual({
      zMm: expect.closeTo(0.1, 9),
      areaMm2: expect.closeTo(200, 9),
      perimeterMm: expect.closeTo(60, 9),
      islands: 1,
    });
  });
  test.each([
    ['a unit nobody knows', ['inspect', 'FILE', '--unit', 'ell'], inch, '--unit "ell"'],
    [
      'a unit beside the one the file states',
      ['inspect', 'FILE', '--unit', 'in'],
      write3mf([{ name: 'x', mesh: boxMesh([0, 0, 0], [1, 1, 1]) }], ''),
      'states its unit',
    ],
    ['a layer height of nothing', ['slice', 'FILE', '--layer-height-mm', '0'], inch, 'layer-height-mm'],
    ['layers without number', ['slice', 'FILE', '--layer-height-mm', '0.000001'], inch, 'at most 20000'],
    ['a program to slice', ['slice', 'FILE', '--layer-height-mm', '0.2'], 'G28\n', 'neither an STL'],
    ['a file cut short', ['slice', 'FILE', '--layer-height-mm', '0.2'], inch.subarray(0, 500), 'counts 12 triangles'],
  ])('%s is refused with exit code 2 and one line', (_, args, content, said) => {
    const r = run(args, content);
    expect([r.code, r.out, r.err.trim().split('\n').length]).toEqual([2, '', 1]);
    expect(r.err).toContain(said);
  });
});
