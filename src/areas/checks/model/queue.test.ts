import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { placeByDue, planQueue, type QueueMachine, type Waiting } from './queue.ts';
import { lacking, whatToChange } from './needs.ts';

const now = new Date('2026-05-04T08:00:00Z');
const at = (hours: number): string => new Date(now.getTime() + 3_600_000 * hours).toISOString();
const brass = { id: 'brass', name: '0.4 brass' };
const pla = { id: 'pla', name: 'Calce PLA' };
const machine = (id: string, over: Partial<QueueMachine> = {}): QueueMachine => ({
  ...{ id, name: id, printerId: 'bora', state: 'ready', expected: null },
  onHeads: [
    { head: 0, toolId: 'brass', toolName: '0.4 brass', materialId: 'pla', materialName: 'Calce PLA', remainingG: 500 },
  ],
  ...over,
});
const job = (jobId: string, over: Partial<Waiting> = {}): Waiting => ({
  ...{ jobId, of: 'machine', ofId: 'one', machineId: 'one', prints: 1, due: null, timeS: 3600 },
  needs: [{ head: 0, tool: brass, material: pla, massG: 100 }],
  ...over,
});
const shared = (jobId: string, over: Partial<Waiting> = {}) => job(jobId, { of: 'printer', ofId: 'bora', ...over });

