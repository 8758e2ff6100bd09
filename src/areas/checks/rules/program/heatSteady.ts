import { defineRule, placeOfLine } from '../define.ts';
import { soundJob } from '../sound.ts';

const MOST_C = 10;

export const heatSteady = defineRule({
  id: 'heat-steady',
  bites: 'body',
  title: 'The nozzle keeps its heat while it lays',
  why: 'A step of heat in mid-print shows as a band, and what was proven at one heat is not proven at the other.',
  source: 'More than 10 °C after the first layer: common practice, no source',
  of: 'program',
  find: ({ report: r }) => {
    const { nozzleMinExtrudingC: low, nozzleMaxExtrudingC: high } = r;
    if (low === null || high === null) return { missing: 'nothing is extruded' };
    if (high - low <= MOST_C) return [];
    const second = r.layerRows[1]?.firstLine ?? Infinity;
    const line = Math.max(r.nozzleMinExtrudingLine, r.nozzleMaxExtrudingLine);
    if (line <= second) return []; // a hotter first layer is usual
    return [
      {
        severity: 'caution',
        title: 'The nozzle’s heat changes in mid-print',
        figure: `${low} to ${high} °C`,
        limit: `${MOST_C} °C apart`,
        origin: 'farm practice',
        fix: 'have it made at one heat, or check that the change is meant (a temperature trial is)',
        ...placeOfLine(r, line),
      },
    ];
  },
  examples: {
    passes: [
      { says: 'one heat', input: soundJob() },
      {
        says: 'a hotter first layer',
        input: soundJob({
          report: { nozzleMaxExtrudingC: 260, nozzleMaxExtrudingLine: 20, nozzleMinExtrudingLine: 200 },
        }),
      },
    ],
    fails: [
      {
        says: 'colder higher up',
        input: soundJob({ report: { nozzleMinExtrudingC: 230, nozzleMinExtrudingLine: 500 } }),
      },
    ],
  },
});
