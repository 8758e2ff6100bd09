import type { GcodeReport } from '../../../core/gcode/report.ts';
import type { Statement, StatementKind } from '../../../core/gcode/statements.ts';
import { formatDuration, formatFigure } from '../../../core/units/format.ts';
import type { CheckContext } from '../context.ts';
import { isSame, stepsOf, usualStep } from './steps.ts';

/** Temperatures that differ by less are the same choice. */
const SAME_C = 5;
/** Times are worked out for other machines and settings: only what is twice or half as long is of another file. */
const OTHER_TIMES = 2;

/** What a program says of itself beside what it does or what is here. */
export interface SaidBeside {
  readonly said: Statement;
  /** What it is held against; null where there is nothing to hold it against. */
  readonly measured: string | null;
  readonly origin: string;
  readonly isOther: boolean;
}
type Beside = Omit<SaidBeside, 'said'>;
const PROGRAM = 'the program itself';

type Hold = (said: Statement, report: GcodeReport, context: CheckContext) => Beside | null;
const celsius =
  (of: 'nozzleMaxC' | 'bedMaxC'): Hold =>
  ({ value }, r) =>
    r[of] > 0 ? { measured: `${r[of]} °C`, origin: PROGRAM, isOther: Math.abs(value! - r[of]) > SAME_C } : null;
const word = (text: string): string =>
  text
    .slice(text.indexOf(':') + 1)
    .trim()
    .toLowerCase();
const isEither = (a: string, b: string): boolean => a.includes(b) || b.includes(a);

const HOLDS: Readonly<Record<StatementKind, Hold>> = {
  nozzleMm: ({ value }, _r, { recipe: { tool } }) =>
    tool.nozzleMm > 0
      ? {
          measured: `a nozzle of ${formatFigure(tool.nozzleMm, 'length', 2)} mm`,
          origin: `hardware, ${tool.name}`,
          isOther: !isSame(value!, tool.nozzleMm),
        }
      : null,
  layerMm: ({ value }, r) => {
    const step = usualStep(r);
    if (step === null) return null;
    return {
      measured: `layers of ${formatFigure(step, 'length', 2)} mm`,
      origin: PROGRAM,
      isOther: !stepsOf(r).some((h) => isSame(h, value!)),
    };
  },
  nozzleC: celsius('nozzleMaxC'),
  bedC: celsius('bedMaxC'),
  material: ({ text }, _r, { recipe: { material, family } }) => {
    if (!family) return null;
    const known = `${material.name} ${family}`.toLowerCase();
    return {
      measured: `${material.name}, ${family}`,
      origin: 'recipe',
      isOther: !known.includes(word(text)) && !word(text).includes(family.toLowerCase()),
    };
  },
  printer: ({ text }, _r, { machine: { name, model } }) =>
    model
      ? {
          measured: `${name}, ${model}`,
          origin: 'printer profile',
          isOther: !isEither(model.toLowerCase(), word(text)) && !isEither(name.toLowerCase(), word(text)),
        }
      : null,
  timeS: ({ value }, { timeS, heatingS }) => ({
    measured: formatDuration(timeS + heatingS),
    origin: `${PROGRAM}, on this machine`,
    isOther: value! > OTHER_TIMES * (timeS + heatingS) || OTHER_TIMES * value! < timeS,
  }),
};

/** Everything a program says of itself, each beside what it is held against. */
export const saidBeside = (report: GcodeReport, context: CheckContext): readonly SaidBeside[] =>
  (report.says ?? []).map((said) => ({
    said,
    ...(HOLDS[said.kind](said, report, context) ?? { measured: null, origin: '', isOther: false }),
  }));
