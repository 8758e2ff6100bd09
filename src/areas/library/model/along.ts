import type { PairingEntry, Proof } from './records.ts';

type Condition = 'nozzleC' | 'layerHeightMm';
interface Along {
  readonly condition: Condition;
  /** Two trials this close are of the same place: the newer replaces the older. */
  readonly sameWithin: number;
  /** How far beyond the outermost trial its result still holds. */
  readonly reach: number;
  /** Between two trials the limit lies on the line through them; otherwise each holds only where it was run. */
  readonly isLine: boolean;
}

/** Settings whose proof moves along one condition. A highest flow is a line between tested temperatures, held for 5 °C beyond the
 *  outermost (common practice, no source); an exposure holds for its own layer height. */
export const conditionDependentSettings: Readonly<Record<string, Along>> = {
  highestFlowMm3PerS: { condition: 'nozzleC', sameWithin: 1, reach: 5, isLine: true },
  exposureS: { condition: 'layerHeightMm', sameWithin: 0.0005, reach: 0.0005, isLine: false },
  exposureBottomS: { condition: 'layerHeightMm', sameWithin: 0.0005, reach: 0.0005, isLine: false },
};

const at = (entry: PairingEntry, along: Along): number => entry.conditions[along.condition] ?? NaN;

/** The entries of a setting with a new one among them: beside those proven under other conditions, in place of one proven under the same. */
export function placeEntry(key: string, entries: readonly PairingEntry[], entry: PairingEntry): PairingEntry[] {
  const along = conditionDependentSettings[key];
  if (!along || !Number.isFinite(at(entry, along))) return [entry];
  const others = entries.filter((e) => Math.abs(at(e, along) - at(entry, along)) > along.sameWithin);
  return [...others, entry].sort((a, b) => at(a, along) - at(b, along));
}

/** The entry that holds at a condition: of the same place, on the line between two, held within reach of the outermost; null elsewhere.
 *  Where nothing is said of the condition the newest one stands. */
export function entryAt(key: string, entries: readonly PairingEntry[], where: number | null): PairingEntry | null {
  const along = conditionDependentSettings[key];
  if (!along || where === null) return newest(entries);
  const known = entries.filter((e) => Number.isFinite(at(e, along))).sort((a, b) => at(a, along) - at(b, along));
  if (known.length === 0) return newest(entries);
  const same = known.filter((e) => Math.abs(at(e, along) - where) <= along.sameWithin);
  if (same.length > 0) return newest(same);
  const below = known.findLast((e) => at(e, along) < where);
  const above = known.find((e) => at(e, along) > where);
  if (below && above && along.isLine) return between(below, above, along, where);
  const nearest = [below, above]
    .filter((e) => e !== undefined)
    .sort((a, b) => Math.abs(at(a, along) - where) - Math.abs(at(b, along) - where))[0]!;
  return Math.abs(at(nearest, along) - where) <= along.reach ? nearest : null;
}

function between(a: PairingEntry, b: PairingEntry, along: Along, where: number): PairingEntry {
  const share = (where - at(a, along)) / (at(b, along) - at(a, along));
  const mix = (x: number, y: number): number => x + share * (y - x);
  const older = a.provenOn < b.provenOn ? a : b;
  const end = (key: 'minEnd' | 'maxEnd') =>
    a.range[key] === 'failedBeyond' && b.range[key] === 'failedBeyond' ? 'failedBeyond' : 'notTriedBeyond';
  return {
    ...older, // a line is as old as its older end
    value: mix(a.value, b.value),
    uncertainty: Math.max(a.uncertainty, b.uncertainty),
    range: {
      min: mix(a.range.min, b.range.min),
      max: mix(a.range.max, b.range.max),
      minEnd: end('minEnd'),
      maxEnd: end('maxEnd'),
      ...(a.range.heldTo !== undefined &&
        b.range.heldTo !== undefined && { heldTo: mix(a.range.heldTo, b.range.heldTo) }),
    },
    trialName: `${a.trialName} and ${b.trialName}`,
    conditions: { ...older.conditions, [along.condition]: where },
    validUntil: a.validUntil < b.validUntil ? a.validUntil : b.validUntil,
  };
}

const newest = (entries: readonly PairingEntry[]): PairingEntry =>
  entries.reduce((a, b) => (b.provenOn > a.provenOn ? b : a));

/** A proof as it stands under one condition; unproven where no trial reaches. */
export function proofAt(proof: Proof, where: number | null): Proof {
  if (!proof.entries || where === null) return proof;
  const entry = entryAt(proof.key, proof.entries, where);
  if (entry)
    return {
      ...proof,
      value: entry.value,
      uncertainty: entry.uncertainty,
      range: entry.range,
      trialId: entry.trialId,
      trialName: entry.trialName,
      conditions: entry.conditions,
    };
  const along = conditionDependentSettings[proof.key]!;
  const tried = proof.entries.map((e) => at(e, along)).filter(Number.isFinite);
  const unit = along.condition === 'nozzleC' ? '°C' : 'mm';
  return { ...proof, state: 'unproven', because: `proven at ${[...new Set(tried)].join(' and ')} ${unit} only` };
}
