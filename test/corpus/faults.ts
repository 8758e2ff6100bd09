import type { ContextChange } from '../../src/areas/rules/fixture.ts';
import { parts } from './parts.ts';
import { planOf, type Act, type Plan } from './plan.ts';

const partOf = (name: string): Plan => parts.find((p) => p.name === name)!;
const bracket = partOf('bracket_2pc');
const twoHeads = partOf('body with support');

/** A fault planted into an ordinary program. */
export interface PlantedFault {
  readonly name: string;
  readonly plan: Plan;
  /** Lines that are taken out of the program. */
  readonly without?: RegExp;
  readonly change?: ContextChange;
  /** Dialects it is written in; those in which what is planted can be said. */
  readonly in: readonly string[];
  /** Rules that must speak, and no other, each with the figure it must give. */
  readonly finds: Readonly<Record<string, string>>;
  /** What the line looks like that the first of them names. */
  readonly line?: RegExp;
  readonly isBlocked?: boolean;
}

/** A plan with words put in before a layer. */
function withWords(plan: Plan, layer: number, ...words: string[]): Plan {
  const raw = words.map((line): Act => ({ do: 'raw', line }));
  return { ...plan, acts: plan.acts.flatMap((a) => (a.do === 'layer' && a.n === layer ? [...raw, a] : [a])) };
}
const atEnd = (plan: Plan, ...words: string[]): Plan => ({
  ...plan,
  acts: [...plan.acts, ...words.map((line): Act => ({ do: 'raw', line }))],
});
const moved = (plan: Plan, dx: number, dy = 0): Plan => ({
  ...plan,
  acts: plan.acts.map((a) => ('x' in a ? { ...a, x: a.x + dx, y: a.y + dy } : a)),
});
const faster = (plan: Plan, factor: number): Plan => ({
  ...plan,
  acts: plan.acts.map((a) => (a.do === 'line' ? { ...a, mmPerS: a.mmPerS * factor } : a)),
});
const fed = (plan: Plan, factor: number): Plan => ({
  ...plan,
  acts: plan.acts.map((a) => (a.do === 'line' ? { ...a, mm3: a.mm3 * factor } : a)),
});
const withoutLayer = (plan: Plan, n: number): Plan => {
  let at = -1;
  return {
    ...plan,
    acts: plan.acts.filter((a) => {
      if (a.do === 'layer') at = a.n;
      return at !== n;
    }),
  };
};
const box = { kind: 'box', x: 150, y: 150, w: 40, d: 30 } as const;
const even = (n: number, mm = 0.2): readonly number[] => Array.from({ length: n }, () => mm);
const ALL = ['plain', 'volumetric', 'arcs', 'compact'];
const lightsOut: ContextChange = { job: { class: 'lights-out' } };

