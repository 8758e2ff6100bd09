import type { StoredKind } from '../../core/formats/storedJson.ts';

type Older = Record<string, unknown>;

/** Outcomes of checks. Schema 1 said of a finding when it `bites` and of a rule that could not look what was `missing`; reports of schema
 *  2 measured neither the outer size nor the chamber; those of 3 took an underside for supported or bare as a whole; those of 4 did not say whether
 *  somebody had told the unit, nor what of a file was left unread,
 *  and counted retractions by layers only. */
export const storedOutcome: StoredKind = {
  name: 'the outcome of a check',
  schema: 5,
  upgrades: [
    (outcome: { findings: readonly Older[]; runs: readonly Older[] }) => ({
      ...outcome,
      findings: outcome.findings.map(({ bites, ...finding }) => ({ ...finding, stage: bites })),
      runs: outcome.runs.map(({ missing, ...run }) => ({ ...run, needs: missing ?? null })),
    }),
    (outcome: { report: Older }) => ({
      ...outcome,
      report: { ...outcome.report, outerMm: null, chamberMaxC: 0, chamberMaxLine: 0 },
    }),
    (outcome: { mesh?: { overhangs: readonly Older[] } }) => ({
      ...outcome,
      ...(outcome.mesh && {
        mesh: { ...outcome.mesh, overhangs: outcome.mesh.overhangs.map((o) => ({ ...o, bare: o, bareSlope: o })) },
      }),
    }),
    (outcome: { report: Older; mesh?: Older }) => ({
      ...outcome,
      report: { ...outcome.report, mostPasses: 0, mostPassesLine: 0, laidUnheldLine: 0 },
      ...(outcome.mesh && { mesh: { ...outcome.mesh, unitIsTold: false, remarks: [] } }),
    }),
  ],
};
/** Surroundings of checks. */
export const storedContext: StoredKind = { name: 'the context of a check', schema: 1, upgrades: [] };
