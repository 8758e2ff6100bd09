export type PrintResult = 'good' | 'usable' | 'failed';
export const printResults: Readonly<Record<PrintResult, string>> = {
  good: 'as it should be',
  usable: 'usable, with defects',
  failed: 'failed',
};

/** What somebody said became of a print. */
export interface NotedOutcome {
  readonly id: string;
  readonly result: PrintResult;
  readonly layer: number | null;
  readonly signs: readonly string[];
  readonly setAtMachine: string;
  readonly note: string;
  readonly hasPicture: boolean;
  readonly personName: string;
  readonly at: string;
}
export interface Confirmed {
  readonly item: string;
  readonly personName: string;
  readonly at: string;
}

/** A printed job as the rules are judged by it: what they had said, and what became of it. */
export interface Judged {
  readonly jobId: string;
  readonly jobName: string;
  readonly result: PrintResult;
  readonly signs: readonly string[];
  /** Rules that ran, and of these the ones that warned: with a blocker or a caution, not with notes alone. */
  readonly ran: readonly string[];
  readonly warned: readonly string[];
}
/** How often a rule was right. */
export interface RuleRecord {
  readonly rule: string;
  /** Printed jobs it warned of: how many of these came out well, and how many did not. */
  readonly warnedGood: number;
  readonly warnedBad: number;
  /** Jobs that went wrong although it had run and said nothing, when no other rule had warned either. */
  readonly silentBad: number;
  readonly jobs: readonly {
    readonly id: string;
    readonly name: string;
    readonly was: 'warnedGood' | 'warnedBad' | 'silentBad';
  }[];
}

/** What every rule foretold against what became of the jobs, the most often wrong first. */
export function scoreRules(judged: readonly Judged[]): RuleRecord[] {
  const records = new Map<string, { -readonly [K in keyof RuleRecord]: RuleRecord[K] }>();
  const of = (rule: string) => {
    const known = records.get(rule) ?? { rule, warnedGood: 0, warnedBad: 0, silentBad: 0, jobs: [] };
    records.set(rule, known);
    return known;
  };
  for (const j of judged) {
    const isBad = j.result === 'failed' || j.signs.length > 0;
    const add = (rule: string, was: RuleRecord['jobs'][number]['was']): void => {
      const r = of(rule);
      r[was]++;
      r.jobs = [...r.jobs, { id: j.jobId, name: j.jobName, was }];
    };
    for (const rule of j.warned) add(rule, isBad ? 'warnedBad' : 'warnedGood');
    if (isBad && j.warned.length === 0) for (const rule of j.ran) add(rule, 'silentBad');
  }
  return [...records.values()].sort(
    (a, b) => b.warnedGood - a.warnedGood || b.silentBad - a.silentBad || a.rule.localeCompare(b.rule),
  );
}
