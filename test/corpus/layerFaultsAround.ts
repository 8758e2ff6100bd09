import { noCeilings } from '../../src/areas/machines/model/policy.ts';
import { block, box, motion, type PlantedLayers } from './layerPlanting.ts';

const lightIn = (place: number, mwPerCm2: number) => ({
  irradianceMwPerCm2: { conditions: { light: Array.from({ length: 15 }, (_, i) => (i === place ? mwPerCm2 : 3)) } },
});
const failedBelow = { range: { min: 2.3, max: 3, minEnd: 'failedBeyond', maxEnd: 'notTriedBeyond' } } as const;
const corner = [box(-13, -9, 3, 3, 0, 3)];
const light = (exposureS: number) => ({ fields: [{ exposureS, solids: [block] }] });

/** Faults in how the layers are shown and moved, and in what surrounds them. */
export const layerFaultsAround: readonly PlantedLayers[] = [
  { name: 'it lies in a dim corner', solids: corner, around: { proofs: lightIn(0, 2) }, finds: { 'light-where-used': '63 % of the mean: as 1.63 s' } },
  { name: 'it lies in a corner whose light was seen to fail', solids: corner, around: { proofs: { ...lightIn(0, 2), exposureS: failedBelow } }, finds: { 'light-where-used': '63 % of the mean: as 1.63 s' }, isBlocked: true },
  { name: 'one of two parts lies in a dim corner', solids: [block, box(13, 9, 3, 3, 0, 3)], around: { proofs: lightIn(14, 1.8) }, finds: { 'light-where-used': '55 % of the mean: as 1.43 s' } },
  { name: 'there is hardly any resin', around: { machine: { loaded: { id: 'asa', name: 'Quarzo grey', lot: '2231', remainingG: 0.2 } } }, finds: { 'resin-enough': '0.3 ml with film and vat' }, isBlocked: true },
  { name: 'the vat is too full', around: { known: { inVatMl: 310 } }, finds: { 'vat-holds': '310 ml' }, isBlocked: true },
  { name: 'the vat is nearly empty', around: { known: { inVatMl: 60.1 } }, finds: { 'vat-lasts': '0.3 ml, all that may be used by layer 21' } },
  { name: 'the vat is empty', around: { known: { inVatMl: 0 } }, finds: { 'vat-lasts': '0.3 ml, all that may be used by layer 1' } },
  { name: 'the light reaches through many layers', around: { values: { irradianceMwPerCm2: 30 } }, finds: { 'light-not-through': '0.446 mm deep, 8.9 layers' } },
  { name: 'the light does not reach through the layer', around: { values: { criticalDoseMjPerCm2: 7 } }, finds: { 'light-reaches': 'cures 0.016 mm' }, isBlocked: true },
  { name: 'the first layers get far more light than was tried', plate: { bottomExposureS: 60 }, finds: { 'bottom-ratio': '23.1 ×' } },
  { name: 'the first layers get hardly more light', plate: { bottomExposureS: 5 }, finds: { 'bottom-ratio': '1.9 ×' } },
  { name: 'the base is two layers', plate: { bottomLayers: 2 }, finds: { 'bottom-thick': '2 × 0.05 mm' } },
  { name: 'layers are twice as high as those the exposure was proven with', plate: { layerMm: 0.1 }, finds: { 'exposure-for-layer': '0.1 mm' } },
  { name: 'the exposure is shorter than proven', plate: light(2.2), finds: { 'exposure-proven': '2.2 s', 'light-where-used': '100 % of the mean: as 2.20 s' } },
  { name: 'the exposure is shorter than one that failed', plate: light(2.2), around: { proofs: { exposureS: failedBelow } }, finds: { 'exposure-proven': '2.2 s', 'light-where-used': '100 % of the mean: as 2.20 s' }, isBlocked: true },
  { name: 'the exposure is longer than proven', plate: light(3.2), finds: { 'exposure-proven': '3.2 s' } },
  { name: 'the exposure is longer than one that failed', plate: light(3.2), around: { proofs: { exposureS: { range: { min: 2.3, max: 3, minEnd: 'notTriedBeyond', maxEnd: 'failedBeyond' } } } }, finds: { 'exposure-proven': '3.2 s' }, isBlocked: true },
  { name: 'the plate comes back by less than it rose', plate: { motion: { ...motion, return: [{ mm: 4, mmPerS: 1 }, { mm: 2, mmPerS: 0.5 }] } }, finds: { 'lift-equals-return': '7 mm up, 6 mm down' }, isBlocked: true },
  { name: 'it is peeled faster than proven', plate: { motion: { ...motion, lift: [{ mm: 3, mmPerS: 1.6 }, { mm: 4, mmPerS: 1.6 }] } }, finds: { 'lift-proven': '1.6 mm/s' } },
  { name: 'it is peeled faster than a speed that failed', plate: { motion: { ...motion, lift: [{ mm: 3, mmPerS: 1.6 }, { mm: 4, mmPerS: 1.6 }] } }, around: { proofs: { liftFirstMmPerS: { range: { min: 0, max: 1.2, minEnd: 'notTriedBeyond', maxEnd: 'failedBeyond' } } } }, finds: { 'lift-proven': '1.6 mm/s' }, isBlocked: true },
  { name: 'the plate cannot rise that fast', around: { values: { highestLiftMmPerS: 0.8 } }, finds: { 'lift-within-printer': '1 mm/s' }, isBlocked: true },
  { name: 'a few layers are peeled faster than proven', plate: { motionSteps: [{ fromMm: 2.5, motion: { ...motion, lift: [{ mm: 3, mmPerS: 1.6 }, { mm: 4, mmPerS: 1 }] } }] }, finds: { 'lift-proven': '1.6 mm/s' } },
  { name: 'the resin is for another light', around: { values: { wavelengthNm: 385 } }, finds: { 'light-matches': '385 nm' }, isBlocked: true },
  { name: 'the resin gets no time to settle', plate: { motion: { ...motion, pauseBeforeExposureS: 0.5 } }, finds: { 'pause-proven': '0.5 s' } },
  { name: 'the resin is colder than its range', around: { known: { resinC: 15 } }, finds: { 'resin-as-proven': '15 °C', 'resin-warm-enough': '15 °C' }, isBlocked: true },
  { name: 'the resin is colder than when its exposure was proven', around: { proofs: { exposureS: { conditions: { layerHeightMm: 0.05, resinC: 30 } } } }, finds: { 'resin-as-proven': '25 °C' } },
  { name: 'the return ends faster than it begins', plate: { motion: { ...motion, return: [{ mm: 4, mmPerS: 1 }, { mm: 3, mmPerS: 3 }] } }, finds: { 'return-slower': '3 mm/s' } },
  { name: 'the light falls in one step', plate: { transitionLayers: 0 }, finds: { 'transition-even': '23.4 s a layer' } },
  { name: 'the machine is not ready', around: { known: { ready: false } }, finds: { 'machine-ready': 'not ready' }, isBlocked: true },
  { name: 'another film is mounted', around: { machine: { mounted: { id: 'other', name: 'film 0.1', nozzleMm: 0 } } }, finds: { 'film-mounted': 'film 0.1' }, isBlocked: true },
  { name: 'another resin is loaded', around: { machine: { loaded: { id: 'other', name: 'Torba clear', lot: '3', remainingG: 700 } } }, finds: { 'resin-loaded': 'Torba clear, lot 3' }, isBlocked: true },
  { name: 'the exposure was proven long ago', around: { proofs: { exposureS: { state: 'due', because: 'older than 90 days' } } }, finds: { 'evidence-not-due': 'older than 90 days' } },
  { name: 'nobody has looked at the machine for long', around: { known: { knownForDays: 200 } }, finds: { 'state-known': '200 d ago' } },
  { name: 'it takes longer than the farm lets a job of its class', around: { policy: { ceilings: { 'in-house': { ...noCeilings, hours: 0.1 } } } }, finds: { 'time-ceiling': '16 min' }, isBlocked: true },
  { name: 'it is heavier than the farm lets a job of its class', around: { policy: { ceilings: { 'in-house': { ...noCeilings, massG: 0.1 } } } }, finds: { 'mass-ceiling': '0.3 g for 1' }, isBlocked: true },
  { name: 'it costs more than the farm lets a job of its class', around: { values: { pricePerLitre: 60 }, policy: { ceilings: { 'in-house': { ...noCeilings, cost: 0.01 } } } }, finds: { 'cost-ceiling': '€ 0.35 for 1' }, isBlocked: true },
  { name: 'it lies in a dim corner and the vat is too full', solids: corner, around: { proofs: lightIn(0, 2), known: { inVatMl: 310 } }, finds: { 'light-where-used': '63 % of the mean: as 1.63 s', 'vat-holds': '310 ml' }, isBlocked: true },
  { name: 'the light is too short and the peel too fast', plate: { ...light(2.2), motion: { ...motion, lift: [{ mm: 3, mmPerS: 1.6 }, { mm: 4, mmPerS: 1.6 }] } }, finds: { 'exposure-proven': '2.2 s', 'lift-proven': '1.6 mm/s', 'light-where-used': '100 % of the mean: as 2.20 s' } },
]; // prettier-ignore
