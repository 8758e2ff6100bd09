import { BedEdge, type Corner } from '../../../core/gcode/bed.ts';
import { each3 } from '../../../core/geometry/each3.ts';
import { turnThatFits } from '../../../core/geometry/hull.ts';
import { formatFigure } from '../../../core/units/format.ts';
import { cornersOnPlate } from '../../machines/model/dialect.ts';
import type { CheckContext } from '../context.ts';
import type { FindingChange } from '../outcome.ts';
import { defineRule, type Found } from '../define.ts';
import { boxOnPlate } from './boxOnPlate.ts';
import { BEYOND_PLATE_READS, beyondPlate } from '../program/beyondPlate.ts';

const mm = (v: number): string => formatFigure(v, 'length', 2);

export const fitsTravel = defineRule({
  id: 'fits-travel',
  stage: 'body',
  title: 'The part lies within the travel of the machine',
  why: 'What reaches beyond the travel cannot be printed; the axis loses its place at its stop.',
  source: 'Geometry',
  mesh: {
    reads: ['hull', 'maxMm', 'minMm', 'others', 'scale'],
    readsProgram: [...BEYOND_PLATE_READS, 'boundsMm'],
    find: ({ minMm, maxMm, hull, others, scale: scaleNow }, { context, report }) => {
      const { travelMm: travel } = context.machine;
      // what is laid round the part wants its room as well
      const laid = boxOnPlate(report, context);
      const aroundOf = (k: 0 | 1): number => (laid ? Math.max(0, minMm[k] - laid.min[k], laid.max[k] - maxMm[k]) : 0);
      const around = [aroundOf(0), aroundOf(1)] as const;
      const room = [travel[0] - 2 * around[0], travel[1] - 2 * around[1], travel[2]] as const;
      const size = [0, 1, 2].map((k) => maxMm[k]! - minMm[k]!) as [number, number, number];
      const scale = Math.min(...size.map((s, k) => room[k]! / s));
      const isAlone = others.length === 0;
      const turn = isAlone && size[2] <= travel[2] ? turnThatFits(hull, room[0], room[1]) : null;
      const fits = size.every((s, k) => s <= room[k]!);
      const percent = Math.floor(1000 * scale + 1e-9) / 10;
      const [x, y] = [(minMm[0] + maxMm[0]) / 2, (minMm[1] + maxMm[1]) / 2];
      const toMiddle = [travel[0] / 2 - x, travel[1] / 2 - y] as const;
      /** Just far enough in, with room for what is laid round it. */
      const inward = (k: 0 | 1, from: number): number => {
        const half = size[k] / 2 + around[k];
        return Math.min(Math.max(from, half), travel[k] - half) - from;
      };
      const change = (): FindingChange | null => {
        if (fits) return { moveMm: [inward(0, x), inward(1, y)] };
        if (!isAlone) return null;
        if (turn !== null) return { turnAboutZ: turn, moveMm: toMiddle };
        return { scale: each3((k) => (scaleNow[k] * percent) / 100), moveMm: toMiddle };
      };
      const advice = (axis: number, over: number): string => {
        if (fits)
          return `move it ${mm(Math.ceil(100 * over - 1e-6) / 100)} mm ${maxMm[axis]! > travel[axis]! ? 'back' : 'forward'} in ${'XYZ'[axis]}`;
        if (!isAlone) return 'arrange them, or take fewer on this plate';
        const shrunk = `largest scale ${percent.toFixed(1)} %`;
        return turn === null ? shrunk : `turn it ${turn}° about Z and set it in the middle; ${shrunk} as it stands`;
      };
      const done = change();
      const found: Found[] = [];
      (['X', 'Y', 'Z'] as const).forEach((axis, k) => {
        const over = Math.max(maxMm[k]! - travel[k]!, -minMm[k]!);
        if (over <= 1e-6) return;
        found.push({
          severity: 'blocker',
          title: `The part is too ${size[k]! > travel[k]! ? (k === 2 ? 'tall' : `long in ${axis}`) : `far over in ${axis}`}`,
          figure: `${mm(minMm[k]!)} to ${mm(maxMm[k]!)} mm, +${mm(over)} mm over in ${axis}`,
          limit: `0 to ${mm(travel[k]!)} mm`,
          origin: `hardware, ${context.machine.name}`,
          fix: advice(k, over + (around[k] ?? 0)),
          zMm: k === 2 ? travel[2] : 0,
          ...(done && { change: done }),
        });
      });
      const beyond = found.length === 0 ? beyondPlate(report, context) : null;
      if (beyond) {
        const move = intoPlate(context, [x, y], [size[0] / 2 + around[0], size[1] / 2 + around[1]]);
        found.push({
          ...beyond,
          zMm: 0,
          fix: move ? 'set it in the middle' : adviceWithout(context),
          ...(move && { change: { moveMm: move } }),
        });
      }
      return found;
    },
  },
});

/** Where the middle of the plate is no help: on an outline there may be room elsewhere. */
const adviceWithout = ({ machine: { motion } }: CheckContext): string =>
  motion.reads?.bedOutline
    ? 'move it to where the plate has room, or make it smaller'
    : 'make it smaller, or print it on a larger plate';

/** How a box of such halves moves into the middle of a plate that is smaller than the travel; null where that is no help: it stands there, or
 *  is too large. */
function intoPlate(
  { machine: { motion, travelMm, lowestMm } }: CheckContext,
  [x, y]: readonly [number, number],
  [halfX, halfY]: readonly [number, number],
): readonly [number, number] | null {
  const outline = motion.reads?.bedOutline && cornersOnPlate(motion.reads.bedOutline, lowestMm);
  const [midX, midY] = outline ? middleOf(outline) : [travelMm[0] / 2, travelMm[1] / 2];
  const isOn = outline
    ? new BedEdge(outline).holds(midX - halfX, midY - halfY, midX + halfX, midY + halfY)
    : Math.hypot(halfX, halfY) <= Math.min(travelMm[0], travelMm[1]) / 2;
  const move = [midX - x, midY - y] as const;
  return isOn && Math.hypot(...move) > 1e-6 ? move : null;
}
/** Of the box round an outline. */
function middleOf(outline: readonly Corner[]): readonly [number, number] {
  const of = (k: 0 | 1): number => {
    const values = outline.map((c) => c[k]);
    return (Math.min(...values) + Math.max(...values)) / 2;
  };
  return [of(0), of(1)];
}
