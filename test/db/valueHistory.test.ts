import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import {
  findRevisionToEdit,
  getValueHistory,
  makeProfile,
  saveRevision,
} from '../../src/areas/library/server/index.ts';
import { contextFor } from '../../src/areas/machines/server/index.ts';
import { decideTrial, findUsualProcess } from '../../src/areas/trials/server/index.ts';
import { unwrap } from './setup.ts';
import { bestAt, farm, m, materialId, openBench, plan, processId } from './trialBench.ts';

beforeAll(() => openBench('value_history'));
afterAll(() => farm.close());

const later = (days: number): void => farm.clock.set(new Date(farm.clock.now().getTime() + days * 86_400_000));
async function release(id: string, own: object, message: string): Promise<void> {
  const lead = farm.as('lead');
  const tip = await findRevisionToEdit(lead, id);
  unwrap(
    await saveRevision(lead, {
      profileId: id,
      baseRevisionId: tip.id,
      own: { ...tip.own, ...own },
      reasons: tip.reasons,
      message,
    }),
  );
}
const historyOf = async (id: string, key: string, machineId: string | null = null) =>
  unwrap(await getValueHistory(farm.as('viewer'), id, key, await contextFor(farm.as('viewer'), id, machineId))).map(
    ({ value, origin, why, trial }) => [value, origin, trial ? 'trial' : why],
  );

describe('the history of a value', () => {
  test('follows the parent, then the profile, then what a trial has proven beside the machine', async () => {
    const lead = farm.as('lead');
    const base = unwrap(
      await makeProfile(lead, { kind: 'material', name: 'Base', own: { bedC: 50 }, message: 'first' }),
    );
    const child = unwrap(
      await makeProfile(lead, { kind: 'material', name: 'Child', parentId: base.id, own: {}, message: 'first' }),
    );
    later(1);
    await release(base.id, { bedC: 55 }, 'corners lifted');
    later(1);
    await release(child.id, { bedC: 60 }, 'still lifted');
    later(1);
    await release(base.id, { bedC: 58 }, 'not the child’s');
    expect(await historyOf(child.id, 'bedC')).toEqual([
      [60, 'own', 'still lifted'],
      [55, 'Base', 'corners lifted'],
      [50, 'Base', 'first'],
    ]);
  });
  test('names the trial that proved it, and says nothing of what waits for review', async () => {
    const before = await historyOf(materialId, 'nozzleC');
    expect(before).toEqual([[205, 'own', 'first']]);
    const technician = farm.as('technician');
    const tip = await findRevisionToEdit(technician, materialId);
    const own = { ...tip.own, nozzleC: 199 };
    const asked = { profileId: materialId, baseRevisionId: tip.id, own, reasons: tip.reasons, message: 'cooler' };
    unwrap(await saveRevision(technician, asked));
    expect(await historyOf(materialId, 'nozzleC')).toEqual(before);
    const id = await plan('temperature');
    await bestAt(id, 3);
    unwrap(await decideTrial(technician, id, 'accepted', ''));
    const [proven, ...rest] = await historyOf(materialId, 'nozzleC', m.id);
    expect([proven!.slice(1), rest]).toEqual([[`pairing, ${m.name}`, 'trial'], before]);
  });
  test('is refused for a setting or a profile that there is not', async () => {
    const viewer = farm.as('viewer');
    expect(await getValueHistory(viewer, materialId, 'nonsense', null)).toMatchObject({
      failure: { code: 'noSetting' },
    });
    expect(await getValueHistory(viewer, 'none', 'bedC', null)).toMatchObject({ failure: { code: 'noProfile' } });
  });
});

describe('the process that is proposed on a machine', () => {
  test('is of its last trial with the material, else of its last trial, and none that is retired', async () => {
    const viewer = farm.as('viewer');
    const lead = farm.as('lead');
    const make = async (kind: 'process' | 'material', name: string, own: object): Promise<string> =>
      unwrap(await makeProfile(lead, { kind, name, own: own as never, message: 'first' })).id;
    const other = await make('material', 'Other', {
      densityGPerCm3: 1.24,
      nozzleC: 205,
      nozzleRangeC: [190, 220],
      bedC: 55,
      bedRangeC: [45, 65],
    });
    const rough = await make('process', 'Rough', {
      layerHeightMm: 0.28,
      lineWidthMm: 0.44,
      visibleWallSpeedMmPerS: 40,
    });
    expect((await findUsualProcess(viewer, m.id, materialId))?.id).toBe(processId); // the temperature trial above
    await plan('flow', { materialId: other, processId: rough });
    expect(await findUsualProcess(viewer, m.id, other)).toMatchObject({ name: 'Rough', materialName: 'Other' });
    expect((await findUsualProcess(viewer, m.id, materialId))?.name).toBe('Even');
    expect((await findUsualProcess(viewer, m.id, 'never run here'))?.name).toBe('Rough');
    await farm.pool.query('update profile set retired_at = now() where id = $1', [rough]);
    expect((await findUsualProcess(viewer, m.id, other))?.name).toBe('Even');
    expect(await findUsualProcess(viewer, 'no machine', materialId)).toBeNull();
  });
});
