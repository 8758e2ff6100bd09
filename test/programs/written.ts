import { says, START, square, times, type Written } from './lines.ts';
import { writtenLayers } from './writtenLayers.ts';

/** Programs written down for what chance does not come by: figures at the very edge of a limit, what is said twice, what a controller of
 *  its own knows, pieces by the thousand. */
export const writtenPrograms: Readonly<Record<string, Written>> = {
  'speeds at the very limit of each axis, and beyond': {
    limits: {
      maxFeedMmPerS: [240, 240, 10, 60],
      travelAccelerationMmPerS2: 1100,
      maxAccelerationMmPerS2: [1100, 1000, 300, 2000],
    },
    lines: [
      ...START,
      ...says('G1 X10 Y10 Z0.2 F14400, G1 X60 Z0.2, G1 Y60 Z0.2, G1 Z10.2 F600, G1 X64 Z10.2 E1 F14400, G1 E2 F3600'),
      ...says('G1 X10 E4 Z10.2, G1 X70 Z10.2 F14460, G1 Y10 Z10.2 F14460, G1 Z11.2 F620, G1 E-2 F3610, G1 E2 F3610'),
      ...says(
        'G1 X74 Z11.2 E1.1 F14400, G1 X10 Z11.2 F14460, M203 X100 Y90 Z5 E20, G1 X70 Z11.2 F14400, G1 Y60 Z11.2 F6000',
      ),
      ...says('G1 Y10 X9 Z13.2 F5400, G1 E1 F1300, M203 X60 Y60, G1 X40 Y40 Z13.2 F7200'),
    ],
  },
  'heat said again, as it is and as it was': {
    lines: [
      ...START,
      ...says(
        'M104 S205, M140 S60, G1 X20 Y20 E1 F1200, M104 S210, G1 X30 E1, M104 S210, M106 S120, M106 S120, G1 X40 E1',
      ),
      ...says('M104 S205, M109 S205, G1 X50 E1, M140 S70, G1 X60 E1, M190 S70, M140 S70, G1 Z0.4 X20 E1, M140 S60'),
      ...says(
        'G1 X60 E1, M140 S0, G1 X20 E1, M140 S60, G1 X60 E1, M141 S40, M191 S40, M141 S40, M191 S45, M141 S50, M116',
      ),
      ...says('M191 S55, M104 S0, G1 X20 E1, M191, M141'),
    ],
  },
  'waits for one heater while another warms': {
    limits: { warms: { nozzleCPerS: 1.5, bedCPerS: 0.5, chamberCPerS: 0.1 } },
    lines: [
      ...says('G28, M104 S180, M140 S50, M141 S35, M190 S45, M109 S190, M191 S30, T1, M104 S150, M104 T0 S200, M116'),
      ...says(
        'G1 X20 E1 F900, T0, M109 S200, G1 X30 E1, T1, M109 S150, M109 R100, M109 S170, T0, M104 S0, T1, T0, M109 S60',
      ),
    ],
  },
  'what was said last is the same again': {
    lines: [
      ...START,
      ...says(
        'G4 S2, G1 X10 E1 F900, G4 S2, G1 E-1.5 F1800, G1 E1.5, G1 X20 E1, G1 E-1.5, G1 E1.5, G1 X30 E1, M204 S900',
      ),
      ...says('G1 X40 E1, M204 S900, G1 X50 E1, M220 S90, M220 S110, M221 S100, M221 S103, M221 S97, M201 X2500 Y2600'),
      ...says(
        'M201 X2600 Y2100, M201 Z500, G1 X20 E1, M204 T1500, M204 P1800 T1800, G1 X60 E1, G20, G20, G21, M0, M1, G28',
      ),
    ],
  },
  'sudden changes of speed, as asked for and as allowed': {
    limits: { junctionDeviationMm: 0.05, instantSpeedChangeMmPerS: 8 },
    lines: [
      ...START,
      ...square(10, 10, 20, 0.2),
      'M205 X3 Y-1 Z0.1',
      ...square(40, 10, 20, 0.2),
      'M205 X-1 Y2 Z-1 J0',
      ...square(70, 10, 20, 0.2),
      'M205 X0 Y0 Z0 J0.02',
      ...square(10, 40, 20, 0.4),
      'M205 X12 Y12 Z12 J0.5',
      ...square(40, 40, 20, 0.4),
    ],
  },
  'sudden changes of speed without a junction': {
    limits: { junctionDeviationMm: null, instantSpeedChangeMmPerS: 8 },
    lines: [
      ...START,
      'M205 J0.02',
      ...square(10, 10, 20, 0.2),
      'M205 Y0',
      ...square(40, 10, 20, 0.2),
      'M205 X1',
      ...square(40, 10, 20, 0.4),
      ...says('M205 Z0, G1 Z0.8 F400, G1 Z1.2, G1 X10 Z0.9 F1800'),
    ],
  },
  'pulls back by itself, as its machine does and as the program sets it': {
    limits: { reads: { ownRetraction: { mm: 1.2, mmPerS: 30 } } },
    lines: [
      ...START,
      ...says(
        'G1 X10 E1 F900, G10, G0 X20, G11, M207 F1200, G10, G11, M207 S2, G1 X30 E1, G10, G11, M207 S0.8 F2400, G10',
      ),
      ...says('G1 X40, G11, G11, G10 L2 P1 X5, G1 X50 E1'),
    ],
  },
  'pulls back by itself, nobody knows how far': {
    lines: [...START, ...says('G1 X10 E1 F900, G10, G10, G11, M207 S1.5, G10, G11'), 'G1 X20 E1'],
  },
  'words that the machine knows by itself': {
    limits: {
      reads: {
        macros: {
          BEGIN: [
            { does: 'homes' },
            { does: 'heats bed', by: 'BED' },
            { does: 'heats nozzle', by: 'NOZZLE' },
            { does: 'primes' },
          ],
          REST: [{ does: 'pauses' }],
          FLAT: [{ does: 'levels' }, { does: 'nothing' }],
          COLD: [{ does: 'cools' }],
          G35: [{ does: 'levels' }],
          M700: [{ does: 'primes' }],
        },
      },
    },
    lines: [
      ...says(
        'BEGIN BED=55 NOZZLE=210, FLAT, G90, M83, G1 X20 Z0.2 E1 F900, REST, REST, G35, G36, M700, M701, G1 X30 E1',
      ),
      ...says('UNKNOWN_WORD A=1, BEGIN, G1 X40 E1, COLD, G1 X50 E1'),
    ],
  },
  'motors off, and what is laid then': {
    lines: [
      ...START,
      ...says(
        'G1 X10 E1 F900, M84 S60, G1 X20 E1, M18 E, G1 X30 E1, M84 E0, G1 X35 E1, M84 X E, G1 X40 E1, G1 X45 E1, G28',
      ),
      ...says('G1 X50 Z0.2 E1, M84, G28 X, G1 X50 Z0.2 E1'),
    ],
  },
  'fans, other fans and their edges': {
    lines: [
      ...START,
      ...says('G1 X10 E1 F900, M106 P0 S100, M106 P2 S255, M106 S300, M106 S-5, M106, M107, M106 S254'),
      ...times(70, (k) => `M106 S${k}`),
      'G1 X20 E1',
    ],
  },
  'more slips than are listed': {
    lines: [
      ...START,
      ...times(52, (k) => `G1 X20 X${30 + k} E0.1`),
      ...times(205, (k) => `M9${100 + k}`),
      'M9101',
      'G1 X10 E1 F900',
    ],
  },
  'more heads than there are': {
    lines: [
      ...START,
      ...times(35, (k) => `T${k}`),
      ...times(35, (k) => `M104 T${k} S${180 + k}`),
      ...says(
        'T3, G1 X10 E1 F900, G1 E-1, T3, T31, G1 X20 E0.5, T33, G1 X30 E1, M6 T2, G1 X40 E1 T4, T5 G1 X50 E1, M5 T6',
      ),
      ...says('T0, G1 E1'),
    ],
  },
  'waits as long as they come': {
    lines: [
      'G4 S5',
      ...START,
      ...says('G4 P500, G4, G1 X10 E1 F900, G4 S3, G4 P0, G4 S999999, G4 S1000000, G4 S1.5, G30, G29'),
    ],
  },
  'as far as a kilometre': {
    lines: [
      ...START,
      ...says(
        'G92 X0 Y0 Z0 E0, G1 X1000000 F6000, G1 X999999.9999 Y0 Z0.0001, G1 X0, G1 X1000000.5, G1 X500000 Y499999 Z1',
      ),
      ...says('G1 X0 Y0 Z0, G1 Z1000000, G1 E1000000.2 X1, G1 X10 Y10 Z0.2 E1'),
    ],
  },
  'words by themselves and two at once': {
    lines: [
      ...says('X10 Y10, G28, X10, G1 F1200, X20 E1, G0 G1 X30, G1 G1 X31, G92 X0 G1 X5, G10 G1 X7, G28 G0 X8, G1 G92'),
      ...says('G1 X Y12, G1 X13 X14, F1800, E1, G3, X40 Y12 I10, G18, X44, G17 G1 X20 Y20'),
    ],
  },
  'arcs in the plane, rising and round': {
    limits: { reads: { roundBed: { x: 50, y: 50, radiusMm: 60 } }, maxFeedMmPerS: [40, 45, 10, 60] },
    lines: [
      ...START,
      ...says('G0 X60 Y50 F6000, G3 X50 Y60 I-10 J0 E1 F3000, G3 X60 Y50 I0 J-10 E3 Z0.4, G2 X60 Y50 I-10 J0 E4 Z0.6'),
      ...says('G2 X60 Y50 I-10 J0 P3 E9, G2 X60 Y50 I-10 J0 P1 E4, G2 X60 Y50 I-10 J0 P1000 E4, G2 X40 Y50 R10 E2'),
      ...says('G2 X60 Y50 R-10.2 E2, G2 X50 Y20 R5 E2, G3 X60.2 Y50 I0 J30 E2, G2 X10 Y20 E2, G0 X100 Y50'),
      ...says(
        'G3 X0 Y50 I-50 J0, G0 X100 Y50 F1800, G3 X50 Y100 I-50 E5, G1 X50 Y105 E0.3, G1 X50 Y105 Z2 E0.3, G90.1',
      ),
      ...says('G2 X60 Y95 I50 J95 E1, G91.1'),
    ],
  },
  'arcs across the plate': {
    lines: [
      ...START,
      ...says('G1 X20 Y20 Z5 F1200, G18, G2 X30 Z5 I5 K0 E1, G3 X30 Z5 I-5 K0 Y25 E2, G2 X30 Z7 R9 E1, G2 X31 Z7, G19'),
      ...says('G3 Y35 Z7 J5 K0 E1, G2 Y35 Z7 J0 K2, G2 Y35 Z7 J0 K0 E1, G17, G1 X10 E1'),
    ],
  },
  'filament straight upward': {
    lines: [
      ...START,
      ...says('G1 X10 Y10 F900, G1 Z1 E1, G1 Z1.2, G1 X12 Y10 Z1.2 E0.2, G1 X12 Y14 Z1.2000005 E0.2, G1 X15 Z1.3 E0.2'),
      ...says('G1 X20 Y10 E-0.5 F1800, G1 X25 E-0.3, G1 E0.8, G1 X30 E0.4'),
    ],
  },
  'from another place, in inches and in volume': {
    limits: { reads: { filamentIn: 'mm³', areFeedLimitsPerMinute: true } },
    lines: [
      ...START,
      ...says(
        'M203 X6000 Y4800, G1 X20 Y20 E4 F9000, G92 E0 X0, M82, G1 X10 E3, G92, G1 X5 Y5 E3, M200 D1.75 S0, G1 X15 E4',
      ),
      ...says(
        'M200 S1, G1 X25 E7, M200 S0, M200 D0, G20, G91, M83, G1 X1 Y0.5 E0.2 F100, M200 D2.85, G1 X-1 E0.1, G21, G90',
      ),
      ...says('G92 Z1 E5, G1 X1 Z1.5 E2, M82, G1 X9 E7'),
    ],
  },
  'nothing homed': {
    lines: [
      ...says(
        'G91, G1 Z5 F600, G1 Z-1, G28 X, G1 X10 F3000, G1 Y5, G28 Y Z, G90, G1 X20 Y20 Z0.2 E1, G28 X Y, G1 X30 E1',
      ),
    ],
  },
  'a lift that is none': { lines: [...says('G90, G1 Z5 F600, G28'), 'G1 X20 Z0.2 E1'] },
  'every heater waited for in one word': {
    lines: says(
      'G28, M140 S60, M141 S40, M104 S200, T1, M116, G1 X20 E1 F900, T0, G1 X30 E1, M140 S62, M141 S60, M116',
    ),
  },
  'the nozzle waited for in one word, the bed warm and the chamber cold': {
    lines: says('G28, M190 S60, M104 S240, M141 S21, M116, M191 S30, M104 S245, M116, G1 X20 E1 F900'),
  },
  'a head that is only warmed': { lines: [...START, ...says('M104 T3 S150, G1 X20 E1 F900, M104 T3 S0')] },
  'only X is homed': { lines: says('G28 X, G90, G1 X20 F3000, G1 Y20, G28, G1 X20 Y20 Z0.2 E1') },
  'X and Y are homed, and the nozzle goes up': { lines: says('G28 X Y, G91, G1 Z5 F600, G90, G28 Z, G1 X20 E1 F900') },
  'X and Y are homed, and the nozzle goes down': { lines: says('G28 X Y, G91, G1 Z-5 F600, G90, G28 Z, G1 X20 E1') },
  'X and Y are homed, and the nozzle is told a height': { lines: says('G28 X Y, G90, G1 Z5 F600, G28 Z, G1 X20 E1') },
  'an arc before Y is homed': { lines: says('G28 X, G90, G3 X20 Y0 I10 F900, G28, G1 X20 Z0.2 E1') },
  'filament is counted as the axes are': {
    lines: says('G28, G90, G1 X10 E1 F900, G91, G1 X5 E1, G1 X5 E1, G90, G1 X30 E4, M83, G91, G90, G1 X40 E1'),
  },
  'arcs that reach further than their ends': {
    limits: { reads: { roundBed: { x: 50, y: 50, radiusMm: 60 } } },
    lines: [
      ...START,
      ...says('G0 X90 Y40 F6000, G3 X90 Y60 I-5 J10 E2 F1800, G0 X150 Y40, G3 X150 Y60 I-5 J10, G0 X10 Y40'),
      ...says('G2 X10 Y60 Z1.2 I5 J10 E2, G0 Z5, G0 X30 Y-40, G2 X50 Y-40 I10 J-5, G0 X30 Y120, G3 X50 Y120 I10 J5'),
    ],
  },
  'an arc across the plate that goes along it as well': {
    lines: [...START, ...says('G1 X20 Y20 Z5 F1200, G19, G3 Y35 Z7 X30 J5 K0 E1, G18, G2 X40 Z5 Y50 I5 K0 E1, G17')],
  },
  'arcs that are off by just so much as counts, and by less': {
    lines: [
      ...START,
      ...says('G1 X0 Y0 F1200, G2 X10.055 Y0 I5 J0 E1, G1 X0 Y0, G2 X10.12 Y0 I5 J0 E1, G1 X0 Y0, G2 X10 Y0 R4.945 E1'),
      ...says('G1 X0 Y0, G2 X10 Y0 R4.96 E1, G1 X0 Y0, G2 X10 Y0 I5 P1.5 E1, G1 X0 Y0, G2 X10 Y0 I5 P2 E1'),
    ],
  },
  'no speed is ever said': { lines: [...says('G28, G1 X20 Z0.2 E1, G1 X40 E1, G1 E-1'), 'G2 X50 I5 E1'] },
  ...writtenLayers,
};
