import { mayMove } from '../../../core/states/moves.ts';
import { jobMoves, type JobState, type RunState } from './states.ts';
import type { PrintRow } from '../../machines/model/pages.ts';
import type { MachineState } from '../../machines/model/states.ts';
import type { Planned, Queued, QueueKind } from './queue.ts';
import type { MachineStop } from '../../machines/model/occupancy.ts';
import type { PrintProgress } from '../../machines/model/print.ts';
import type { Values } from '../../library/settings/define.ts';
import type { MeshChoice } from './mesh.ts';
import type { Confirmed, NotedOutcome } from './noted.ts';
import type { ToSet } from './setAtMachine.ts';
import type { RequestRow } from '../../requests/model/request.ts';
import type { JobOutcome } from '../../rules/outcome.ts';
import type { CheckContext, Purpose } from '../../rules/context.ts';
import type { PrintWish } from '../../machines/model/print.ts';
import type { JobClass } from '../../machines/model/policy.ts';

/** Whether how a job stands and is laid may still be changed. */
export const stillOpen = (state: JobState): boolean => mayMove(jobMoves.change, state);

/** A job in a list. */
export interface JobRow {
  readonly id: string;
  readonly name: string;
  readonly title: string;
  readonly class: JobClass;
  readonly state: JobState;
  readonly fileName: string;
  /** It brought a mesh along, and no program. */
  readonly isMesh: boolean;
  readonly createdAt: string;
  readonly due: string | null;
  readonly machineName: string;
  readonly materialName: string;
  readonly runState: string | null;
  readonly verdict: string | null;
  readonly sentence: string | null;
  /** What has changed since the verdict, which is out of date for it; null where it holds. */
  readonly changed: readonly string[] | null;
  /** What its print last said. */
  readonly printMessage: string | null;
  readonly timeS: number | null;
  readonly createdByName: string;
}

/** A job that waits in a queue, with what is planned of it. */
export interface QueueRow extends Planned {
  readonly name: string;
  readonly title: string;
  readonly due: string | null;
  readonly of: QueueKind;
  /** The machine or printer profile whose queue it is. */
  readonly queueId: string;
  /** Prints that are still wanted, and what one lasts. */
  readonly prints: number;
  readonly timeS: number;
  /** The first of its proofs to run out by age. */
  readonly evidence: Queued['evidence'];
}
export interface QueuePage {
  readonly machines: readonly {
    readonly id: string;
    readonly name: string;
    readonly printerId: string;
    readonly printer: string;
    readonly place: string;
    readonly state: MachineState;
    readonly expected: string | null;
    /** Job that it prints next. */
    readonly next: string | null;
  }[];
  readonly rows: readonly QueueRow[];
}

/** A job as its page reads it. */
export interface JobPage {
  readonly id: string;
  readonly name: string;
  readonly title: string;
  readonly class: JobClass;
  readonly quantity: number;
  /** Prints that came to their end and are no scrap, of so many. */
  readonly printed: number;
  readonly prints: number;
  readonly executions: readonly PrintRow[];
  /** Whether its print can go on from where it stopped. */
  readonly resumes: boolean;
  /** What of it stands on the machine that stopped. */
  readonly stop: MachineStop | null;
  /** For how many seconds nothing was heard of its print; null where it is heard of, or does not print. */
  readonly silentS: number | null;
  readonly due: string | null;
  readonly purpose: Purpose | null;
  /** What was asked for, where somebody asked. */
  readonly request: Pick<RequestRow, 'id' | 'name' | 'wanted' | 'createdByName'> | null;
  readonly state: JobState;
  readonly fileSha: string;
  readonly fileName: string;
  readonly fileSize: number;
  readonly mesh: MeshChoice | null;
  readonly createdBy: string;
  readonly createdByName: string;
  readonly createdAt: string;
  readonly recipe: {
    readonly machineId: string;
    readonly toolId: string;
    readonly materialId: string;
    readonly processId: string;
    /** Values of the job's own copy of the recipe. */
    readonly overrides: Values;
  };
  readonly sheet: CheckContext | null;
  readonly run: {
    readonly id: string;
    readonly state: RunState;
    readonly bytesRead: number;
    readonly outcome: JobOutcome | null;
    readonly refusal: string | null;
    readonly programSha: string | null;
    readonly repairedSha: string | null;
    /** Check its long part was taken from, since nothing that part depends on had changed. */
    readonly reusedRunId: string | null;
    readonly rulesVersion: string;
    readonly at: string;
    readonly doneAt: string | null;
    readonly sheet: CheckContext | null;
  } | null;
  /** What no file carries, and who has said of which that it is so. */
  readonly toSet: readonly ToSet[];
  readonly confirmed: readonly Confirmed[];
  readonly progress: PrintProgress | null;
  readonly wish: PrintWish;
  /** What it waits in a queue with; null where it waits in none. */
  readonly queued: Queued | null;
  readonly outcomes: readonly NotedOutcome[];
  readonly outOfDate: boolean;
  readonly changed: readonly string[];
}
