/** How a place of a coupon looks at a stated figure: lines in a field of 64 × 40, the same for the drawings beside a score and for
 *  the bench camera. What can be measured is drawn to the scale of a bar; what can be counted is there as often as it is. */
export type DefectSymbol = 'strings' | 'gaps' | 'corners' | 'blotches' | 'sag' | 'droop' | 'waves' | 'bulge' | 'hole';
/** `body` is plastic, `fault` what is looked for, `datum` where it should be, `bar` the scale. */
export interface Mark {
  readonly is: 'body' | 'fault' | 'datum' | 'bar';
  readonly d: string;
}
export interface LookSpec {
  readonly says: string;
  /** Length of one millimetre in the drawing; null where things are counted. */
  readonly perMm: number | null;
  /** Length the bar stands for, mm. */
  readonly barMm: number;
  readonly draw: (amount: number, random: () => number) => Mark[];
  /** Amount that goes with a score: how the drawings beside 1 to 5 are made, and how an eye reads them back. */
  readonly ofScore: (score: number) => number;
}
export const LOOK_WIDTH = 64;
export const LOOK_HEIGHT = 40;
const BED_Y = 36;
const n = (v: number): string => String(Math.round(v * 100) / 100);
const box = (x: number, y: number, w: number, h: number): string => `M${n(x)} ${n(y)}h${n(w)}v${n(h)}h${n(-w)}Z`;
const body = (d: string): Mark => ({ is: 'body', d });
const fault = (d: string): Mark => ({ is: 'fault', d });
const datum = (d: string): Mark => ({ is: 'datum', d });
const bar = (perMm: number, mm: number): Mark => ({ is: 'bar', d: `M4 38.5h${n(perMm * mm)}` });
const times = (count: number, make: (k: number) => Mark): Mark[] =>
  Array.from({ length: Math.max(0, Math.round(count)) }, (_, k) => make(k));
const clamp = (v: number, low: number, high: number): number => Math.min(high, Math.max(low, v));

