import type { SupportBox } from '../../../core/toolpath/supportBoxes.ts';
import type { MeshChoice } from './mesh.ts';

const tenth = (v: number): number => Math.round(v * 10) / 10;

/** A choice with one more box for support, from the foot of the part to its top; as drawn to a tenth of a millimetre. */
export function withBox(
  choice: MeshChoice,
  {
    from,
    to,
    heightMm,
  }: {
    readonly from: readonly [number, number];
    readonly to: readonly [number, number];
    readonly heightMm: number;
  },
): MeshChoice {
  const box: SupportBox = {
    kind: 'always',
    minMm: [tenth(from[0]), tenth(from[1]), 0],
    maxMm: [tenth(to[0]), tenth(to[1]), tenth(heightMm)],
  };
  return { ...choice, boxes: [...(choice.boxes ?? []), box] };
}

/** Boxes that go where the part goes. */
export const movedBoxes = (boxes: readonly SupportBox[], dx: number, dy: number): SupportBox[] =>
  boxes.map((b) => ({
    ...b,
    minMm: [b.minMm[0] + dx, b.minMm[1] + dy, b.minMm[2]],
    maxMm: [b.maxMm[0] + dx, b.maxMm[1] + dy, b.maxMm[2]],
  }));
