import { describe, expect, test } from 'vitest';
import { layAt } from '../../../../test/meshes/laySettings.ts';
import { boxSolid as box, insideOut, movedBy, solidMesh as solid } from '../../../../test/meshes/solids.ts';
import { inspectGcode } from '../../../core/gcode/inspect.ts';
import { joined, type Mesh } from '../../../core/mesh/mesh.ts';
import { asDrawn } from '../../../core/mesh/placement.ts';
import { boxMesh, sphereMesh, turnedMesh } from '../../../core/mesh/solids.ts';
import { topologyOf } from '../../../core/mesh/topology.ts';
import { weld } from '../../../core/mesh/weld.ts';
import { write3mf } from '../../../core/mesh/write3mf.ts';
import { writeStl } from '../../../core/mesh/writeStl.ts';
import { layMesh, type MeshLaySettings } from '../../../core/toolpath/layMesh.ts';
import { noCeilings } from '../../machines/model/policy.ts';
import { checkJob, rules } from '../rules/index.ts';
import { soundLay, soundMeshJob } from '../rules/mesh/sound.ts';
import { soundJob } from '../rules/sound.ts';
import { checkMesh } from './meshJob.ts';

type Changes = NonNullable<Parameters<typeof soundJob>[0]>;
const found = (o: ReturnType<typeof checkJob>): string[] => [...new Set(o.findings.map((f) => f.rule))].sort();
const line = (speedMmPerS: number) => layAt(speedMmPerS, 800);
const block = boxMesh([0, 0, 0], [40, 30, 20]);

/** The clean job as a mesh, with one thing changed. */
interface MeshFault {
  readonly mesh?: Mesh;
  readonly bytes?: Uint8Array;
  readonly stand?: { turnDeg?: [number, number, number]; xMm?: number; yMm?: number; scale?: [number, number, number] };
  readonly lay?: Partial<MeshLaySettings>;
  readonly job?: Changes;
}
function mesh({ mesh: m = block, bytes, stand = {}, lay = {}, job = {} }: MeshFault): string[] {
  const { sheet } = soundMeshJob(
    {},
    {
      ...job,
      recipe: { family: 'ASA', lowestLayerTimeS: 8, ...job.recipe, lay: { ...soundLay, ...lay } },
    },
  );
  const placement = { ...asDrawn(110, 110), ...stand };
  const checked = checkMesh(bytes ?? writeStl(m), { unit: null, placement }, sheet);
  if (!checked.ok) throw new Error(checked.failure.what);
  return found(checkJob({ report: checked.value.report, mesh: checked.value.mesh, sheet }));
}
const placedBlock = weld(boxMesh([90, 95, 0], [130, 125, 20]));
const programOf = (lay: Partial<MeshLaySettings> = {}): string =>
  layMesh(placedBlock, topologyOf(placedBlock), { ...soundLay, ...lay }).gcode;
const clean = programOf();
const cleanG = (() => {
  const { sheet } = soundJob();
  const read = inspectGcode(new TextEncoder().encode(clean), sheet.machine.motion);
  if (!read.ok) throw new Error(read.failure.what);
  return checkJob({ report: read.value, sheet }).estimate.massG;
})();
/** The clean job as a program, with its text or its limits changed. */
function program(change: (text: string) => string = (t) => t, job: Changes = {}): string[] {
  const { sheet } = soundJob({ ...job, recipe: { family: 'ASA', lowestLayerTimeS: 8, ...job.recipe } });
  const read = inspectGcode(new TextEncoder().encode(change(clean)), sheet.machine.motion);
  if (!read.ok) throw new Error(read.failure.what);
  return found(checkJob({ report: read.value, sheet }));
}
const drop =
  (what: RegExp | string) =>
  (t: string): string => {
    const changed = t.replace(what, '');
    if (changed === t) throw new Error(`the clean program has no ${String(what)}`);
    return changed;
  };
/** Puts lines in at the height of a layer in the middle. */
const atMiddle =
  (put: string) =>
  (t: string): string =>
    t.replace(/^G0 Z10 .*$/m, (at) => `${at}\n${put}`);
const atStart =
  (put: string) =>
  (t: string): string =>
    `${put}\n${t}`;
