import { normalFrom, seededRandom, seedOf } from '../../src/core/formats/random.ts';
import { METER_PLACES, METER_REACH } from '../../src/core/resin/lightMap.ts';
import { DISC_PLACES } from '../../src/core/resin/platePattern.ts';
import type { Place } from '../instruments/bench.ts';
import type { PrintedStack } from './printed.ts';
import { flankAt, growthAt, holdAt, lightAt, partsBelowMm, type ResinTruth } from './truth.ts';

const SMALLEST_MM = 0.03;
/** What is read where not even the thickest neck holds. */
const NECK_NONE_MM = 1;
const inSteps = (v: number, step: number, digits: number): string => (Math.round(v / step) * step).toFixed(digits);

/** What an instrument shows at one place: of the empty screen for the light map, of the print otherwise. Same print and place: same reading. */
export function readResinBench(
  print: PrintedStack | null,
  truth: ResinTruth,
  place: Place,
  seed: number,
): string | null {
  const random = seededRandom(seed ^ seedOf(`${place.kind}/${place.band}/${place.feature}/${place.repeat}`));
  const normal = normalFrom(random);
  if (place.kind === 'light-map') {
    const at = METER_PLACES[Number(place.feature.slice(6)) - 1];
    if (!at) return null;
    const light = lightAt(truth, at[0] * METER_REACH, at[1] * METER_REACH);
    return inSteps(light * (1 + truth.meterError) * (1 + 0.006 * normal()), 0.01, 2);
  }
  if (!print) return null;
  switch (place.kind) {
    case 'working-curve':
      return filmText(print, truth, place, normal);
    case 'lift':
    case 'settling':
      return flankText(print, truth, place, normal);
    case 'neck-strength':
      return neckText(print, truth, place, normal);
    case 'exposure-ladder':
    case 'resin-temperature':
      return place.feature === 'pin' || place.feature === 'hole'
        ? smallestText(print, truth, place)
        : widthText(print, truth, place, normal);
    case 'plate':
      return place.feature === 'removal' ? removalText(print, truth) : discText(print, truth, place, normal);
    default:
      return null;
  }
}

const placesOf = (print: PrintedStack, band: number) =>
  (print.stack.manifest.places ?? []).filter((p) => p.band === band);
function lookAt(print: PrintedStack, band: number, feature: string) {
  const p = placesOf(print, band).find((q) => q.feature === feature);
  return p ? print.look(p.x, p.y, p.zMm, p.along) : null;
}

function filmText(
  print: PrintedStack,
  truth: ResinTruth,
  { band, feature }: Place,
  normal: () => number,
): string | null {
  const seen = lookAt(print, band, feature);
  if (!seen?.isLit) return null;
  const depth = truth.dpMm * Math.log((lightAt(truth, seen.x, seen.y) * seen.seconds) / truth.ecMjPerCm2);
  return inSteps(Math.max(0.01, depth + 0.004 * normal()), 0.001, 3);
}

/** True width of a bar or slot once grown, mm, without noise; null where nothing is there. */
export function grownWidth(print: PrintedStack, truth: ResinTruth, band: number, feature: string): number | null {
  const seen = lookAt(print, band, feature);
  if (!seen) return null;
  const g = growthAt(truth, lightAt(truth, seen.x, seen.y) * seen.seconds, print.resinC);
  return seen.isLit ? seen.widthMm + g : Math.max(0, seen.widthMm - g);
}

function widthText(
  print: PrintedStack,
  truth: ResinTruth,
  { band, feature }: Place,
  normal: () => number,
): string | null {
  const width = grownWidth(print, truth, band, feature);
  return width === null ? null : inSteps(Math.max(0, width + truth.scaleErrorMm + 0.004 * normal()), 0.005, 3);
}

function smallestText(print: PrintedStack, truth: ResinTruth, { band, feature }: Place): string | null {
  const sizes = placesOf(print, band)
    .filter((p) => p.feature.startsWith(`${feature} `))
    .map((p) => Number(p.feature.split(' ')[1]))
    .sort((a, b) => a - b);
  if (sizes.length === 0) return null;
  const isThere = (size: number): boolean => {
    const width = grownWidth(print, truth, band, `${feature} ${size}`);
    // a pin this thin falls over, a hole this narrow holds its resin
    return width !== null && width > (feature === 'pin' ? 0.32 : 0.38) + SMALLEST_MM;
  };
  const found = sizes.find((_, i) => sizes.slice(i).every(isThere));
  return (found ?? Math.max(...sizes) + 0.2).toFixed(1);
}

function discText(
  print: PrintedStack,
  truth: ResinTruth,
  { band, feature }: Place,
  normal: () => number,
): string | null {
  const seen = lookAt(print, band, feature);
  const n = Number(feature.slice(5));
  const at = DISC_PLACES[n - 1];
  if (!seen || !at) return null;
  const hold = holdAt(truth, at[0], at[1], lightAt(truth, seen.x, seen.y) * seen.seconds, n - 1) + 0.18 * normal();
  return hold > 1 ? '2' : hold > 0 ? '1' : '0';
}

function removalText(print: PrintedStack, truth: ResinTruth): string | null {
  const seen = lookAt(print, 1, 'disc 5');
  if (!seen) return null;
  const hold = holdAt(truth, 0, 0, lightAt(truth, 0, 0) * seen.seconds, -1);
  return hold > 3.6 ? '3' : hold > 2.4 ? '2' : '1';
}

/** What has come off below is off above, too. */
function flankText(print: PrintedStack, truth: ResinTruth, place: Place, normal: () => number): string | null {
  const at = placesOf(print, place.band).find((p) => p.feature === `${place.feature} ${place.repeat}`);
  const motion = at && print.motionAt(at.zMm);
  const seen = at && print.look(at.x, at.y, at.zMm, at.along);
  if (!motion || !seen) return null;
  const dose = lightAt(truth, seen.x, seen.y) * seen.seconds;
  const isOff = Array.from({ length: place.band - 1 }, (_, i) => i + 1).some((band) => {
    const below = placesOf(print, band).find((p) => p.feature === `${place.feature} ${place.repeat}`);
    const moved = below && print.motionAt(below.zMm);
    return moved && flankAt(truth, moved, dose, 0) === 2;
  });
  return isOff ? '2' : String(flankAt(truth, motion, dose, 0.03 * normal()));
}

/** The thinnest neck of a row that holds under the pull, thicker ones all holding, too. */
function neckText(print: PrintedStack, truth: ResinTruth, place: Place, normal: () => number): string | null {
  const row = placesOf(print, place.band)
    .filter((p) => p.feature.startsWith(`${place.feature} ${place.repeat} `))
    .map((p) => ({ p, size: Number(p.feature.split(' ').at(-1)) }))
    .sort((a, b) => a.size - b.size);
  if (row.length === 0) return null;
  const holds = row.map(({ p }) => {
    const [across, along] = (['x', 'y'] as const).map((way) => print.look(p.x, p.y, p.zMm, way));
    if (!across?.isLit || !along) return false;
    const thickMm = Math.sqrt(across.widthMm * along.widthMm);
    const dose = lightAt(truth, across.x, across.y) * across.seconds;
    return thickMm > partsBelowMm(truth, dose, print.resinC) + truth.partsSpreadMm * normal();
  });
  const found = row.find((_, i) => holds.slice(i).every((h) => h));
  return (found?.size ?? NECK_NONE_MM).toFixed(2);
}
