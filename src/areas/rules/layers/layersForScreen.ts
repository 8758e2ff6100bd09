import { numberOf } from '../../library/settings/define.ts';
import { defineRule } from '../define.ts';

/** Pitches that differ by less are the same, rounded otherwise. */
const SAME_SHARE = 0.002;

export const layersForScreen = defineRule({
  id: 'layers-for-screen',
  stage: 'before start',
  technology: 'resin',
  title: 'The layers are drawn for this screen',
  why: 'Shown on a screen with other pixels, the part comes out larger, smaller, stretched or shifted.',
  source: 'Pixels and pitch of the stack against those of the printer',
  layers: {
    reads: ['pixels', 'pixelMm'],
    find: ({ pixels, pixelMm }, { recipe, machine }) => {
      const n = (key: string): number | null => numberOf(recipe.values ?? {}, key);
      const pitch = [n('pixelMm'), n('pixelYMm') ?? n('pixelMm')];
      const screen = [n('screenPixelsX'), n('screenPixelsY')];
      if ([...pitch, ...screen].some((v) => v === null))
        return { needs: '“Pixel pitch” and “Screen pixels”, values of the printer profile' };
      const isSame = pixels.every(
        (v, i) => v === screen[i] && Math.abs(pixelMm[i]! - pitch[i]!) <= SAME_SHARE * pitch[i]!,
      );
      if (isSame) return [];
      const said = (of: readonly (number | null)[], by: readonly (number | null)[]): string =>
        `${of.join(' × ')} pixels of ${by.join(' × ')} mm`;
      return [
        {
          severity: 'blocker',
          title: 'The layers are drawn for another screen',
          figure: said(pixels, pixelMm),
          limit: said(screen, pitch),
          origin: `hardware, ${machine.name}`,
          fix: 'make the stack for this printer, or print it on one with that screen',
        },
      ];
    },
  },
});
