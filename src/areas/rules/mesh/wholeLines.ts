import { BIN_MM, usualThicknesses } from '../../../core/mesh/thickness.ts';
import { beadSpacingMm } from '../../../core/toolpath/bead.ts';
import { formatFigure } from '../../../core/units/format.ts';
import { defineRule, type Found } from '../define.ts';

/** Only walls that much of the surface has are spoken of. */
const SHARE = 0.04;
/** What is left over up to this is pressed shut. */
const CLOSES_MM = 0.1;
const MOST = 2;
const mm = (v: number): string => formatFigure(v, 'length', 2);

export interface LinesOfWall {
  readonly lines: number;
  readonly leftMm: number;
  /** Line width at which so many lines fill the wall. */
  readonly widthMm: number;
}
/** How many lines of this width a wall holds, what is left over, and the width at which it closes (domain: whole lines in a wall). */
export function linesOf(wallMm: number, widthMm: number, layerMm: number): LinesOfWall {
  const spacing = beadSpacingMm(widthMm, layerMm);
  const lines = wallMm < widthMm ? 0 : Math.floor((wallMm - widthMm) / spacing + 1 + 1e-9);
  const leftMm = lines === 0 ? wallMm : wallMm - (widthMm + (lines - 1) * spacing);
  const round = layerMm * (1 - Math.PI / 4);
  const closing = (n: number): number => (wallMm + (n - 1) * round) / n;
  const [fewer, more] = [closing(Math.max(1, lines)), closing(lines + 1)];
  return { lines, leftMm, widthMm: Math.abs(fewer - widthMm) <= Math.abs(more - widthMm) ? fewer : more };
}

export const wholeLines = defineRule({
  id: 'whole-lines',
  stage: 'body',
  title: 'Walls hold a whole number of lines',
  why: 'Where a wall is a line and a half wide, a slit stays open inside it or the rest is filled by shaking to and fro.',
  source: 'n lines fill w + (n − 1)·(w − h·(1 − π/4)); wall thickness by rays',
  mesh: {
    reads: ['thickness'],
    find: ({ thickness }, { context }) => {
      const { lay } = context.recipe;
      if (!lay) return { needs: 'a recipe with everything a toolpath needs' };
      if (!thickness) return { needs: 'a closed surface; an open one has no thickness' };
      const surface = thickness.samples * thickness.mm2PerSample;
      const width = lay.visibleWall.widthMm;
      return usualThicknesses(thickness.uprightMm2, SHARE * surface)
        .flatMap((wall): Found[] => {
          const fit = linesOf(wall.mm, width, lay.layerHeightMm);
          // a thicker wall has room for infill between its lines
          if (fit.lines < 1 || fit.lines > 2 * lay.walls - 1) return [];
          // nor is one told that lacks a hair to the next line
          if (fit.leftMm <= CLOSES_MM || linesOf(wall.mm + BIN_MM, width, lay.layerHeightMm).lines > fit.lines)
            return [];
          return [
            {
              severity: 'note',
              title: `A wall of ${mm(wall.mm)} mm holds no whole number of lines`,
              figure: `${fit.lines} of ${mm(width)} mm, ${mm(fit.leftMm)} mm left over, on ${wall.mm2.toFixed(0)} mm²`,
              limit: `${mm(CLOSES_MM)} mm left over`,
              origin: 'recipe, visible wall',
              fix: `set a line width of ${mm(fit.widthMm)} mm, or draw the wall ${mm(wall.mm - fit.leftMm)} mm thick`,
              ...(thickness.thinnest.upright && { zMm: thickness.thinnest.upright.zMm }),
              ...(fit.widthMm > 0.85 * context.recipe.tool.nozzleMm &&
                fit.widthMm < 1.5 * context.recipe.tool.nozzleMm && {
                  change: { values: { lineWidthMm: Math.round(fit.widthMm * 1000) / 1000 } },
                }),
            },
          ];
        })
        .slice(0, MOST);
    },
  },
});
