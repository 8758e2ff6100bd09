import { supportedTable, type RuleCases } from '../cases.ts';
import { flowEvidence } from './flowEvidence.ts';

export const cases: RuleCases = {
  rule: flowEvidence,
  recipe: [
    { when: 'at an end of its range', values: { flow: 0.93 }, finds: [] },
    {
      when: 'due',
      proofs: { flow: { state: 'due', because: 'nozzle changed 3 d ago' } },
      finds: [
        {
          severity: 'caution',
          title: 'Flow evidence is due: nozzle changed 3 d ago',
          figure: '0.960 from T-0001, 20 d ago',
          limit: 'valid evidence',
          origin: 'proven limits',
          fix: 'run a flow trial',
          isUnproven: true,
          trialId: 't',
          change: {
            proofs: {
              flow: {
                state: 'proven',
                range: { min: 0.96, max: 0.96, minEnd: 'notTriedBeyond', maxEnd: 'notTriedBeyond' },
              },
            },
          },
        },
      ],
    },
    {
      when: 'outside',
      values: { flow: 0.9 },
      finds: [
        {
          severity: 'caution',
          title: 'Flow below what is proven',
          figure: '0.900',
          limit: '0.930 to 0.990',
          origin: 'proven by T-0001',
          fix: 'set 0.930 or prove it',
          trialId: 't',
          change: { values: { flow: 0.93 } },
        },
      ],
    },
  ],
  job: [
    {
      when: 'flow was never proven',
      proofs: { flow: null },
      finds: [
        {
          severity: 'caution',
          title: 'Flow has never been proven here',
          figure: '0.960 without proof',
          limit: 'valid evidence',
          origin: 'farm practice',
          fix: 'run a flow trial on Rifugio Vodice · 0.4 hardened · Torba ASA natural',
          isUnproven: true,
        },
      ],
    },
    {
      when: 'flow was never proven, in a class that is proven only',
      proofs: { flow: null },
      job: { class: 'customer part' },
      finds: [
        {
          severity: 'blocker',
          title: 'Flow has never been proven here',
          figure: '0.960 without proof',
          limit: 'valid evidence',
          origin: 'class customer part: proven only',
          fix: 'run a flow trial on Rifugio Vodice · 0.4 hardened · Torba ASA natural',
          isUnproven: true,
        },
      ],
    },
    {
      when: 'the evidence is due',
      proofs: { flow: { state: 'due', because: 'nozzle changed 1 d ago' } },
      finds: [
        {
          severity: 'caution',
          title: 'Flow evidence is due: nozzle changed 1 d ago',
          figure: '0.960 from T-0001, 20 d ago',
          limit: 'valid evidence',
          origin: 'farm practice',
          fix: 'run a flow trial on Rifugio Vodice · 0.4 hardened · Torba ASA natural',
          isUnproven: true,
          trialId: 't',
        },
      ],
    },
    {
      when: 'it is proven on a sister only',
      proofs: { flow: { state: 'sister', because: 'Rifugio Corsi' } },
      finds: [
        {
          severity: 'caution',
          title: 'Flow is proven only on Rifugio Corsi',
          figure: '0.960 from T-0001, 20 d ago',
          limit: 'valid evidence',
          origin: 'farm practice',
          fix: 'run a flow trial on Rifugio Vodice · 0.4 hardened · Torba ASA natural',
          isUnproven: true,
          trialId: 't',
        },
      ],
    },
    {
      when: 'a mesh is generated with a flow outside what is proven',
      mesh: {},
      values: { flow: 1.02 },
      finds: [
        {
          severity: 'caution',
          title: 'Flow above what is proven',
          figure: '1.020',
          limit: '0.930 to 0.990',
          origin: 'proven by T-0001',
          fix: 'set 0.990 or prove it',
          trialId: 't',
          change: { values: { flow: 0.99 } },
        },
      ],
    },
    { when: 'a program is brought along whose recipe has another flow', values: { flow: 1.02 }, finds: [] },
    {
      when: 'the flow of the support is not proven',
      ...supportedTable,
      second: { proofs: { flow: null } },
      finds: [
        {
          severity: 'caution',
          title: 'Flow has never been proven here',
          figure: '0.950 without proof',
          limit: 'valid evidence',
          origin: 'farm practice',
          fix: 'run a flow trial on Rifugio Vodice · 0.4 brass · Nebbia PVA',
          isUnproven: true,
          head: 2,
        },
      ],
    },
  ],
};
