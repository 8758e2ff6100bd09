import type { RuleCases } from '../cases.ts';
import { fileName } from './fileName.ts';

export const cases: RuleCases = {
  rule: fileName,
  job: [
    { when: 'the name is as long as the reader takes', job: { fileName: `${'a'.repeat(26)}.gcode` }, finds: [] },
    {
      when: 'the name has spaces and dots',
      job: { fileName: 'hive vent v2.1.gcode' },
      finds: [
        {
          severity: 'caution',
          title: 'The card reader cannot take the file name',
          figure: '“hive vent v2.1.gcode” has spaces',
          limit: '32 characters, no spaces, one dot',
          origin: 'hardware, Rifugio Vodice',
          fix: 'name it hive_vent_v2-1.gcode',
        },
      ],
    },
    {
      when: 'the name is longer',
      job: { fileName: `${'a'.repeat(27)}.gcode` },
      finds: [
        {
          severity: 'caution',
          title: 'The card reader cannot take the file name',
          figure: '“aaaaaaaaaaaaaaaaaaaaaaaaaaa.gcode” 33 characters',
          limit: '32 characters, no spaces, one dot',
          origin: 'hardware, Rifugio Vodice',
          fix: 'name it aaaaaaaaaaaaaaaaaaaaaaaaaa.gcode',
        },
      ],
    },
    {
      when: 'the name has signs',
      job: { fileName: 'vent(b).gcode' },
      finds: [
        {
          severity: 'caution',
          title: 'The card reader cannot take the file name',
          figure: '“vent(b).gcode” has signs or dots it cannot read',
          limit: '32 characters, no spaces, one dot',
          origin: 'hardware, Rifugio Vodice',
          fix: 'name it vent_b_.gcode',
        },
      ],
    },
    {
      when: 'the reader takes spaces',
      job: { fileName: 'hive vent.gcode' },
      values: { fileNameSpaces: true },
      finds: [],
    },
    {
      when: 'the reader takes spaces and the name has several dots',
      job: { fileName: 'hive vent 2.1.gcode' },
      values: { fileNameSpaces: true },
      finds: [
        {
          severity: 'caution',
          title: 'The card reader cannot take the file name',
          figure: '“hive vent 2.1.gcode” has signs or dots it cannot read',
          limit: '32 characters, one dot',
          origin: 'hardware, Rifugio Vodice',
          fix: 'name it hive vent 2-1.gcode',
        },
      ],
    },
    {
      when: 'the name is nothing but an ending',
      job: { fileName: '.gcode' },
      finds: [
        {
          severity: 'caution',
          title: 'The card reader cannot take the file name',
          figure: '“.gcode” has signs or dots it cannot read',
          limit: '32 characters, no spaces, one dot',
          origin: 'hardware, Rifugio Vodice',
          fix: 'name it -gcode',
        },
      ],
    },
    {
      when: 'the name has no ending',
      job: { fileName: 'vent plate' },
      finds: [
        {
          severity: 'caution',
          title: 'The card reader cannot take the file name',
          figure: '“vent plate” has spaces',
          limit: '32 characters, no spaces, one dot',
          origin: 'hardware, Rifugio Vodice',
          fix: 'name it vent_plate',
        },
      ],
    },
    {
      when: 'the name is too long and has no ending',
      job: { fileName: 'b'.repeat(40) },
      finds: [
        {
          severity: 'caution',
          title: 'The card reader cannot take the file name',
          figure: '“bbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbb” 40 characters',
          limit: '32 characters, no spaces, one dot',
          origin: 'hardware, Rifugio Vodice',
          fix: 'name it bbbbbbbbbbbbbbbbbbbbbbbbbbbbbbbb',
        },
      ],
    },
  ],
};
