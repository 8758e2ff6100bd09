import { numberOf, type NumberSetting, type Values } from './define.ts';

export const lineKindKeys = [
  'visibleWall',
  'hiddenWall',
  'shortLoop',
  'fill',
  'solidFill',
  'topSurface',
  'bridge',
  'remainder',
  'support',
  'supportContact',
  'firstLayer',
] as const;
export type LineKindKey = (typeof lineKindKeys)[number];

export interface LineKind {
  readonly key: LineKindKey;
  readonly label: string;
  /** Kind whose cells hold where this one's are empty. */
  readonly parent: LineKindKey | null;
  readonly slow: string;
  readonly fast: string;
}

/** Kinds of line a print is laid in. A cell of the table is a setting; an empty one falls back to its parent kind. */
export const lineKinds: readonly LineKind[] = [
  {
    key: 'visibleWall',
    label: 'Visible wall',
    parent: null,
    slow: 'Long prints, glossy sides.',
    fast: 'Ringing, matt corners, gaps.',
  },
  {
    key: 'hiddenWall',
    label: 'Hidden wall',
    parent: 'visibleWall',
    slow: 'Long prints.',
    fast: 'Gaps to the visible wall.',
  },
  {
    key: 'shortLoop',
    label: 'Short closed loop',
    parent: 'visibleWall',
    slow: 'Long prints.',
    fast: 'Small holes close and pins lean.',
  },
  {
    key: 'fill',
    label: 'Sparse fill',
    parent: 'hiddenWall',
    slow: 'Long prints.',
    fast: 'Fill breaks off and the drive slips.',
  },
  {
    key: 'solidFill',
    label: 'Solid fill',
    parent: 'fill',
    slow: 'Long prints.',
    fast: 'Gaps between lines of a floor.',
  },
  { key: 'topSurface', label: 'Top surface', parent: 'visibleWall', slow: 'Long prints.', fast: 'Rough, gappy tops.' },
  {
    key: 'bridge',
    label: 'Bridge',
    parent: 'visibleWall',
    slow: 'Strands sag in the heat.',
    fast: 'Strands tear off.',
  },
  {
    key: 'remainder',
    label: 'Thin remainder',
    parent: 'fill',
    slow: 'Long prints.',
    fast: 'Short strokes shake the machine.',
  },
  { key: 'support', label: 'Support body', parent: 'fill', slow: 'Long prints.', fast: 'Columns are knocked over.' },
  {
    key: 'supportContact',
    label: 'Support contact',
    parent: 'topSurface',
    slow: 'Long prints.',
    fast: 'A rough roof leaves rough undersides.',
  },
  {
    key: 'firstLayer',
    label: 'First layer',
    parent: 'hiddenWall',
    slow: 'Minutes more per print.',
    fast: 'Lines are dragged off the bed.',
  },
];

const base = { technology: 'filament', owners: ['process'], type: 'number' } as const;
const fallback = (key: string, text: string, share = 1): NonNullable<NumberSetting['formula']> => ({
  reads: [key],
  text,
  compute: (v: Values) => {
    const n = numberOf(v, key);
    return n === null ? null : Number((share * n).toFixed(6));
  },
});

export const widthKey = (kind: LineKind) => `${kind.key}WidthMm` as const;
export const speedKey = (kind: LineKind) => `${kind.key}SpeedMmPerS` as const;
export const accelerationKey = (kind: LineKind) => `${kind.key}AccelerationMmPerS2` as const;
export type LineCellKey = `${LineKindKey}${'WidthMm' | 'SpeedMmPerS' | 'AccelerationMmPerS2'}`;

/** Speeds that do not simply fall back, from the first slice. */
const SHARE_OF_PARENT: Readonly<Partial<Record<LineKindKey, number>>> = { fill: 1.5 };
const OWN_DEFAULT: Readonly<Partial<Record<LineKindKey, number>>> = { firstLayer: 20 };

export const lineKindSettings = lineKinds.flatMap((kind): (NumberSetting & { readonly key: LineCellKey })[] => {
  const parent = lineKinds.find((k) => k.key === kind.parent);
  const what = kind.label.toLowerCase();
  const share = SHARE_OF_PARENT[kind.key] ?? 1;
  const group = kind.key === 'firstLayer' ? 'Sticking to the bed' : 'Strength and speed';
  const own = OWN_DEFAULT[kind.key];
  return [
    {
      ...base,
      group: 'Size and surface',
      key: widthKey(kind),
      label: `${kind.label}, width`,
      quantity: 'length',
      range: [0.05, 4],
      what: `Width of a line of the ${what}.`,
      tooLow: 'Lines do not touch.',
      tooHigh: 'Edges bulge, details merge.',
      formula: parent
        ? fallback(widthKey(parent), `as ${parent.label.toLowerCase()}`)
        : fallback('lineWidthMm', 'as line width'),
    },
    {
      ...base,
      group,
      key: speedKey(kind),
      label: kind.key === 'fill' ? 'Fill speed' : `${kind.label} speed`,
      quantity: 'speed',
      range: [1, 1000],
      what: `Speed of the ${what}.`,
      tooLow: kind.slow,
      tooHigh: kind.fast,
      ...(own !== undefined
        ? { default: own }
        : parent && {
            formula: fallback(
              speedKey(parent),
              share === 1 ? `as ${parent.label.toLowerCase()}` : `${share} × ${parent.label.toLowerCase()}`,
              share,
            ),
          }),
    },
    {
      ...base,
      group: 'Strength and speed',
      key: accelerationKey(kind),
      label: `${kind.label}, acceleration`,
      quantity: 'acceleration',
      range: [50, 50000],
      what: `How hard the machine starts and stops in the ${what}.`,
      tooLow: 'Corners bulge.',
      tooHigh: 'Ringing after corners.',
      formula: parent
        ? fallback(accelerationKey(parent), `as ${parent.label.toLowerCase()}`)
        : fallback('accelerationMmPerS2', 'as the machine’s'),
    },
  ];
});
