import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { LinePrint, type PrintLog } from '../../src/areas/machines/server/linePrint.ts';
import { progressOf } from '../../src/areas/machines/model/print.ts';
import { inspectGcode } from '../../src/core/gcode/inspect.ts';
import { cutProgram, linesToSend } from '../../src/core/gcode/wire.ts';
import { exampleLimits } from '../../src/core/motion/limits.ts';
import { programOf } from '../../test/programs/generate.ts';
import { serveFarm, type Farm } from './serve.ts';

let farm: Farm;
beforeAll(async () => {
  farm = await serveFarm(0, [{ key: 'hut', seed: 1 }], [], 1e9);
});
afterAll(() => farm.stop());
const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);

/** The lines that reach the machine when a file is printed, or why it is not. */
async function printed(file: Uint8Array): Promise<readonly string[] | string> {
  const cut = cutProgram(file);
  if (!cut.ok) return cut.failure.code;
  const record: PrintLog = {
    name: 'J-0001',
    wish: 'print',
    progress: progressOf('connecting', 0, new Date(0)),
    write: (change) => {
      record.progress = { ...record.progress, ...change };
      return Promise.resolve();
    },
    mayGoOn: () => Promise.resolve(),
    end: (how) => Promise.resolve(void expect(how).toBe('finished')),
  };
  await new LinePrint(linesToSend(cut.value), record, { host: '127.0.0.1', port: farm.ports[0]! }, 1).run();
  return farm.controllers[0]!.accepted;
}

/** A report without what counts lines and bytes: empty lines are judged, but not sent. */
function reportOf(file: Uint8Array): unknown {
  const report = inspectGcode(file, exampleLimits);
  if (!report.ok) return report.failure.code;
  return JSON.parse(JSON.stringify(report.value), (key: string, value: unknown) =>
    /line|^bytes$|^wrongChecksums$/i.test(key) ? undefined : value,
  ) as unknown;
}
async function expectAsJudged(file: Uint8Array): Promise<void> {
  const judged = reportOf(file);
  const lines = await printed(file);
  // what cannot be sent has no verdict; what has no verdict is not sent, for a job is printed by its check
  if (typeof lines === 'string') expect(judged).toMatch(/^(notPlain|binary|longLine)$/);
  else if (typeof judged !== 'string') expect(reportOf(bytesOf(lines.join('\n')))).toEqual(judged);
}

describe('what was judged is what reaches the machine', () => {
  test.each([
    ['a letter whose half is a newline', 'M109 S240\nG28\nG1 X5 \u010aM104 S394\n', 'notPlain', 240],
    ['the same in a message', 'M109 S240\nM117 \u010aM104 S394\nG28\n', ['M109 S240', 'M117 ?M104 S394', 'G28'], 240],
    ['a carriage return in a comment', 'M109 S240\n;x\rM104 S394\nG28', ['M109 S240', 'M104 S394', 'G28'], 394],
    [
      'a host’s own words',
      'M109 S240\n@aside M104 S394\nM110 N7\nG28\n',
      ['M109 S240', '@aside M104 S394', 'G28'],
      394,
    ],
  ])('%s', async (_, file, lines, nozzleMaxC) => {
    const report = inspectGcode(bytesOf(file), exampleLimits);
    expect([await printed(bytesOf(file)), report.ok ? report.value.nozzleMaxC : 240]).toEqual([lines, nozzleMaxC]);
  });
  test('of programs of every kind of line', async () => {
    for (const seed of [3, 17, 29, 31, 58]) await expectAsJudged(bytesOf(programOf(seed)));
  });
  test('of any bytes', () => {
    const odd = fc.constantFrom(
      '\n',
      '\r',
      ' ',
      '; ',
      '(',
      ')',
      '*',
      'N4',
      'M110',
      'M117 ',
      'M104 S2',
      'G1 X5',
      'é',
      '9',
      '\0',
    );
    const soup = fc.array(odd, { maxLength: 30 }).map((parts) => bytesOf(parts.join('')));
    return fc.assert(fc.asyncProperty(fc.oneof(soup, fc.uint8Array({ maxLength: 80 })), expectAsJudged), {
      numRuns: 250,
      seed: 5,
    });
  });
});
