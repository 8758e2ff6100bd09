import { edited, type Overlay } from './overlay.ts';

const INDEX = 'src/areas/rules/index.ts';
const withRule = (name: string, folder: string): [string, string] =>
  edited(
    INDEX,
    ['import { bridgeProven }', `import { ${name} } from './${folder}/${name}.ts';\nimport { bridgeProven }`],
    ['export const rules: readonly Rule[] = [', `export const rules: readonly Rule[] = [\n  ${name},`],
  );
/** Its own cases first: what they catch need not be looked for in the plain block, which takes the longest. */
const holdsOf = (cases: string): string => `
  import { judgesOfRules } from './test/mutation/judge.ts';
  import { cases } from './${cases}';
  const judges = judgesOfRules([cases], 'rules');
  export const holds = () =>
    [...judges.filter((j) => j.of !== 'valid'), ...judges.filter((j) => j.of === 'valid')].every((j) => j.holds());`;

/** A rule of programs. */
const quietFan = 'src/areas/rules/program/quietFan.ts';
const aRule: Overlay = new Map([
  withRule('quietFan', 'program'),
  [
    quietFan,
    `import { defineRule, placeOfLine } from '../define.ts';

const LOUDEST_PERCENT = 80;

export const quietFan = defineRule({
  id: 'quiet-fan',
  stage: 'body',
  title: 'The fan stays below what the office bears',
  why: 'People work beside these machines.',
  source: 'common practice, no source',
  program: {
    only: 'brought along',
    reads: ['fanMaxLine', 'fanMaxPercent', 'layerRows'],
    find: ({ report: r }) =>
      r.fanMaxPercent <= LOUDEST_PERCENT
        ? []
        : [
            {
              severity: 'caution',
              title: 'The fan is louder than the office bears',
              figure: \`\${r.fanMaxPercent.toFixed(0)} %\`,
              limit: \`\${LOUDEST_PERCENT} %\`,
              origin: 'common practice',
              fix: \`fan at most \${LOUDEST_PERCENT} %\`,
              ...placeOfLine(r, r.fanMaxLine),
            },
          ],
  },
});
`,
  ],
  [
    'src/areas/rules/program/quietFan.cases.ts',
    `import type { RuleCases } from '../cases.ts';
import { quietFan } from './quietFan.ts';

export const cases: RuleCases = {
  rule: quietFan,
  job: [
    {
      when: 'the fan runs at nine tenths from the fourth layer on',
      program: { before: { layer4: 'M106 S230' } },
      finds: [
        {
          severity: 'caution',
          title: 'The fan is louder than the office bears',
          figure: '90 %',
          limit: '80 %',
          origin: 'common practice',
          fix: 'fan at most 80 %',
          line: 76,
          layer: 3,
          zMm: 0.6,
        },
      ],
      others: ['fan-for-material'],
    },
    { when: 'the fan runs at eight tenths', program: { before: { layer4: 'M106 S204' } }, finds: [], others: ['fan-for-material'] },
  ],
};
`,
  ],
]);

