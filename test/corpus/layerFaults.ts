import { block, box, cut, disc, raised, support, motion, type PlantedLayers } from './layerPlanting.ts';

/** The upper part of a block again, further off. */
const aloft = (x: number, w: number, fromMm: number, toMm: number): ReturnType<typeof box> =>
  box(x, 0, w, w, fromMm, toMm);
const dark =
  (from: number, to: number) =>
  (grey: Uint8Array, layer: number): void => {
    if (layer >= from && layer <= to) grey.fill(0);
  };
const within = (layer: number, from: number, to: number): boolean => layer >= from && layer <= to;

/** Faults in what the layers show. */
export const layerFaults: readonly PlantedLayers[] = [
  { name: 'a cube hangs beside the block', solids: [block, aloft(10, 2, 1.5, 3)], finds: { 'islands-held': '4.00 mm² in layer 31' }, isBlocked: true },
  { name: 'a crumb hangs beside the block', solids: [block, aloft(10, 0.2, 1.5, 1.7)], finds: { 'islands-held': '0.04 mm² in layer 31' }, isBlocked: true },
  { name: 'two cubes hang', solids: [block, aloft(10, 2, 1.5, 3), aloft(-10, 1, 2, 3)], finds: { 'islands-held': '4.00 mm² in layer 31' }, isBlocked: true },
  { name: 'a cube hangs until a bar takes it along', solids: [block, aloft(9, 2, 1.5, 2.5), box(0, 0, 20, 4, 2.5, 3)], finds: { 'islands-held': '4.00 mm² in layer 31', 'lean-held': '26.8 mm² in layer 51' }, isBlocked: true },
  { name: 'a cube stands on an edge of pixels alone', solids: [block, box(7, 5, 2, 2, 1.5, 3)], finds: { 'islands-held': '4.00 mm² in layer 31' }, isBlocked: true },
  { name: 'a room opens towards the film', solids: [block, cut(box(0, 0, 6, 4, 1, 3))], finds: { 'cups-vented': '24.0 mm² in layer 21, pulls up to 2.4 N; layers 21 to 60' } },
  { name: 'a large room opens towards the film', solids: [box(0, 0, 16, 12, 0, 3), cut(box(0, 0, 13, 9, 1, 3))], finds: { 'cups-vented': '117.0 mm² in layer 21, pulls up to 11.7 N; layers 21 to 60' }, isBlocked: true },
  { name: 'two rooms open towards the film', solids: [block, cut(box(-3, 0, 4, 4, 1, 3)), cut(box(3, 0, 4, 5, 1, 3))], finds: { 'cups-vented': '20.0 mm² in layer 21, pulls up to 2.0 N; layers 21 to 60' } },
  { name: 'a ring lies on the plate', solids: [block, cut(box(0, 0, 6, 4, 0, 3))], finds: { 'cups-vented': '24.0 mm² in layer 1, pulls up to 2.4 N; layers 1 to 60' } },
  { name: 'a room is closed on all sides', solids: [block, cut(box(0, 0, 6, 4, 1, 2))], finds: { 'cups-vented': '24.0 mm² in layer 21, pulls up to 2.4 N; layers 21 to 40', 'lean-held': '22.6 mm² in layer 41', 'rooms-drain': '0.02 ml, the largest from layer 21 to 40' } },
  { name: 'a narrow room is closed on all sides', solids: [block, cut(box(0, 0, 3, 3, 1, 2.5))], finds: { 'lean-held': '8.1 mm² in layer 51', 'rooms-drain': '0.01 ml, the largest from layer 21 to 50' } },
  { name: 'a plate begins half way up', solids: [block, box(0, 0, 26, 16, 1.5, 3)], finds: { 'area-jump': '96 to 416 mm² in layer 31', 'lean-held': '317.2 mm² in layer 31' } },
  { name: 'a wide plate stands on a peg', solids: [box(0, 0, 2, 2, 0, 1.5), box(0, 0, 12, 10, 1.5, 3)], finds: { 'base-holds': '4.0 mm² on the plate, 120 mm² in layer 31', 'lean-held': '115.4 mm² in layer 31' } },
  { name: 'a slab hangs on a thin peg', solids: [disc(0, 0, 1.2, 0, 1), disc(0, 0, 0.5, 1, 2.2), box(0, 0, 6, 6, 2.2, 3)], finds: { 'lean-held': '35.7 mm² in layer 45', 'tips-carry': '36.0 mm² on 0.20 mm² in layer 44' } },
  { name: 'a slab hangs on a thread', solids: [disc(0, 0, 2.4, 0, 1), disc(0, 0, 0.4, 1, 2.2), box(0, 0, 8, 8, 2.2, 3)], finds: { 'lean-held': '63.8 mm² in layer 45', 'tips-carry': '64.0 mm² on 0.13 mm² in layer 44' }, isBlocked: true },
  { name: 'a ledge stands out', solids: [block, box(7, 0, 4, 8, 1.5, 3)], finds: { 'lean-held': '23.2 mm² in layer 31' } },
  { name: 'a roof leans by 83°', solids: [block, ...Array.from({ length: 16 }, (_, k) => box(0, 0, 12 + 0.8 * (k + 1), 8, 1.5 + 0.05 * k, 1.55 + 0.05 * k))], finds: { 'lean-held': '4.8 mm² in layer 31' } },
  { name: 'it reaches the right edge of the screen', solids: [box(12, 0, 8, 8, 0, 3)], finds: { 'clear-of-screen-edge': '8.00 × 8.00 mm, at the right' } },
  { name: 'it reaches the front edge of the screen', solids: [box(0, -10, 8, 4, 0, 3)], finds: { 'clear-of-screen-edge': '8.00 × 4.00 mm, at the front' } },
  { name: 'a fin is two pixels wide', solids: [block, box(9, 0, 6, 0.1, 0, 3)], finds: { 'features-wide': '0.61 mm² in layer 1' } },
  { name: 'a comb has teeth of one pixel', solids: [block, ...[-3, -1, 1, 3].map((y) => box(8, y, 4, 0.05, 0, 3))], finds: { 'features-wide': '0.80 mm² in layer 1' } },
  { name: 'a slot is two pixels wide', solids: [block, cut(box(0, 0, 0.1, 8, 0, 3))], finds: { 'gaps-open': '0.79 mm² in layer 1' } },
  { name: 'two blocks stand a pixel apart', solids: [box(-4, 0, 7.95, 8, 0, 3), box(4, 0, 7.95, 8, 0, 3)], finds: { 'gaps-open': '0.40 mm² in layer 1' } },
  { name: 'a thin peg stands beside it', solids: [block, box(9, 0, 0.8, 0.8, 0, 3)], finds: { 'feet-wide': '0.64 mm²' } },
  { name: 'a pillar is taller than any brace', solids: [block, disc(9, 0, 1.4, 0, 31)], finds: { 'columns-braced': '31.0 mm up to layer 620' } },
  { name: 'four layers in the middle are dark', pictures: dark(20, 23), finds: { 'islands-held': '96.00 mm² in layer 24', 'layers-lit': '4 dark layers, the first is layer 20' }, isBlocked: true },
  { name: 'the last layers are dark', pictures: dark(58, 60), finds: { 'layers-lit': '3 dark layers, the first is layer 58' } },
  { name: 'the first layer is dark', pictures: dark(1, 1), finds: { 'base-holds': '0.0 mm² on the plate, 96 mm² in layer 2', 'islands-held': '96.00 mm² in layer 2', 'layers-lit': '1 dark layer, the first is layer 1' }, isBlocked: true },
  { name: 'a layer in the middle is dark', pictures: dark(30, 30), finds: { 'islands-held': '96.00 mm² in layer 31', 'layers-lit': '1 dark layer, the first is layer 30' }, isBlocked: true },
  { name: 'a layer is lit faintly', pictures: (grey, layer) => { if (layer === 30) for (let i = 0; i < grey.length; i++) if (grey[i]! > 0) grey[i] = 90; }, finds: { 'faint-hardens': '100 % of what is lit in layer 30', 'islands-held': '96.00 mm² in layer 31', 'layers-lit': '1 dark layer, the first is layer 30' }, isBlocked: true },
  { name: 'a large faint veil surrounds the block', pictures: (grey, layer, width) => { if (within(layer, 20, 40)) for (let y = 100; y < 380; y++) for (let x = 100; x < 560; x++) if (grey[y * width + x] === 0) grey[y * width + x] = 60; }, finds: { 'faint-hardens': '70 % of what is lit in layer 20' } },
  { name: 'pictures have more greys than the screen shows', pictures: (grey, _layer, width) => { for (let x = 0; x < 40; x++) grey[100 * width + 100 + x] = 10 + 2 * x; }, finds: { 'shades-for-screen': '40 greys between dark and full' } },
  { name: 'edges are drawn finer than the screen is', solids: [disc(0, 0, 9, 0, 3)], plate: { samples: 4 }, around: { values: { samplesPerPixelMost: 2 } }, finds: { 'shades-for-screen': '14 greys between dark and full' } },
  { name: 'dark and light are exchanged', solids: [box(0, 0, 8, 6, 0, 3)], pictures: (grey) => { for (let i = 0; i < grey.length; i++) grey[i] = 255 - grey[i]!; }, finds: { 'clear-of-screen-edge': '32.00 × 24.00 mm, at the left and the front and the right and the back', 'cups-vented': '48.0 mm² in layer 1, pulls up to 4.8 N; layers 1 to 60', 'dark-around': '93.8 % of the screen' }, isBlocked: true },
  { name: 'a single layer has dark and light exchanged', pictures: (grey, layer) => { if (layer === 30) for (let i = 0; i < grey.length; i++) grey[i] = 255 - grey[i]!; }, finds: { 'area-jump': '96 to 672 mm² in layer 30', 'clear-of-screen-edge': '32.00 × 24.00 mm, at the left and the front and the right and the back', 'cups-vented': '96.0 mm² in layer 30, pulls up to 9.6 N; layers 30 to 30', 'islands-held': '672.00 mm² in layer 30', 'rooms-drain': '0.00 ml, the largest from layer 30 to 30' }, isBlocked: true },
  { name: 'some layers get more light', manifest: (m) => ({ ...m, layers: m.layers.map((l, i) => within(i, 30, 33) ? { ...l, exposures: l.exposures.map((e) => ({ ...e, seconds: 3.4 })) } : l) }), finds: { 'light-even': '3.40 s in layer 31' } },
  { name: 'a layer gets hardly any light', manifest: (m) => ({ ...m, layers: m.layers.map((l, i) => i === 40 ? { ...l, exposures: l.exposures.map((e) => ({ ...e, seconds: 0.5 })) } : l) }), finds: { 'light-even': '0.50 s in layer 41' } },
  { name: 'layers have two exposures', plate: { fields: [{ exposureS: 2.6, solids: [block] }, { exposureS: 2.8, solids: [box(10, 0, 3, 3, 0, 3)] }] }, around: { values: { subExposures: 1 } }, finds: { 'exposures-taken': '2 in a layer, first in layer 6' }, isBlocked: true },
  { name: 'it is taller than the plate travels', around: { values: { travelZMm: 2.5 } }, finds: { 'stack-within-height': '3.00 mm and a lift of 7 mm' }, isBlocked: true },
  { name: 'it was drawn for a wider screen', around: { values: { screenPixelsX: 720, travelXMm: 36 } }, finds: { 'layers-for-screen': '640 × 480 pixels of 0.05 × 0.05 mm' }, isBlocked: true },
  { name: 'it was drawn for larger pixels', around: { values: { pixelMm: 0.047 } }, finds: { 'layers-for-screen': '640 × 480 pixels of 0.05 × 0.05 mm' }, isBlocked: true },
  { name: 'the resin is to be hotter than its range', plate: { resinC: 35 }, finds: { 'stack-warmth': '35 °C' } },
  { name: 'the resin is to be colder than its range', plate: { resinC: 15 }, finds: { 'stack-warmth': '15 °C' } },
  { name: 'a support is thinner than any that was proven', solids: [...raised, ...support(6, 0, 0.25)], finds: { 'tips-carry': '8.4 mm² on 0.04 mm² in layer 56', 'tips-proven': '0.23 mm' } },
  { name: 'a support is thinner than one that failed', solids: [...raised, ...support(6, 0, 0.25)], around: { proofs: { supportTipMm: { range: { min: 0.35, max: 3, minEnd: 'failedBeyond', maxEnd: 'notTriedBeyond' } } } }, finds: { 'tips-carry': '8.4 mm² on 0.04 mm² in layer 56', 'tips-proven': '0.23 mm' }, isBlocked: true },
  { name: 'two supports meet the part all but together', solids: [block, disc(10, 0, 0.6, 0, 2), disc(10.8, 0, 0.6, 0, 2), box(10, 0, 4, 4, 2, 3)], finds: { 'feet-wide': '0.28 mm²', 'lean-held': '15.1 mm² in layer 41', 'tips-apart': '0.80 mm apart' } },
  { name: 'the part begins just above the plate', solids: [...[-3, 0, 3].map((x) => disc(x, 0, 1.3, 0, 0.9)), box(0, 0, 9, 6, 0.9, 3)], finds: { 'lean-held': '49.0 mm² in layer 19', 'room-under': 'meets the part 0.95 mm above the plate' } },
  { name: 'the long light of the base reaches into the part', solids: [...raised, box(0, 0, 9, 6, 5, 10)], plate: { bottomLayers: 80 }, finds: { 'base-below-part': 'a support meets it in layer 69' } },
  { name: 'the large layers are moved faster than the small ones', solids: [block, box(0, 0, 4, 4, 3, 5)], plate: { motionSteps: [{ fromMm: 3, motion: { ...motion, pauseBeforeExposureS: 4 } }] }, finds: { 'slow-where-large': '10.7 s in the dark at 96 mm²' } },
  { name: 'a large layer is lifted little', solids: [box(0, 0, 24, 18, 0, 3)], plate: { motion: { ...motion, lift: [{ mm: 1, mmPerS: 1 }, { mm: 1, mmPerS: 1 }], return: [{ mm: 1, mmPerS: 1 }, { mm: 1, mmPerS: 0.5 }] } }, finds: { 'lift-clears': '2.0 mm, 432 mm² in one piece in layer 1' } },
  { name: 'layers are far larger than the peel was tried with', around: { proofs: { liftFirstMmPerS: { conditions: { areaMm2: 10 } } } }, finds: { 'lift-for-area': '96 mm² in one piece in layer 1' } },
  { name: 'a cube hangs and a room is closed', solids: [block, cut(box(0, 0, 6, 4, 1, 2)), aloft(10, 2, 1.5, 3)], finds: { 'cups-vented': '24.0 mm² in layer 21, pulls up to 2.4 N; layers 21 to 40', 'islands-held': '4.00 mm² in layer 31', 'lean-held': '22.6 mm² in layer 41', 'rooms-drain': '0.02 ml, the largest from layer 21 to 40' }, isBlocked: true },
]; // prettier-ignore
