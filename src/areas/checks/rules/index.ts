import { massG } from '../../../core/toolpath/bead.ts';
import type { CheckOutcome, Estimate, Finding, RuleRun, Verdict } from '../model/outcome.ts';
import { toFinding, type Rule, type RuleInput } from './define.ts';
import { accelerationProven } from './accelerationProven.ts';
import { closedSurface } from './mesh/closedSurface.ts';
import { facesOutward } from './mesh/facesOutward.ts';
import { fitsTravel } from './mesh/fitsTravel.ts';
import { manifoldEdges } from './mesh/manifoldEdges.ts';
import { nothingFloats } from './mesh/nothingFloats.ts';
import { offZones } from './mesh/offZones.ts';
import { overhangProven } from './mesh/overhangProven.ts';
import { spareFaces } from './mesh/spareFaces.ts';
import { standsFirm } from './mesh/standsFirm.ts';
import { thinWalls } from './mesh/thinWalls.ts';
import { unitSure } from './mesh/unitSure.ts';
import { warpRisk } from './mesh/warpRisk.ts';
import { flowEvidence } from './flowEvidence.ts';
import { layerTimeProven } from './layerTime.ts';
import { meltRate } from './meltRate.ts';
import { retractionProven, withinMotion } from './motion.ts';
import { fileName, loadedMaterial, mountedNozzle } from './mounted.ts';
import { scaleProven } from './scaleProven.ts';
import { heatAndWait, homedFirst } from './start.ts';
import { bedTemperature, nozzleTemperature } from './temperature.ts';
import { withinTravel } from './travel.ts';

/** Stands in every check run; a run under another version is out of date. */
export const RULES_VERSION = '2026-11.3';

export const rules: readonly Rule[] = [
  flowEvidence,
  loadedMaterial,
  mountedNozzle,
  fileName,
  homedFirst,
  heatAndWait,
  nozzleTemperature,
  bedTemperature,
  withinTravel,
  meltRate,
  withinMotion,
  retractionProven,
  accelerationProven,
  scaleProven,
  layerTimeProven,
  closedSurface,
  manifoldEdges,
  facesOutward,
  spareFaces,
  unitSure,
  fitsTravel,
  offZones,
  overhangProven,
  nothingFloats,
  thinWalls,
  standsFirm,
  warpRisk,
];

const SEVERITY = { blocker: 0, caution: 1, note: 2 } as const;

/** Runs every rule over a report; same inputs, same findings, in a browser worker, on the server and at the command line. */
export function checkJob(input: RuleInput): CheckOutcome {
  const findings: Finding[] = [];
  const runs: RuleRun[] = [];
  for (const rule of rules) {
    if (rule.of && (rule.of === 'mesh') !== (input.mesh !== undefined)) continue; // it is for the other kind of job
    const found = rule.find(input);
    if ('missing' in found) {
      runs.push({ rule: rule.id, ran: false, missing: found.missing });
      continue;
    }
    runs.push({ rule: rule.id, ran: true, missing: null });
    findings.push(...found.map((f) => toFinding(rule, f)));
  }
  findings.sort((a, b) => SEVERITY[a.severity] - SEVERITY[b.severity] || (a.zMm ?? -1) - (b.zMm ?? -1));
  const verdict: Verdict = findings.some((f) => f.severity === 'blocker')
    ? 'blocked'
    : findings.some((f) => f.severity === 'caution')
      ? 'clear with cautions'
      : 'clear';
  return {
    verdict,
    sentence: sentenceOf(verdict, findings, input),
    findings,
    runs,
    estimate: estimateOf(input),
    report: input.report,
    ...(input.mesh && { mesh: input.mesh }),
  };
}

export function estimateOf({ report, sheet }: RuleInput): Estimate {
  const mass = massG(report.extrudedVolumeMm3, sheet.recipe.material.densityGPerCm3);
  return {
    timeS: report.timeS,
    heatingS: report.heatingS,
    filamentMm: report.filamentMm,
    massG: mass,
    cost:
      (mass / 1000) * sheet.recipe.material.pricePerKg +
      ((report.timeS + report.heatingS) / 3600) * sheet.machine.ratePerHour,
    layers: report.layers,
  };
}

function sentenceOf(verdict: Verdict, findings: readonly Finding[], { sheet }: RuleInput): string {
  const count = (severity: Finding['severity'], word: string) => {
    const n = findings.filter((f) => f.severity === severity).length;
    return `${n} ${word}${n === 1 ? '' : 's'}`;
  };
  if (verdict === 'clear')
    return `Clear: flow is proven on ${sheet.machine.name} and nothing this job asks for lies outside its limits.`;
  const first = findings[0]!;
  const rest =
    findings.length > 1
      ? ` (${[verdict === 'blocked' ? count('blocker', 'blocker') : '', count('caution', 'caution')].filter((t) => t && !t.startsWith('0')).join(', ')})`
      : '';
  return verdict === 'blocked'
    ? `Blocked: ${lower(first.title)}${rest}.`
    : `Clear with cautions: ${lower(first.title)}${rest}.`;
}

const lower = (text: string): string => (/^[A-Z]\b/.test(text) ? text : text.charAt(0).toLowerCase() + text.slice(1)); // an axis keeps its letter
