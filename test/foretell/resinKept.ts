import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Verdict } from '../../src/areas/rules/outcome.ts';
import { resinTroubles, type ResinTrouble } from '../../standins/resin/fate.ts';
import { HEAD, rowOf, scoreOf } from './kept.ts';
import type { ResinForetold } from './resin.ts';

/** What is kept of a resin job. */
export interface KeptResinJob {
  readonly seed: number;
  readonly planted: ResinTrouble | null;
  readonly trouble: ResinTrouble | null;
  readonly verdict: Verdict;
}
const file = fileURLToPath(new URL('./resinKept.json', import.meta.url));
/** Jobs of the whole row, and which of them the tests print again. */
export const RESIN_JOBS = 300;
export const RESIN_EVERY = 15;

export const keptOfResin = ({ seed, planted, trouble, outcome }: ResinForetold): KeptResinJob => ({
  seed,
  planted,
  trouble,
  verdict: outcome.verdict,
});
export const keptResinJobs = (): readonly KeptResinJob[] => JSON.parse(readFileSync(file, 'utf8')) as KeptResinJob[];
export const keepResin = (jobs: readonly KeptResinJob[]): void =>
  writeFileSync(file, `[\n${jobs.map((j) => JSON.stringify(j)).join(',\n')}\n]\n`);

export const failedResin = (jobs: readonly KeptResinJob[]) => scoreOf(jobs.filter((j) => j.trouble !== null));
export const fineResin = (jobs: readonly KeptResinJob[]) => scoreOf(jobs.filter((j) => j.trouble === null));
/** By what became of the jobs, then all that came to grief, then those that came out well. */
export const resinTable = (jobs: readonly KeptResinJob[]): readonly string[] => [
  ...HEAD,
  ...resinTroubles.flatMap((kind) => {
    const own = jobs.filter((j) => j.trouble === kind);
    return own.length === 0 ? [] : [rowOf(kind, scoreOf(own))];
  }),
  rowOf('**came to grief, all**', failedResin(jobs)),
  rowOf('**came out well**', fineResin(jobs)),
];