describe('a queue', () => {
  test('is worked off one after the other, and what is done after its day says by how much', () => {
    const { planned } = planQueue([machine('one')], [job('a', { prints: 2 }), job('b', { due: at(2.5 - 24) })], now);
    expect(planned).toMatchObject([
      { jobId: 'a', machineId: 'one', startAt: at(0), endAt: at(2), lateS: null },
      { jobId: 'b', machineId: 'one', startAt: at(2), endAt: at(3), lateS: 1800 },
    ]);
  });
  test('begins when what prints is expected to end, and not at all while a person has to see to the machine', () => {
    const printing = machine('one', { state: 'printing', expected: at(1.5) });
    expect(planQueue([printing], [job('a')], now).planned[0]).toMatchObject({ startAt: at(1.5), endAt: at(2.5) });
    // late already: nobody knows better than now
    const overdue = machine('one', { state: 'printing', expected: at(-1) });
    expect(planQueue([overdue], [job('a')], now).planned[0]).toMatchObject({ startAt: at(0) });
    for (const state of ['stopped', 'unknown', 'waiting to be cleared'] as const)
      expect(planQueue([machine('one', { state })], [job('a', { due: at(-48) })], now).planned[0]).toMatchObject({
        ...{ machineId: 'one', startAt: null, endAt: null, lateS: null },
      });
  });
  test('of a printer profile goes to whichever of its machines is free first, with the check that is missing there', () => {
    const machines = [machine('one', { state: 'printing', expected: at(5) }), machine('two')];
    expect(planQueue(machines, [shared('a'), shared('b')], now).planned).toMatchObject([
      { machineId: 'two', startAt: at(0), changes: ['check it on two: its verdict is for another machine'] },
      { machineId: 'two', startAt: at(1) },
    ]);
    // of two that are free at once it goes where nothing is missing
    const both = planQueue([machine('two'), machine('one')], [shared('a')], now).planned[0]!;
    expect([both.machineId, both.changes]).toEqual(['one', []]);
  });
  test('of a machine and that of its printer profile are merged by when things are due', () => {
    const { planned } = planQueue([machine('one')], [job('own', { due: at(9) }), shared('ours', { due: at(5) })], now);
    expect(planned.map((p) => [p.jobId, p.startAt])).toEqual([
      ['own', at(1)],
      ['ours', at(0)],
    ]);
  });
  test('proposes the first that needs no change, and the first of all where each needs one', () => {
    const petg = { head: 0, tool: brass, material: { id: 'petg', name: 'Calce PETG' }, massG: 100 };
    const waiting = [job('a', { needs: [petg] }), job('b'), job('c')];
    const plan = planQueue([machine('one')], waiting, now);
    expect(plan.next).toEqual({ one: 'b' });
    expect(plan.planned[0]!.changes).toEqual(['load Calce PETG (Calce PLA is loaded)']);
    expect(planQueue([machine('one')], waiting.slice(0, 1), now).next).toEqual({ one: 'a' });
    // a verdict for another machine clears nothing here
    expect(planQueue([machine('two')], [shared('a')], now).next).toEqual({});
  });
  test('loses nothing, prints nothing twice at once and never on a machine of another kind, whatever waits', () => {
    const states = fc.constantFrom('ready', 'printing', 'stopped') as fc.Arbitrary<QueueMachine['state']>;
    const machines = fc.array(
      fc.record({ state: states, busy: fc.integer({ min: -2, max: 9 }), kind: fc.integer({ min: 0, max: 1 }) }),
      { minLength: 1, maxLength: 5 },
    );
    const jobs = fc.array(
      fc.record({
        on: fc.nat(4),
        isShared: fc.boolean(),
        prints: fc.integer({ min: 1, max: 3 }),
        due: fc.option(fc.integer({ min: 0, max: 20 })),
      }),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(machines, jobs, (ms, js) => {
        const all = ms.map((m, i) =>
          machine(`m${i}`, {
            printerId: `p${m.kind}`,
            state: m.state,
            expected: m.state === 'printing' ? at(m.busy) : null,
          }),
        );
        const waiting = js.map((j, i) => {
          const on = all[j.on % all.length]!;
          const due = j.due === null ? null : at(j.due);
          return job(`j${i}`, {
            machineId: on.id,
            ofId: j.isShared ? on.printerId : on.id,
            of: j.isShared ? 'printer' : 'machine',
            prints: j.prints,
            due,
          });
        });
        const { planned } = planQueue(all, waiting, now);
        expect(planned.map((p) => p.jobId)).toEqual(waiting.map((w) => w.jobId));
        for (const [i, p] of planned.entries()) {
          const w = waiting[i]!;
          const m = all.find((x) => x.id === p.machineId);
          if (m) expect(w.of === 'machine' ? m.id === w.ofId : m.printerId === w.ofId).toBe(true);
          if (p.startAt === null) continue;
          expect(Date.parse(p.endAt!) - Date.parse(p.startAt)).toBe(3_600_000 * w.prints);
          for (const other of planned)
            if (other !== p && other.machineId === p.machineId && other.startAt !== null)
              expect(other.endAt! <= p.startAt || other.startAt >= p.endAt!).toBe(true);
        }
      }),
    );
  });
  test('takes a job in behind what is due earlier, or at the same time', () => {
    const queue = [
      { jobId: 'a', due: at(1) },
      { jobId: 'b', due: at(3) },
      { jobId: 'c', due: null },
    ];
    expect([at(0), at(1), at(2), at(3), null].map((due) => placeByDue(queue, due))).toEqual([0, 1, 1, 2, 3]);
  });
});

test('what has to be changed is said head by head, with what is there', () => {
  const two = [
    { head: 0, tool: brass, material: pla, massG: 120 },
    { head: 1, tool: { id: 'steel', name: '0.6 steel' }, material: { id: 'pva', name: 'Sale' }, massG: 30 },
  ];
  const onHeads = [
    {
      head: 0,
      toolId: 'brass',
      toolName: '0.4 brass',
      materialId: 'pla',
      materialName: 'Calce PLA',
      remainingG: 199.6,
    },
    { head: 1, toolId: 'brass', toolName: '0.4 brass', materialId: null, materialName: null, remainingG: 0 },
  ];
  expect(whatToChange(two, onHeads, 2)).toEqual([
    'load more Calce PLA on head 1: 199 g are left, 2 prints take 240 g',
    'mount 0.6 steel on head 2 (0.4 brass is mounted)',
    'load Sale on head 2 (nothing is loaded)',
  ]);
  expect(whatToChange(two.slice(0, 1), onHeads.slice(0, 1), 1)).toEqual([]);
  expect([lacking(two, onHeads, 2), lacking(two.slice(0, 1), onHeads, 1)]).toEqual([3, 0]);
});
