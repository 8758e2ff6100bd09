import { readerOf, type RecipeFound, type RecipeInput, type RecipeRule } from './define.ts';
import { abrasiveOnSoft } from './abrasiveOnSoft.ts';
import { accelerationProven } from './accelerationProven.ts';
import { bedBelowSoftening } from './bedBelowSoftening.ts';
import { bedHeaterThere } from './bedHeaterThere.ts';
import { bedProven } from './bedProven.ts';
import { bedWithinHeater } from './bedWithinHeater.ts';
import { bedWithinSupplier } from './bedWithinSupplier.ts';
import { bodiesBond } from './bodiesBond.ts';
import { bottomRatio } from './bottomRatio.ts';
import { bottomThick } from './bottomThick.ts';
import { brimForWarping } from './brimForWarping.ts';
import { brimOnBodyHead } from './brimOnBodyHead.ts';
import { chamberWithinMachine } from './chamberWithinMachine.ts';
import { compensationShows } from './compensationShows.ts';
import { delayCounts } from './delayCounts.ts';
import { driesBelowSoftening } from './driesBelowSoftening.ts';
import { enclosureFits } from './enclosureFits.ts';
import { endCools } from './endCools.ts';
import { evidenceNotDue } from './evidenceNotDue.ts';
import { exposureForLayer } from './exposureForLayer.ts';
import { exposureProven } from './exposureProven.ts';
import { familyOnTool } from './familyOnTool.ts';
import { fanWithinSupplier } from './fanWithinSupplier.ts';
import { fillHoldsTops } from './fillHoldsTops.ts';
import { firstLayerSlow } from './firstLayerSlow.ts';
import { flowOfLineKinds } from './flowOfLineKinds.ts';
import { flowProven } from './flowProven.ts';
import { heightChangesHold } from './heightChangesHold.ts';
import { layerTimeEnough } from './layerTimeEnough.ts';
import { layerWithinNozzle } from './layerWithinNozzle.ts';
import { liftEqualsReturn } from './liftEqualsReturn.ts';
import { lightMapFresh } from './lightMapFresh.ts';
import { liftProven } from './liftProven.ts';
import { liftWithinPrinter } from './liftWithinPrinter.ts';
import { lightMatches } from './lightMatches.ts';
import { lightReaches } from './lightReaches.ts';
import { machineReady } from './machineReady.ts';
import { materialLoaded } from './materialLoaded.ts';
import { nozzleProven } from './nozzleProven.ts';
import { nozzleWithinHotEnd } from './nozzleWithinHotEnd.ts';
import { nozzleWithinSupplier } from './nozzleWithinSupplier.ts';
import { overhangSupported } from './overhangSupported.ts';
import { partDoesNotDissolve } from './partDoesNotDissolve.ts';
import { neckHolds } from './neckHolds.ts';
import { pauseProven } from './pauseProven.ts';
import { purgeThere } from './purgeThere.ts';
import { reservedTool } from './reservedTool.ts';
import { resinAsProven } from './resinAsProven.ts';
import { resinWarmEnough } from './resinWarmEnough.ts';
import { retractionProven } from './retractionProven.ts';
import { retractionSuitsFeed } from './retractionSuitsFeed.ts';
import { retractionWithinDrive } from './retractionWithinDrive.ts';
import { returnSlower } from './returnSlower.ts';
import { scalesAlike } from './scalesAlike.ts';
import { shadesShown } from './shadesShown.ts';
import { speedUnscaled } from './speedUnscaled.ts';
import { speedWithinAxes } from './speedWithinAxes.ts';
import { spoolNotEmpty } from './spoolNotEmpty.ts';
import { startHomes } from './startHomes.ts';
import { startLevelsHomed } from './startLevelsHomed.ts';
import { startWaits } from './startWaits.ts';
import { stateKnown } from './stateKnown.ts';
import { supportGapFits } from './supportGapFits.ts';
import { supportPartner } from './supportPartner.ts';
import { toolMounted } from './toolMounted.ts';
import { transitionEven } from './transitionEven.ts';
import { wallSpeedProven } from './wallSpeedProven.ts';
import { widthOfNozzle } from './widthOfNozzle.ts';