export const plantedFaults: readonly PlantedFault[] = [
  {
    name: 'the part stands half outside to the right',
    plan: moved(bracket, 170),
    in: ['plain', 'volumetric', 'macros'],
    finds: { 'within-travel': 'X 359.78 mm' },
    isBlocked: true,
  },
  {
    name: 'the part stands beyond the circle of a round plate',
    plan: moved(bracket, 110, 110),
    change: { values: { bedShape: 'round' } },
    in: ['compact', 'inches'],
    finds: { 'within-travel': '173 mm from its middle' },
    isBlocked: true,
  },
  {
    name: 'a layer is left out',
    plan: withoutLayer(bracket, 5),
    in: ALL,
    finds: { 'skipped-height': '0.4 mm between two layers' },
    isBlocked: true,
  },
  {
    name: 'the nozzle is 26 °C hotter than any trial proved',
    plan: { ...bracket, nozzleC: [274] },
    in: ['plain', 'volumetric', 'macros', 'numbered'],
    finds: { 'nozzle-temperature': '274 °C' },
    isBlocked: true,
  },
  {
    name: 'the second head is 40 °C hotter than its material bears',
    plan: { ...twoHeads, nozzleC: [248, 252] },
    in: ['plain', 'numbered', 'macros'],
    finds: { 'nozzle-temperature': '252 °C' },
    isBlocked: true,
  },
  {
    name: 'the bed is hotter than any trial proved',
    plan: { ...bracket, bedC: 112 },
    in: ['plain', 'arcs', 'macros'],
    finds: { 'bed-temperature': '112 °C' },
    isBlocked: true,
  },
  {
    name: 'every line is laid at three times its speed',
    plan: faster(bracket, 3),
    in: ['plain', 'numbered', 'inches'],
    finds: { 'melt-rate': '11.44 mm³/s' },
  },
  {
    name: 'lines are fed for a nozzle of half the width',
    plan: fed(bracket, 0.5),
    in: ['plain', 'volumetric'],
    finds: { 'line-width': '0.23 mm' },
  },
  {
    name: 'layers are thicker than the nozzle can press down',
    plan: planOf({ name: 'thick', feet: [box], heightsMm: [0.28, ...even(7, 0.36)] }),
    in: ['plain', 'macros', 'compact'],
    finds: { 'layer-height': '0.36 mm' },
  },
  {
    name: 'the fan runs full on a plastic that splits in a draught',
    plan: { ...bracket, acts: bracket.acts.map((a) => (a.do === 'fan' ? { ...a, percent: 100 } : a)) },
    in: ALL,
    finds: { 'fan-for-material': '100 %' },
    line: /^M106 ?S255/,
  },
  {
    name: 'harder acceleration than proven from layer 4 on',
    plan: withWords(bracket, 3, 'M204 P2200'),
    in: ['plain', 'macros', 'compact'],
    change: { values: { accelerationMmPerS2: 1500, travelAccelerationMmPerS2: 2500 } },
    finds: { 'acceleration-proven': '2200 mm/s²' },
    line: /^M204 ?P2200/,
  },
  {
    name: 'no word of acceleration on a machine that by itself is harder than proven',
    plan: bracket,
    change: { values: { accelerationMmPerS2: 2600 } },
    in: ['plain', 'numbered', 'macros'],
    finds: { 'acceleration-proven': '2400 mm/s²' },
  },
  {
    name: 'another spool is asked for with nobody there',
    plan: withWords(bracket, 4, 'M600'),
    change: lightsOut,
    in: ['plain', 'volumetric', 'compact'],
    finds: { 'no-pause': '1 stop' },
    line: /^M600/,
    isBlocked: true,
  },
  {
    name: 'only X is homed',
    plan: { ...bracket, acts: [{ do: 'raw', line: 'G28 X' }, ...bracket.acts] },
    without: /^(N\d+ )?G ?28$/,
    in: ['plain', 'compact', 'volumetric'],
    finds: { 'homed-first': 'moves at line' },
    isBlocked: true,
  },
  {
    name: 'nothing is homed',
    plan: bracket,
    without: /^G28$/,
    in: ['plain', 'compact', 'inches'],
    finds: { 'homed-first': 'moves at line' },
    isBlocked: true,
  },
  {
    name: 'the nozzle is not waited for',
    plan: bracket,
    without: /^(M109|M116)/,
    in: ['plain', 'compact', 'inches'],
    finds: { 'heat-and-wait': 'first at line' },
    isBlocked: true,
  },
  {
    name: 'the bed goes off after the first layer',
    plan: withWords(bracket, 1, 'M140 S0'),
    in: ['plain', 'macros', 'compact'],
    finds: { 'bed-stays-warm': '0 °C' },
  },
  {
    name: 'the second head stays hot at the end',
    plan: twoHeads,
    without: /^M104 ?T1 ?S0/,
    in: ['plain', 'compact', 'inches'],
    finds: { 'heaters-off': '212 °C' },
  },
  {
    name: 'the program ends in the middle of its layers',
    plan: withWords(bracket, 6, 'M2'),
    in: ['plain', 'compact'],
    finds: { 'ends-once': 'lines behind the end', 'heaters-off': '248 °C', 'parks-clear': '' },
  },
  {
    name: 'it draws back further than is proven beside a wipe',
    plan: withWords(bracket, 4, 'G91', 'M83', 'G1 X1 E-3 F1200', 'G0 X-1', 'G1 E3', 'G90'),
    in: ['numbered', 'macros', 'compact'],
    finds: { 'retraction-proven': '3 mm' },
  },
  {
    name: 'parts one by one, taller than there is room under the carriage',
    plan: partOf('two blocks one by one'),
    change: { values: { clearanceMm: 2 } },
    in: ALL,
    finds: { 'one-after-another': 'to 0.2 mm beside 2.4 mm' },
    isBlocked: true,
  },
  {
    name: 'it stands still for ten minutes in a layer',
    plan: withWords(bracket, 4, 'G4 S600'),
    in: ['plain', 'numbered', 'macros', 'compact'],
    finds: { 'no-long-dwell': '' },
    line: /G4 ?S600/,
  },
  {
    name: 'it scales its own speed',
    plan: withWords(bracket, 2, 'M220 S140'),
    in: ['plain', 'numbered', 'macros'],
    finds: { 'no-own-scaling': 'M220 S140' },
    isBlocked: true,
    line: /M220 ?S140/,
  },
  {
    name: 'a word of another controller',
    plan: withWords(bracket, 3, 'M9071 S2'),
    in: ALL,
    finds: { 'known-words': 'M9071' },
    line: /^M9071/,
  },
  {
    name: 'a line was spoilt on the way',
    plan: withWords(bracket, 3, 'G1 X160 $ Y160 F6000'),
    in: ['plain', 'macros'],
    finds: { 'readable-lines': 'belongs to no word' },
    line: /\$/,
  },
  {
    name: 'an arc ends half a millimetre beside its circle',
    plan: withWords(bracket, 3, 'G0 X10 Y10 F6000', 'G2 X30.5 Y10 I10 J0 F1200'),
    in: ['plain', 'macros', 'compact'],
    finds: { 'readable-lines': '0.50 mm off its own circle' },
    line: /^G2 ?X/,
  },
  {
    name: 'a coordinate stands twice in a line',
    plan: withWords(bracket, 3, 'G0 X160 X170 F6000'),
    in: ['plain', 'macros', 'compact'],
    finds: { 'readable-lines': 'stands twice' },
  },
  {
    name: 'filament is reset within a move',
    plan: withWords(bracket, 3, 'G92 E0 G1 X170 F6000'),
    in: ['macros', 'compact'],
    finds: { 'readable-lines': 'both claim' },
  },
  {
    name: 'a third tool is asked for on a machine of two heads',
    plan: withWords(twoHeads, 3, 'T2', 'T1'),
    in: ['plain', 'compact', 'inches'],
    finds: { 'tool-there': 'T2 at line' },
    line: /^T2/,
    isBlocked: true,
  },
  {
    name: 'the second head lays something, and the recipe knows of one',
    plan: twoHeads,
    change: { values: { heads: 2 }, second: undefined as never },
    in: ['plain', 'numbered', 'inches'],
    finds: { 'heads-known': 'T1 lays plastic' },
    isBlocked: true,
  },
  {
    name: 'the unit changes in the middle',
    plan: withWords(bracket, 5, 'G20', 'G21'),
    in: ['plain', 'macros', 'compact'],
    finds: { 'in-millimetres': 'G20 at line' },
    line: /^G20/,
  },
  {
    name: 'the nozzle is left on the part',
    plan: atEnd(bracket, 'G0 X170 Y165 F6000', 'M2'),
    in: ['plain', 'compact'],
    finds: { 'parks-clear': 'left at 170 / 165', 'ends-once': '', 'heaters-off': '' },
  },
  {
    name: 'speeds above what the axes can',
    plan: withWords(bracket, 3, 'G0 X100 Y100 F30000', 'G0 X160 Y110'),
    in: ['plain', 'macros', 'compact'],
    finds: { 'within-motion': 'mm/s' },
  },
  {
    name: 'another material is loaded than the recipe wants',
    plan: bracket,
    change: { machine: { loaded: { id: 'pla', name: 'Brezza PLA', lot: '9', remainingG: 500 } } },
    in: ['plain', 'macros'],
    finds: { 'loaded-material': 'Brezza PLA' },
    isBlocked: true,
  },
  {
    name: 'a nozzle of 0.6 is mounted',
    plan: bracket,
    change: { machine: { mounted: { id: 'wide', name: '0.6 brass', nozzleMm: 0.6 } } },
    in: ['plain', 'arcs'],
    finds: { 'mounted-nozzle': '0.6' },
    isBlocked: true,
  },
];
