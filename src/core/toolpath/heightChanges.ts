import { fail, succeed, type Result } from '../result/result.ts';

const WORDS = ['nozzle', 'bed', 'fan', 'flow', 'speed'] as const;
export type ChangedThing = (typeof WORDS)[number];
/** What is set when the print reaches a place: °C for nozzle and bed, percent for fan, flow and speed. */
export interface HeightChange {
  readonly at: { readonly layer: number } | { readonly zMm: number };
  readonly set: Readonly<Partial<Record<ChangedThing, number>>>;
  readonly isPause: boolean;
}
const RANGES: Readonly<Record<ChangedThing, readonly [number, number]>> = {
  nozzle: [0, 550],
  bed: [0, 200],
  fan: [0, 100],
  flow: [10, 300],
  speed: [5, 500],
};
const MOST = 40;

/** Changes at heights as they are typed, "5 mm: nozzle 210, fan 60; layer 40: speed 80; 12 mm: pause". Refused by its entry: a place
 *  or thing that cannot be, one thing set twice, places of one kind that do not rise. */
export function parseHeightChanges(text: string): Result<HeightChange[]> {
  const entries = text
    .split(/[;\n]/)
    .map((e) => e.trim())
    .filter(Boolean);
  if (entries.length > MOST)
    return fail({ code: 'tooMany', what: `${entries.length} changes`, todo: `${MOST} at the most` });
  const out: HeightChange[] = [];
  for (const [i, entry] of entries.entries()) {
    const no = (what: string, todo: string) => fail({ code: 'heightChange', where: `change ${i + 1}`, what, todo });
    const [, layer, zMm, rest] = /^(?:layer\s+(\d+)|([\d.]+)\s*mm)\s*:\s*(.+)$/i.exec(entry) ?? [];
    if (rest === undefined)
      return no(`"${entry.slice(0, 40)}" cannot be read`, 'write "5 mm: nozzle 210" or "layer 40: speed 80"');
    const at: HeightChange['at'] = layer !== undefined ? { layer: Number(layer) } : { zMm: Number(zMm) };
    const place = Number(layer ?? zMm);
    if (!Number.isFinite(place) || place <= 0)
      return no('the place is not above the bed', 'give a height or layer above 0');
    const before = out.findLast((o) => 'layer' in o.at === 'layer' in at);
    if (before && ('layer' in before.at ? before.at.layer : before.at.zMm) >= place)
      return no(`${place} does not lie above the change before it`, 'order them from the bottom up');
    const set: Partial<Record<ChangedThing, number>> = {};
    let isPause = false;
    for (const part of rest.split(',').map((p) => p.trim().toLowerCase())) {
      if (part === 'pause') {
        isPause = true;
        continue;
      }
      const [, word, figure] = /^([a-z]+)\s+([\d.]+)\s*(?:°?c|%)?$/.exec(part) ?? [];
      const thing = WORDS.find((w) => w === word);
      if (!thing)
        return no(
          `"${part.slice(0, 30)}" is nothing that can be set`,
          `one of ${WORDS.join(', ')} with a figure, or pause`,
        );
      const [low, high] = RANGES[thing];
      const value = Number(figure);
      if (!(value >= low && value <= high)) return no(`${thing} ${figure} cannot be`, `${low} to ${high}`);
      if (set[thing] !== undefined) return no(`${thing} stands twice`, 'keep one of them');
      set[thing] = value;
    }
    out.push({ at, set, isPause });
  }
  return succeed(out);
}
