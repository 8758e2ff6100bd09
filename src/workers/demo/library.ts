import type { NewProfile } from '../../areas/library/server/makeProfile.ts';
import type { Reasons } from '../../areas/library/model/records.ts';

/** A profile of the demonstration with the name of its parent. Everything here is made up (Valmora Cooperative). */
export type DemoProfile = Omit<NewProfile, 'parentId' | 'message'> & { readonly parent?: string };

const why = (kind: Reasons[string]['kind'], text: string): Reasons[string] => ({ kind, text });
const startBlock = 'M140 S{bed}\nM190 S{bed}\nM109 S{nozzle}\nG28\nG90\nG0 Z5 F600';
const endBlock = 'G91\nG0 Z5 F600\nG90\nM104 S0\nM140 S0\nM84';

export const demoProfiles: readonly DemoProfile[] = [
  { kind: 'printer', name: 'Open frame, stock', stock: true, own: { maxFeedXMmPerS: 300, maxFeedYMmPerS: 300, maxFeedZMmPerS: 10, maxFeedEMmPerS: 80, accelerationMmPerS2: 1200, instantSpeedChangeMmPerS: 8, bedMaxC: 110, pressureCommand: 'M4100 S{value}', startBlock, endBlock, fileNameLongest: 32 } },
  { kind: 'printer', name: 'Ardesia 220', parent: 'Open frame, stock', own: { travelXMm: 218, travelYMm: 214, travelZMm: 240, accelerationMmPerS2: 900, machineRatePerHour: 0.9 }, reasons: { accelerationMmPerS2: why('measured', 'long thin pieces ring above this') } },
  { kind: 'printer', name: 'Ardesia 350 C', parent: 'Open frame, stock', own: { travelXMm: 348, travelYMm: 342, travelZMm: 400, accelerationMmPerS2: 2000, bedMaxC: 125, enclosure: true, machineRatePerHour: 1.8 } },
  { kind: 'printer', name: 'Coppia 300', parent: 'Open frame, stock', own: { travelXMm: 296, travelYMm: 300, travelZMm: 310, relativeFilament: false, heads: 2, fileNameSpaces: true, machineRatePerHour: 1.5 } },
  { kind: 'tool', name: '0.4 brass', own: { nozzleDiameterMm: 0.4, nozzleMaterial: 'brass', allowedFamilies: 'PLA, PETG, ASA, ABS, PVA', hotEndMaxC: 265, catalogueFlowMm3PerS: 11, feedType: 'direct' } },
  { kind: 'tool', name: '0.4 hardened', own: { nozzleDiameterMm: 0.4, nozzleMaterial: 'hardened steel', hotEndMaxC: 300, catalogueFlowMm3PerS: 12, feedType: 'direct' } },
  { kind: 'tool', name: '0.6 hardened', own: { nozzleDiameterMm: 0.6, nozzleMaterial: 'hardened steel', hotEndMaxC: 300, catalogueFlowMm3PerS: 18, feedType: 'direct' } },
  { kind: 'material', name: 'PLA, stock', stock: true, own: { family: 'PLA', fanRangePercent: [60, 100], enclosureNeed: 'open', bondsWith: 'PLA, TPU', supportPartners: 'PVA, PLA', lowestLayerTimeS: 8, densityGPerCm3: 1.24, diameterMm: 1.75, nozzleC: 205, nozzleRangeC: [190, 220], bedC: 55, bedRangeC: [45, 65], fanPercent: 100, glassTransitionC: 60, retractionMm: 0.8 } },
  { kind: 'material', name: 'Styrenics, enclosed, stock', stock: true, own: { family: 'ASA', fanRangePercent: [0, 35], enclosureNeed: 'closed', bondsWith: 'ASA, ABS', supportPartners: 'ASA', densityGPerCm3: 1.07, diameterMm: 1.75, nozzleC: 240, nozzleRangeC: [230, 260], bedC: 95, bedRangeC: [85, 110], fanPercent: 20, glassTransitionC: 100, retractionMm: 1 } },
  { kind: 'material', name: 'PETG, stock', stock: true, own: { family: 'PETG', fanRangePercent: [20, 60], bondsWith: 'PETG', supportPartners: 'PVA, PETG', densityGPerCm3: 1.27, diameterMm: 1.75, nozzleC: 238, nozzleRangeC: [225, 250], bedC: 75, bedRangeC: [65, 85], fanPercent: 40, glassTransitionC: 78, retractionMm: 1.2 } },
  { kind: 'material', name: 'Fienile PLA white', parent: 'PLA, stock', tags: ['hive vents'], own: { brand: 'Fienile', colour: 'white', pricePerKg: 19.5 } },
  { kind: 'material', name: 'Fienile PLA honey', parent: 'PLA, stock', own: { brand: 'Fienile', colour: 'honey', pricePerKg: 19.5, nozzleC: 208 }, reasons: { nozzleC: why('habit, untested', 'pigment seems to want a little more') } },
  { kind: 'material', name: 'Fienile PETG clear', parent: 'PETG, stock', own: { brand: 'Fienile', colour: 'clear', pricePerKg: 22 } },
  { kind: 'material', name: 'Fienile PETG green', parent: 'PETG, stock', tags: ['greenhouse'], own: { brand: 'Fienile', colour: 'green', pricePerKg: 22, retractionMm: 1.4 }, reasons: { retractionMm: why('measured', 'strings between the teeth below this') } },
  { kind: 'material', name: 'ASA, farm base', parent: 'Styrenics, enclosed, stock', own: { nozzleC: 243, bedC: 98, pricePerKg: 31 }, reasons: { bedC: why('measured', 'corners of frame spacers lifted at 95') } },
  { kind: 'material', name: 'Torba ASA natural', parent: 'ASA, farm base', tags: ['outdoor'], own: { brand: 'Torba', colour: 'natural', nozzleC: 246, nozzleRangeC: [240, 260], retractionMm: 1.1, fanPercent: 15 }, reasons: { nozzleC: why('measured', 'layers split in the manifold at 240'), fanPercent: why('habit, untested', 'copied from the old bench sheet'), retractionMm: why('copied from elsewhere', 'value of the farm in the next valley') } },
  { kind: 'material', name: 'Torba ASA black', parent: 'ASA, farm base', own: { brand: 'Torba', colour: 'black' } },
  { kind: 'material', name: 'Torba ABS grey', parent: 'Styrenics, enclosed, stock', own: { family: 'ABS', brand: 'Torba', colour: 'grey', densityGPerCm3: 1.04, pricePerKg: 24, nozzleC: 238 } },
  { kind: 'material', name: 'Salice PA-CF', own: { family: 'PA-CF', brand: 'Salice', colour: 'black', densityGPerCm3: 1.14, diameterMm: 1.75, nozzleC: 275, nozzleRangeC: [260, 290], bedC: 90, bedRangeC: [80, 110], fanPercent: 0, abrasive: true, pricePerKg: 72, retractionMm: 0.8 } },
  { kind: 'material', name: 'Salice PVA', own: { family: 'PVA', brand: 'Salice', colour: 'natural', densityGPerCm3: 1.23, diameterMm: 1.75, nozzleC: 205, nozzleRangeC: [190, 215], bedC: 55, bedRangeC: [45, 60], fanPercent: 60, pricePerKg: 84, retractionMm: 1.5 } },
  { kind: 'process', name: 'Layers 0.20, stock', stock: true, own: { layerHeightMm: 0.2, walls: 3, visibleWallSpeedMmPerS: 45, firstLayerSpeedMmPerS: 22, travelSpeedMmPerS: 130, infillPercent: 20 } },
  { kind: 'process', name: 'Fine 0.20', parent: 'Layers 0.20, stock', own: { visibleWallSpeedMmPerS: 40, lineWidthMm: 0.44 }, reasons: { visibleWallSpeedMmPerS: why('measured', 'matt corners above 45 on the manifold') } },
  { kind: 'process', name: 'Draft 0.28', parent: 'Layers 0.20, stock', own: { layerHeightMm: 0.28, visibleWallSpeedMmPerS: 60, walls: 2, lineWidthMm: 0.46 }, reasons: { walls: { kind: 'works round a fault', text: 'one wall was dropped where parts get thin', until: '2026-11-01' } } },
  { kind: 'process', name: 'Stout 0.30', parent: 'Layers 0.20, stock', own: { layerHeightMm: 0.3, lineWidthMm: 0.66, walls: 4, visibleWallSpeedMmPerS: 35, infillPercent: 50 } },
  { kind: 'printer', technology: 'resin', name: 'Calanca R7', own: { travelXMm: 143, travelYMm: 89, travelZMm: 170, pixelMm: 0.034, irradianceMwPerCm2: 3.1, highestLiftMmPerS: 5, delayCounting: 'from light-off', machineRatePerHour: 1.1 } },
  { kind: 'material', technology: 'resin', name: 'Lumaca tough, stock', stock: true, own: { resinKind: 'tough', workingRangeC: [20, 30], penetrationDepthMm: 0.14, criticalDoseMjPerCm2: 4.1 } },
  { kind: 'material', technology: 'resin', name: 'Lumaca tough grey', parent: 'Lumaca tough, stock', own: { brand: 'Lumaca', colour: 'grey' } },
  { kind: 'process', technology: 'resin', name: 'Resin 0.05', own: { resinLayerMm: 0.05, exposureS: 2.6, exposureBottomS: 26, bottomThicknessMm: 0.25, transitionLayers: 6, liftFirstMm: 3, liftFirstMmPerS: 1, liftSecondMm: 4, returnFirstMm: 4, pauseBeforeExposureS: 1.5 } },
  { kind: 'process', technology: 'resin', name: 'Resin 0.03', parent: 'Resin 0.05', own: { resinLayerMm: 0.03, exposureS: 2 }, reasons: { exposureS: why('copied from elsewhere', 'from a colleague’s card, not tested here') } },
];

