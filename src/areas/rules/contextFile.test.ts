import { readFileSync } from 'node:fs';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { describe, expect, test } from 'vitest';
import type { Result } from '../../core/result/result.ts';
import { jobOf, supportedTable } from './cases.ts';
import { contextOfFile } from './contextFile.ts';
import { fileOfContext } from './fileOfContext.ts';
import type { ContextFile } from './contextFileSchema.ts';
import { notTriedBeyond, roleFixture, validContextFixture } from './fixture.ts';
import { checkJob } from './run.ts';
import { checkStack } from './runStack.ts';
import { stackJobOf } from './stackCases.ts';

const schema = new Ajv2020({ strict: false }).compile(
  JSON.parse(readFileSync('docs/formats/context.schema.json', 'utf8')) as object,
);
/** The file in docs/formats/context.md. */
const example = (): ContextFile => {
  const page = readFileSync('docs/formats/context.md', 'utf8');
  return JSON.parse(page.slice(page.indexOf('    { "version"'), page.indexOf('\n\n- `values`'))) as ContextFile;
};
const read = <T>(result: Result<T>): T => {
  if (!result.ok) throw new RangeError(result.failure.what);
  return result.value;
};
const refusal = (file: unknown): string => {
  const result = contextOfFile(file);
  if (result.ok) throw new RangeError('it was read');
  return [result.failure.what, result.failure.where].join(' @ ');
};

