import { defineRule, placeOfLine, type Found } from './define.ts';
import { soundJob } from './sound.ts';

export const heatAndWait = defineRule({
  id: 'heat-and-wait',
  bites: 'before start',
  title: 'Nozzle and bed are waited for before anything is extruded',
  why: 'Cold extrusion grinds the filament; a cold bed lets the first layer go.',
  source: 'Common practice, no source',
  find: ({ report: r }) => {
    if (r.extrudingMoves === 0) return { missing: 'nothing is extruded' };
    const found: Found[] = [];
    if (r.coldExtrusionLine > 0)
      found.push({
        severity: 'blocker',
        title: 'Extrudes before the nozzle was waited for',
        figure: `first at line ${r.coldExtrusionLine}`,
        limit: 'M109 before it',
        origin: 'hardware, any hot end',
        fix: `put M109 S${r.nozzleMaxC || 'temperature'} before line ${r.coldExtrusionLine}`,
        ...placeOfLine(r, r.coldExtrusionLine),
      });
    if (r.coldBedLine > 0)
      found.push({
        severity: 'caution',
        title: 'Extrudes while the bed may still be cold',
        figure: `first at line ${r.coldBedLine}`,
        limit: 'M190 before it',
        origin: 'common practice',
        fix: `put M190 S${r.bedMaxC} before line ${r.coldBedLine}`,
        ...placeOfLine(r, r.coldBedLine),
      });
    return found;
  },
  examples: {
    passes: [{ says: 'waited', input: soundJob() }],
    fails: [
      { says: 'cold nozzle', input: soundJob({ report: { coldExtrusionLine: 12 } }) },
      { says: 'cold bed', input: soundJob({ report: { coldBedLine: 12 } }) },
    ],
  },
});

export const homedFirst = defineRule({
  id: 'homed-first',
  bites: 'before start',
  title: 'The machine is homed before it moves',
  why: 'Without homing every coordinate is a guess and the tool may drive into bed or frame.',
  source: 'Common practice, no source',
  find: ({ report: r }) => {
    if (r.extrudingMoves + r.travelMoves === 0) return { missing: 'the program moves nothing' };
    if (r.movedBeforeHomingLine === 0) return [];
    return [
      {
        severity: 'blocker',
        title: r.homedLine === 0 ? 'Never homed' : 'Moves before homing',
        figure: `moves at line ${r.movedBeforeHomingLine}`,
        limit: 'G28 before it',
        origin: 'hardware, any machine',
        fix: `put G28 before line ${r.movedBeforeHomingLine}`,
        line: r.movedBeforeHomingLine,
      },
    ];
  },
  examples: {
    passes: [{ says: 'homed', input: soundJob() }],
    fails: [{ says: 'never', input: soundJob({ report: { homedLine: 0, movedBeforeHomingLine: 8 } }) }],
  },
});
