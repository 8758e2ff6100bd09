import type { StatementKind } from '../../../core/gcode/statements.ts';
import { formatFigure } from '../../../core/units/format.ts';
import { defineRule, type Found } from '../define.ts';
import { isSame, stepsOf, usualStep } from './steps.ts';

/** Temperatures that differ by less are the same choice. */
const SAME_C = 5;

export const saysWhatItDoes = defineRule({
  id: 'says-what-it-does',
  stage: 'before start',
  title: 'What the program says of itself is what it does, and what is here',
  why: 'A header that speaks of another nozzle, material or temperature tells that the wrong file was taken, or the right one made for another machine.',
  source: 'Comments of the program, read by words of the trade: common practice, no source',
  program: {
    reads: ['bedMaxC', 'layerRows', 'nozzleMaxC', 'says'],
    only: 'brought along',
    find: ({ report: r, context }) => {
      if (!r.says) return { needs: 'a program read by this version; check again' };
      const { tool, material, family } = context.recipe;
      const step = usualStep(r);
      const found: Found[] = [];
      const differ = (
        kind: StatementKind,
        limit: string,
        origin: string,
        isOther: (value: number) => boolean,
      ): void => {
        const said = r.says!.find((s) => s.kind === kind);
        if (said?.value === undefined || said.value === null || !isOther(said.value)) return;
        found.push({
          severity: 'caution',
          title: 'The program says one thing and another is so',
          figure: `line ${said.line}: ${said.text}`,
          limit,
          origin,
          fix: 'see that it is the right file; what is judged is what it does',
          line: said.line,
        });
      };
      if (tool.nozzleMm > 0)
        differ(
          'nozzleMm',
          `a nozzle of ${formatFigure(tool.nozzleMm, 'length', 2)} mm`,
          `hardware, ${tool.name}`,
          (mm) => !isSame(mm, tool.nozzleMm),
        );
      if (step !== null)
        differ(
          'layerMm',
          `layers of ${formatFigure(step, 'length', 2)} mm`,
          'the program itself',
          (mm) => !stepsOf(r).some((h) => isSame(h, mm)),
        );
      if (r.nozzleMaxC > 0)
        differ('nozzleC', `${r.nozzleMaxC} °C`, 'the program itself', (c) => Math.abs(c - r.nozzleMaxC) > SAME_C);
      if (r.bedMaxC > 0)
        differ('bedC', `${r.bedMaxC} °C`, 'the program itself', (c) => Math.abs(c - r.bedMaxC) > SAME_C);
      const plastic = r.says.find((s) => s.kind === 'material');
      const known = `${material.name} ${family ?? ''}`.toLowerCase();
      if (
        plastic &&
        family &&
        !known.includes(valueOf(plastic.text)) &&
        !valueOf(plastic.text).includes(family.toLowerCase())
      )
        found.push({
          severity: 'caution',
          title: 'The program says one thing and another is so',
          figure: `line ${plastic.line}: ${plastic.text}`,
          limit: `${material.name}, ${family}`,
          origin: 'recipe',
          fix: 'see that it is the right file; what is judged is what it does',
          line: plastic.line,
        });
      return found;
    },
  },
});
const valueOf = (text: string): string =>
  text
    .slice(text.indexOf(':') + 1)
    .trim()
    .toLowerCase();
