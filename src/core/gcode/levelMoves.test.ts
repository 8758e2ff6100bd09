import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { exampleLimits } from '../motion/limits.ts';
import { inspectGcode } from './inspect.ts';
import { COLUMNS_PER_MOVE, LevelMoves } from './levelMoves.ts';
import { LineWords, scanLine } from './words.ts';

const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);
const figure = fc.oneof(
  fc.tuple(fc.integer({ min: -250, max: 250 }), fc.integer({ min: 0, max: 999 })).map(([a, b]) => `${a}.${b}`),
  fc.integer({ min: -20000, max: 20000 }).map(String),
  fc.constantFrom('.5', '-.25', '7.', '0', '-0', '0.00001', '1.0173912', '123456789.5', '00012.500', '+3', '-', ''),
);
const word = fc.tuple(fc.constantFrom('X', 'Y', 'E', 'F'), figure).map((p) => p.join(''));
const level = fc
  .tuple(
    fc.constantFrom('G1 ', 'G0 ', 'G1', 'G1  '),
    fc.array(word, { maxLength: 4 }),
    fc.constantFrom(' ', ''),
    fc.constantFrom('', ' ', '; wall', '\r', ' (bridge)'),
  )
  .map(([g, words, gap, end]) => g + words.join(gap) + end);
const other = fc.constantFrom(
  'G1 Z0.4',
  'G1 X5 Y5 Z3 E1',
  'G1 E-0.8 F2400',
  'G92 E0',
  'G92 X3',
  'G90',
  'G91',
  'M82',
  'M83',
  'G20',
  'G21',
  'G28',
  'M109 S200',
  'M104 S230',
  'G2 X10 Y10 I5 J0 E1',
  'M203 X20 E2',
  'M201 X300',
  'M204 P400 T800',
  'M205 X4 Y2',
  'X7 Y2',
  'T1',
  'N4 G1 X2*7',
  '',
  'M117 G1 X5',
  'G4 P20',
);

describe('the quick lane for level moves', () => {
  test('reads the figures the scanner reads, and stops where it should', () => {
    fc.assert(
      fc.property(
        fc.array(fc.oneof({ weight: 5, arbitrary: level }, other), { minLength: 1, maxLength: 30 }),
        (lines) => {
          const bytes = bytesOf(`${lines.join('\n')}\n`);
          const moves = new LevelMoves();
          const words = new LineWords();
          const stop = moves.read(bytes, new DataView(bytes.buffer), 0, bytes.length);
          let at = 0;
          for (let k = 0; k < moves.count; k++) {
            at = scanLine(bytes, at, bytes.length, words);
            [...'XYEF'].forEach((letter, column) => {
              const code = letter.charCodeAt(0) - 65;
              const given = (moves.masks[k]! & (1 << column)) !== 0;
              expect(given).toBe(words.has(code));
              if (given) expect(moves.values[k * COLUMNS_PER_MOVE + column]).toBe(words.values[code]);
            });
            expect(words.has(25)).toBe(false);
          }
          expect(stop).toBe(at);
        },
      ),
      { numRuns: 3000, seed: 11 },
    );
  });

  test('gives the same report as the way every other line goes', () => {
    // A space before the line keeps it out of the quick lane and means nothing.
    fc.assert(
      fc.property(
        fc.array(fc.oneof({ weight: 6, arbitrary: level }, other), { maxLength: 60 }),
        fc.boolean(),
        (lines, deviation) => {
          const limits = deviation ? { ...exampleLimits, junctionDeviationMm: 0.02 } : exampleLimits;
          const padded = [
            ...lines.filter((l) => !l.includes('*')), // a checksum counts the space
            '; a long last line, because the quick lane leaves the last bytes of a chunk to the other',
          ];
          const quick = inspectGcode(bytesOf(`${padded.join('\n')}\n`), limits);
          const slow = inspectGcode(bytesOf(`${padded.map((l) => ` ${l}`).join('\n')}\n`), limits);
          const plain = (r: typeof quick) => (r.ok ? { ...r.value, bytes: 0 } : r.failure);
          expect(plain(quick)).toEqual(plain(slow));
        },
      ),
      { numRuns: 3000, seed: 12 },
    );
  });

  test('a whole run of level moves is taken at once', () => {
    const bytes = bytesOf(
      `${Array.from({ length: 300 }, (_, k) => `G1 X${k}.5 Y${k % 7} E0.012345`).join('\n')}\n; the end of the program\n`,
    );
    const moves = new LevelMoves();
    expect(moves.read(bytes, new DataView(bytes.buffer), 0, bytes.length)).toBe(bytes.lastIndexOf(59));
    expect(moves.count).toBe(300);
  });
});
