import { normalFrom, seededRandom, seedOf } from '../../src/core/formats/random.ts';
import type { Place } from '../instruments/bench.ts';
import { grownWidth } from './bench.ts';
import type { PrintedStack } from './printed.ts';
import type { ResinTruth } from './truth.ts';

/** Field of view against the width drawn, and what the scale bar stands for, µm. */
const VIEW_SHARE = 2.4;
const LEAST_VIEW_UM = 900;
const BAR_UM = [100, 200, 500, 1000];
const ASPECT = 0.5;
const POINTS = 24;
/** Roughness of a cured edge, and what the eyepiece is off by from one picture to the next, mm. */
const ROUGH_UM = 5;
const FOCUS_MM = 0.004;

/** What the microscope shows of a bar or slot: its two edges, as far apart as they are, and a bar of known length. One unit of the
 *  drawing is a micrometre. Null where no such thing was printed. */
export function micrograph(print: PrintedStack | null, truth: ResinTruth, place: Place, seed: number): string | null {
  const [feature, nominal] = place.feature.split(' ');
  if (!print || !['exposure-ladder', 'resin-temperature'].includes(place.kind) || !nominal) return null;
  if (feature !== 'bar' && feature !== 'slot') return null;
  const grown = grownWidth(print, truth, place.band, place.feature);
  if (grown === null) return null;
  const random = seededRandom(seed ^ seedOf(`microscope/${place.band}/${place.feature}/${place.repeat}`));
  const normal = normalFrom(random);
  const width = 1000 * Math.max(0, grown + truth.scaleErrorMm + FOCUS_MM * normal());
  const view = Math.max(LEAST_VIEW_UM, 1000 * Number(nominal) * VIEW_SHARE);
  const height = view * ASPECT;
  const middle = view / 2 + 0.06 * view * (random() - 0.5);
  const edge = (x: number): string => {
    const rough = Array.from({ length: POINTS + 1 }, () => ROUGH_UM * normal());
    const mean = rough.reduce((a, b) => a + b) / rough.length;
    return rough.map((r, k) => `${(x + r - mean).toFixed(1)} ${((height * k) / POINTS).toFixed(1)}`).join(' L');
  };
  const left = edge(middle - width / 2);
  const right = edge(middle + width / 2);
  const between = `M${left} L${right.split(' L').reverse().join(' L')}Z`;
  const [ground, solid] = ['#2b2a26', '#c9b98f'];
  const bar = BAR_UM.filter((um) => um < view / 3).pop() ?? BAR_UM[0]!;
  const line = (view / 300).toFixed(1);
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${view.toFixed(0)} ${height.toFixed(0)}">`,
    `<rect width="${view.toFixed(0)}" height="${height.toFixed(0)}" fill="${feature === 'bar' ? ground : solid}"/>`,
    `<path id="between" d="${between}" fill="${feature === 'bar' ? solid : ground}"/>`,
    `<g stroke="#f6f4ee" stroke-width="${line}" fill="none"><path d="M${(view * 0.04).toFixed(0)} ${(height * 0.93).toFixed(0)}h${bar}m0 ${(-height * 0.02).toFixed(0)}v${(height * 0.04).toFixed(0)}m${-bar} 0v${(-height * 0.04).toFixed(0)}"/></g>`,
    `<text x="${(view * 0.04).toFixed(0)}" y="${(height * 0.88).toFixed(0)}" font-size="${(height * 0.06).toFixed(0)}" fill="#f6f4ee" font-family="sans-serif">${bar} µm</text>`,
    '</svg>',
  ].join('');
}
