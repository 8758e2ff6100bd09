import type { PlanLimits, TrialKind } from '../../src/areas/trials/kinds/define.ts';
import { plateSettingsOf } from '../../src/areas/trials/kinds/plateSettings.ts';
import type { Values } from '../../src/areas/library/settings/define.ts';
import { digest, toDigits } from './kept.ts';
import { fitTable, type KindCases } from './kindCases.ts';
import { limits, settings, words } from './recover.ts';
import { resinValues } from './resin.ts';

/** What a kind was once asked beside its analysis (bands, a coupon or plate, a table in a file) and what came out. */
export interface KeptWork {
  readonly kind: string;
  readonly asked: string;
  readonly comesOut: unknown;
}

const valuesOf = (kind: TrialKind): Values => (kind.technology === 'resin' ? resinValues : words);
const without = (values: Values, key: string): Values =>
  Object.fromEntries(Object.entries(values).filter(([k]) => k !== key));

/** Bands as planned, without each value that could matter, and under limits that leave little room. */
function bandsAsked(kind: TrialKind, bandsAt: NonNullable<KindCases['bandsAt']>): Record<string, () => unknown> {
  const values = valuesOf(kind);
  const ask = (v: Values, l: PlanLimits) => () => kind.bandsFor(v, l);
  const tight = (low: number, high: number): PlanLimits => {
    const ends = Object.fromEntries(
      kind.proves.map((key) => {
        const v = Number(values[key] ?? kind.axis?.lowest ?? 1);
        return [key, [v * low, v * high] as const];
      }),
    );
    return { hardware: ends, supplier: {} };
  };
  return {
    'bands as planned': ask(values, limits),
    'bands without limits': ask(values, { hardware: {}, supplier: {} }),
    'bands in little room': ask(values, tight(0.9, 1.1)),
    'bands at the low end': ask(values, tight(1, 3)),
    'bands in no room': ask(values, tight(1, 1)),
    'bands at the high end': ask(values, tight(0.3, 1)),
    'bands far below': ask(values, tight(0.1, 0.3)),
    ...Object.fromEntries(
      kind.proves
        .filter((key) => !kind.needs.includes(key))
        .map((key) => [`bands without ${key}`, ask(without(values, key), limits)]),
    ),
    ...Object.fromEntries(
      kind.proves
        .filter((key) => typeof values[key] === 'number')
        .flatMap((key) =>
          [0.02, 0.3, 3, 20].map((n) => [
            `bands at ${n} times ${key}`,
            ask({ ...values, [key]: Number(values[key]) * n }, { hardware: {}, supplier: {} }),
          ]),
        ),
    ),
    ...Object.fromEntries(
      Object.entries(bandsAt).map(([name, v]) => [
        `bands ${name}`,
        ask({ ...values, ...v }, { hardware: {}, supplier: {} }),
      ]),
    ),
  };
}

/** What is printed: as planned, in a small room, with other choices, thicker layers, fewer and more bands. */
function printAsked(kind: TrialKind): Record<string, () => unknown> {
  const bands = kind.bandsFor(valuesOf(kind), kind.technology === 'resin' ? { hardware: {}, supplier: {} } : limits);
  if (!bands.ok) throw new Error(bands.failure.what);
  const chosen = (which: 'default' | 'first' | 'last'): Record<string, number> =>
    Object.fromEntries(
      (kind.options ?? []).map((o) => [
        o.key,
        { default: o.default, first: o.choices[0]!, last: o.choices.at(-1)! }[which],
      ]),
    );
  const usual = chosen('default');
  const print = (over: Values, b: readonly number[], options: Readonly<Record<string, number>>) => () => {
    if (kind.technology === 'resin') {
      const made = kind.plate(plateSettingsOf({ ...resinValues, ...over }, 'kept'), b, options);
      if (!made.ok) return made;
      const { programs, shapes, ...rest } = made.value;
      return { ...rest, shapes: digest(shapes), programs: programs.map(digest) };
    }
    const made = kind.coupon({ ...settings, ...(over as object) }, b, options);
    if (!made.ok) return made;
    const { gcode, shapes, solids, ...rest } = made.value;
    return { ...rest, gcode: digest(gcode), shapes: digest(shapes), solids: digest(solids ?? null) };
  };
  const resin = kind.technology === 'resin';
  const room = (x: number, y: number, z: number): Values =>
    resin ? { travelXMm: x, travelYMm: y, travelZMm: z } : { travelMm: [x, y, z] as never };
  const [wide, deep, high] = resin ? [143, 89, 170] : [340, 340, 400];
  const filled = (less: number, isHeightOnly: boolean) => () => {
    const made = print({}, bands.value, usual)() as { readonly sizeMm?: readonly number[] };
    const [x, y, z] = made.sizeMm ?? [];
    if (z === undefined) return made;
    const own = isHeightOnly ? room(wide, deep, z - less) : room(x! - less, y! - less, z - less);
    return print(own, bands.value, usual)();
  };
  return {
    'a print as planned': print({}, bands.value, usual),
    'a print in a small room': print(resin ? room(30, 20, 12) : room(70, 60, 30), bands.value, usual),
    'a print in a narrow room': print(room(30, deep, high), bands.value, usual),
    'a print in a shallow room': print(room(wide, 20, high), bands.value, usual),
    'a print in a low room': print(room(wide, deep, 3), bands.value, usual),
    'a print in the room that it fills': filled(0, false),
    'a print in hardly less room than it fills': filled(0.001, false),
    'a print as high as its room': filled(0, true),
    'a print hardly higher than its room': filled(0.001, true),
    'a print of a dozen bands': print(
      {},
      Array.from({ length: 12 }, (_, i) => bands.value[0]! * (1 + i / 12)),
      usual,
    ),
    'a print on a thick foot': print(
      resin ? { bottomLayers: 24, transitionLayers: 9 } : { layerHeightMm: 0.12 },
      bands.value,
      usual,
    ),
    'a print of one band': print({}, bands.value.slice(0, 1), usual),
    'a print of three bands': print({}, bands.value.slice(0, 3), usual),
    'a print of two bands': print({}, bands.value.slice(-2), usual),
    'a print of the bands turned round': print({}, [...bands.value].reverse(), usual),
    'a print of thicker layers': print(
      resin ? { resinLayerMm: 0.08, bottomLayers: 3 } : { layerHeightMm: 0.28, lineWidthMm: 0.5 },
      bands.value,
      usual,
    ),
    ...((kind.options ?? []).length > 0 && {
      'a print by the first choices': print({}, bands.value, chosen('first')),
      'a print by the last choices': print({}, bands.value, chosen('last')),
    }),
  };
}

