import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Verdict } from '../../src/areas/rules/outcome.ts';
import { troubleKinds, type TroubleKind } from '../../standins/controller/fate/troubles.ts';
import type { Foretold } from './foretell.ts';

/** What is kept of a job. */
export interface KeptJob {
  readonly seed: number;
  readonly of: 'program' | 'mesh';
  readonly hasEvidence: boolean;
  readonly planted: TroubleKind | null;
  readonly troubles: readonly TroubleKind[];
  readonly verdict: Verdict;
}
const file = fileURLToPath(new URL('./kept.json', import.meta.url));
/** Jobs of the whole row, and which of them the tests print again. */
export const JOBS = 400;
export const EVERY = 10;

export const keptOf = ({ seed, of, hasEvidence, planted, troubles, outcome }: Foretold): KeptJob => ({
  seed,
  of,
  hasEvidence,
  planted,
  troubles: troubles.map((t) => t.kind),
  verdict: outcome.verdict,
});
export const keptJobs = (): readonly KeptJob[] => JSON.parse(readFileSync(file, 'utf8')) as KeptJob[];
export const keep = (jobs: readonly KeptJob[]): void =>
  writeFileSync(file, `[\n${jobs.map((j) => JSON.stringify(j)).join(',\n')}\n]\n`);

/** How a check stands against what became of its jobs. */
export interface Score {
  readonly jobs: number;
  readonly said: number;
  readonly blocked: number;
}
export const scoreOf = (jobs: readonly Pick<KeptJob, 'verdict'>[]): Score => ({
  jobs: jobs.length,
  said: jobs.filter((j) => j.verdict !== 'clear').length,
  blocked: jobs.filter((j) => j.verdict === 'blocked').length,
});
export const failedOf = (jobs: readonly KeptJob[]): Score => scoreOf(jobs.filter((j) => j.troubles.length > 0));
export const fineOf = (jobs: readonly KeptJob[]): Score => scoreOf(jobs.filter((j) => j.troubles.length === 0));

const share = (part: number, of: number): string => (of === 0 ? '–' : `${((100 * part) / of).toFixed(1)} %`);
export const HEAD = [
  '| what became of it | jobs | blocked | cautioned | nothing said | blocked or cautioned | blocked |',
  '|---|---|---|---|---|---|---|',
];
export const rowOf = (name: string, { jobs: n, said, blocked }: Score): string =>
  `| ${name} | ${n} | ${blocked} | ${said - blocked} | ${n - said} | ${share(said, n)} | ${share(blocked, n)} |`;
/** By the first trouble of each job that came to grief, then all of them, then those that came out well. */
export function foretellTable(jobs: readonly KeptJob[]): readonly string[] {
  return [
    ...HEAD,
    ...troubleKinds.flatMap((kind) => {
      const own = jobs.filter((j) => j.troubles[0] === kind);
      return own.length === 0 ? [] : [rowOf(kind, scoreOf(own))];
    }),
    rowOf('**came to grief, all**', failedOf(jobs)),
    rowOf('**came out well**', fineOf(jobs)),
  ];
}
