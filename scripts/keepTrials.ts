import { writeFileSync } from 'node:fs';
import { filamentKinds, resinKinds, trialKinds } from '../src/areas/trials/kinds/index.ts';
import { concludeFrom, toDigits, ways, type KeptTrial } from '../test/recover/kept.ts';
import { casesByKind } from '../test/recover/kindCases.ts';
import { answer, questionsOf } from '../test/recover/keptWork.ts';
import { prepare, SEEDS, tryOut, values } from '../test/recover/recover.ts';
import { preparePlate, seriesBefore, tryPlate } from '../test/recover/resin.ts';

/** What trials concluded from three seeded machines of each kind (test/recover/kept.json), and what each kind plans, prints and reads from a
 *  table (keptWork.json): `npm run recover` writes both, and a difference shows in their diff. */
const MACHINES = [0, 7, 11];

const kept: KeptTrial[] = [];
function keep(kind: string, machine: number, trial: Pick<KeptTrial, 'readings' | 'conditions'>): void {
  const readings = trial.readings.map((r) => ({ ...r, value: Number(r.value.toPrecision(9)) }));
  const one = { kind, machine, readings, conditions: toDigits(trial.conditions) as KeptTrial['conditions'] };
  kept.push({
    ...one,
    concludes: Object.fromEntries(Object.keys(ways).map((way) => [way, concludeFrom(one, way)])),
  });
}
for (const kind of filamentKinds) {
  const p = prepare(kind);
  for (const machine of MACHINES) {
    const t = tryOut(p, SEEDS[machine]!);
    keep(kind.key, machine, {
      readings: t.readings,
      conditions: {
        values,
        params: t.params,
        bands: t.bands,
        ...(t.before && {
          series: [
            {
              id: '',
              at: '',
              name: 'before',
              readings: t.before.readings,
              changedSince: ['nozzle', 'pull-back', 'flow'],
              values,
              params: t.params,
              bands: t.bands,
            },
          ],
        }),
      },
    });
  }
}
for (const kind of resinKinds) {
  const p = preparePlate(kind);
  const seriesAt = seriesBefore(kind);
  for (const machine of MACHINES) {
    const series = seriesAt(SEEDS[machine]!);
    const t = tryPlate(p, SEEDS[machine]!);
    keep(kind.key, machine, {
      readings: t.readings,
      conditions: { ...t.conditions, ...(series.length > 0 && { series }) },
    });
  }
}
writeFileSync('test/recover/kept.json', `[\n${kept.map((k) => JSON.stringify(k)).join(',\n')}\n]\n`);

const casesOf = await casesByKind();
const work = trialKinds.flatMap((kind) =>
  Object.entries(questionsOf(kind, casesOf(kind.key))).map(([asked, ask]) => ({
    kind: kind.key,
    asked,
    comesOut: answer(ask),
  })),
);
writeFileSync('test/recover/keptWork.json', `[\n${work.map((k) => JSON.stringify(k)).join(',\n')}\n]\n`);
console.log(`${kept.length} trials kept, and ${work.length} answers beside them`);
