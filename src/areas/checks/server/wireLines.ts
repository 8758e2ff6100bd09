import { createHash } from 'node:crypto';
import { cutProgram, linesToSend } from '../../../core/gcode/wire.ts';
import { fail, succeed, type Result } from '../../../core/result/result.ts';

/** The lines of a program to send, if they are the very ones that were judged. */
export function linesAsJudged(program: Uint8Array, judgedSha: string | null): Result<string[]> {
  const cut = cutProgram(program);
  if (!cut.ok) return cut;
  return createHash('sha256').update(cut.value).digest('hex') === judgedSha
    ? succeed(linesToSend(cut.value))
    : fail({
        code: 'notJudged',
        what: 'The lines that would be sent are not those that were judged',
        todo: 'check the job again',
      });
}