export const looks: Readonly<Record<DefectSymbol, LookSpec>> = {
  strings: {
    says: 'hairs between two posts',
    perMm: null,
    barMm: 0,
    ofScore: (s) => Math.exp((5 - s) / 1.15) - 1,
    draw: (count, random) => [
      body(box(8, 5, 9, 31)),
      body(box(47, 5, 9, 31)),
      ...times(clamp(count, 0, 60), () => {
        const y = 6 + 26 * random();
        const sag = 1 + 4 * random();
        return fault(`M17 ${n(y)}Q32 ${n(y + sag)} 47 ${n(y + 3 * (random() - 0.5))}`);
      }),
    ],
  },
  gaps: {
    says: 'breaks in a line',
    perMm: null,
    barMm: 0,
    ofScore: (s) => (5 - s) * 3,
    draw: (count, random) => {
      const gaps = clamp(Math.round(count), 0, 14);
      const pitch = 56 / Math.max(1, gaps);
      return [
        body(box(4, 10, 56, 8)),
        body(box(4, 20, 56, 8)),
        ...times(gaps, (k) => fault(box(4 + pitch * (k + 0.2 + 0.4 * random()), 10 + (k % 2) * 10, 1.6, 8))),
      ];
    },
  },
  corners: {
    says: 'corners that came up',
    perMm: null,
    barMm: 0,
    ofScore: (s) => 5 - s,
    draw: (count) => [
      body(box(16, 5, 32, 30)),
      ...times(clamp(count, 0, 4), (k) => {
        const x = k % 2 === 0 ? 16 : 48;
        const y = k < 2 ? 5 : 35;
        const sx = x === 16 ? 1 : -1;
        const sy = y === 5 ? 1 : -1;
        return fault(`M${x} ${y}l${9 * sx} 0l${-9 * sx} ${9 * sy}Z`);
      }),
    ],
  },
  blotches: {
    says: 'blotches on a face',
    perMm: null,
    barMm: 0,
    ofScore: (s) => (5 - s) * 6,
    draw: (count, random) => [
      body(box(6, 4, 52, 31)),
      ...times(clamp(count, 0, 30), () => {
        const x = 9 + 44 * random();
        const y = 7 + 24 * random();
        const r = 0.8 + 1.1 * random();
        return fault(`M${n(x)} ${n(y)}q${n(r)} ${n(-r)} ${n(2 * r)} 0q${n(-r)} ${n(r)} ${n(-2 * r)} 0Z`);
      }),
    ],
  },
  sag: {
    says: 'how far a bridge hangs below its posts',
    perMm: 12,
    barMm: 1,
    ofScore: (s) => 0.05 + 0.4 * (5 - s),
    draw: (mm) => {
      const depth = clamp(mm, 0, 2) * 12;
      return [
        body(box(6, 6, 9, 30)),
        body(box(49, 6, 9, 30)),
        body(box(6, 4, 52, 2.4)),
        datum('M15 6.4H49'),
        fault(`M15 6.4Q32 ${n(6.4 + 2 * depth)} 49 6.4`),
        bar(12, 1),
      ];
    },
  },
  droop: {
    says: 'how far an edge hangs below its line',
    perMm: 12,
    barMm: 1,
    ofScore: (s) => 0.05 + 0.4 * (5 - s),
    draw: (mm) => {
      const depth = clamp(mm, 0, 2) * 12;
      return [
        body('M10 36V8H54L26 36Z'),
        datum('M26 36L54 8'),
        fault(`M26 36Q${n(40 + Math.SQRT2 * depth)} ${n(22 + Math.SQRT2 * depth)} 54 8`),
        bar(12, 1),
      ];
    },
  },
  waves: {
    says: 'waves after a corner, from crest to trough',
    perMm: 100,
    barMm: 0.1,
    ofScore: (s) => 0.01 + 0.04 * (5 - s),
    draw: (mm) => {
      const half = clamp(mm, 0, 0.25) * 50;
      const y = 18;
      return [
        body(box(4, 18, 56, 16)),
        datum(`M12 ${y}H60`),
        fault(
          `M12 ${y}${Array.from({ length: 6 }, (_, k) => {
            const a = half * 0.72 ** k;
            return `q2 ${n(-2 * a)} 4 0q2 ${n(2 * a)} 4 0`;
          }).join('')}`,
        ),
        bar(100, 0.1),
      ];
    },
  },
  bulge: {
    says: 'how much wider a line is where the speed changes',
    perMm: 60,
    barMm: 0.1,
    ofScore: (s) => 0.01 + 0.06 * (5 - s),
    draw: (mm) => {
      const half = (clamp(mm, 0, 0.4) * 60) / 2;
      return [
        body(box(4, 16, 56, 8)),
        datum('M4 16H60'),
        fault(`M22 16Q32 ${n(16 - 2 * half)} 42 16M22 24Q32 ${n(24 + 2 * half)} 42 24`),
        bar(60, 0.1),
      ];
    },
  },
  hole: {
    says: 'how far a hole is from its size',
    perMm: 30,
    barMm: 0.1,
    ofScore: (s) => 0.07 * (5 - s),
    draw: (mm) => {
      const r = 13;
      const off = r - (clamp(mm, 0, 0.4) * 30) / 2;
      const ring = (q: number): string =>
        `M${n(32 - q)} 19a${n(q)} ${n(q)} 0 1 0 ${n(2 * q)} 0a${n(q)} ${n(q)} 0 1 0 ${n(-2 * q)} 0Z`;
      return [body(box(14, 1, 36, 36)), datum(ring(r)), fault(ring(off)), bar(30, 0.1)];
    },
  },
};

const INK: Record<Mark['is'], string> = {
  body: 'fill="#d9d4c6" stroke="#8b867b" stroke-width=".7"',
  fault: 'fill="none" stroke="#2b2a26" stroke-width=".7"',
  datum: 'fill="none" stroke="#6d3f63" stroke-width=".35" stroke-dasharray="1.4 1"',
  bar: 'stroke="#2b2a26" stroke-width="1.2"',
};

/** The look as a picture of its own (SVG), with its bar. */
export function drawPicture(look: DefectSymbol, amount: number, random: () => number, caption: string): string {
  const { draw, barMm } = looks[look];
  const marks = draw(amount, random);
  const grain = Array.from(
    { length: 40 },
    () => `<circle cx="${n(64 * random())}" cy="${n(36 * random())}" r=".18" fill="#8b867b"/>`,
  ).join('');
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${LOOK_WIDTH} ${LOOK_HEIGHT + 4}" width="640" height="440"><rect width="64" height="44" fill="#f4f1ea"/>${look === 'sag' || look === 'strings' || look === 'droop' ? `<rect x="2" y="${BED_Y}" width="60" height="1.2" fill="#c9c2b2"/>` : ''}${marks.map((m) => `<path class="${m.is}" d="${m.d}" ${INK[m.is]}/>`).join('')}${grain}<text x="4" y="42.6" font-size="2.6" font-family="sans-serif" fill="#2b2a26">${barMm > 0 ? `bar ${barMm} mm · ` : ''}${caption.replace(/[<>&]/g, '')}</text></svg>`;
}
