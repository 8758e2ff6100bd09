import type { RuleCases } from '../cases.ts';
import { layersForScreen } from './layersForScreen.ts';

const says = {
  severity: 'blocker',
  title: 'The layers are drawn for another screen',
  limit: '4200 × 2600 pixels of 0.034 × 0.034 mm',
  origin: 'hardware, Rifugio Vodice',
  fix: 'make the stack for this printer, or print it on one with that screen',
} as const;

export const cases: RuleCases = {
  rule: layersForScreen,
  stack: [
    {
      when: 'other pixels',
      measured: { pixels: [4200, 2599] },
      finds: [{ ...says, figure: '4200 × 2599 pixels of 0.034 × 0.034 mm' }],
    },
    {
      when: 'another pitch one way',
      measured: { pixelMm: [0.034, 0.0342] },
      finds: [{ ...says, figure: '4200 × 2600 pixels of 0.034 × 0.0342 mm' }],
    },
    {
      when: 'a pitch that is a little more than rounded',
      measured: { pixelMm: [0.03408, 0.034] },
      finds: [{ ...says, figure: '4200 × 2600 pixels of 0.03408 × 0.034 mm' }],
    },
    { when: 'a pitch that is rounded otherwise', measured: { pixelMm: [0.03404, 0.034] }, finds: [] },
    {
      when: 'a printer whose screen nobody has entered',
      without: ['screenPixelsY'],
      finds: [],
      needs: '“Pixel pitch” and “Screen pixels”, values of the printer profile',
    },
  ],
};
