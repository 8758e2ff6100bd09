import { describe, expect, test } from 'vitest';
import { asDrawn } from '../../../core/mesh/placement.ts';
import { emptyDraft, jobDraft, SOLID, type JobAct, type JobDraft } from './jobDraft.ts';

const named = (name: string): File => new File(['x'], name);
const mesh = (...names: string[]): JobAct => ({
  act: 'take',
  files: { main: named(names[0]!), meshes: names.slice(1).map(named), programs: [], isMesh: true, says: null },
  travelMm: [200, 100],
});
const program = (...names: string[]): JobAct => ({
  act: 'take',
  files: { main: named(names[0]!), meshes: [], programs: names.slice(1).map(named), isMesh: false, says: null },
  travelMm: [0, 0],
});
const after = (...acts: readonly JobAct[]): JobDraft => acts.reduce(jobDraft, emptyDraft);
const hut = {
  id: 'hut',
  mounted: { id: 't4', name: '0.4', at: '', byName: '' },
  loaded: {
    ...{ id: 'petg', name: 'PETG', lot: 'A', remainingG: 500 },
    ...{ code: 'S-1', containerId: 'c', at: '', byName: '' },
  },
};
const plate = (xMm: number) => ({ file: null, choice: { unit: null, placement: asDrawn(xMm, 9) }, pieces: 1 });
const byHand: JobAct = { act: 'spread', plates: [plate(10), plate(20)], on: null };

describe('files', () => {
  test('a mesh stands in the middle of the travel and names the job; a title that was typed stays', () => {
    expect(after(mesh('wall_bracket.stl'))).toMatchObject({
      title: 'wall bracket',
      choice: { unit: null, placement: { xMm: 100, yMm: 50, turnDeg: [0, 0, 0] } },
    });
    expect(after({ act: 'set', to: { title: 'Mine' } }, mesh('a.stl')).title).toBe('Mine');
  });
  test('meshes after the first are parts of the plate, programs after the first are jobs of their own', () => {
    expect(after(mesh('a.stl', 'b.stl')).choice?.more).toMatchObject([
      { file: { sha256: 'local:0', name: 'b.stl', size: 1 } },
    ]);
    const two = after(program('a.gcode', 'b.gcode'));
    expect([two.choice, two.others, two.programs.map((f) => f.name)]).toEqual([null, [], ['b.gcode']]);
  });
  test('other files put away what was done to the ones before', () => {
    const d = after(mesh('a.stl'), byHand, { act: 'fix', change: { values: { walls: 3 } } }, mesh('b.stl'));
    expect(d).toMatchObject({ file: { name: 'b.stl' }, further: [], overrides: {}, isSetDown: false, spreadOn: '' });
  });
  test('what could not be taken is said, and what was there stays', () => {
    const none = { main: null, meshes: [], programs: [], isMesh: false, says: 'a.gcode is empty' };
    const d = after(mesh('a.stl'), { act: 'take', files: none, travelMm: [1, 1] });
    expect([d.file?.name, d.says]).toEqual(['a.stl', 'a.gcode is empty']);
  });
});
describe('machine and recipe', () => {
  test('a machine brings along what is on it; after a recipe it does not', () => {
    const choose: JobAct = { act: 'choose machine', id: 'hut', machine: hut };
    expect(after(choose)).toMatchObject({ machineId: 'hut', toolId: 't4', materialId: 'petg' });
    const roles = [{ role: 'part body' as const, toolId: 't6', materialId: 'asa' }];
    const recipe: JobAct = {
      act: 'choose recipe',
      id: 'r',
      choice: { machineId: null, printerId: 'frame', processId: 'fine', roles },
    };
    expect(after(recipe, choose)).toMatchObject({
      ...{ machineId: 'hut', recipeId: 'r' },
      ...{ toolId: 't6', materialId: 'asa', processId: 'fine' },
    });
  });
  test('another machine removes the further plates and says so; the same one does not', () => {
    const d = after({ act: 'choose machine', id: 'hut', machine: hut }, mesh('a.stl'), byHand);
    expect(jobDraft(d, { act: 'choose machine', id: 'hut', machine: hut }).further).toHaveLength(1);
    const moved = jobDraft(d, { act: 'choose machine', id: 'inn', machine: null });
    expect([moved.further, moved.says]).toEqual([
      [],
      'The machine is another now: the further plates were removed; arrange again',
    ]);
  });
  test('the middle of another machine is taken until somebody set the part down', () => {
    const centre: JobAct = { act: 'centre', machineId: 'inn', travelMm: [300, 300] };
    expect(after(mesh('a.stl'), centre).choice?.placement).toMatchObject({ xMm: 150, yMm: 150 });
    const d = after(mesh('a.stl'));
    const moved = jobDraft(d, { act: 'stand', choice: { ...d.choice!, placement: asDrawn(7, 8) } });
    expect(jobDraft(moved, centre).choice?.placement).toMatchObject({ xMm: 7, yMm: 8 });
    const itself = jobDraft(d, { act: 'spread', plates: [plate(3)], on: 'inn' });
    expect(jobDraft(itself, centre).choice?.placement).toMatchObject({ xMm: 3 });
  });
});
describe('how the part stands', () => {
  test('turned it keeps its plates by quarter turns about Z, and loses them otherwise', () => {
    const d = after(mesh('a.stl'), byHand);
    expect(jobDraft(d, { act: 'turn', turnDeg: [0, 0, 90] }).further).toHaveLength(1);
    expect(jobDraft(d, { act: 'turn', turnDeg: [90, 0, 0] })).toMatchObject({ further: [], isSetDown: true });
  });
  test('a fix is done to a copy of the recipe, and undone', () => {
    const fixed = after(mesh('a.stl'), { act: 'fix', change: { values: { walls: 3 }, moveMm: [2, 0] } });
    expect([fixed.overrides, fixed.choice?.placement.xMm, fixed.isSetDown]).toEqual([{ walls: 3 }, 102, true]);
    expect(jobDraft(fixed, { act: 'undo fixes' }).overrides).toEqual({});
  });
  test('hollowed, the part as it came is kept beside it; made solid again, it stands there as before', () => {
    const d = after(mesh('bell.stl'));
    const hollow = jobDraft(d, { act: 'hollow', stl: new Uint8Array(9), wallMm: 2 });
    expect(hollow).toMatchObject({
      file: { name: 'bell, walls of 2 mm.stl', size: 9 },
      choice: { unit: 'mm', hollowed: { from: { sha256: SOLID, name: 'bell.stl' }, wallMm: 2 } },
    });
    const solid = jobDraft(hollow, { act: 'make solid' });
    expect([solid.file?.name, solid.choice?.unit, solid.choice?.hollowed, solid.solid]).toEqual([
      ...['bell.stl', null, undefined, null],
    ]);
  });
});
test('a request brings title, pieces and day; discarded, nothing is left', () => {
  const request = { id: 'q', title: 'Brackets', quantity: 4, due: '2026-12-24' };
  const d = after({ act: 'answer', request: request as never, stored: new Map() }, mesh('a.stl'));
  expect(d).toMatchObject({ title: 'Brackets', quantity: 4, due: '2026-12-24', request: { id: 'q' } });
  expect(jobDraft(d, { act: 'discard' })).toBe(emptyDraft);
});