test('surroundings written as a file and read again give the same verdict, sentence for sentence', () => {
  for (const context of [
    validContextFixture({ without: [], proofs: { flow: null } }),
    validContextFixture({
      without: [],
      job: { class: 'customer part', purpose: 'accurate', quantity: 3 },
      policy: { mayStayUnproven: { 'customer part': { scaleXPercent: 'fitted by hand' } } },
      proofs: {
        scaleXPercent: null,
        nozzleC: { state: 'due', because: 'nozzle changed 3 d ago' },
        bedC: notTriedBeyond(95, 94, 96),
      },
      roles: [
        roleFixture,
        { ...roleFixture, role: 'support', materialId: 'pva', materialName: 'Fumo PVA', family: 'PVA' },
      ],
    }),
  ]) {
    const file = fileOfContext(context);
    expect([schema(file), schema.errors]).toEqual([true, null]);
    const again = read(contextOfFile(JSON.parse(JSON.stringify(file))));
    expect(again.recipe.lay).toEqual(context.recipe.lay);
    const { job } = jobOf({ when: '', finds: [] });
    const said = (c: typeof context): readonly string[] =>
      checkJob({ ...job, context: c })
        .findings.filter((f) => f.rule !== 'speed-unscaled' && f.rule !== 'enclosure-fits')
        .map((f) => `${f.severity} ${f.title}: ${f.figure}, ${f.limit}, ${f.fix}`);
    expect(said(again)).toEqual(said(context));
    expect(said(context).length).toBeGreaterThan(0);
  }
});
test('those of a resin job written as a file and read again give the same verdict', () => {
  const c = { when: '', finds: [], proofs: { exposureS: { state: 'due', because: 'film changed 3 d ago' } } } as const;
  const { stack, context } = stackJobOf(c);
  const file = fileOfContext(context);
  expect([schema(file), schema.errors]).toEqual([true, null]);
  const again = read(contextOfFile(JSON.parse(JSON.stringify({ ...file, roles: undefined }))));
  const said = (of: typeof context): readonly string[] =>
    checkStack({ stack, context: of }).findings.map(
      (f) => `${f.severity} ${f.title}: ${f.figure}, ${f.limit}, ${f.fix}`,
    );
  expect(said(again)).toEqual(said(context));
  expect(said(context).length).toBeGreaterThan(0);
});
test('a job of two heads written as a file and read again is laid and judged alike, head by head', () => {
  const second = { values: { supportSpeedMmPerS: 110 }, proofs: { flow: null }, loaded: null };
  const { job } = jobOf({ when: '', finds: [], ...supportedTable, second });
  const file = fileOfContext(job.context);
  expect([schema(file), schema.errors]).toEqual([true, null]);
  const again = read(contextOfFile(JSON.parse(JSON.stringify(file))));
  const laidBy = ({ recipe, heads, bodyTool }: typeof again) => [
    [bodyTool, recipe.lay],
    ...heads!.map((h) => [h.tool, h.roles, { ...h.recipe.lay, title: '' }]),
  ];
  expect(laidBy(again)).toEqual(laidBy({ ...job.context, heads: [{ ...job.context.heads![0]!, roles: ['support'] }] }));
  const said = (context: typeof again): readonly string[] =>
    checkJob({ ...job, context })
      .findings.filter((f) => f.rule !== 'speed-unscaled' && f.rule !== 'enclosure-fits')
      .map((f) => `head ${f.head}: ${f.severity} ${f.title}: ${f.figure}, ${f.limit}, ${f.fix}`);
  expect(said(again)).toEqual(said(job.context));
  expect(said(again).map((f) => f.split(':')[0])).toEqual(['head 2', 'head 2', 'head 2']);
});
test('heads that a file describes are those of the machine; what one head cannot lay is told', () => {
  const withTwo: ContextFile = {
    ...example(),
    machine: {
      ...example().machine,
      mounts: [...example().machine!.mounts!, { values: { nozzleDiameterMm: 0.6 } }],
    },
    materials: { ...example().materials, pva: { values: { nozzleC: 210 } }, pet: {} },
    roles: [
      ...example().roles!,
      { role: 'support', material: 'pva', mount: 2, values: { flow: 0.9 } },
      { role: 'support contact', material: 'pva', mount: 2 },
      { role: 'raft/brim', material: 'pet', mount: 2 },
    ],
  };
  const { heads, machine, bodyTool = 0 } = read(contextOfFile(withTwo));
  expect([
    machine.heads,
    bodyTool,
    heads!.map((h) => [h.tool, h.roles, h.recipe.tool.nozzleMm, h.recipe.flow]),
  ]).toEqual([2, 0, [[1, ['support', 'support contact'], 0.6, 0.9]]]);
  const turned = read(
    contextOfFile({
      ...withTwo,
      proofs: [{ setting: 'flow', value: 1, min: 0.9, max: 1.1 }],
      roles: [
        { role: 'part body', material: 'asa-natural', mount: 2 },
        { role: 'support', material: 'pva', mount: 1 },
      ],
    }),
  );
  // a proof that does not say whose it is is the part body's, wherever that lies
  expect([Object.keys(turned.proofs), turned.heads!.map((h) => h.proofs)]).toEqual([['flow'], [{}]]);
  expect([turned.bodyTool, turned.heads!.map((h) => h.tool), turned.recipe.tool.nozzleMm]).toEqual([1, [0], 0.6]);
  // the brim's material has no head: it is no head of its own, and a rule says so
  expect(heads).toHaveLength(1);
});
test('the example of the documentation is read, and fits its schema', () => {
  expect([schema(example()), schema.errors]).toEqual([true, null]);
  const { recipe, proofs, machine } = read(contextOfFile(example()));
  expect([recipe.scalePercent, recipe.lay?.nozzleC, proofs['flow']?.range, machine.loaded?.lot]).toEqual([
    [100.11, 100, 100],
    248,
    { min: 0.99, max: 1.05, minEnd: 'notTriedBeyond', maxEnd: 'failedBeyond' },
    '2231',
  ]);
});
test('values of a role win over process, material, tool and printer, in this order', () => {
  const at = (change: ContextFile): unknown => read(contextOfFile({ ...example(), ...change })).recipe.values!['flow'];
  const material = (flow: number) => ({
    'asa-natural': { values: { ...example().materials!['asa-natural']!.values, flow } },
  });
  expect(at({ materials: material(0.97) })).toBe(0.97);
  expect(
    at({ materials: material(0.97), roles: [{ role: 'part body', material: 'asa-natural', values: { flow: 0.93 } }] }),
  ).toBe(0.93);
});
test('one material alone is that of the part body, and what is left out takes its default', () => {
  const { roles: _, ...file } = example();
  const context = read(contextOfFile({ machine: file.machine, materials: file.materials }, 'vent.stl'));
  expect([context.recipe.roles?.length, context.recipe.material.id, context.job]).toEqual([
    1,
    'asa-natural',
    { class: 'in-house', fileName: 'vent.stl', quantity: 1, purpose: null, provenOnly: false },
  ]);
  expect(context.recipe.values!['fanPercent']).toBe(40);
});
test('a highest flow proven at two temperatures holds on the line between them', () => {
  const at = (nozzleC: number, value: number) => ({
    setting: 'highestFlowMm3PerS',
    value,
    min: 0,
    max: value,
    trial: `T-${value}`,
    conditions: { nozzleC },
  });
  const { proofs } = read(contextOfFile({ ...example(), proofs: [at(220, 8), at(240, 12)] }));
  expect(proofs['highestFlowMm3PerS']?.entries?.map((e) => [e.conditions.nozzleC, e.value])).toEqual([
    [220, 8],
    [240, 12],
  ]);
});

