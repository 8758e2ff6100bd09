import { ALL, box, bracket, even, fed, moved, twoHeads, withWords, type PlantedFault } from './planting.ts';
import { planOf } from './plan.ts';

const pin = planOf({ name: 'pin', feet: [{ kind: 'box', x: 170, y: 170, w: 8, d: 8 }], heightsMm: even(30) });
const onFirst = (factor: number) => {
  let n = -1;
  return {
    ...bracket,
    acts: bracket.acts.map((a) => {
      if (a.do === 'layer') n = a.n;
      return a.do === 'line' && n === 0 ? { ...a, mmPerS: a.mmPerS * factor } : a;
    }),
  };
};

/** Where it stands, how much it takes, and on what it is to be printed. */
export const faultsOfJob: readonly PlantedFault[] = [
  {
    name: 'the part stands half outside to the left',
    plan: moved(bracket, -165),
    in: ['plain', 'volumetric', 'macros', 'arcs'],
    finds: { 'within-travel': 'X -' },
    isBlocked: true,
  },
  {
    name: 'the part stands half outside at the front',
    plan: moved(bracket, 0, -165),
    in: ['plain', 'volumetric', 'macros', 'arcs'],
    finds: { 'within-travel': 'Y -' },
    isBlocked: true,
  },
  {
    name: 'it rises above what the machine can reach',
    plan: withWords(bracket, 6, 'G0 Z900 F600', 'G0 Z1.4'),
    in: ['plain', 'volumetric', 'macros', 'numbered'],
    finds: { 'within-travel': 'Z 900 mm' },
    isBlocked: true,
  },
  {
    name: 'the first layer is laid at six times its speed',
    plan: onFirst(6),
    change: { policy: { firstLayerMostMmPerS: 45 } },
    in: ALL,
    finds: { 'first-layer-speed': '120 mm/s' },
    isBlocked: true,
  },
  {
    name: 'the first layer is thicker than the nozzle can press down',
    plan: planOf({ name: 'high', feet: [box], heightsMm: [0.38, ...even(9)] }),
    in: ['volumetric', 'arcs', 'compact', 'inches'],
    finds: { 'layer-height': '0.38 mm' },
  },
  {
    name: 'it lays nothing',
    plan: fed(bracket, 0),
    in: ['volumetric', 'macros', 'arcs'],
    finds: { 'lays-something': '' },
    isBlocked: true,
  },
  {
    name: 'lines are fed twice',
    plan: fed(bracket, 2),
    in: ALL,
    finds: { 'line-width': '' },
  },
  {
    name: 'it counts filament by length, and the machine by volume',
    plan: bracket,
    change: { values: { volumetricFilament: true } },
    in: ['plain', 'macros', 'compact'],
    finds: { 'dialect-fits': 'as this machine reads it', 'retraction-proven': '0.499 mm' },
  },
  {
    name: 'a pin has no time to cool',
    plan: pin,
    in: ALL,
    finds: { 'layer-time-proven': ' s' },
  },
  {
    name: 'a third tool is asked for behind its M6',
    plan: withWords(bracket, 3, 'T3 M6', 'T0 M6'),
    in: ['numbered', 'macros', 'inches'],
    finds: { 'tool-there': 'T3 at line' },
    isBlocked: true,
  },
  {
    name: 'a checksum is another',
    plan: bracket,
    alter: (program) => program.replace(/\*(\d+)\r\nN200 /, (_, sum: string) => `*${Number(sum) ^ 1}\r\nN200 `),
    in: ['volumetric'],
    finds: { 'checksums-hold': '1 wrong checksum, first at line 199' },
    isBlocked: true,
  },
  {
    name: 'the spool does not last',
    plan: bracket,
    change: { machine: { loaded: { id: 'asa', name: 'Torba ASA natural', lot: '2231', remainingG: 0.3 } } },
    in: ALL,
    finds: { 'loaded-material': '' },
    isBlocked: true,
  },
  {
    name: 'it crosses a zone that is kept free',
    plan: bracket,
    change: { values: { unprintableZones: '160 160 170 170' } },
    in: ['plain', 'volumetric', 'macros'],
    finds: { 'program-off-zones': 'X 1' },
    isBlocked: true,
  },
  {
    name: 'it takes longer than its class may',
    plan: bracket,
    change: { policy: { ceilings: { 'in-house': { hours: 0.01 } } } },
    in: ['plain', 'volumetric', 'macros'],
    finds: { 'time-ceiling': '' },
    isBlocked: true,
  },
  {
    name: 'its name cannot be sent',
    plan: bracket,
    change: { job: { fileName: `${'long'.repeat(40)}.gcode` } },
    in: ['plain', 'volumetric'],
    finds: { 'file-name': '' },
  },

  {
    name: 'the filament is pushed back and forth at one place',
    plan: withWords(bracket, 4, ...Array.from({ length: 30 }, () => ['M83', 'G1 E-1.2 F2100', 'G1 E1.2 F2100']).flat()),
    in: ['macros', 'numbered', 'compact'],
    finds: { 'filament-ground': '32 times' },
  },
  ...['M84', 'M18', 'M18 X Y'].map((word): PlantedFault => ({
    name: `the motors go off by ${word} in the middle`,
    plan: withWords(bracket, 4, word),
    in: ['plain', 'volumetric', 'macros', 'compact'],
    finds: { 'homed-first': 'lays at line' },
    isBlocked: true,
  })),
  {
    name: 'it halts the controller in the middle',
    plan: withWords(bracket, 4, 'M112'),
    in: ['plain', 'compact', 'arcs'],
    finds: { 'ends-once': 'lines behind the end', 'heaters-off': '248 °C', 'parks-clear': '' },
  },
  ...['M92 E400', 'M206 Z-1', 'M302 P1', 'M500', 'M851 Z-1', 'G43 H1', 'G38.2 Z-5'].map((word): PlantedFault => ({
    name: `it sets what is not its own: ${word}`,
    plan: withWords(bracket, 4, word),
    in: ['plain', 'macros', 'compact'],
    finds: { 'known-words': word.split(' ')[0]! },
  })),
  {
    name: 'it dives below the plate',
    plan: withWords(bracket, 4, 'G0 X160 Y160 Z-0.5 F600', 'G0 Z1'),
    in: ['plain', 'volumetric', 'compact'],
    finds: { 'within-travel': 'Z -0.5 mm', 'clear-of-laid': '1.3 mm deep' },
    isBlocked: true,
  },
  {
    name: 'heights are counted anew in the middle',
    plan: withWords(bracket, 4, 'G92 Z5'),
    in: ['plain', 'volumetric', 'macros'],
    finds: { 'within-travel': 'Z -', 'clear-of-laid': 'mm deep' },
    isBlocked: true,
  },
  {
    name: 'the bed is cooled to hand warmth after the first layers',
    plan: withWords(bracket, 4, 'M190 S30'),
    in: ['plain', 'volumetric', 'macros'],
    finds: { 'bed-stays-warm': '30 °C' },
  },
  {
    name: 'it slows itself down',
    plan: withWords(bracket, 4, 'M220 S40'),
    in: ['plain', 'numbered', 'macros'],
    finds: { 'no-own-scaling': 'M220 S40' },
  },
  {
    name: 'an arc without a middle',
    plan: withWords(bracket, 4, 'G2 X30 Y10'),
    in: ['plain', 'macros', 'compact'],
    finds: { 'readable-lines': 'without a usable centre' },
  },
  {
    name: 'a coordinate without a figure',
    plan: withWords(bracket, 4, 'G1 Xabc'),
    in: ['plain', 'macros', 'compact'],
    finds: { 'readable-lines': 'without a figure' },
  },
  {
    name: 'a per-cent sign in the middle ends it',
    plan: withWords(bracket, 4, '%'),
    in: ['plain', 'compact'],
    finds: { 'ends-once': 'lines behind the end', 'heaters-off': '248 °C', 'parks-clear': '' },
  },
  {
    name: 'resets of the filament are lost',
    plan: bracket,
    without: /^G92 E0$/,
    in: ['plain'],
    finds: { 'retraction-proven': '31' },
  },
  {
    name: 'the filament is taken for absolute',
    plan: bracket,
    without: /^M83$/i,
    in: ['compact', 'inches', 'macros'],
    finds: { 'retraction-proven': '2.412 mm', 'filament-ground': '58 times' },
  },
  {
    name: 'the position is counted anew in the middle',
    plan: withWords(bracket, 4, 'G92 X-200'),
    in: ['plain', 'volumetric', 'macros'],
    finds: { 'within-travel': 'X' },
    isBlocked: true,
  },
  {
    name: 'the second head of two is asked for on a machine of one',
    plan: withWords(bracket, 5, 'T1', 'T0'),
    in: ['plain', 'compact', 'inches'],
    finds: { 'tool-there': 'T1 at line' },
    isBlocked: true,
  },
  {
    name: 'the second head retracts further than is proven',
    plan: withWords(twoHeads, 4, 'M83', 'G1 E-6 F2100', 'G1 E6 F2100'),
    in: ['numbered', 'macros', 'compact'],
    finds: { 'retraction-proven': '6 mm' },
  },
];
