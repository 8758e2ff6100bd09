import type { CareRow, MachineCard } from '../../machines/model/pages.ts';
import { maintenanceKinds, type MaintenanceKind } from '../../machines/model/maintenance.ts';
import { kindOf } from '../kinds/index.ts';
import type { Cause, Sign } from '../kinds/signs.ts';
import { coverOf, type Cover } from './due.ts';

/** Work on a machine that lies no further back may have brought about what is seen now; figure of our own, no source. */
const LATELY_DAYS = 14;
const DAY_MS = 86_400_000;
/** How far a cause moves up or down the list of common practice for what is known of the machine: figures of our own, no source. */
const MOVES: Readonly<Record<Cover, number>> = {
  'not for it': -4,
  proven: -2,
  soon: 0,
  sister: 1,
  unproven: 2,
  due: 2,
};
const CHANGED = 2;
/** What was seen on sister machines with the material lies no further back; what several machines show is seldom the wear of one. */
export const SEEN_DAYS = 60;
const ON_SISTERS = -3;
const CARE: Partial<Record<CareRow['state'], number>> = { due: 3, soon: 1, 'in time': -1 };

export interface RankedCause extends Cause {
  /** What on this machine speaks for it or against it. */
  readonly says: readonly string[];
}
/** What a ranking looks at: the machine with what is mounted and loaded, its care, and work on it, the newest first. */
export interface OnMachine {
  readonly card: Pick<MachineCard, 'proofs' | 'heads' | 'technology'>;
  readonly care: readonly Pick<CareRow, 'key' | 'state' | 'task'>[];
  readonly maintenance: readonly { readonly kind: MaintenanceKind; readonly at: Date }[];
  /** Machines of the same printer on which the same was seen lately with the material. */
  readonly sisters: readonly string[];
}

/** Causes of a sign on one machine: in the order of common practice, moved by how its evidence stands, what was changed lately and which
 *  care is due. Causes that stand alike keep their order. */
export function rankCauses(
  { causes }: Sign,
  { card, care, maintenance, sisters }: OnMachine,
  now: Date,
): RankedCause[] {
  const lately = maintenance.filter((w) => now.getTime() - w.at.getTime() <= LATELY_DAYS * DAY_MS);
  return causes
    .map((cause, i) => {
      const says: string[] = [];
      let points = -i;
      if (cause.trial) {
        const { cover, says: why } = coverOf(cause.trial, card);
        points += MOVES[cover];
        says.push(`${kindOf(cause.trial).label.toLowerCase()}: ${why}`);
        const { proves } = kindOf(cause.trial);
        const change = lately.find((w) => maintenanceKinds[w.kind].due.some((key: string) => proves.includes(key)));
        if (change) {
          points += CHANGED;
          says.push(`${maintenanceKinds[change.kind].label.toLowerCase()} lately`);
        }
      }
      const task = care.find((c) => c.key === cause.care);
      if (task) {
        points += CARE[task.state] ?? 0;
        says.push(`${task.task.name.toLowerCase()}: ${task.state}`);
      }
      // what its care puts right is of this machine alone
      if (cause.care !== undefined && sisters.length > 0) {
        points += ON_SISTERS;
        says.push(`seen on ${sisters.join(' and ')} too`);
      }
      return { points, cause: { ...cause, says } };
    })
    .sort((a, b) => b.points - a.points)
    .map(({ cause }) => cause);
}
