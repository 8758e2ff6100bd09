import type { RuleCases } from '../cases.ts';
import { rows } from '../figuresFixture.ts';
import { dialectFits } from './dialectFits.ts';

const common = { severity: 'caution', origin: 'printer profile of Rifugio Vodice' } as const;
/** Layers of 40 m of path in all, laid with so much filament each. */
const laid = (filamentMm: number) => ({
  report: { layerRows: rows([{ filamentMm }, { filamentMm }, { filamentMm }]) },
});

export const cases: RuleCases = {
  rule: dialectFits,
  job: [
    { when: 'it counts filament as this machine does', finds: [] },
    { when: 'it sets limits that an axis has', program: { before: { layer1: 'M203 X300 Y280 Z12' } }, finds: [] },
    {
      when: 'it counts filament in mm³ on a machine that takes lengths',
      measured: laid(45),
      finds: [
        {
          ...common,
          title: 'It looks made for a controller that counts filament in mm³',
          figure: 'lines of 1.03 mm as this machine reads it, 0.45 mm as that one does',
          limit: 'filament counted in mm',
          fix: 'have the program made for this machine, or put right “Filament counted in mm³” in its printer profile',
        },
      ],
    },
    {
      when: 'it counts filament in mm on a machine that takes volumes',
      values: { volumetricFilament: true },
      finds: [
        {
          ...common,
          title: 'It looks made for a controller that counts filament in mm',
          figure: 'lines of 0.2 mm as this machine reads it, 0.42 mm as that one does',
          limit: 'filament counted in mm³',
          fix: 'have the program made for this machine, or put right “Filament counted in mm³” in its printer profile',
        },
      ],
      others: ['retraction-proven'],
    },
    {
      when: 'it sets limits by the minute on a machine that takes them by the second',
      program: { before: { layer1: 'M203 X18000 Y12000' } },
      finds: [
        {
          ...common,
          title: 'It looks made for a controller that takes speed limits by the minute',
          figure: 'M203 with 18000: 18000 mm/s as this machine reads it',
          limit: 'speed limits in mm/s',
          fix: 'have the program made for this machine, or put right “Speed limits by the minute” in its printer profile',
          line: 8,
        },
      ],
    },
    {
      when: 'it sets limits by the second on a machine that takes them by the minute',
      program: { before: { layer1: 'M203 X300 Y280' } },
      values: { speedLimitsPerMinute: true },
      finds: [
        {
          ...common,
          title: 'It looks made for a controller that takes speed limits by the second',
          figure: 'M203 with 300: 5 mm/s as this machine reads it',
          limit: 'speed limits in mm/min',
          fix: 'have the program made for this machine, or put right “Speed limits by the minute” in its printer profile',
          line: 8,
        },
      ],
    },
    {
      when: 'it is made for another nozzle: neither reading fits',
      measured: laid(70),
      finds: [],
      others: ['line-width'],
    },
  ],
};
