import { countOf } from '../../../core/units/plural.ts';
import { formatFigure } from '../../../core/units/format.ts';
import { fittedBy } from './maintenance.ts';
import { leftText } from './leftText.ts';
import type { MachinePage, MachineReport } from './pages.ts';

/** How something is known of a machine: it says so itself, somebody has typed it, or it only stands in its printer profile. */
export type KnownHow = 'reported' | 'typed' | 'only in the profile';
export interface Known {
  readonly what: string;
  /** Null where nobody and nothing has said it. */
  readonly value: string | null;
  readonly how: KnownHow;
  readonly at: string | null;
  readonly byName: string | null;
  /** What its readers find there instead of what was typed: one press loads it. */
  readonly instead?: { readonly head: number; readonly code: string };
  /** A reader finds something else than what was typed. */
  readonly isOther?: boolean;
}

/** Everything that is known of a machine as it stands, with how and since when. */
export function knownOf(
  m: Pick<MachinePage, 'technology' | 'mounted' | 'loaded' | 'others' | 'said' | 'fitted' | 'profile'>,
  report: MachineReport | null,
): Known[] {
  const isResin = m.technology === 'resin';
  const reported = { how: 'reported', at: report?.at ?? null, byName: null } as const;
  const figures = (report?.figures ?? []).map((f): Known => ({ ...f, ...reported }));
  const heads = [{ tool: 0, mounted: m.mounted, loaded: m.loaded }, ...m.others];
  const onHeads = heads.flatMap(({ tool, mounted, loaded }): Known[] => {
    const called = (word: string): string =>
      heads.length > 1 ? `Head ${tool + 1}: ${word}` : `${word.charAt(0).toUpperCase()}${word.slice(1)}`;
    const read = report?.codes?.find((c) => c.head === tool) ?? null;
    const spool: Known = {
      what: called(isResin ? 'bottle' : 'spool'),
      value: loaded && `${loaded.code}, ${loaded.name}, lot ${loaded.lot}, ${leftText(loaded.remainingG, isResin)}`,
      ...{ how: 'typed', at: loaded?.at ?? null, byName: loaded?.byName ?? null },
    };
    const mine: Known[] = isResin
      ? [] // a release film is told with what it has done
      : [
          {
            ...{ what: called('tool'), value: mounted?.name ?? null },
            ...{ how: 'typed', at: mounted?.at ?? null, byName: mounted?.byName ?? null },
          },
        ];
    if (read === null) return [...mine, spool];
    const reader = { what: called('reader'), ...reported };
    if (read.code === null) return [...mine, spool, { ...reader, value: 'finds no code' }];
    if (loaded?.code.toUpperCase() === read.code.toUpperCase()) return [...mine, { ...spool, ...reported }];
    const found = read.of
      ? `${read.of.code}, ${read.of.name}, lot ${read.of.lot}`
      : `${read.code}, which nobody has received`;
    const instead = read.of && { instead: { head: tool, code: read.of.code } };
    return [...mine, spool, { ...reader, value: found, isOther: true, ...instead }];
  });
  const said = m.said;
  const typedOf = (what: string, value: string | null): Known => ({
    ...{ what, value, how: 'typed', at: said?.at ?? null, byName: said?.byName ?? null },
  });
  const figureOf = (value: number | null | undefined, unit: string): string | null =>
    value === null || value === undefined ? null : `${formatFigure(value, 'count', 1)} ${unit}`;
  const byHand = [
    typedOf('Speed set at the machine', figureOf(said?.speedPercent, '%')),
    ...(isResin
      ? [
          typedOf('Lid', said ? said.lid : null),
          typedOf('Resin temperature', figureOf(said?.resinC, '°C')),
          typedOf('Resin in the vat', figureOf(said?.inVatMl, 'ml')),
        ]
      : []),
  ];
  const fitted = m.fitted.map(({ kind, note, since, byName, hours, prints }): Known => {
    const film = kind === 'film' ? m.mounted : null;
    const done = since && `${countOf(prints, 'print')} and ${formatFigure(hours, 'count', 0)} h since`;
    return {
      what: fittedBy[kind],
      value: since === null && film === null ? null : [film?.name, note, done].filter(Boolean).join(', '),
      ...{ how: 'typed', at: since ?? film?.at ?? null, byName: since ? byName : (film?.byName ?? null) },
    };
  });
  const { travelXMm: x, travelYMm: y, travelZMm: z, bedMaxC } = m.profile.values;
  const ofProfile = (what: string, value: string | null): Known[] =>
    value === null ? [] : [{ what, value, how: 'only in the profile', at: m.profile.at, byName: null }];
  const all = [
    ...figures,
    ...onHeads,
    // what it says itself counts, not what somebody read off it before
    ...byHand.filter((k) => !figures.some((f) => f.what === k.what)),
    ...fitted,
    ...ofProfile(
      'Travel',
      x && y && z ? `${[x, y, z].map((mm) => formatFigure(mm, 'length', 1)).join(' × ')} mm` : null,
    ),
    ...ofProfile('Hottest bed', figureOf(bedMaxC, '°C')),
  ];
  // what is to be seen to comes first
  return all.sort((a, b) => Number(b.isOther ?? false) - Number(a.isOther ?? false));
}

const STEPS = [
  [60, 1, 's'],
  [3600, 60, 'min'],
  [86_400, 3600, 'h'],
  [Infinity, 86_400, 'd'],
] as const;
/** How long ago something was, in the one unit that says it: "12 s", "3 h", "41 d". */
export function ageOf(at: string, now: Date): string {
  const s = Math.max(0, (now.getTime() - new Date(at).getTime()) / 1000);
  const [, per, unit] = STEPS.find(([below]) => s < below)!;
  return `${Math.floor(s / per)} ${unit}`;
}
