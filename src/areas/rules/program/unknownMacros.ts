import type { GcodeReport } from '../../../core/gcode/report.ts';
import type { NotChecked } from '../define.ts';

const isName = (word: string): boolean => !/^[GM]\d/.test(word);
/** Macros of which nobody has said what they do. */
export const unknownMacros = ({ unknownWords }: GcodeReport): GcodeReport['unknownWords'] =>
  unknownWords.filter((w) => isName(w.word));

/** What must be known of macros first; null where none stands in these lines. */
export function whatMacrosDo(report: GcodeReport, from: number, to: number): NotChecked | null {
  const [first] = unknownMacros(report).filter((w) => w.line >= from && w.line <= to);
  return first
    ? {
        needs: `what ${first.word} does (line ${first.line}): say it under “Words of the controller” of the printer profile`,
      }
    : null;
}
