import type { RuleCases } from '../cases.ts';
import { sandedSkins } from './sandedSkins.ts';

export const cases: RuleCases = {
  rule: sandedSkins,
  job: [
    { when: 'four solid layers and three walls', mesh: {}, job: { purpose: 'to be sanded' }, finds: [] },
    {
      when: 'two solid layers',
      mesh: {},
      values: { solidLayers: 2 },
      job: { purpose: 'to be sanded' },
      finds: [
        {
          severity: 'caution',
          title: 'Too few solid layers or walls to sand',
          figure: '2 solid layers',
          limit: '4 solid layers, 3 walls',
          origin: 'purpose: to be sanded',
          fix: 'set 4 solid layers and 3 walls',
          change: { values: { topLayers: 4, floorLayers: 4, walls: 3 } },
        },
      ],
    },
    {
      when: 'two walls',
      mesh: {},
      values: { walls: 2 },
      job: { purpose: 'to be sanded' },
      finds: [
        {
          severity: 'caution',
          title: 'Too few solid layers or walls to sand',
          figure: '2 walls',
          limit: '4 solid layers, 3 walls',
          origin: 'purpose: to be sanded',
          fix: 'set 4 solid layers and 3 walls',
          change: { values: { topLayers: 4, floorLayers: 4, walls: 3 } },
        },
      ],
    },
    {
      when: 'it is to be sanded, and its floor alone is thin',
      mesh: {},
      job: { purpose: 'to be sanded' },
      values: { floorLayers: 3, topLayers: 5 },
      finds: [
        {
          severity: 'caution',
          title: 'Too few solid layers or walls to sand',
          figure: '3 solid layers',
          limit: '4 solid layers, 3 walls',
          origin: 'purpose: to be sanded',
          fix: 'set 4 solid layers and 3 walls',
          change: { values: { topLayers: 5, floorLayers: 4, walls: 3 } },
        },
      ],
    },
    { when: 'it is not sanded', mesh: {}, values: { solidLayers: 2 }, finds: [] },
    {
      when: 'three solid layers and three walls',
      mesh: {},
      job: { purpose: 'to be sanded' },
      values: { solidLayers: 3 },
      finds: [
        {
          severity: 'caution',
          title: 'Too few solid layers or walls to sand',
          figure: '3 solid layers',
          limit: '4 solid layers, 3 walls',
          origin: 'purpose: to be sanded',
          fix: 'set 4 solid layers and 3 walls',
          change: { values: { topLayers: 4, floorLayers: 4, walls: 3 } },
        },
      ],
    },
  ],
};
