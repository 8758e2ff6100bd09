import { bracket, twoHeads, withWords, type PlantedFault } from './planting.ts';
import type { Plan } from './plan.ts';

const fanAtOnce = (plan: Plan): Plan => ({
  ...plan,
  acts: [...plan.acts.flatMap((a) => (a.do === 'layer' && a.n === 0 ? [a, { do: 'fan', percent: 60 } as const] : [a]))],
});

/** Heat, fan, and how a program begins, ends and stops. */
export const faultsOfHeat: readonly PlantedFault[] = [
  {
    name: 'the nozzle is colder than any trial proved',
    plan: { ...bracket, nozzleC: [212] },
    in: ['plain', 'volumetric', 'macros', 'arcs'],
    finds: { 'nozzle-temperature': '212 °C' },
    isBlocked: true,
  },
  {
    name: 'the bed is colder than any trial proved',
    plan: { ...bracket, bedC: 62 },
    in: ['plain', 'arcs', 'macros', 'compact'],
    finds: { 'bed-temperature': '62 °C' },
    isBlocked: true,
  },
  {
    name: 'the nozzle is cooled in the middle of a layer',
    plan: withWords(bracket, 4, 'M104 S0'),
    in: ['plain', 'numbered', 'compact', 'inches'],
    finds: { 'heat-steady': '0 to 248 °C', 'nozzle-temperature': '0 °C' },
    isBlocked: true,
  },
  {
    name: 'the nozzle falls by 30 °C from a layer on',
    plan: withWords(bracket, 4, 'M104 S218'),
    in: ['plain', 'volumetric', 'macros'],
    finds: { 'heat-steady': '218 to 248 °C', 'nozzle-temperature': '218 °C' },
    isBlocked: true,
  },
  {
    name: 'the second head lays cold',
    plan: twoHeads,
    without: /^(M109|M104) ?T1 ?S212/,
    in: ['plain', 'compact', 'inches'],
    finds: { 'heat-and-wait': 'first at line', 'nozzle-temperature': '0 °C' },
    isBlocked: true,
  },
  {
    name: 'the chamber is asked for more than the machine has',
    plan: withWords(bracket, 0, 'M141 S110'),
    in: ['plain', 'macros', 'compact', 'arcs'],
    finds: { 'chamber-within-machine': '110 °C' },
    isBlocked: true,
  },
  {
    name: 'the fan blows at the first layer',
    plan: fanAtOnce(bracket),
    in: ['plain', 'volumetric', 'macros', 'inches'],
    finds: { 'fan-on-first': '60 %', 'fan-for-material': '60 %' },
  },
  {
    name: 'the bed stays on',
    plan: bracket,
    without: /^M140 ?S0/,
    in: ['plain', 'arcs', 'compact', 'inches'],
    finds: { 'heaters-off': '98 °C' },
  },
  {
    name: 'the nozzle stays on',
    plan: bracket,
    without: /^M104 ?T0 ?S0/,
    in: ['plain', 'arcs', 'compact', 'inches'],
    finds: { 'heaters-off': '248 °C' },
  },
  ...['M0', 'M1', 'M25', 'M226', 'M601'].map((word): PlantedFault => ({
    name: `it stops by ${word} with nobody there`,
    plan: withWords(bracket, 4, word),
    change: { job: { class: 'lights-out' } },
    in: ['plain', 'volumetric', 'compact'],
    finds: { 'no-pause': '1 stop' },
    isBlocked: true,
  })),
  {
    name: 'a head waits hot for twelve minutes, and its plastic chars there',
    plan: withWords(twoHeads, 4, 'G4 S720'),
    change: { values: { charsFromC: 240 } },
    in: ['plain', 'compact', 'inches'],
    finds: { 'standby-short': '248 °C for', 'no-long-dwell': '12 min' },
  },
  {
    name: 'it scales its own flow',
    plan: withWords(bracket, 2, 'M221 S108'),
    in: ['plain', 'numbered', 'macros'],
    finds: { 'no-own-scaling': 'M221 S108' },
  },
  {
    name: 'it says another nozzle',
    plan: withWords(bracket, 0, '; nozzle = 0.6'),
    in: ['arcs', 'inches', 'compact'],
    finds: { 'says-what-it-does': '0.6' },
  },
  {
    name: 'it says another layer height',
    plan: withWords(bracket, 0, '; layer height: 0.3 mm'),
    in: ['arcs', 'inches', 'compact'],
    finds: { 'says-what-it-does': '0.3' },
  },
  {
    name: 'it says another plastic',
    plan: withWords(bracket, 0, '; material = PLA'),
    in: ['arcs', 'plain', 'compact'],
    finds: { 'says-what-it-does': 'PLA' },
  },
  {
    name: 'it says another temperature',
    plan: withWords(bracket, 0, '; nozzle temperature = 205'),
    in: ['arcs', 'plain', 'compact'],
    finds: { 'says-what-it-does': '205' },
  },
  {
    name: 'after its end it begins again',
    plan: bracket,
    alter: (program) => `${program}M30${program.endsWith('\n') ? '\n' : '\r'}G28 X`,
    in: ['plain', 'compact', 'arcs', 'inches'],
    finds: { 'ends-once': '1 line behind the end' },
  },
];