/** A setting, and a rule of recipes that reads it. */
export const SETTINGS = 'src/areas/library/settings/';
const PROCESS = 'src/areas/library/settings/process.ts';
const ironing = 'src/areas/rules/recipe/gentleSmoothing.ts';
const aSetting: Overlay = new Map([
  edited(PROCESS, [
    'export const processSettings = defineSettings([',
    `export const processSettings = defineSettings([
  {
    technology: 'filament',
    owners: ['process'],
    group: 'Strength and speed',
    key: 'smoothingMmPerS',
    label: 'Smoothing speed',
    type: 'number',
    quantity: 'speed',
    range: [1, 200],
    default: 30,
    what: 'How quickly the nozzle goes over the top once more.',
    tooLow: 'The top is cooked.',
    tooHigh: 'The top stays rough.',
  },`,
  ]),
  withRule('gentleSmoothing', 'recipe'),
  [
    ironing,
    `import { defineRule } from '../define.ts';

const FASTEST_MM_PER_S = 60;

export const gentleSmoothing = defineRule({
  id: 'gentle-smoothing',
  stage: 'end',
  title: 'The top is smoothed slowly',
  why: 'A nozzle that hurries leaves the top rough.',
  source: 'common practice, no source',
  recipe: {
    about: 'recipe',
    reads: ['smoothingMmPerS'],
    find: (r) =>
      r.number('smoothingMmPerS') <= FASTEST_MM_PER_S
        ? []
        : [
            {
              severity: 'caution',
              title: 'The top is smoothed too quickly',
              figure: r.show('smoothingMmPerS'),
              limit: r.show('smoothingMmPerS', FASTEST_MM_PER_S),
              origin: 'common practice',
              fix: 'smooth at 60 mm/s',
              change: { values: { smoothingMmPerS: FASTEST_MM_PER_S } },
            },
          ],
  },
});
`,
  ],
  [
    'src/areas/rules/recipe/gentleSmoothing.cases.ts',
    `import type { RuleCases } from '../cases.ts';
import { gentleSmoothing } from './gentleSmoothing.ts';

export const cases: RuleCases = {
  rule: gentleSmoothing,
  recipe: [
    {
      when: 'it hurries',
      values: { smoothingMmPerS: 90 },
      finds: [
        {
          severity: 'caution',
          title: 'The top is smoothed too quickly',
          figure: '90 mm/s',
          limit: '60 mm/s',
          origin: 'common practice',
          fix: 'smooth at 60 mm/s',
          change: { values: { smoothingMmPerS: 60 } },
        },
      ],
    },
    { when: 'it is as quick as it may be', values: { smoothingMmPerS: 60 }, finds: [] },
    { when: 'nobody said how quick', without: ['smoothingMmPerS'], finds: [], needs: 'smoothingMmPerS' },
  ],
};
`,
  ],
]);

/** A ladder kind of trial: a second bridge, under another name and proving another setting. */
const SPAN = 'src/areas/trials/kinds/span/index.ts';
const SPAN_CASES = 'test/recover/kinds/span.ts';
const MATERIAL = 'src/areas/library/settings/material.ts';
const [, likeBridge] = edited(
  'src/areas/trials/kinds/bridge/index.ts',
  ['export const bridge', 'export const span'],
  ["key: 'bridge'", "key: 'span'"],
  ["label: 'Bridge'", "label: 'Span'"],
  ["setting: 'longestBridgeMm'", "setting: 'longestSpanMm'"],
);
const aKind: Overlay = new Map([
  [SPAN, likeBridge],
  [SPAN_CASES, edited('test/recover/kinds/bridge.ts', ["kind: 'bridge'", "kind: 'span'"])[1]],
  edited(
    'src/areas/trials/kinds/index.ts',
    ['import { bridge }', "import { span } from './span/index.ts';\nimport { bridge }"],
    ['  bridge,', '  bridge,\n  span,'],
  ),
  edited(MATERIAL, [
    'export const materialSettings = defineSettings([',
    `export const materialSettings = defineSettings([
  {
    ...tuned,
    group: 'Small parts',
    key: 'longestSpanMm',
    label: 'Longest span',
    type: 'number',
    quantity: 'length',
    range: [1, 200],
    provenBy: 'span',
    what: 'Span up to which lines carry across open air in a draught.',
    tooLow: 'Supports where none are needed.',
    tooHigh: 'Bridges hang through.',
  },`,
  ]),
  edited('standins/instruments/bench.ts', ["    case 'bridge':", "    case 'bridge':\n    case 'span':"]),
  edited('src/areas/trials/kinds/signs.ts', [
    "{ trial: 'bridge' }),",
    "{ trial: 'bridge' }),\n    c('a draught across the span', 'shielded it holds', { trial: 'span' }),",
  ]),
]);
const RECOVERS_OF = `
  import { coverageOf, SEEDS } from './test/recover/recover.ts';
  import { fitTable } from './test/recover/kindCases.ts';
  import { kindOf } from './src/areas/trials/kinds/index.ts';
  import { cases } from './${SPAN_CASES}';
  export const holds = () => {
    const kind = kindOf('span');
    const table = fitTable('span', cases.table.csv, cases.table.options);
    const gives = table.ok && Object.entries(cases.table.gives).every(([k, { about, digits }]) => Math.abs(table.value[k] - about) < 0.5 * 10 ** -digits);
    return gives && coverageOf(kind, cases.recovers, SEEDS.slice(0, 120)).every((c) => c.refused <= 3 && c.covered / (120 - c.refused) >= 0.9 && c.ratio <= 1.5);
  };`;

