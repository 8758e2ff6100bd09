import type { Proof } from '../model/records.ts';
import { resolveValues, valuesOf } from '../model/resolve.ts';
import type { Values } from '../settings/define.ts';
import type { RecipeInput, RecipeMachine, RecipeRole, Technology } from './define.ts';

const proof = (key: string, value: number, min: number, max: number): Proof => ({ key, state: 'proven', value, uncertainty: 0.01, range: { min, max, minEnd: 'notTriedBeyond', maxEnd: 'notTriedBeyond' }, trialId: 't', trialName: 'T-0001', provenOn: '2026-11-01T00:00:00.000Z', ageDays: 20, daysLeft: 60, because: null, conditions: {} });

const filament: Values = {
  travelXMm: 348, travelYMm: 342, travelZMm: 400, maxFeedXMmPerS: 300, maxFeedYMmPerS: 300, maxFeedZMmPerS: 12, maxFeedEMmPerS: 80, accelerationMmPerS2: 1500, bedMaxC: 125, chamberMaxC: 60, enclosure: true, hasBedHeater: true,
  startBlock: 'M140 S{bed}\nM190 S{bed}\nM109 S{nozzle}\nG28\nG90', endBlock: 'M104 S0\nM140 S0\nM84',
  nozzleDiameterMm: 0.4, nozzleMaterial: 'hardened steel', hotEndMaxC: 300, catalogueFlowMm3PerS: 12, allowedFamilies: 'PLA, PETG, ASA', reservedFor: '',
  family: 'ASA', nozzleC: 248, nozzleRangeC: [240, 260], bedC: 98, bedRangeC: [85, 110], chamberC: 50, fanPercent: 15, fanRangePercent: [0, 40], enclosureNeed: 'closed', flow: 0.96, highestFlowMm3PerS: 10.4, retractionMm: 1.2, retractionMmPerS: 35, lowestLayerTimeS: 10, glassTransitionC: 100, abrasive: false, bondsWith: 'ASA, ABS', supportPartners: 'PVA, ASA', steepestOverhangDeg: 50, dryingC: 80, solubleIn: '',
  layerHeightMm: 0.2, lineWidthMm: 0.44, visibleWallSpeedMmPerS: 40, minimumLayerTimeS: 12, supportAngleDeg: 45, brimMm: 4,
};
const resin: Values = {
  travelXMm: 143, travelYMm: 89, travelZMm: 170, pixelMm: 0.034, screenWavelengthNm: 405, irradianceMwPerCm2: 3, highestLiftMmPerS: 5, samplesPerPixelMost: 4, delayCounting: 'from light-off',
  wavelengthNm: 405, workingRangeC: [20, 30], penetrationDepthMm: 0.15, criticalDoseMjPerCm2: 4, resinLayerMm: 0.05, exposureS: 2.6, exposureBottomS: 26, bottomThicknessMm: 0.25, bottomLayers: 5, transitionLayers: 6, liftFirstMm: 3, liftFirstMmPerS: 1, liftSecondMm: 4, returnFirstMm: 4, returnSecondMm: 3, pauseBeforeExposureS: 1.5, importedDelayS: 11,
};
const machine: RecipeMachine = { name: 'Rifugio Vodice', ready: true, mountedToolId: 'tool', loadedMaterialId: 'asa', loadedLot: '2231', remainingG: 700, speedPercent: 100, lid: 'closed', resinC: 25, knownForDays: 2 };
const body: RecipeRole = { role: 'part body', toolId: 'tool', materialId: 'asa', materialName: 'Torba ASA natural', family: 'ASA', bondsWith: 'ASA, ABS', supportPartners: 'PVA, ASA' };

const effective = (own: Values): Values => valuesOf(resolveValues([{ kind: 'process', name: 'clean', profileId: null, own }]));

/** A recipe that no rule says anything about: what examples are single changes of. */
export const cleanRecipe = (technology: Technology): RecipeInput => technology === 'filament'
  ? { technology, values: effective(filament), roles: [body], provenOnly: false, machine, proofs: { flow: proof('flow', 0.96, 0.93, 0.99), nozzleC: proof('nozzleC', 248, 244, 252), bedC: proof('bedC', 98, 90, 105), highestFlowMm3PerS: proof('highestFlowMm3PerS', 10.4, 0, 10.4), retractionMm: proof('retractionMm', 1.2, 1.1, 1.8), accelerationMmPerS2: proof('accelerationMmPerS2', 1500, 0, 1600), steepestOverhangDeg: proof('steepestOverhangDeg', 50, 0, 50) } }
  : { technology, values: effective(resin), roles: [], provenOnly: false, machine: { ...machine, lid: 'none' }, proofs: { exposureS: { ...proof('exposureS', 2.6, 2.3, 3), conditions: { layerHeightMm: 0.05 } }, exposureBottomS: proof('exposureBottomS', 26, 22, 32), liftFirstMmPerS: proof('liftFirstMmPerS', 1.2, 0, 1.2), pauseBeforeExposureS: proof('pauseBeforeExposureS', 1, 1, 60) } };
