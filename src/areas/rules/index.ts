import type { Rule } from './define.ts';
import { airGetsIn } from './layers/airGetsIn.ts';
import { areaJump } from './layers/areaJump.ts';
import { baseBelowPart } from './layers/baseBelowPart.ts';
import { baseHolds } from './layers/baseHolds.ts';
import { clearOfScreenEdge } from './layers/clearOfScreenEdge.ts';
import { columnsBraced } from './layers/columnsBraced.ts';
import { cupsVented } from './layers/cupsVented.ts';
import { darkAround } from './layers/darkAround.ts';
import { exposuresTaken } from './layers/exposuresTaken.ts';
import { faintHardens } from './layers/faintHardens.ts';
import { featuresWide } from './layers/featuresWide.ts';
import { feetWide } from './layers/feetWide.ts';
import { filmMounted } from './layers/filmMounted.ts';
import { gapsOpen } from './layers/gapsOpen.ts';
import { holesDrain } from './layers/holesDrain.ts';
import { islandsHeld } from './layers/islandsHeld.ts';
import { layersForScreen } from './layers/layersForScreen.ts';
import { layersLit } from './layers/layersLit.ts';
import { leanHeld } from './layers/leanHeld.ts';
import { liftClears } from './layers/liftClears.ts';
import { liftForArea } from './layers/liftForArea.ts';
import { lightEven } from './layers/lightEven.ts';
import { lightNotThrough } from './layers/lightNotThrough.ts';
import { lightWhereUsed } from './layers/lightWhereUsed.ts';
import { resinEnough } from './layers/resinEnough.ts';
import { resinLoaded } from './layers/resinLoaded.ts';
import { roomsDrain } from './layers/roomsDrain.ts';
import { roomUnder } from './layers/roomUnder.ts';
import { shadesForScreen } from './layers/shadesForScreen.ts';
import { slowWhereLarge } from './layers/slowWhereLarge.ts';
import { stackWarmth } from './layers/stackWarmth.ts';
import { stackWithinHeight } from './layers/stackWithinHeight.ts';
import { tipsApart } from './layers/tipsApart.ts';
import { tipsCarry } from './layers/tipsCarry.ts';
import { tipsProven } from './layers/tipsProven.ts';
import { vatHolds } from './layers/vatHolds.ts';
import { vatLasts } from './layers/vatLasts.ts';
import { bridgeProven } from './mesh/bridgeProven.ts';
import { clearOfEdge } from './mesh/clearOfEdge.ts';
import { closedSurface } from './mesh/closedSurface.ts';
import { facesOutward } from './mesh/facesOutward.ts';
import { feetHold } from './mesh/feetHold.ts';
import { fileAsWritten } from './mesh/fileAsWritten.ts';
import { finerThanNeeded } from './mesh/finerThanNeeded.ts';
import { fitsTravel } from './mesh/fitsTravel.ts';
import { floorsHold } from './mesh/floorsHold.ts';
import { holdsPlate } from './mesh/holdsPlate.ts';
import { manifoldEdges } from './mesh/manifoldEdges.ts';
import { noCavities } from './mesh/noCavities.ts';
import { nothingFloats } from './mesh/nothingFloats.ts';
import { offZones } from './mesh/offZones.ts';
import { overhangProven } from './mesh/overhangProven.ts';
import { partsApart } from './mesh/partsApart.ts';
import { passesBeside } from './mesh/passesBeside.ts';
import { scaledEvenly } from './mesh/scaledEvenly.ts';
import { skirtFits } from './mesh/skirtFits.ts';
import { spareFaces } from './mesh/spareFaces.ts';
import { standsFirm } from './mesh/standsFirm.ts';
import { supportShare } from './mesh/supportShare.ts';
import { thinWalls } from './mesh/thinWalls.ts';
import { unitSure } from './mesh/unitSure.ts';
import { valuesApplied } from './mesh/valuesApplied.ts';
import { warpRisk } from './mesh/warpRisk.ts';
import { wholeLines } from './mesh/wholeLines.ts';
import { accelerationProven } from './program/accelerationProven.ts';
import { accurateScale } from './program/accurateScale.ts';
import { bedStaysWarm } from './program/bedStaysWarm.ts';
import { bedTemperature } from './program/bedTemperature.ts';
import { checksumsHold } from './program/checksumsHold.ts';
import { clearOfLaid } from './program/clearOfLaid.ts';
import { costCeiling } from './program/costCeiling.ts';
import { dialectFits } from './program/dialectFits.ts';
import { endsOnce } from './program/endsOnce.ts';
import { evidenceUnattended } from './program/evidenceUnattended.ts';
import { fanForMaterial } from './program/fanForMaterial.ts';
import { fanOnFirst } from './program/fanOnFirst.ts';
import { filamentGround } from './program/filamentGround.ts';
import { fileName } from './program/fileName.ts';
import { firstLayerHeight } from './program/firstLayerHeight.ts';
import { firstLayerSpeed } from './program/firstLayerSpeed.ts';
import { flexibleFill } from './program/flexibleFill.ts';
import { flexiblePlastic } from './program/flexiblePlastic.ts';
import { flowEvidence } from './program/flowEvidence.ts';
import { headsKnown } from './program/headsKnown.ts';
import { heatAndWait } from './program/heatAndWait.ts';
import { heatSteady } from './program/heatSteady.ts';
import { heatersOff } from './program/heatersOff.ts';
import { homedFirst } from './program/homedFirst.ts';
import { inMillimetres } from './program/inMillimetres.ts';
import { knownWords } from './program/knownWords.ts';
import { layerHeight } from './program/layerHeight.ts';
import { layerTimeProven } from './program/layerTimeProven.ts';
import { laysSomething } from './program/laysSomething.ts';
import { lineWidth } from './program/lineWidth.ts';
import { loadedFill } from './program/loadedFill.ts';
import { loadedMaterial } from './program/loadedMaterial.ts';
import { massCeiling } from './program/massCeiling.ts';
import { meltRate } from './program/meltRate.ts';
import { mixedHeights } from './program/mixedHeights.ts';
import { mountedNozzle } from './program/mountedNozzle.ts';
import { nameTells } from './program/nameTells.ts';
import { noLongDwell } from './program/noLongDwell.ts';
import { noOwnScaling } from './program/noOwnScaling.ts';
import { noPause } from './program/noPause.ts';
import { nozzleTemperature } from './program/nozzleTemperature.ts';
import { oneAfterAnother } from './program/oneAfterAnother.ts';
import { parksClear } from './program/parksClear.ts';
import { programOffZones } from './program/programOffZones.ts';
import { proofsComplete } from './program/proofsComplete.ts';
import { readableLines } from './program/readableLines.ts';
import { retractionProven } from './program/retractionProven.ts';
import { sandedSkins } from './program/sandedSkins.ts';
import { saysWhatItDoes } from './program/saysWhatItDoes.ts';
import { scaleProven } from './program/scaleProven.ts';
import { skippedHeight } from './program/skippedHeight.ts';
import { snapFitPlastic } from './program/snapFitPlastic.ts';
import { spoolLastsUnattended } from './program/spoolLastsUnattended.ts';
import { standbyShort } from './program/standbyShort.ts';
import { throwAway } from './program/throwAway.ts';
import { timeCeiling } from './program/timeCeiling.ts';
import { toolThere } from './program/toolThere.ts';
import { watchedUnattended } from './program/watchedUnattended.ts';
import { withinMotion } from './program/withinMotion.ts';
import { withinTravel } from './program/withinTravel.ts';
import { abrasiveOnSoft } from './recipe/abrasiveOnSoft.ts';
import { bedBelowSoftening } from './recipe/bedBelowSoftening.ts';
import { bedHeaterThere } from './recipe/bedHeaterThere.ts';
import { bodiesBond } from './recipe/bodiesBond.ts';
import { bottomRatio } from './recipe/bottomRatio.ts';
import { bottomThick } from './recipe/bottomThick.ts';
import { brimForWarping } from './recipe/brimForWarping.ts';
import { brimOnBodyHead } from './recipe/brimOnBodyHead.ts';
import { chamberWithinMachine } from './recipe/chamberWithinMachine.ts';
import { compensationShows } from './recipe/compensationShows.ts';
import { delayCounts } from './recipe/delayCounts.ts';
import { driesBelowSoftening } from './recipe/driesBelowSoftening.ts';
import { enclosureFits } from './recipe/enclosureFits.ts';
import { endCools } from './recipe/endCools.ts';
import { evidenceNotDue } from './recipe/evidenceNotDue.ts';
import { exposureForLayer } from './recipe/exposureForLayer.ts';
import { exposureProven } from './recipe/exposureProven.ts';
import { familyOnTool } from './recipe/familyOnTool.ts';
import { fanWithinSupplier } from './recipe/fanWithinSupplier.ts';
import { fillHoldsTops } from './recipe/fillHoldsTops.ts';
import { firstLayerSlow } from './recipe/firstLayerSlow.ts';
import { flowOfLineKinds } from './recipe/flowOfLineKinds.ts';
import { heightChangesHold } from './recipe/heightChangesHold.ts';
import { layerTimeEnough } from './recipe/layerTimeEnough.ts';
import { layerWithinNozzle } from './recipe/layerWithinNozzle.ts';
import { liftEqualsReturn } from './recipe/liftEqualsReturn.ts';
import { liftProven } from './recipe/liftProven.ts';
import { liftWithinPrinter } from './recipe/liftWithinPrinter.ts';
import { lightMapFresh } from './recipe/lightMapFresh.ts';
import { lightMatches } from './recipe/lightMatches.ts';
import { lightReaches } from './recipe/lightReaches.ts';
import { machineReady } from './recipe/machineReady.ts';
import { neckHolds } from './recipe/neckHolds.ts';
import { partDoesNotDissolve } from './recipe/partDoesNotDissolve.ts';
import { pauseProven } from './recipe/pauseProven.ts';
import { purgeThere } from './recipe/purgeThere.ts';
import { reservedTool } from './recipe/reservedTool.ts';
import { resinAsProven } from './recipe/resinAsProven.ts';
import { resinWarmEnough } from './recipe/resinWarmEnough.ts';
import { retractionSuitsFeed } from './recipe/retractionSuitsFeed.ts';
import { retractionWithinDrive } from './recipe/retractionWithinDrive.ts';
import { returnSlower } from './recipe/returnSlower.ts';
import { scalesAlike } from './recipe/scalesAlike.ts';
import { shadesShown } from './recipe/shadesShown.ts';
import { speedUnscaled } from './recipe/speedUnscaled.ts';
import { speedWithinAxes } from './recipe/speedWithinAxes.ts';
import { spoolNotEmpty } from './recipe/spoolNotEmpty.ts';
import { startHomes } from './recipe/startHomes.ts';
import { startLevelsHomed } from './recipe/startLevelsHomed.ts';
import { startWaits } from './recipe/startWaits.ts';
import { stateKnown } from './recipe/stateKnown.ts';
import { supportGapFits } from './recipe/supportGapFits.ts';
import { supportPartner } from './recipe/supportPartner.ts';
import { transitionEven } from './recipe/transitionEven.ts';
import { wallSpeedProven } from './recipe/wallSpeedProven.ts';
import { widthOfNozzle } from './recipe/widthOfNozzle.ts';

