import { expect, test } from 'vitest';
import type { FloorChange, FloorRow } from '../model/pages.ts';
import { changedRows } from './floorLive.ts';

const row = (id: string, zMm: number): FloorRow => ({
  ...{
    id,
    name: `Rifugio ${id}`,
    place: 'Window bench',
    state: 'printing',
    stop: null,
    printer: 'Ardesia 220',
    printerId: 'x',
  },
  ...{ technology: 'filament', isStoppedFromHere: true },
  print: {
    ...{ of: 'job', ofId: '5f1e1ca2-4df9-357e-22af-ae4e3311f9ef', name: 'J-0001', isUnderWay: true },
    ...{ since: '2026-05-04T08:00:00.000Z', expected: '2026-05-04T12:00:00.000Z' },
    heard: {
      ...{ phase: 'printing', share: 0.123456789, zMm, nozzleC: 205.6, nozzleTargetC: 206, bedC: 55, bedTargetC: 55 },
      ...{ message: null, at: '2026-05-04T09:00:00.000Z' },
    },
  },
  onHeads: [
    {
      ...{
        head: 0,
        toolId: '5f1e1ca2-4df9-357e-22af-ae4e3311f9e1',
        toolName: '0.4 brass',
        lot: '5204',
        code: 'C-0007',
      },
      ...{ materialId: '5f1e1ca2-4df9-357e-22af-ae4e3311f9e2', materialName: 'Fienile PLA honey', remainingG: 120 },
    },
  ],
});

test('whoever watches is told what changed and nothing else: a whole row once, then of a print what is heard of it', () => {
  const [first, all] = changedRows(new Map(), [row('a', 1), row('b', 1)]);
  expect(all).toHaveLength(2);
  const [second, changed] = changedRows(first, [row('a', 1.2), row('b', 1)]);
  expect(all.map((text) => JSON.parse(text) as FloorRow)).toEqual([row('a', 1), row('b', 1)]);
  expect(changed.map((text) => JSON.parse(text) as FloorChange)).toEqual([{ id: 'a', print: row('a', 1.2).print }]);
  expect(changed[0]!.length).toBeLessThanOrEqual(512);
  expect(changedRows(second, [row('a', 1.2), row('b', 1)])[1]).toEqual([]);
});