describe('is refused with its place:', () => {
  test.each<[string, unknown, string]>([
    ['an unknown key', { ...example(), machines: {} }, 'No key "machines" @ '],
    ['an unknown key within', { ...example(), job: { clas: 'in-house' } }, 'No key "clas" @ job'],
    [
      'an unknown key of a proof',
      { ...example(), proofs: [{ setting: 'flow', value: 1, min: 1, max: 1, prooved: true }] },
      'No key "prooved" @ proofs[0]',
    ],
    [
      'an unknown setting',
      { ...example(), process: { values: { layerHight: 1 } } },
      'No setting "layerHight" @ process.values.layerHight',
    ],
    [
      'an unknown setting that is proven',
      { ...example(), proofs: [{ setting: 'flew', value: 1, min: 1, max: 1 }] },
      'No setting "flew" @ proofs[0].setting',
    ],
    [
      'a setting of another kind of profile',
      { ...example(), process: { values: { bedMaxC: 100 } } },
      'Maximum bed temperature does not belong to a process @ process.values.bedMaxC',
    ],
    [
      'a figure that cannot be meant',
      { ...example(), process: { values: { layerHeightMm: 20 } } },
      '20 mm cannot be meant @ process.values.layerHeightMm',
    ],
    [
      'a mount that is not there',
      { ...example(), roles: [{ role: 'part body', mount: 2, material: 'asa-natural' }] },
      'There is no mount 2; the machine has 1 @ roles[0].mount',
    ],
    [
      'a material that is not there',
      { ...example(), roles: [{ role: 'part body', material: 'asa' }] },
      'No material "asa" @ roles[0].material',
    ],
    [
      'a part without a body',
      { ...example(), roles: [{ role: 'support', material: 'asa-natural' }], materials: { a: {}, b: {} } },
      'No role says what the part body is printed with @ roles',
    ],
    [
      'a slot that is not there',
      { ...example(), roles: [{ role: 'part body', slot: 2, material: 'asa-natural' }] },
      'There is no slot 2 @ roles[0].slot',
    ],
    [
      'a slot with a material that is not there',
      { ...example(), machine: { ...example().machine, mounts: [{ slots: [{ material: 'pva' }] }] } },
      'No material "pva" @ machine.mounts[0].slots[0].material',
    ],
    [
      'a role that stands there twice',
      { ...example(), roles: [...example().roles!, ...example().roles!] },
      'part body stands there twice @ roles[1].role',
    ],
    [
      'values of a role that cannot be applied',
      { ...example(), roles: [...example().roles!, { role: 'support', material: 'asa-natural', values: { flow: 1 } }] },
      'Values of support cannot be applied @ roles[1].values',
    ],
    [
      'a proof that held to less than it allows',
      { ...example(), proofs: [{ setting: 'flow', value: 1, min: 0.9, max: 1.1, heldTo: 1 }] },
      'It held to 1, which is less than its max @ proofs[0].heldTo',
    ],
    [
      'an unknown setting of a role',
      { ...example(), roles: [{ role: 'part body', material: 'asa-natural', values: { flw: 1 } }] },
      'No setting "flw" @ roles[0].values.flw',
    ],
    [
      'an unknown setting of a mount nothing prints with',
      {
        ...example(),
        machine: { ...example().machine, mounts: [...example().machine!.mounts!, { values: { nozle: 1 } }] },
      },
      'No setting "nozle" @ machine.mounts[1].values.nozle',
    ],
    [
      'a proof with its ends swapped',
      { ...example(), proofs: [{ setting: 'flow', value: 1, min: 1.1, max: 1 }] },
      '1.1 to 1 is no range @ proofs[0].min',
    ],
    [
      'a proof of a mount that is not there',
      { ...example(), proofs: [{ mount: 3, setting: 'flow', value: 1, min: 1, max: 1 }] },
      'There is no mount 3; the machine has 1 @ proofs[0].mount',
    ],
    [
      'a proof of a material that is not there',
      { ...example(), proofs: [{ material: 'pva', setting: 'flow', value: 1, min: 1, max: 1 }] },
      'No material "pva" @ proofs[0].material',
    ],
    ['a later version', { ...example(), version: 2 }, 'version must be one of the following values: 1 @ version'],
    [
      'a setting of resin in a job of filament',
      { ...example(), process: { values: { exposureS: 2 } } },
      'Exposure is of resin, and the job is of filament @ process.values.exposureS',
    ],
    ['no object at all', 7, 'this must be a `object` type, but the final value was: `7`. @ '],
    [
      'a machine without travel',
      { machine: {}, materials: { a: {} } },
      'The printer profile of machine has no travel in X, Y and height @ ',
    ],
  ])('%s', (_, file, said) => {
    expect(refusal(file)).toBe(said);
  });
});
