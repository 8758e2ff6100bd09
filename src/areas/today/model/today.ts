import type { EventRow } from '../../../platform/events/model.ts';
import type { JobRow } from '../../checks/model/pages.ts';
import type { CareRow, MachineCard } from '../../machines/model/pages.ts';
import type { RequestRow } from '../../requests/model/request.ts';
import type { Drift } from '../../trials/model/drift.ts';
import type { AtWork } from './status.ts';
import type { TrialRow } from '../../trials/model/pages.ts';

export interface Today {
  readonly workarounds: readonly {
    readonly profileId: string;
    readonly name: string;
    readonly key: string;
    readonly text: string;
    readonly until: string;
  }[];
  readonly reviews: readonly {
    readonly profileId: string;
    readonly revisionId: string;
    readonly name: string;
    readonly kind: string;
    readonly number: number;
    readonly message: string;
    readonly authorName: string;
    readonly at: string;
  }[];
  /** What has given no sign of life for longer than it should, and for how long. */
  readonly silent: readonly { readonly process: AtWork; readonly forS: number }[];
  readonly trials: readonly TrialRow[];
  /** Jobs whose verdict holds no longer, because something it depends on has changed since. */
  readonly outOfDate: readonly JobRow[];
  readonly blocked: readonly JobRow[];
  readonly waiting: readonly JobRow[];
  /** What people want printed and nobody has taken up yet, the oldest first. */
  readonly requests: readonly Pick<RequestRow, 'id' | 'name' | 'title' | 'wanted' | 'due' | 'createdByName'>[];
  /** Jobs whose print stopped, and machines that stand with something on their plate. */
  readonly attention: readonly JobRow[];
  readonly stopped: readonly Pick<MachineCard, 'id' | 'name' | 'stop'>[];
  /** Machines of which nobody knows what they do. */
  readonly unknown: readonly Pick<MachineCard, 'id' | 'name' | 'stop'>[];
  /** Checks that came to no end, however often they were begun. */
  readonly gaveUp: readonly JobRow[];
  /** Machines that have finished: their plate is to be cleared. */
  readonly full: readonly Pick<MachineCard, 'id' | 'name' | 'stop'>[];
  /** Care tasks that are due or that somebody is at, those that keep a machine from starting first. */
  readonly care: readonly (Pick<CareRow, 'machineId' | 'machineName' | 'key' | 'says' | 'isUnderWay'> &
    Pick<CareRow['task'], 'name' | 'isBlocking'>)[];
  readonly due: readonly {
    readonly machine: Pick<MachineCard, 'id' | 'name' | 'mounted' | 'loaded'>;
    readonly proofs: MachineCard['proofs'];
    /** The value no job there can do without and that was never proven, or null. */
    readonly missing: 'flow' | 'exposureS' | null;
  }[];
  /** Values whose last trial left the limits of their own series. */
  readonly drifting: readonly Pick<Drift, 'machineId' | 'machineName' | 'materialName' | 'setting' | 'since'>[];
  readonly events: readonly EventRow[];
  readonly counts: { readonly machines: number; readonly ready: number; readonly printing: number };
}
