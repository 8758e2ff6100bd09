import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { exampleLimits } from '../motion/limits.ts';
import { GcodeInspector } from './inspect.ts';
import { cutProgram, linesToSend, WireCutter } from './wire.ts';
import { checksumOf } from './words.ts';

const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);
const cut = (given: string | Uint8Array): string | undefined => {
  const result = cutProgram(typeof given === 'string' ? bytesOf(given) : given);
  return result.ok ? new TextDecoder().decode(result.value) : `${result.failure.code} at ${result.failure.where}`;
};
const withChecksum = (line: string): string => `${line}*${checksumOf(bytesOf(line), 0, bytesOf(line).length)}`;

describe('a program is cut into the lines that are judged and sent', () => {
  test.each([
    ['a line stays', 'G1 X5 E0.2\n', 'G1 X5 E0.2\n'],
    ['the last one needs no newline', 'G28\nG1 X5', 'G28\nG1 X5\n'],
    ['LF, CR and both end a line', 'G28\r\nG1 X1\rG1 X2\n\r\nG1 X3', 'G28\nG1 X1\nG1 X2\n\nG1 X3\n'],
    ['spaces and tabs are one space, none at the ends', '  G1\t X5   E1 \n', 'G1 X5 E1\n'],
    ['a comment goes, its line stays', 'G28 ; home\n; all of it\nG1 X5;é', 'G28\n\nG1 X5\n'],
    ['what stands in brackets goes', 'G1 (to X9) X5(ü) E1\nG1 (open X6\nG1 X7', 'G1 X5 E1\nG1\nG1 X7\n'],
    ['a carriage return ends a comment', ';LAYER\rM104 S394\nG1 X5', '\nM104 S394\nG1 X5\n'],
    ['comments stand within comments', 'G1 (a (b) c) X5 (d\nG1 X6', 'G1 X5\nG1 X6\n'],
    ['a per-cent sign begins the file, the next one ends it', '%\nG28\n%\nG1 X5\n', '\nG28\n\n'],
    ['a per-cent sign behind comments begins it, too', '; a part\n\n%\nG28\n', '\n\n\nG28\n'],
    ['M2 ends it, wherever in a line', 'G28\nG0 X5 M2\nG1 X9\n', 'G28\nG0 X5 M2\n'],
    ['M30 ends it, with a number and a comment', 'G28\nN20 M30 (end)\nG1 X9\n', 'G28\nM30\n'],
    ['M30 with a name deletes a file', 'M30 old_2.gco\nG28\n', 'M30 old_2.gco\nG28\n'],
    ['M30 within a message is none', 'M117 M30\nG28\n', 'M117 M30\nG28\n'],
    ['a line that may be left out is done', '/G28\n/ N20 G1 X5\n', 'G28\nG1 X5\n'],
    ['a mark of byte order goes', '\ufeffG28\n', 'G28\n'],
    ['a message keeps its place, not its letters', 'M117 Größe 3 (5) ;x\nm118 Ü', 'M117 Gr??e 3\nm118 ?\n'],
    ['a line number belongs to the sender', 'N10 G1 X5\nn11G28\nN12', 'G1 X5\nG28\n\n'],
    ['so does a checksum', `${withChecksum('N3 G1 X5')}\n${withChecksum('G1  X6 ')} ; good`, 'G1 X5\nG1 X6\n'],
    ['so does setting the number', 'N0 M110*125\nM110 N4\nM 110\nM1100', '\n\n\nM1100\n'],
    ['a star within a line stays to be judged', 'G1 X5*71 M104 S300', 'G1 X5*71 M104 S300\n'],
    ['nothing is nothing', '', ''],
    ['only a number is an empty line', 'N5', '\n'],
  ])('%s', (_, given, out) => expect(cut(given)).toBe(out));

  test.each([
    ['an odd letter', 'G28\nG1 X5 Ċ', 'notPlain at line 2, column 7'],
    ['a letter whose half is a newline', 'G1 X5 \u010aM104 S394', 'notPlain at line 1, column 7'],
    ['a control character', 'G1 X5\u0007', 'notPlain at line 1, column 6'],
    ['a form feed, after a carriage return', 'G28\rG1\u000c', 'notPlain at line 2, column 3'],
    ['half a mark of byte order', Uint8Array.of(0xef, 0xbb, 0x47), 'notPlain at line 1, column 1'],
    ['an odd letter in a number’s line', 'N5 é', 'notPlain at line 1, column 4'],
    ['a message that is none', 'M1170 é', 'notPlain at line 1, column 7'],
    ['a line without end', `G28\n${'X'.repeat((1 << 20) + 1)}`, 'longLine at line 2'],
    ['a line without end, ended', `G28\n${'X'.repeat((1 << 20) + 1)}\n`, 'longLine at line 2'],
  ])('%s is refused with its place', (_, given, why) => expect(cut(given)).toBe(why));

  test('a wrong or missing checksum is told with its line', () => {
    const wrong: number[] = [];
    const cutter = new WireCutter((line) => wrong.push(line));
    cutter.push(bytesOf(`G28\nN1 G1 X5*3\n${withChecksum('G1 (é) X5')}\nG1 X5*\nG1 X5*7 G2\n`));
    expect(wrong).toEqual([2, 4]);
  });
  test('comments of any length cost nothing to keep', () => {
    expect(cut(`G28 ;${';'.repeat(1 << 22)}\n(${'('.repeat(1 << 22)}`)).toBe('G28\n\n');
  });
});