export const demoMachinesOnFloor = [
  { name: 'Rifugio Vodice', printer: 'Ardesia 350 C', place: 'North bench', tool: '0.4 hardened', material: 'Torba ASA natural', lot: '2231', remainingG: 712 },
  { name: 'Rifugio Pelmo', printer: 'Ardesia 350 C', place: 'North bench', tool: '0.4 hardened', material: 'Torba ASA black', lot: '1987', remainingG: 455 },
  { name: 'Rifugio Sella', printer: 'Ardesia 220', place: 'Window bench', tool: '0.4 brass', material: 'Fienile PLA white', lot: '5510', remainingG: 890 },
  { name: 'Rifugio Lagazuoi', printer: 'Ardesia 220', place: 'Window bench', tool: '0.4 brass', material: 'Fienile PLA honey', lot: '5204', remainingG: 120 },
  { name: 'Rifugio Coldai', printer: 'Ardesia 220', place: 'Window bench', tool: '0.4 brass', material: 'Fienile PETG green', lot: '3312', remainingG: 640 },
  { name: 'Rifugio Tissi', printer: 'Coppia 300', place: 'South wall', tool: '0.4 hardened', material: 'Fienile PETG clear', lot: '3308', remainingG: 510 },
  { name: 'Rifugio Vazzoler', printer: 'Coppia 300', place: 'South wall', tool: '0.6 hardened', material: 'Salice PA-CF', lot: '0412', remainingG: 380 },
  { name: 'Rifugio Scarpa', printer: 'Ardesia 350 C', place: 'South wall', tool: '0.6 hardened', material: 'Torba ABS grey', lot: '1820', remainingG: 930 },
] as const;