const atEnd =
  (put: string) =>
  (t: string): string =>
    `${t}\n${put}\n`;
const without = (m: Mesh, triangle: number): Mesh => ({
  xyz: m.xyz,
  corners: m.corners.filter((_, i) => ((i / 3) | 0) !== triangle),
});
const table = solid(box(0, 0, 12, 12, 0, 10), box(0, 0, 40, 30, 10, 14));
const lug = joined([boxMesh([0, 0, 0], [20, 20, 20]), boxMesh([25, 5, 8], [32, 15, 14])]);
const gate = solid(box(-20, 0, 10, 30, 0, 12), box(20, 0, 10, 30, 0, 12), box(0, 0, 50, 30, 12, 18));
const lights = { class: 'lights-out' } as const;
const proofOf = (key: string, value: number, max: number) => ({
  key,
  state: 'proven' as const,
  value,
  range: { min: 0, max, minEnd: 'notTriedBeyond' as const, maxEnd: 'failedBeyond' as const },
});

test('the clean job is clear, as a mesh and as a program: every rule that runs is silent', () => {
  expect([mesh({}), program()]).toEqual([[], []]);
});

/** One fault planted in the clean job: exactly the rules named find it, and no other. */
const faults: readonly (readonly [string, () => string[], readonly string[]])[] = [
  // the mesh
  ['a missing triangle', () => mesh({ mesh: without(block, 5) }), ['closed-surface']],
  ['inside out', () => mesh({ mesh: insideOut(block) }), ['faces-outward']],
  [
    'a triangle twice',
    () =>
      mesh({
        mesh: { xyz: block.xyz, corners: Uint32Array.from([...block.corners, ...block.corners.subarray(0, 3)]) },
      }),
    ['manifold-edges', 'spare-faces'],
  ],
  ['two blocks along an edge', () => mesh({ mesh: joined([block, movedBy(block, 40, 30, 0)]) }), ['manifold-edges']],
  [
    'drawn in inches',
    () => mesh({ mesh: boxMesh([0, 0, 0], [1.6, 1.2, 0.8]) }),
    ['feet-hold', 'layer-time-proven', 'unit-sure', 'whole-lines'],
  ],
  [
    'a hollow ball in the middle',
    () => mesh({ mesh: joined([block, movedBy(insideOut(sphereMesh(4, 24)), 20, 15, 10)]) }),
    ['no-cavities', 'overhang-proven'],
  ],
  [
    'two parts of a file that touch',
    () =>
      mesh({
        bytes: write3mf(
          [
            { name: 'a', mesh: block },
            { name: 'b', mesh: movedBy(block, 41, 0, 0) },
          ],
          'two',
        ),
      }),
    ['parts-apart'],
  ],
  // where it stands
  ['too long for the plate', () => mesh({ mesh: boxMesh([0, 0, 0], [240, 70, 20]) }), ['fits-travel']],
  ['over the edge', () => mesh({ stand: { xMm: 10 } }), ['fits-travel']],
  ['the skirt over the edge', () => mesh({ stand: { xMm: 24 }, job: { recipe: { family: 'PLA' } } }), ['skirt-fits']],
  ['close to the cold edge', () => mesh({ stand: { xMm: 28 } }), ['clear-of-edge']],
  [
    'over a clip',
    () => mesh({ stand: { xMm: 45, yMm: 45 }, job: { machine: { zonesMm: [[0, 0, 40, 40]] } } }),
    ['off-zones'],
  ],
  ['scaled by hand', () => mesh({ stand: { scale: [1.02, 1.02, 1.02] } }), ['scaled-evenly']],
  ['stretched', () => mesh({ stand: { scale: [1, 1.2, 1] } }), ['scaled-evenly']],
  // what it is like
  ['a lid that leans without support', () => mesh({ mesh: table }), ['overhang-proven']],
  ['a lug in the air', () => mesh({ mesh: lug }), ['nothing-floats', 'overhang-proven']],
  [
    'a gate wider than proven',
    () => mesh({ mesh: gate, job: { proofs: { longestBridgeMm: proofOf('longestBridgeMm', 20, 20) } } }),
    ['bridge-proven'],
  ],
  ['a gate nobody has tried', () => mesh({ mesh: gate }), ['bridge-proven']],
  [
    'a fin',
    () => mesh({ mesh: solid(box(0, 0, 30, 30, 0, 10), box(0, 0, 20, 0.3, 10, 14)), lay: { minimumLayerTimeS: 0 } }),
    ['thin-walls'],
  ],
  ['a skin of one layer', () => mesh({ mesh: joined([block, boxMesh([50, 0, 0], [80, 30, 0.2])]) }), ['floors-hold']],
  [
    'walls of two lines and a half',
    () => mesh({ mesh: solid(box(0, 0, 40, 1.08, 0, 8), box(0, 30, 40, 30, 0, 8)) }),
    ['whole-lines'],
  ],
  ['a needle', () => mesh({ mesh: boxMesh([0, 0, 0], [9, 9, 120]) }), ['holds-plate', 'stands-firm']],
  [
    'on four pins',
    () =>
      mesh({
        mesh: solid(...[-15, 15].flatMap((x) => [-10, 10].map((y) => box(x, y, 2, 2, 0, 1))), box(0, 0, 40, 30, 1, 15)),
        lay: { supportAngleDeg: 50 },
      }),
    ['feet-hold'],
  ],
  ['a long bar of a plastic that shrinks', () => mesh({ mesh: boxMesh([0, 0, 0], [150, 30, 8]) }), ['warp-risk']],
  [
    'a mushroom on support',
    () =>
      mesh({
        mesh: solid(box(0, 0, 12, 12, 0, 30), box(0, 0, 80, 80, 30, 32)),
        lay: { supportAngleDeg: 50, infillPercent: 0 },
      }),
    ['support-share'],
  ],
  ['quick layers', () => mesh({ mesh: turnedMesh([[12, 0], [12, 10], [3, 30]], 64), lay: { minimumLayerTimeS: 0 } }), ['layer-time-proven']], // prettier-ignore
  // how it is laid
  ['lines that ask for more than is proven', () => mesh({ lay: { fill: line(220) } }), ['melt-rate']],
  ['a hot recipe', () => mesh({ lay: { nozzleC: 275, nozzleFirstC: 275 } }), ['nozzle-temperature']],
  ['pulled back further than is proven', () => mesh({ lay: { retractionMm: 4 } }), ['retraction-proven']],
  [
    'too thin a skin to sand',
    () => mesh({ lay: { solidLayers: 2 }, job: { job: { purpose: 'to be sanded' } } }),
    ['sanded-skins'],
  ],
  ['a loaded part a fifth full', () => mesh({ job: { job: { purpose: 'loaded' } } }), ['loaded-fill']],
  [
    'a soft part filled stiff',
    () => mesh({ lay: { infillPercent: 60 }, job: { job: { purpose: 'flexible' }, recipe: { family: 'TPU' } } }),
    ['flexible-fill'],
  ],
  ['a trial piece made fine', () => mesh({ job: { job: { purpose: 'throw-away fit' } } }), ['throw-away-coarse']],
  [
    'lines thicker than the nozzle lays, by the recipe',
    () => mesh({ job: { values: { visibleWallWidthMm: 0.9 } } }),
    ['width-of-nozzle'],
  ],
  // the program
  ['a hot nozzle at the end', () => program(atEnd('M104 S200')), ['heaters-off']],
  ['a hot bed at the end', () => program(atEnd('M140 S60')), ['heaters-off']],
  ['hotter half way', () => program(atMiddle('M109 S259')), ['heat-steady', 'nozzle-temperature']],
  ['the bed off half way', () => program(atMiddle('M140 S0')), ['bed-stays-warm']],
  [
    'the fan full on the first layer',
    () => program((t) => t.replace('G90', 'G90\nM106 S255'), { values: { fanRangePercent: [0, 100] } }),
    ['fan-on-first'],
  ],
  ['the fan full higher up', () => program(atMiddle('M106 S255')), ['fan-for-material']],
  ['inches, and back', () => program(atStart('G20\nG21')), ['in-millimetres']],
  ['a word of another controller', () => program(atMiddle('M9001 S3')), ['known-words']],
  ['a stray sign', () => program(atMiddle('G1 F1800 %')), ['readable-lines']],
  ['a wrong checksum', () => program(atMiddle('N5 G1 F1800*12')), ['checksums-hold']],
  ['a second head', () => program(atEnd('T1')), ['tool-there']],
  [
    'drawn back a thousand times',
    () => program(atMiddle('G1 E-1.1 F2100\nG1 E1.1\n'.repeat(900))),
    ['filament-ground'],
  ],
  ['over a brush', () => program((t) => t, { machine: { zonesMm: [[100, 100, 140, 104]] } }), ['program-off-zones']],
  [
    'down again beside what stands',
    () =>
      program((t) => t.replace(/^M107$/m, 'G1 Z0.2 F480\nG1 X100 Y100\nG1 X110 E0.3 F1200\nG1 Z22 F480\nM107'), {
        values: { clearanceMm: 12 },
      }),
    ['one-after-another'],
  ],
  ['left on the part', () => program(drop(/^G0 Z22.*$/m)), ['parks-clear']],
  ['a stop that waits', () => program(atMiddle('M0')), ['no-pause']],
  ['a wait of five minutes', () => program(atMiddle('G4 S300')), ['no-long-dwell']],
  ['its own speed', () => program(atStart('M220 S130')), ['no-own-scaling']],
  ['its own flow', () => program(atStart('M221 S95')), ['no-own-scaling']],
  ['named after another plastic', () => program((t) => t, { job: { fileName: 'vent_PETG.gcode' } }), ['name-tells']],
  ['without plastic', () => program((t) => t.replace(/ E[-\d.]+/g, '')), ['lays-something']],
  [
    'lifted off the plate',
    () => program((t) => t.replace(/^G0 Z([\d.]+)/gm, (_, z: string) => `G0 Z${(Number(z) + 1).toFixed(3)}`)),
    ['first-layer-height'],
  ],
  ['a layer left out', () => program((t) => t.replace(/^G0 Z10 [\s\S]*?(?=^G0 Z10\.2)/m, '')), ['skipped-height']],
  ['the top layer thinner', () => program((t) => t.replace(/^G0 Z20 /m, 'G0 Z19.9 ')), ['mixed-heights']],
  ['never homed', () => program(drop('G28\n')), ['homed-first']],
  ['not waited for the nozzle', () => program(drop(/^M109.*\n/m)), ['heat-and-wait']],
  ['not waited for the bed', () => program(drop(/^M190.*\n/m)), ['heat-and-wait']],
  ['a move off the machine', () => program(atMiddle('G1 X300 F6000')), ['within-travel']],
  ['faster than an axis runs', () => program(atMiddle('G1 X20 F60000\nG1 F1800')), ['within-motion']],
  ['harder than the machine starts', () => program(atMiddle('M204 P90000')), ['within-motion']],
  [
    'harder than proven',
    () => program((t) => t, { proofs: { accelerationMmPerS2: proofOf('accelerationMmPerS2', 500, 500) } }),
    ['acceleration-proven'],
  ],
  ['a name no card reader takes', () => program((t) => t, { job: { fileName: 'hive vent v2.gcode' } }), ['file-name']],
  ['a bed hotter than it gets', () => program((t) => t.replaceAll('S100', 'S140')), ['bed-temperature']],
  [
    'made for a wide nozzle',
    () =>
      program((t) => t, {
        machine: { mounted: { id: 'tool', name: '0.25', nozzleMm: 0.25 } },
        tool: { nozzleMm: 0.25 },
      }),
    ['line-width'],
  ],
  // the machine
  [
    'another nozzle mounted',
    () => program((t) => t, { machine: { mounted: { id: 'x', name: '0.6 brass', nozzleMm: 0.6 } } }),
    ['mounted-nozzle'],
  ],
  [
    'another plastic loaded',
    () =>
      program((t) => t, { machine: { loaded: { id: 'pla', name: 'Fienile PLA white', lot: '88', remainingG: 900 } } }),
    ['loaded-material'],
  ],
  [
    'too little on the spool',
    () =>
      program((t) => t, { machine: { loaded: { id: 'asa', name: 'Torba ASA natural', lot: '2231', remainingG: 3 } } }),
    ['loaded-material'],
  ],
  ['not ready', () => program((t) => t, { known: { ready: false } }), ['machine-ready']],
  ['hurried at the machine', () => program((t) => t, { known: { speedPercent: 130 } }), ['speed-unscaled']],
  ['nobody has looked for months', () => program((t) => t, { known: { knownForDays: 200 } }), ['state-known']],
  ['the lid open', () => program((t) => t, { known: { lid: 'open' } }), ['enclosure-fits']],
  [
    'a scratching plastic on brass',
    () => program((t) => t, { values: { abrasive: true, nozzleMaterial: 'brass' } }),
    ['abrasive-on-soft'],
  ],
  [
    'a plastic this tool is not for',
    () => program((t) => t, { values: { allowedFamilies: 'PLA' } }),
    ['family-on-tool'],
  ],
  ['flow never proven', () => program((t) => t, { proofs: { flow: null } }), ['flow-evidence']],
  [
    'retraction due',
    () => program((t) => t, { proofs: { retractionMm: { state: 'due', because: 'nozzle changed 3 d ago' } } }),
    ['evidence-not-due'],
  ],
  [
    'another scale than proven',
    () =>
      program((t) => t, {
        recipe: { scalePercent: [100, 100, 100] },
        proofs: {
          scaleXPercent: {
            ...proofOf('scaleXPercent', 100.6, 100.7),
            range: { min: 100.5, max: 100.7, minEnd: 'notTriedBeyond', maxEnd: 'notTriedBeyond' },
          },
        },
      }),
    ['scale-proven'],
  ],
  // the farm
  [
    'heavier than allowed',
    () => program((t) => t, { policy: { ceilings: { ...noCeilings, massG: 2 } } }),
    ['mass-ceiling'],
  ],
  [
    'dearer than allowed',
    () => program((t) => t, { policy: { ceilings: { ...noCeilings, cost: 0.1 } } }),
    ['cost-ceiling'],
  ],
  [
    'longer than allowed',
    () => program((t) => t, { policy: { ceilings: { ...noCeilings, hours: 0.1 } } }),
    ['time-ceiling'],
  ],
  [
    'a first layer faster than allowed',
    () => program((t) => t, { policy: { firstLayerMostMmPerS: 15 } }),
    ['first-layer-speed'],
  ],
  [
    'a spool that just lasts, at night',
    () =>
      program((t) => t, {
        job: lights,
        machine: { loaded: { id: 'asa', name: 'Torba ASA natural', lot: '2231', remainingG: 1.05 * cleanG } },
      }),
    ['spool-lasts-unattended'],
  ],
  [
    'a proof that ends tonight',
    () => program((t) => t, { job: lights, proofs: { flow: { daysLeft: 1 } } }),
    ['evidence-unattended'],
  ],
  [
    'fed by card at night',
    () => program((t) => t, { job: lights, machine: { isConnected: false } }),
    ['watched-unattended'],
  ],
  ['sizes that matter and are unproven', () => program((t) => t, { job: { purpose: 'accurate' } }), ['accurate-scale']],
  ['a stiff plastic to bend', () => program((t) => t, { job: { purpose: 'flexible' } }), ['flexible-plastic']],
  [
    'hooks of PLA',
    () =>
      program((t) => t, {
        job: { purpose: 'snap fit' },
        recipe: { family: 'PLA' },
        proofs: {
          scaleXPercent: proofOf('scaleXPercent', 100, 101),
          scaleYPercent: proofOf('scaleYPercent', 100, 101),
        },
      }),
    ['snap-fit-plastic'],
  ],
];
describe(`each of ${faults.length} single faults is found by the rules that are for it, and by no other`, () => {
  test.each(faults)('%s', (_, run, expected) => expect(run()).toEqual(expected));
});
test('the faults are enough to make more than half of all rules speak', () => {
  const spoken = new Set(faults.flatMap(([, , expected]) => expected));
  for (const id of spoken)
    expect(
      rules.some((r) => r.id === id),
      id,
    ).toBe(true);
  expect(spoken.size / rules.length).toBeGreaterThan(0.5);
});
