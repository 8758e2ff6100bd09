import { fail, succeed, type Result } from '../result/result.ts';

export interface Step {
  readonly value: number;
  /** What was seen at it, each 0 where nothing was wrong. */
  readonly scores: readonly number[];
}
export interface LastFine {
  readonly lastFine: number;
  /** The first step that is not fine; null where all are. */
  readonly firstNot: number | null;
}
export const FEWEST_STEPS = 4;

/** The last step of a ladder up to which the median of what was seen is fine, and the first beyond it; in the order of the ladder, rising
 *  or falling. A fine step beyond one that is not does not count: what failed once is not trusted further on. */
export function findLastFine(steps: readonly Step[]): Result<LastFine> {
  if (steps.some((s) => s.scores.some((v) => !Number.isFinite(v) || v < 0)))
    return fail({ code: 'reading', what: 'A score is below zero or missing', todo: 'look through the readings' });
  const read = steps.filter((s) => s.scores.length > 0);
  if (read.length < FEWEST_STEPS || read.length < steps.length)
    return fail({
      code: 'tooFew',
      what: `${read.length} of ${Math.max(steps.length, FEWEST_STEPS)} bands are read`,
      todo: 'look at every band, torn ones too',
    });
  const apart = findApart(read);
  if (apart)
    return fail({
      code: 'apart',
      what: `Column ${apart.column + 1} fails from ${apart.from} on, another ${apart.others === null ? 'not at all' : `only from ${apart.others} on`}: the columns do not agree`,
      todo: 'level the plate and look at the film where that column stands, then print the trial again',
    });
  const isFine = (s: Step): boolean => middle(s.scores) === 0;
  const first = read.findIndex((s) => !isFine(s));
  if (first === 0)
    return fail({
      code: 'never',
      what: `Already the first band, ${read[0]!.value}, is not fine`,
      todo: 'begin gentler, and see that the plate holds',
    });
  return succeed({
    lastFine: read[first < 0 ? read.length - 1 : first - 1]!.value,
    firstNot: first < 0 ? null : read[first]!.value,
  });
}

/** Bands by which columns of one plate may begin to fail apart. */
const MOST_APART = 1;
/** The column that begins to fail, and goes on failing, more than a band before another does: then the plate is the sample, not its median. */
function findApart(steps: readonly Step[]): { column: number; from: number; others: number | null } | null {
  const columns = Math.min(...steps.map((s) => s.scores.length));
  const fails = (i: number, k: number): boolean => steps[i]!.scores[k]! > 0;
  const ends = Array.from({ length: columns }, (_, k) => {
    const at = steps.findIndex((_s, i) => fails(i, k) && (i + 1 >= steps.length || fails(i + 1, k)));
    return at < 0 ? steps.length : at;
  });
  const first = Math.min(...ends);
  const last = Math.max(...ends);
  return last - first > MOST_APART
    ? { column: ends.indexOf(first), from: steps[first]!.value, others: steps[last]?.value ?? null }
    : null;
}
/** Median; of an even number the worse of the two middle ones. */
const middle = (v: readonly number[]): number => [...v].sort((a, b) => a - b)[v.length >> 1]!;
