import type { CheckOutcome, Verdict } from './outcome.ts';
import type { MeshChoice } from './mesh.ts';
import type { LimitSheet } from './sheet.ts';

/** Another machine a job could go to, with the limits it would be checked against there. */
export interface OtherMachine {
  readonly id: string;
  readonly name: string;
  readonly place: string;
  readonly state: string;
  /** What is loaded there, and whether that is the job's material; where it is not, the sheet reads as if it were. */
  readonly loaded: string | null;
  readonly isLoaded: boolean;
  readonly sheet: LimitSheet;
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

/** How findings say that nobody has proven it there, or that the proof is old or another machine's. */
const EVIDENCE = /unproven|never been proven|without proof|proven only on|\bdue\b/i;
export const elsewhereCheckOf = ({ verdict, sentence, findings, estimate }: CheckOutcome): ElsewhereCheck => {
  const warnings = findings.filter((f) => f.severity !== 'note');
  return {
    verdict,
    sentence,
    timeS: estimate.timeS + estimate.heatingS,
    warnings: warnings.length,
    unproven: warnings.filter((f) => EVIDENCE.test(`${f.title} ${f.limit} ${f.origin}`)).length,
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

/** A part in the middle of another machine's plate; its turn and scale stay. */
export const inTheMiddle = (choice: MeshChoice, sheet: LimitSheet): MeshChoice => ({
  ...choice,
  placement: { ...choice.placement, xMm: sheet.machine.travelMm[0] / 2, yMm: sheet.machine.travelMm[1] / 2 },
});
