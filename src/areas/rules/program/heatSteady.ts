import { whatMacrosDo } from './unknownMacros.ts';
import { defineRule, placeOfLine } from '../define.ts';

const MOST_C = 10;

export const heatSteady = defineRule({
  id: 'heat-steady',
  stage: 'body',
  title: 'Nozzle temperature steady while printing',
  why: 'A temperature step mid-print shows as a band, and what was proven at one temperature is not proven at the other.',
  source: 'More than 10 °C after the first layer: common practice, no source',
  isOfHead: true,
  program: {
    reads: [
      'layerRows',
      'nozzleMaxExtrudingC',
      'nozzleMaxExtrudingLine',
      'nozzleMinExtrudingC',
      'nozzleMinExtrudingLine',
      'unknownWords',
    ],
    only: 'brought along',
    find: ({ report: r }) => {
      const { nozzleMinExtrudingC: low, nozzleMaxExtrudingC: high } = r;
      if (low === null || high === null) return { needs: 'a program that extrudes' };
      const unknown = low === 0 ? whatMacrosDo(r, 0, r.nozzleMinExtrudingLine) : null;
      if (unknown) return unknown;
      if (high - low <= MOST_C) return [];
      const second = r.layerRows[1]?.firstLine ?? Infinity;
      const line = Math.max(r.nozzleMinExtrudingLine, r.nozzleMaxExtrudingLine);
      if (line <= second) return []; // a hotter first layer is usual
      return [
        {
          severity: 'caution',
          title: 'The nozzle temperature changes mid-print',
          figure: `${low} to ${high} °C`,
          limit: `${MOST_C} °C apart`,
          origin: 'farm practice',
          fix: 'have it made at one temperature, or check that the change is meant (a temperature trial is)',
          ...placeOfLine(r, line),
        },
      ];
    },
  },
});