/** Every rule there is, in the order of their ids; each once. */
export const rules: readonly Rule[] = [
  abrasiveOnSoft,
  accelerationProven,
  accurateScale,
  airGetsIn,
  areaJump,
  baseBelowPart,
  baseHolds,
  bedBelowSoftening,
  bedHeaterThere,
  bedStaysWarm,
  bedTemperature,
  bodiesBond,
  bottomRatio,
  bottomThick,
  bridgeProven,
  brimForWarping,
  brimOnBodyHead,
  chamberWithinMachine,
  checksumsHold,
  clearOfEdge,
  clearOfLaid,
  clearOfScreenEdge,
  closedSurface,
  columnsBraced,
  compensationShows,
  costCeiling,
  cupsVented,
  darkAround,
  delayCounts,
  dialectFits,
  driesBelowSoftening,
  enclosureFits,
  endCools,
  endsOnce,
  evidenceNotDue,
  evidenceUnattended,
  exposureForLayer,
  exposureProven,
  exposuresTaken,
  facesOutward,
  faintHardens,
  familyOnTool,
  fanForMaterial,
  fanOnFirst,
  fanWithinSupplier,
  featuresWide,
  feetHold,
  feetWide,
  filamentGround,
  fileAsWritten,
  fileName,
  fillHoldsTops,
  filmMounted,
  finerThanNeeded,
  firstLayerHeight,
  firstLayerSlow,
  firstLayerSpeed,
  fitsTravel,
  flexibleFill,
  flexiblePlastic,
  floorsHold,
  flowEvidence,
  flowOfLineKinds,
  gapsOpen,
  headsKnown,
  heatAndWait,
  heatSteady,
  heatersOff,
  heightChangesHold,
  holdsPlate,
  holesDrain,
  homedFirst,
  inMillimetres,
  islandsHeld,
  knownWords,
  layerHeight,
  layerTimeEnough,
  layerTimeProven,
  layerWithinNozzle,
  layersForScreen,
  layersLit,
  laysSomething,
  leanHeld,
  liftClears,
  liftEqualsReturn,
  liftForArea,
  liftProven,
  liftWithinPrinter,
  lightEven,
  lightMapFresh,
  lightMatches,
  lightNotThrough,
  lightReaches,
  lightWhereUsed,
  lineWidth,
  loadedFill,
  loadedMaterial,
  machineReady,
  manifoldEdges,
  massCeiling,
  meltRate,
  mixedHeights,
  mountedNozzle,
  nameTells,
  neckHolds,
  noCavities,
  noLongDwell,
  noOwnScaling,
  noPause,
  nothingFloats,
  nozzleTemperature,
  offZones,
  oneAfterAnother,
  overhangProven,
  parksClear,
  partDoesNotDissolve,
  partsApart,
  passesBeside,
  pauseProven,
  programOffZones,
  proofsComplete,
  purgeThere,
  readableLines,
  reservedTool,
  resinAsProven,
  resinEnough,
  resinLoaded,
  resinWarmEnough,
  retractionProven,
  retractionSuitsFeed,
  retractionWithinDrive,
  returnSlower,
  roomUnder,
  roomsDrain,
  sandedSkins,
  saysWhatItDoes,
  scaleProven,
  scaledEvenly,
  scalesAlike,
  shadesForScreen,
  shadesShown,
  skippedHeight,
  skirtFits,
  slowWhereLarge,
  snapFitPlastic,
  spareFaces,
  speedUnscaled,
  speedWithinAxes,
  spoolLastsUnattended,
  spoolNotEmpty,
  stackWarmth,
  stackWithinHeight,
  standbyShort,
  standsFirm,
  startHomes,
  startLevelsHomed,
  startWaits,
  stateKnown,
  supportGapFits,
  supportPartner,
  supportShare,
  thinWalls,
  throwAway,
  timeCeiling,
  tipsApart,
  tipsCarry,
  tipsProven,
  toolThere,
  transitionEven,
  unitSure,
  valuesApplied,
  vatHolds,
  vatLasts,
  wallSpeedProven,
  warpRisk,
  watchedUnattended,
  wholeLines,
  widthOfNozzle,
  withinMotion,
  withinTravel,
];
