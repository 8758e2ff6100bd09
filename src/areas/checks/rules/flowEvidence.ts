import { defineRule } from './define.ts';
import { soundJob } from './sound.ts';

export const flowEvidence = defineRule({
  id: 'flow-evidence',
  bites: 'before start',
  title: 'Flow is proven on this machine, tool and material',
  why: 'A flow proven elsewhere or before a nozzle change lays too much or too little here.',
  source: 'decisions: missing evidence is a caution, in a proven-only class a blocker',
  find: ({ sheet }) => {
    const proof = sheet.proofs['flow'];
    if (proof?.state === 'proven') return [];
    const severity = sheet.job.provenOnly ? 'blocker' : 'caution';
    const where = `${sheet.machine.name} · ${sheet.recipe.tool.name} · ${sheet.recipe.material.name}`;
    const title = !proof
      ? 'Flow has never been proven here'
      : proof.state === 'due'
        ? `Flow evidence is due: ${proof.because}`
        : `Flow is proven only on ${proof.because}`;
    return [
      {
        severity,
        title,
        figure: proof
          ? `${proof.value.toFixed(3)} from ${proof.trialName}, ${proof.ageDays} d ago`
          : `${sheet.recipe.flow.toFixed(3)} without proof`,
        limit: 'valid evidence',
        origin: sheet.job.provenOnly ? `class ${sheet.job.class}: proven only` : 'farm practice',
        fix: `run a flow trial on ${where}`,
        ...(proof ? { trialId: proof.trialId } : {}),
      },
    ];
  },
  examples: {
    passes: [{ says: 'proven', input: soundJob() }],
    fails: [
      {
        says: 'none, proven-only class',
        input: soundJob({ proofs: { flow: null }, job: { provenOnly: true, class: 'customer part' } }),
      },
      { says: 'due', input: soundJob({ proofs: { flow: { state: 'due', because: 'nozzle changed 1 d ago' } } }) },
    ],
  },
});
