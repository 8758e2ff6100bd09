import type { Placement } from '../../../core/mesh/placement.ts';
import { lastsOf, type CheckOutcome, type Verdict } from '../../rules/outcome.ts';
import type { MeshChoice } from './mesh.ts';
import type { CheckContext } from '../../rules/context.ts';

/** Another machine a job could go to, with the limits it would be checked against there. */
export interface OtherMachine {
  readonly id: string;
  readonly name: string;
  readonly place: string;
  readonly state: string;
  /** What is loaded there, and whether that is the job's material; where it is not, the sheet reads as if it were. */
  readonly loaded: string | null;
  readonly isLoaded: boolean;
  readonly sheet: CheckContext;
}
/** What the whole check says of a job on one machine. */
export interface ElsewhereCheck {
  readonly verdict: Verdict;
  readonly sentence: string;
  readonly timeS: number;
  /** Warnings that only say nobody has proven it, or that a proof is due. */
  readonly unproven: number;
  readonly warnings: number;
}
export interface RankedMachine extends OtherMachine {
  readonly check: ElsewhereCheck;
}

export const elsewhereCheckOf = ({ verdict, sentence, findings, estimate }: CheckOutcome): ElsewhereCheck => {
  const warnings = findings.filter((f) => f.severity !== 'note');
  return {
    verdict,
    sentence,
    timeS: lastsOf(estimate),
    warnings: warnings.length,
    unproven: warnings.filter((f) => f.isUnproven).length,
  };
};
const GRAVITY: Readonly<Record<Verdict, number>> = { clear: 0, 'clear with cautions': 1, blocked: 2 };

/** The best first: clear before cautions before blocked, then the fewer unproven, then what is loaded and free, then the shorter print. */
export const rankMachines = (rows: readonly RankedMachine[]): RankedMachine[] =>
  [...rows].sort(
    (a, b) =>
      GRAVITY[a.check.verdict] - GRAVITY[b.check.verdict] ||
      a.check.unproven - b.check.unproven ||
      Number(b.isLoaded) - Number(a.isLoaded) ||
      Number(b.state === 'ready') - Number(a.state === 'ready') ||
      a.check.timeS - b.check.timeS ||
      a.name.localeCompare(b.name),
  );

/** What lies on a plate, moved as it lies until its middle is that of another machine's plate. */
export function inTheMiddle(choice: MeshChoice, sheet: CheckContext): MeshChoice {
  const all = [choice.placement, ...(choice.more ?? []).map((m) => m.placement)];
  const middle = (of: readonly number[]): number => (Math.min(...of) + Math.max(...of)) / 2;
  const dx = sheet.machine.travelMm[0] / 2 - middle(all.map((p) => p.xMm));
  const dy = sheet.machine.travelMm[1] / 2 - middle(all.map((p) => p.yMm));
  const moved = (p: Placement): Placement => ({ ...p, xMm: p.xMm + dx, yMm: p.yMm + dy });
  return {
    ...choice,
    placement: moved(choice.placement),
    ...(choice.more && { more: choice.more.map((m) => ({ ...m, placement: moved(m.placement) })) }),
  };
}
