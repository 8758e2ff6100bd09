import type { Proof } from '../../library/model/records.ts';
import { defineRule, type Found } from '../define.ts';
import { outsideProof, trialFix } from '../evidence.ts';

/** Want of valid evidence for flow, or a flow outside it. */
function judgeFlow(ask: {
  readonly flow: number;
  readonly proof: Proof | undefined;
  readonly provenOnly: boolean;
  readonly origin: string;
  readonly fix: string;
}): readonly Found[] {
  const { flow, proof, provenOnly } = ask;
  if (proof?.state === 'proven') {
    const found = outsideProof({
      label: 'Flow',
      value: flow,
      proof,
      provenOnly,
      show: (v) => v.toFixed(3),
      change: (end) => ({ values: { flow: end } }),
    });
    return found ? [found] : [];
  }
  return [
    {
      severity: provenOnly ? 'blocker' : 'caution',
      title: !proof
        ? 'Flow has never been proven here'
        : proof.state === 'due'
          ? `Flow evidence is due: ${proof.because ?? 'old'}`
          : `Flow is proven only on ${proof.because ?? 'a sister'}`,
      figure: proof?.trialName
        ? `${proof.value.toFixed(3)} from ${proof.trialName}, ${proof.ageDays} d ago`
        : `${flow.toFixed(3)} without proof`,
      limit: 'valid evidence',
      origin: ask.origin,
      fix: ask.fix,
      isUnproven: true,
      ...(proof?.trialId && { trialId: proof.trialId }),
      change: {
        proofs: {
          flow: {
            state: 'proven',
            range: { min: flow, max: flow, minEnd: 'notTriedBeyond', maxEnd: 'notTriedBeyond' },
          },
        },
      },
    },
  ];
}

export const flowEvidence = defineRule({
  id: 'flow-evidence',
  stage: 'before start',
  title: 'Flow is proven on this machine, tool and material',
  why: 'A flow proven elsewhere or before a nozzle change extrudes too much or too little here.',
  source: 'decisions: missing evidence is a caution, in a proven-only class a blocker',
  isOfHead: true,
  recipe: {
    about: 'recipe',
    reads: ['flow'],
    find: (r) =>
      judgeFlow({
        flow: r.number('flow'),
        proof: r.input.proofs['flow'],
        provenOnly: r.input.provenOnly,
        origin: 'proven limits',
        fix: 'run a flow trial',
      }),
  },
  program: {
    reads: [],
    find: ({ context, mesh }) => {
      const { recipe, job } = context;
      const proof = context.proofs['flow'];
      const provenOnly = job.provenOnly && context.policy?.mayStayUnproven?.['flow'] === undefined;
      return judgeFlow({
        // what somebody else's program feeds is not the recipe's flow
        flow: mesh || proof?.state !== 'proven' ? recipe.flow : proof.value,
        proof,
        provenOnly,
        origin: provenOnly ? `class ${job.class}: proven only` : 'farm practice',
        fix: trialFix(context, 'flow'),
      });
    },
  },
});
