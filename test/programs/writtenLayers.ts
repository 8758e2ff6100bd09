import { says, square, START, times, tower, type Written } from './lines.ts';

/** Programs whose layers, parts and pieces are hard to tell apart. */
export const writtenLayers: Readonly<Record<string, Written>> = {
  'a spiral of six corners': {
    lines: [
      ...START,
      'G1 X70 Y50 F1800 E0.1',
      ...times(40, (k) => {
        const angle = ((k + 1) * Math.PI) / 3;
        return `G1 X${(50 + 20 * Math.cos(angle)).toFixed(3)} Y${(50 + 20 * Math.sin(angle)).toFixed(3)} Z${(0.2 + 0.03 * (k + 1)).toFixed(2)} E0.8`;
      }),
      ...says('G1 X40 Y40 E1, G1 X45 Z2 E0.2, G1 X45 Y48 Z2.5 E0.4'),
    ],
  },
  'a ramp of more heights than are told apart': {
    lines: [
      ...START,
      'G1 X10 Y10 F1800',
      ...times(4200, (k) => `G1 X${(10 + (k + 1) * 0.01).toFixed(2)} Z${(0.2 + (k + 1) * 0.001).toFixed(3)} E0.0004`),
    ],
  },
  'thousands of pieces within a millimetre': {
    lines: [
      ...START,
      'G1 X10 Y10 F6000',
      ...times(4300, (k) => `G1 X${(10 + (k + 1) * 0.0002).toFixed(4)} E${k < 2000 ? '0.00002' : '0.00001'}`),
      ...says('G1 X11 E0.02, G1 X14 E0.1 F3000, G1 X14.5 E0.05'),
    ],
  },
  'thousands of short pieces, some without filament': {
    lines: [
      ...START,
      'G1 X10 Y10 F4800',
      ...times(
        5200,
        (k) =>
          `G1 X${(10 + (k % 2) * 0.05).toFixed(2)} Y${(10 + (k + 1) * 0.01).toFixed(2)}${k % 7 === 3 ? '' : ` E${(0.002 + (k % 13) * 0.0002).toFixed(4)}`}`,
      ),
      ...says('G0 X20 Y20, G1 X20.4 E0.04, G1 X20.8 E0.01, G0 X21.2, G1 X21.8 E0.05'),
    ],
  },
  'pieces of just a millimetre': {
    lines: [
      ...START,
      ...says(
        'G1 X10 Y10 F1200, G1 X11 E0.1, G1 X12 E0.1, G1 X12.5 E0.03, G1 X13 E0.05, G1 X13.5 E0.02, G1 X14.25 E0.06',
      ),
      ...says('G1 X14.5 E0.01, G1 X15.5 E0.12 F3600, G1 X15.9 E0.06, G0 X16.9, G1 X17.4 E0.08 F600, T1'),
      ...says('G1 X17.9 E0.05 F3600, G1 X18.9 E0.11, G1 X22 E0.2 F1200, T0, G1 X24 E0.3, G1 Z0.4, G1 X22 E0.3'),
      ...says('G1 X21.5 E0.05 F3000'),
    ],
  },
  'lines that end at one place, wide and narrow': {
    lines: [
      ...START,
      ...says(
        'G1 X10 Y10 Z0.2 F1200, G1 X40 Y10 Z0.2 E3, G1 X40 Y30 Z0.2 E1, G1 X10 Y30 Z0.2 E3, G1 X10 Y10 Z0.2 E0.5',
      ),
      ...says('G0 X25 Y20, G1 X40 Y10 Z0.2 E0.3, G1 X10 Y30 Z0.2 E4, G0 X20 Y20 Z0.4, G1 X40 Y30 Z0.4 E4'),
      ...says('G1 X10 Y10 Z0.4 E1'),
    ],
  },
  'primed first, low and beside the part': {
    lines: [...START, ...says('G0 X5 Y5 F6000, G1 X5 Y45 E3 F1200'), ...tower(60, 60, 20, 0.3, 0.5, 0.7, 0.9)],
  },
  'primed first, its edge where the part begins': {
    lines: [...START, ...says('G0 X5 Y5 F6000, G1 X60 Y5 E3 F1200'), ...tower(60, 60, 20, 0.4, 0.6, 0.8)],
  },
  'primed first and only one layer above': {
    lines: [...START, 'G0 X5 Y5 F6000', 'G1 X5 Y45 E3 F1200', ...square(60, 60, 20, 0.4)],
  },
  'primed first, higher than the part': {
    lines: [...START, ...says('G0 X5 Y5 Z0.6 F6000, G1 X5 Y45 E3 F1200'), ...tower(60, 60, 20, 0.2, 0.4, 0.6)],
  },
  'primed first, with just a hundred millimetres, and higher': {
    lines: [...START, ...says('G0 X5 Y5 Z0.6 F6000, G1 X5 Y45 E100 F300'), ...tower(60, 60, 20, 0.2, 0.4)],
  },
  'laid first with more than primes, and lower': {
    lines: [...START, ...says('G0 X5 Y5 F6000, G1 X5 Y45 E100.5 F300'), ...tower(60, 60, 20, 0.3, 0.5, 0.7)],
  },
  'parts one after another, the head comes down': {
    lines: [
      ...START,
      ...tower(10, 10, 20, 0.2, 0.4, 0.6, 0.8, 1, 1.2, 1.4, 1.6),
      'G0 Z5',
      ...tower(60, 60, 20, 0.2, 0.4, 0.6, 0.8, 1),
      ...says('G0 Z4 X15 Y15, G1 Z1.6, G1 X20 Y12, G1 Z0.4, G1 X12 Y20, G1 Z0.2 E0.1, G28 Z'),
    ],
  },
  'down by just a millimetre': {
    lines: [...START, ...tower(10, 10, 20, 0.2, 1.2), ...tower(40, 40, 20, 0.2, 1.3), ...square(10, 60, 20, 0.2)],
  },
  'primed first, behind the part': {
    lines: [...START, ...says('G0 X5 Y95 F6000, G1 X85 Y95 E3 F1200'), ...tower(60, 60, 20, 0.3, 0.55, 0.8)],
  },
  'primed first, before the part': {
    lines: [...START, ...says('G0 X55 Y5 F6000, G1 X85 Y5 E3 F1200'), ...tower(60, 60, 20, 0.3, 0.55, 0.8)],
  },
  'primed first, to the right of the part': {
    lines: [...START, ...says('G0 X95 Y5 F6000, G1 X95 Y95 E3 F1200'), ...tower(60, 60, 20, 0.3, 0.55, 0.8)],
  },
  'laid first, under one of the layers that follow': {
    lines: [
      ...START,
      ...square(10, 10, 5, 0.2),
      ...square(60, 60, 20, 0.45),
      ...square(10, 10, 20, 0.7),
      ...square(60, 60, 20, 0.95),
    ],
  },
  'laid first, and what follows comes back to its height': {
    lines: [...START, ...square(10, 10, 5, 0.2), ...tower(60, 60, 20, 0.45, 0.2, 0.7)],
  },
  'homed down to what stands, and to just a millimetre of it': {
    lines: [...START, ...square(10, 10, 20, 1), 'G28 Z', ...square(10, 10, 20, 1.25), 'G28 X', 'G28 Z'],
  },
};
