import type { SettingValue } from '../settings/define.ts';

/** What one place a value can come from said from some moment on; null where it said nothing any more. */
export interface Release {
  readonly at: string;
  readonly value: SettingValue | null;
  readonly by: string;
  readonly why: string;
  readonly trial?: { readonly id: string; readonly name: string };
}
export interface ValueSource {
  /** As a ledger calls it: "own", "pairing, Rifugio Vodice", a parent's name. */
  readonly name: string;
  readonly releases: readonly Release[];
}
/** A value and since when it was in force; null where no place said anything: what formula or default gives then, is not kept. */
export interface ValueSince extends Release {
  readonly origin: string | null;
}

/** Which value was in force since when, the newest first: of the places that said something, the strongest; the strongest stands first. */
export function valueHistory(sources: readonly ValueSource[]): ValueSince[] {
  const moments = sources
    .flatMap((source) => source.releases.map((release) => ({ source, release })))
    .toSorted((a, b) => a.release.at.localeCompare(b.release.at));
  const said = new Map<ValueSource, Release>();
  const history: ValueSince[] = [];
  for (const { source, release } of moments) {
    said.set(source, release);
    const winner = sources.find((s) => (said.get(s)?.value ?? null) !== null);
    const now = winner ? said.get(winner)! : release;
    const origin = winner?.name ?? null;
    const last = history.at(-1);
    if (last && last.origin === origin && JSON.stringify(last.value) === JSON.stringify(now.value)) {
      // proven again and found the same: a new proof, not a new value
      if (now.trial && now.trial.id !== last.trial?.id) history[history.length - 1] = { ...last, trial: now.trial };
      continue;
    }
    if (!last && origin === null) continue;
    history.push({ ...now, value: winner ? now.value : null, at: release.at, origin });
  }
  return history.toReversed();
}

/** The value that was in force at the end of a day; null before anything was said. */
export const inForceOn = (history: readonly ValueSince[], endOfDay: Date): ValueSince | null =>
  history.find((h) => new Date(h.at) <= endOfDay) ?? null;
