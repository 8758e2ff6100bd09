import { describe, expect, test } from 'vitest';
import { judgeProgram } from './judge.ts';
import { parts } from './parts.ts';
import type { Plan } from './plan.ts';
import { dialects, type CorpusDialect } from './writers.ts';

const judge = (plan: Plan, dialect: CorpusDialect) => judgeProgram(dialect.write(plan), plan, dialect);

/** Ordinary programs of our own, written for these tests in seven dialects: a check that cries wolf here is switched off. */
describe.each(dialects.map((d) => [d.name, d] as const))('ordinary programs, %s', (_, dialect) => {
  test.each(parts.map((p) => [p.name, p] as const))('%s', (_name, plan) => {
    const told = judge(plan, dialect).findings.filter((f) => f.severity !== 'note');
    expect(told.map((f) => `${f.head ?? ''}${f.rule}: ${f.title}, ${f.figure}, ${f.limit}, line ${f.line}`)).toEqual(
      dialect.cautions.map((rule) => expect.stringContaining(rule)),
    );
  });
});

/** The same part has the same figures, whatever it is written in. */
test.each(parts.map((p) => [p.name, p] as const))('%s is read alike in every dialect', (_, plan) => {
  const reports = dialects.map((d) => judge(plan, d).report);
  const first = reports[0]!;
  for (const [i, report] of reports.entries()) {
    const name = dialects[i]!.name;
    expect(report.layers, name).toBe(first.layers);
    expect(
      report.outerMm?.map((mm) => Number(mm.toFixed(1))),
      name,
    ).toEqual(first.outerMm?.map((mm) => Number(mm.toFixed(1))));
    const laid = report.layerRows.reduce((sum, r) => sum + r.filamentMm, 0);
    expect(laid / first.layerRows.reduce((sum, r) => sum + r.filamentMm, 0), name).toBeCloseTo(1, 2);
  }
});
