import type { ListColumns } from '../../../core/lists/list.ts';
import type { JobRow } from './pages.ts';

/** What a job brings along. */
export const MESH = 'mesh';
export const PROGRAM = 'program';
/** What is said of a job whose newest check has not said anything. */
export const RUN_SAYS = { refused: 'could not be read', 'gave up': 'its check gave up' } as const;
export const NOT_YET_SAID = 'being checked';
/** Stands before what a verdict said that holds no longer. */
export const OUT_OF_DATE = 'Out of date: ';
const saidOf = (j: JobRow): string =>
  (j.changed && j.sentence ? OUT_OF_DATE : '') +
  (j.sentence ?? (RUN_SAYS as Readonly<Record<string, string>>)[j.runState ?? ''] ?? NOT_YET_SAID);

export const jobColumns = {
  job: { title: 'Job', of: (j) => `${j.name} ${j.title} ${j.fileName}` },
  verdict: { title: 'Verdict', of: saidOf },
  machine: { title: 'Machine', of: (j) => j.machineName, isFacet: true },
  material: { title: 'Material', of: (j) => j.materialName, isFacet: true },
  class: { title: 'Class', of: (j) => j.class, isFacet: true },
  state: { title: 'State', of: (j) => j.state, isFacet: true },
  time: { title: 'Time', of: (j) => j.timeS, isFigure: true },
  brings: { title: 'Brings', of: (j) => (j.isMesh ? MESH : PROGRAM), isFacet: true, isHidden: true },
  due: { title: 'Due', of: (j) => j.due, isFigure: true },
  by: { title: 'By', of: (j) => j.createdByName },
  received: { title: 'Received', of: (j) => j.createdAt, isFigure: true },
} as const satisfies ListColumns<JobRow>;
