import { asDrawn } from '../../../core/mesh/placement.ts';
import { boxMesh } from '../../../core/mesh/solids.ts';
import { write3mf } from '../../../core/mesh/write3mf.ts';
import type { RuleCases } from '../cases.ts';
import { roleFixture, secondRoleFixture } from '../fixture.ts';
import { valuesApplied } from './valuesApplied.ts';

const common = {
  limit: 'every value of the recipe',
  origin: 'the toolpath as generated',
  fix: 'take them out of the recipe, complete the printer profile, or bring a program prepared elsewhere',
} as const;

const twoBodies = (): Uint8Array =>
  write3mf(
    [
      { name: 'grip', mesh: boxMesh([0, 0, 0], [40, 30, 10]) },
      { name: 'shell', mesh: boxMesh([0, 0, 10], [40, 30, 20]) },
    ],
    'two',
  );

export const cases: RuleCases = {
  rule: valuesApplied,
  job: [
    { when: 'every value reaches the program', mesh: {}, values: { scaleXPercent: 100.1, liftMm: 0.3 }, finds: [] },
    {
      when: 'pressure on a machine without a command for it',
      mesh: {},
      values: { pressureS: 0.04 },
      finds: [
        {
          severity: 'caution',
          title: '1 value of the recipe is not in the program',
          figure: 'Pressure factor: the printer profile has no command that sets the pressure factor',
          ...common,
        },
      ],
    },
    {
      when: 'pressure on one that has',
      mesh: {},
      values: { pressureS: 0.04, pressureCommand: 'M900 K{value}' },
      finds: [],
    },
    {
      when: 'a machine retracts by itself, in a class that is proven only',
      mesh: {},
      values: { firmwareRetract: true, refillMm: 0.05 },
      job: { class: 'customer part' },
      finds: [
        {
          severity: 'blocker',
          title: '3 values of the recipe are not in the program',
          figure:
            'Retraction: the machine retracts by figures of its own; Retraction speed: the machine retracts by figures of its own; Refill after travel: the machine retracts by figures of its own',
          ...common,
        },
      ],
      others: ['proofs-complete'],
    },
    {
      when: 'a chamber that nothing heats',
      mesh: {},
      without: ['chamberMaxC'],
      finds: [
        {
          severity: 'caution',
          title: '1 value of the recipe is not in the program',
          figure: 'Chamber: the machine does not heat its chamber',
          ...common,
        },
      ],
    },
    {
      when: 'a change at a height above the part',
      mesh: {},
      values: { heightChanges: '5 mm: fan 20; 60 mm: nozzle 240; layer 900: fan 10' },
      finds: [
        {
          severity: 'caution',
          title: '2 values of the recipe are not in the program',
          figure: 'Change at 60 mm: the part ends below it; Change at layer 900: the part ends below it',
          ...common,
        },
      ],
    },
    {
      when: 'support of another material',
      mesh: {},
      roles: [roleFixture, { ...roleFixture, role: 'support', materialId: 'pva', materialName: 'Nebbia PVA' }],
      finds: [
        {
          severity: 'blocker',
          title: '1 value of the recipe is not in the program',
          figure: 'support of Nebbia PVA: the machine has one head',
          ...common,
        },
      ],
      others: ['purge-there'],
    },
    {
      when: 'support of another material by a second head',
      mesh: {},
      roles: [roleFixture, secondRoleFixture('support')],
      values: { heads: 2, purgeMm3: 30 },
      second: {},
      finds: [],
    },
    {
      when: 'a brim for which no head is left, beside such support',
      mesh: {},
      roles: [
        roleFixture,
        secondRoleFixture('support'),
        { ...roleFixture, role: 'raft/brim', materialId: 'pet', materialName: 'Fosco PETG' },
      ],
      values: { heads: 2, purgeMm3: 30 },
      second: {},
      finds: [
        {
          severity: 'blocker',
          title: '1 value of the recipe is not in the program',
          figure: 'raft/brim of Fosco PETG: no head of the machine is left for it',
          ...common,
        },
      ],
    },
    {
      when: 'two bodies of unlike material',
      mesh: {},
      roles: [roleFixture, secondRoleFixture('part body 2')],
      values: { heads: 2, purgeMm3: 30 },
      second: {},
      finds: [
        {
          severity: 'blocker',
          title: '1 value of the recipe is not in the program',
          figure: 'part body 2 of Nebbia PVA: nothing on the plate is of it',
          ...common,
        },
      ],
      others: ['bodies-bond'],
    },
    {
      when: 'two bodies that weld, each by its head',
      mesh: {
        bytes: twoBodies,
        choice: { bodies: [1, 2] },
      },
      roles: [roleFixture, { ...secondRoleFixture('part body 2'), family: 'ABS' }],
      values: { heads: 2, purgeMm3: 30 },
      second: { roles: ['part body 2'] },
      finds: [],
      // the head that ends a layer begins the next: its body is laid again at once
      others: ['layer-time-proven'],
    },
    {
      when: 'a nozzle that changes at a height, of two bodies',
      mesh: { bytes: twoBodies, choice: { bodies: [1, 2] } },
      roles: [roleFixture, { ...secondRoleFixture('part body 2'), family: 'ABS' }],
      values: { heads: 2, purgeMm3: 30, heightChanges: '4 mm: fan 20' },
      second: { roles: ['part body 2'] },
      finds: [
        {
          severity: 'caution',
          title: '1 value of the recipe is not in the program',
          figure: 'Changes at heights: nozzle and fan change at heights for the first body alone',
          ...common,
        },
      ],
      others: ['layer-time-proven'],
    },
    {
      when: 'a column where parts are laid one after another',
      mesh: {
        choice: {
          placement: asDrawn(100, 100),
          isOneByOne: true,
          more: [{ file: null, unit: null, placement: asDrawn(200, 100) }],
        },
      },
      values: { columnMm: 8, headReachMm: 45, clearanceMm: 25 },
      finds: [
        {
          severity: 'caution',
          title: '1 value of the recipe is not in the program',
          figure: 'Column beside small layers: parts are laid one after another, and none waits beside the next',
          ...common,
        },
      ],
    },
    {
      when: 'an older run did not keep what was applied',
      mesh: {},
      measured: { mesh: { changesAbove: undefined } },
      finds: [],
      needs: 'a program generated by this version; check again',
    },
  ],
};
