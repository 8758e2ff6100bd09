import type { CheckOutcome, Finding, RuleRun, Verdict } from '../model/outcome.ts';
import { estimateOf } from './estimate.ts';
import { toFinding, type Found, type Rule, type RuleInput } from './define.ts';
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
import { rulesOfRecipes } from './fromRecipe.ts';
import { bedStaysWarm } from './program/bedStaysWarm.ts';
import { checksumsHold } from './program/checksumsHold.ts';
import { fanForMaterial } from './program/fanForMaterial.ts';
import { fanOnFirst } from './program/fanOnFirst.ts';
import { filamentGround } from './program/filamentGround.ts';
import { firstLayerHeight } from './program/firstLayerHeight.ts';
import { firstLayerSpeed } from './program/firstLayerSpeed.ts';
import { heatSteady } from './program/heatSteady.ts';
import { heatersOff } from './program/heatersOff.ts';
import { inMillimetres } from './program/inMillimetres.ts';
import { knownWords } from './program/knownWords.ts';
import { layerHeight } from './program/layerHeight.ts';
import { laysSomething } from './program/laysSomething.ts';
import { lineWidth } from './program/lineWidth.ts';
import { mixedHeights } from './program/mixedHeights.ts';
import { nameTells } from './program/nameTells.ts';
import { noLongDwell } from './program/noLongDwell.ts';
import { noOwnScaling } from './program/noOwnScaling.ts';
import { noPause } from './program/noPause.ts';
import { oneAfterAnother } from './program/oneAfterAnother.ts';
import { parksClear } from './program/parksClear.ts';
import { programOffZones } from './program/programOffZones.ts';
import { readableLines } from './program/readableLines.ts';
import { skippedHeight } from './program/skippedHeight.ts';
import { toolThere } from './program/toolThere.ts';
import { costCeiling } from './policy/costCeiling.ts';
import { evidenceUnattended } from './policy/evidenceUnattended.ts';
import { massCeiling } from './policy/massCeiling.ts';
import { spoolLastsUnattended } from './policy/spoolLastsUnattended.ts';
import { timeCeiling } from './policy/timeCeiling.ts';
import { watchedUnattended } from './policy/watchedUnattended.ts';
import { accurateScale } from './purpose/accurateScale.ts';
import { flexibleFill } from './purpose/flexibleFill.ts';
import { flexiblePlastic } from './purpose/flexiblePlastic.ts';
import { loadedFill } from './purpose/loadedFill.ts';
import { sandedSkins } from './purpose/sandedSkins.ts';
import { snapFitPlastic } from './purpose/snapFitPlastic.ts';
import { throwAway } from './purpose/throwAway.ts';
import { bridgeProven } from './mesh/bridgeProven.ts';
import { clearOfEdge } from './mesh/clearOfEdge.ts';
import { feetHold } from './mesh/feetHold.ts';
import { finerThanNeeded } from './mesh/finerThanNeeded.ts';
import { floorsHold } from './mesh/floorsHold.ts';
import { holdsPlate } from './mesh/holdsPlate.ts';
import { noCavities } from './mesh/noCavities.ts';
import { partsApart } from './mesh/partsApart.ts';
import { scaledEvenly } from './mesh/scaledEvenly.ts';
import { skirtFits } from './mesh/skirtFits.ts';
import { supportShare } from './mesh/supportShare.ts';
import { wholeLines } from './mesh/wholeLines.ts';

/** Stands in every check run; a run under another version is out of date. */
export const RULES_VERSION = '2026-11.4';

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
  bedStaysWarm,
  checksumsHold,
  fanForMaterial,
  fanOnFirst,
  filamentGround,
  firstLayerHeight,
  firstLayerSpeed,
  heatSteady,
  heatersOff,
  inMillimetres,
  knownWords,
  layerHeight,
  laysSomething,
  lineWidth,
  mixedHeights,
  nameTells,
  noLongDwell,
  noOwnScaling,
  noPause,
  oneAfterAnother,
  parksClear,
  programOffZones,
  readableLines,
  skippedHeight,
  toolThere,
  costCeiling,
  evidenceUnattended,
  massCeiling,
  spoolLastsUnattended,
  timeCeiling,
  watchedUnattended,
  accurateScale,
  flexibleFill,
  flexiblePlastic,
  loadedFill,
  sandedSkins,
  snapFitPlastic,
  throwAway,
  bridgeProven,
  clearOfEdge,
  feetHold,
  finerThanNeeded,
  floorsHold,
  holdsPlate,
  noCavities,
  partsApart,
  scaledEvenly,
  skirtFits,
  supportShare,
  wholeLines,
  ...rulesOfRecipes,
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
    findings.push(...found.map((f) => toFinding(rule, input.mesh ? f : asTold(f))));
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

/** What a program needs is done where it was made: nothing of it can be changed here. */
function asTold({ change: _, ...found }: Found): Found {
  return found;
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