/** A table in a file: as it stands, and each way of spoiling it. */
function tablesAsked(kind: TrialKind, { csv, options }: KindCases['table']): Record<string, () => unknown> {
  const [head, ...rows] = csv.split('\n') as [string, ...string[]];
  const ask =
    (lines: readonly string[], given = options) =>
    () =>
      fitTable(kind.key, lines.join('\n'), given);
  const cells = (change: (cell: string, column: number, row: number) => string): string[] => [
    head,
    ...rows.map((l, row) =>
      l
        .split(',')
        .map((c, column) => change(c, column, row))
        .join(','),
    ),
  ];
  const last = head.split(',').length - 1;
  const scaled = (by: number) => (c: string, column: number) =>
    column === last && c !== '' && Number.isFinite(Number(c)) ? String(Number((Number(c) * by).toPrecision(6))) : c;
  return {
    'a table': ask([head, ...rows]),
    'a table in another order': ask([head, ...rows.toReversed()]),
    'a table with a column twice': ask([head, ...rows].map((l) => `${l},${l.split(',')[0]!}`)),
    'a table with a word nobody knows': ask(
      cells((c, _, row) => (row === 1 && !Number.isFinite(Number(c)) ? 'other' : c)),
    ),
    'a table with a name too long': ask(cells((c) => (Number.isFinite(Number(c)) ? c : 'n'.repeat(41)))),
    'a table with an empty cell': ask(cells((c, column, row) => (row === 1 && column === last ? '' : c))),
    'a table of noughts': ask(cells(scaled(0))),
    'a table at six tenths': ask(cells(scaled(0.6))),
    'a table of the last two thirds': ask([head, ...rows.slice(Math.floor(rows.length / 3))]),
    'a table with a wave in it': ask(
      cells((c, column, row) =>
        column === last && Number.isFinite(Number(c))
          ? String(Number((Number(c) * (1 + ((row % 3) - 1) * 0.03)).toPrecision(6)))
          : c,
      ),
    ),
    'a table half as long': ask([head, ...rows.slice(0, Math.ceil(rows.length / 2))]),
    'a table of one row': ask([head, rows[0]!]),
    'a table at a tenth': ask(cells(scaled(0.1))),
    'a table at three times': ask(cells(scaled(3))),
    'a table without its last column': ask([head, ...rows].map((l) => l.split(',').slice(0, -1).join(','))),
    'a table of huge figures': ask(cells((c, column) => (column === last ? '1e9' : c))),
    'a table of figures below nought': ask(cells(scaled(-1))),
    ...Object.fromEntries(
      kind.table.options.flatMap((o) =>
        [0.5, 2].map((n) => [
          `a table at ${n} times ${o.name}`,
          ask([head, ...rows], { ...options, [o.name]: (options?.[o.name] ?? o.default ?? 1) * n }),
        ]),
      ),
    ),
  };
}

/** Everything it says of itself: words, ranges, what it proves, what it waits for. */
const saysOfItself = (kind: TrialKind): unknown => digest(JSON.parse(JSON.stringify(kind)));

export const questionsOf = (
  kind: TrialKind,
  { table, also = {}, bandsAt = {} }: KindCases,
): Readonly<Record<string, () => unknown>> => ({
  'what it says of itself': () => saysOfItself(kind),
  ...bandsAsked(kind, bandsAt),
  ...printAsked(kind),
  ...tablesAsked(kind, table),
  ...Object.fromEntries(
    Object.entries(also).map(([name, { csv, options }]) => [
      `a table: ${name}`,
      () => fitTable(kind.key, csv, { ...table.options, ...options }),
    ]),
  ),
});
/** What comes out, as plain data to nine digits. */
export const answer = (ask: () => unknown): unknown => toDigits(ask());
