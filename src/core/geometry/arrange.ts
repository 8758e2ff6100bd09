// its main file is no module, though the package says so
import { MaxRectsPacker, Rectangle } from 'maxrects-packer/dist/maxrects-packer.mjs';

/** Something to be set down: its box seen from above, mm. */
export interface Footprint {
  readonly widthMm: number;
  readonly depthMm: number;
}
export interface SetDown {
  /** Index of what is set down. */
  readonly item: number;
  /** Middle of its box on the plate. */
  readonly xMm: number;
  readonly yMm: number;
  /** Turned a quarter about the upright axis. */
  readonly isTurned: boolean;
}
export interface Arranged {
  readonly plates: readonly (readonly SetDown[])[];
  /** Items larger than a plate, which lie on none. */
  readonly tooLarge: readonly number[];
}
export interface ArrangeWish {
  readonly plateMm: readonly [number, number];
  /** Room between two things, and from all of them to the edge. */
  readonly gapMm: number;
  readonly edgeMm: number;
  readonly mayTurn: boolean;
}
/** The packer counts in whole units: hundredths of a millimetre. */
const PER_MM = 100;

/** Sets boxes down with a gap, on as many plates as it takes; what lies on a plate is moved to its middle. The same boxes always lie the
 *  same way. */
export function arrange(items: readonly Footprint[], wish: ArrangeWish): Arranged {
  const asDrawn = pack(items, wish, false);
  if (!wish.mayTurn) return asDrawn;
  // nothing is turned without need
  const turned = pack(items, wish, true);
  const isBetter =
    turned.tooLarge.length < asDrawn.tooLarge.length ||
    (turned.tooLarge.length === asDrawn.tooLarge.length && turned.plates.length < asDrawn.plates.length);
  return isBetter ? turned : asDrawn;
}

function pack(items: readonly Footprint[], { plateMm, gapMm, edgeMm }: ArrangeWish, mayTurn: boolean): Arranged {
  const unit = (mm: number): number => Math.ceil(mm * PER_MM - 1e-6);
  const room = plateMm.map((s) => Math.floor((s - 2 * edgeMm) * PER_MM + 1e-6)) as [number, number];
  const fits = (w: number, d: number): boolean => w <= room[0] && d <= room[1];
  const tooLarge: number[] = [];
  const packer = new MaxRectsPacker<Rectangle>(room[0], room[1], unit(gapMm), {
    smart: false,
    pot: false,
    square: false,
    allowRotation: mayTurn,
  });
  const boxes: Rectangle[] = [];
  items.forEach((it, item) => {
    const [w, d] = [unit(it.widthMm), unit(it.depthMm)];
    if (!fits(w, d) && !(mayTurn && fits(d, w))) {
      tooLarge.push(item);
      return;
    }
    const box = new Rectangle(w, d); // turning one swaps its sides
    box.data = item;
    boxes.push(box);
  });
  packer.addArray(boxes);
  const plates = packer.bins.map((bin) => {
    const right = Math.max(...bin.rects.map((r) => r.x + r.width));
    const back = Math.max(...bin.rects.map((r) => r.y + r.height));
    const [dx, dy] = [(plateMm[0] - right / PER_MM) / 2, (plateMm[1] - back / PER_MM) / 2];
    return bin.rects
      .map((r): SetDown => ({
        item: Number(r.data),
        xMm: dx + (r.x + r.width / 2) / PER_MM,
        yMm: dy + (r.y + r.height / 2) / PER_MM,
        isTurned: r.rot,
      }))
      .sort((a, b) => a.item - b.item);
  });
  return { plates, tooLarge };
}