/** Every rule a recipe is held against, in the order they are told. */
export const recipeRules: readonly RecipeRule[] = [
  nozzleWithinHotEnd,
  nozzleWithinSupplier,
  nozzleProven,
  bedWithinHeater,
  bedWithinSupplier,
  bedProven,
  bedHeaterThere,
  bedBelowSoftening,
  chamberWithinMachine,
  enclosureFits,
  layerWithinNozzle,
  widthOfNozzle,
  flowOfLineKinds,
  firstLayerSlow,
  speedWithinAxes,
  accelerationProven,
  flowProven,
  retractionProven,
  retractionWithinDrive,
  fanWithinSupplier,
  heightChangesHold,
  layerTimeEnough,
  overhangSupported,
  familyOnTool,
  reservedTool,
  abrasiveOnSoft,
  supportPartner,
  bodiesBond,
  purgeThere,
  brimOnBodyHead,
  startHomes,
  startLevelsHomed,
  startWaits,
  endCools,
  bottomRatio,
  bottomThick,
  transitionEven,
  returnSlower,
  liftEqualsReturn,
  liftWithinPrinter,
  liftProven,
  pauseProven,
  neckHolds,
  delayCounts,
  exposureProven,
  exposureForLayer,
  lightReaches,
  lightMapFresh,
  lightMatches,
  shadesShown,
  compensationShows,
  machineReady,
  toolMounted,
  materialLoaded,
  spoolNotEmpty,
  speedUnscaled,
  stateKnown,
  resinWarmEnough,
  resinAsProven,
  evidenceNotDue,
  supportGapFits,
  brimForWarping,
  scalesAlike,
  driesBelowSoftening,
  partDoesNotDissolve,
  retractionSuitsFeed,
  fillHoldsTops,
  wallSpeedProven,
];

export interface RecipeFinding extends RecipeFound {
  readonly rule: string;
  readonly about: RecipeRule['about'];
  readonly why: string;
  readonly source: string;
}
export interface RecipeCheck {
  readonly findings: readonly RecipeFinding[];
  readonly ran: number;
  /** Rules that could not run, with the setting that is missing. */ readonly couldNot: readonly {
    readonly rule: string;
    readonly title: string;
    readonly missing: string;
  }[];
}

const ORDER = { blocker: 0, caution: 1, note: 2 } as const;

/** Holds a recipe against every rule of its technology. A rule that lacks a value says so instead of passing in silence. */
export function checkRecipe(input: RecipeInput): RecipeCheck {
  const findings: RecipeFinding[] = [];
  const couldNot: RecipeCheck['couldNot'][number][] = [];
  let ran = 0;
  for (const rule of recipeRules) {
    if (rule.technology !== 'both' && rule.technology !== input.technology) continue;
    const missing = missingFor(rule, input);
    if (missing !== null) {
      couldNot.push({ rule: rule.id, title: rule.title, missing });
      continue;
    }
    ran++;
    for (const found of rule.find(readerOf(rule, input)))
      findings.push({ ...found, rule: rule.id, about: rule.about, why: rule.why, source: rule.source });
  }
  return { findings: findings.sort((a, b) => ORDER[a.severity] - ORDER[b.severity]), ran, couldNot };
}

/** Key of the first setting a rule needs and the recipe lacks, "machine" where one is needed, or null. */
export function missingFor(rule: RecipeRule, input: RecipeInput): string | null {
  if (rule.needsMachine && !input.machine) return 'machine';
  if (rule.needsSaid && input.machine?.[rule.needsSaid] === null) return rule.needsSaid;
  return rule.reads.find((key) => input.values[key] === undefined || input.values[key] === null) ?? null;
}