const odd = fc.constantFrom(
  '\n',
  '\r',
  '\t',
  ' ',
  ';',
  '(',
  ')',
  '*',
  'N',
  'M110',
  'M117 ',
  'M104 S394',
  'G1 X5',
  'é',
  '\ufeff',
  '7',
);
const program = fc.array(odd, { maxLength: 40 }).map((parts) => bytesOf(parts.join('')));

describe('of any bytes', () => {
  test('the cut does not depend on how they come', () =>
    fc.assert(
      fc.property(program, fc.array(fc.nat(40), { maxLength: 6 }), (bytes, at) => {
        const cutter = new WireCutter();
        const places = [0, ...[...at].sort((a, b) => a - b), bytes.length];
        let text = '';
        for (let i = 1; i < places.length; i++)
          text += new TextDecoder().decode(cutter.push(bytes.subarray(places[i - 1], places[i])));
        text += new TextDecoder().decode(cutter.finish());
        const { failure } = cutter;
        expect(failure ? `${failure.code} at ${failure.where}` : text).toBe(cut(bytes));
      }),
      { numRuns: 3000, seed: 1 },
    ));
  test('the inspector hands on the very same cut, its fast lane too, however the bytes come', () => {
    const part = fc.oneof(
      odd,
      fc.constantFrom('\nG1 X10.25 Y3 E0.5\nG0 X7 Y8 F900\n', '\nG1 X1 Y2 \n', '\nG1  X1\r\n', 'G1 X3Y4\n'),
    );
    fc.assert(
      fc.property(fc.array(part, { maxLength: 60 }), fc.integer({ min: 1, max: 90 }), (parts, size) => {
        const bytes = bytesOf(parts.join(''));
        let text = '';
        const inspector = new GcodeInspector(exampleLimits, (lines) => (text += new TextDecoder().decode(lines)));
        for (let i = 0; i < bytes.length; i += size) inspector.push(bytes.slice(i, i + size));
        const report = inspector.finish();
        if (report.ok) expect(text).toBe(cut(bytes));
      }),
      { numRuns: 3000, seed: 4 },
    );
  });
  test('a line that is sent holds printable ASCII and no comment', () =>
    fc.assert(
      fc.property(fc.oneof(program, fc.uint8Array({ maxLength: 60 })), (bytes) => {
        const result = cutProgram(bytes);
        if (result.ok) for (const line of linesToSend(result.value)) expect(line).toMatch(/^[!-~]([ -~]*[!-~])?$/);
        if (result.ok) for (const line of linesToSend(result.value)) expect(line).not.toMatch(/[;(]/);
      }),
      { numRuns: 3000, seed: 2 },
    ));
  test('cutting again changes nothing', () =>
    fc.assert(
      fc.property(program, (bytes) => {
        const once = cutProgram(bytes);
        if (!once.ok) return;
        const again = cutProgram(once.value);
        // a number or checksum that stood behind another is taken by the second cut: it never was one
        if (again.ok && !/[*N]/.test(new TextDecoder().decode(once.value))) expect(again.value).toEqual(once.value);
      }),
      { numRuns: 2000, seed: 3 },
    ));
});