export interface Stranger {
  readonly name: string;
  readonly overlay: Overlay;
  readonly file: string;
  /** A module whose `holds` runs the tests that belong to it. */
  readonly entry: string;
  readonly most: number;
  readonly bugs: readonly (readonly [what: string, from: string, to: string])[];
}
export const strangers: readonly Stranger[] = [
  {
    name: 'a ladder kind of trial',
    overlay: aKind,
    file: SPAN,
    entry: RECOVERS_OF,
    most: 4,
    bugs: [
      ['a limit', 'default: 0.5 },\n  keeps', 'default: 0.8 },\n  keeps'],
      ['a unit', "quantity: 'length',\n    range: [0, 20],", "quantity: 'length',\n    range: [0, 0.02],"],
      [
        'a band overridden',
        'const y = (i: number): number =>',
        'bands = bands.map(() => bands[0]!);\n    const y = (i: number): number =>',
      ],
      ['the columns of its table', "['span_mm', 'sag_mm']", "['sag_mm', 'span_mm']"],
      ['the wrong name', "key: 'span'", "key: 'bridge'"],
    ],
  },
  {
    name: 'a rule',
    overlay: aRule,
    file: quietFan,
    entry: holdsOf('src/areas/rules/program/quietFan.cases.ts'),
    most: 3,
    bugs: [
      ['a severity', "'caution'", "'note'"],
      ['a limit', 'LOUDEST_PERCENT = 80', 'LOUDEST_PERCENT = 79'],
      ['another limit', 'LOUDEST_PERCENT = 80', 'LOUDEST_PERCENT = 91'],
      ['a line', 'r.fanMaxLine)', 'r.firstLine ?? 1)'],
      ['a unit', 'toFixed(0)} %', 'toFixed(0)}'],
      ['the wrong way round', '<= LOUDEST_PERCENT', '>= LOUDEST_PERCENT'],
      ['the wrong subject', 'program: {', 'mesh: {'],
    ],
  },
  {
    name: 'a setting',
    overlay: aSetting,
    file: ironing,
    entry: holdsOf('src/areas/rules/recipe/gentleSmoothing.cases.ts'),
    most: 2,
    bugs: [
      ['a severity', "'caution'", "'blocker'"],
      ['a limit', 'FASTEST_MM_PER_S = 60', 'FASTEST_MM_PER_S = 59'],
      ['a unit', "limit: r.show('smoothingMmPerS', FASTEST_MM_PER_S)", 'limit: String(FASTEST_MM_PER_S)'],
      ['a fix that does not mend', 'values: { smoothingMmPerS: FASTEST_MM_PER_S }', 'values: { smoothingMmPerS: 61 }'],
      ['a setting it does not name', "reads: ['smoothingMmPerS']", "reads: ['walls']"],
    ],
  },
];
/** All of it at once. */
export const everything = (): Overlay => new Map([...aKind, ...aSetting, ...aRule, [INDEX, withBoth()]]);
const withBoth = (): string => {
  const [, one] = withRule('quietFan', 'program');
  return one
    .replace(
      'import { quietFan }',
      "import { gentleSmoothing } from './recipe/gentleSmoothing.ts';\nimport { quietFan }",
    )
    .replace('  quietFan,', '  gentleSmoothing,\n  quietFan,');
};
