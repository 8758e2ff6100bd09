import { describe, expect, test } from 'vitest';
import type { Proof } from '../../library/model/records.ts';
import { careTemplates } from '../../machines/model/careTemplates.ts';
import type { CareRow } from '../../machines/model/pages.ts';
import { kindOf } from '../kinds/index.ts';
import { signs } from '../kinds/signs.ts';
import { rankCauses, type OnMachine } from './causes.ts';

const now = new Date('2026-11-20T08:00:00Z');
const sign = (key: string) => signs.find((s) => s.key === key)!;
const proofsOf = (kind: Parameters<typeof kindOf>[0], over: Partial<Proof> = {}): OnMachine['card']['proofs'] =>
  kindOf(kind).proves.map(
    (key) => ({ key, state: 'proven', daysLeft: 60, ageDays: 5, trialName: 'T-0007', trialId: 't', ...over }) as never,
  );
const at = (over: Partial<OnMachine> & { readonly proofs?: OnMachine['card']['proofs'] } = {}): OnMachine => ({
  card: { technology: 'filament', heads: 1, proofs: over.proofs ?? [] },
  care: over.care ?? [],
  maintenance: over.maintenance ?? [],
  sisters: over.sisters ?? [],
});
const ranked = (key: string, machine: OnMachine) => rankCauses(sign(key), machine, now);
const causes = (key: string, machine: OnMachine) => ranked(key, machine).map((c) => c.cause);
const asListed = (key: string) => sign(key).causes.map((c) => c.cause);
const work = (kind: 'nozzle' | 'axis', daysAgo: number): OnMachine['maintenance'] => [
  { kind, at: new Date(now.getTime() - daysAgo * 86_400_000) },
];

describe('causes of hairs between parts', () => {
  test('stand as common practice has them where nothing is known of the machine', () =>
    expect(causes('strings', at())).toEqual(asListed('strings')));
  test('move retraction behind heat where it is proven and heat is not', () => {
    const [first, second] = ranked('strings', at({ proofs: proofsOf('retraction') }));
    expect([first!.cause, second!.cause]).toEqual(['nozzle too hot', 'retraction too short']);
    expect(first!.says).toEqual(['temperature: never proven here']);
  });
  test('move retraction first again where its evidence is due', () => {
    const proofs = [...proofsOf('retraction', { state: 'due', because: 'nozzle changed' }), ...proofsOf('temperature')];
    expect(ranked('strings', at({ proofs }))[0]).toMatchObject({
      cause: 'retraction too short',
      says: ['retraction: nozzle changed'],
    });
  });
  test('put what was changed lately before what was not, and no longer after a fortnight', () => {
    const proofs = proofsOf('retraction');
    expect(causes('strings', at({ proofs, maintenance: work('nozzle', 3) }))[0]).toBe('nozzle too hot');
    const [lately] = ranked('strings', at({ maintenance: work('nozzle', 3) }));
    expect(lately!.says).toContain('nozzle changed lately');
    const [later] = ranked('strings', at({ maintenance: work('nozzle', 15) }));
    expect(later!.says).not.toContain('nozzle changed lately');
  });
});

test('care that is due moves the cause it mends to the front, with its name', () => {
  const task = careTemplates.filament['axes' as never] as CareRow['task'];
  const care = [{ key: 'axes', state: 'due' as const, task }];
  const [first] = ranked('shifted', at({ care, proofs: proofsOf('acceleration') }));
  expect(first!.cause).toBe('belt or grub screw loose');
  expect(first!.says[0]).toMatch(/: due$/);
});
test('wear that the same sign on sisters speaks against falls behind, care that is due weighs against that, and the reason names them', () => {
  const sisters = ['Rifugio Pelmo', 'Rifugio Scarpa'];
  const task = careTemplates.filament['nozzle' as never] as CareRow['task'];
  const care = [{ key: 'nozzle', state: 'due' as const, task }];
  const placeOf = (machine: OnMachine): number => causes('starved', machine).indexOf('nozzle partly blocked');
  // between what has a trial of its own, proven here
  const proofs = [...proofsOf('highest-flow'), ...proofsOf('temperature')];
  expect([placeOf(at({ proofs })), placeOf(at({ proofs, sisters }))]).toEqual([1, 2]);
  expect([placeOf(at({ proofs, care })), placeOf(at({ proofs, care, sisters }))]).toEqual([0, 1]);
  expect(ranked('starved', at({ proofs, sisters })).at(-1)!.says).toEqual([
    'seen on Rifugio Pelmo and Rifugio Scarpa too',
  ]);
});
test('nothing is lost or doubled by ranking, whatever is known', () => {
  for (const s of signs)
    for (const machine of [at(), at({ maintenance: work('axis', 1) }), at({ proofs: proofsOf('temperature') })])
      expect(causes(s.key, machine).toSorted()).toEqual(asListed(s.key).toSorted());
});
