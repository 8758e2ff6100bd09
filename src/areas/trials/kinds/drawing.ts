import type { Shape } from './define.ts';

export interface Drawn {
  readonly title: string;
  readonly sizeMm: readonly [width: number, depth: number, height: number];
  readonly shapes: readonly Shape[];
}
const MARGIN_MM = 12;
const BAR_MM = 50;
const FOOT_MM = 16;
const escape = (text: string): string => text.replace(/[<>&"]/g, (c) => `&#${c.charCodeAt(0)};`);
const n = (v: number): string => String(Math.round(v * 1000) / 1000);

/** Elevation above plan as an SVG whose every unit is a millimetre on paper, with a bar of 50 mm to hold a rule against. */
export function drawAtScale({ title, sizeMm: [w, d, h], shapes }: Drawn): string {
  const width = Math.max(w, BAR_MM) + 2 * MARGIN_MM;
  const elevation = shapes.filter((s) => s.view === 'elevation');
  const top = elevation.length > 0 ? h + 14 : 0;
  const height = MARGIN_MM + top + d + 10 + FOOT_MM;
  const cx = width / 2;
  const floorY = MARGIN_MM + h;
  const planY = MARGIN_MM + top + d / 2;
  const place = (s: Shape): string => {
    const y = s.view === 'elevation' ? floorY - s.y - s.h : planY - s.y - s.h / 2;
    const outline = s.round
      ? `<circle cx="${n(cx + s.x)}" cy="${n(y + s.h / 2)}" r="${n(s.w / 2)}"/>`
      : `<rect x="${n(cx + s.x - s.w / 2)}" y="${n(y)}" width="${n(s.w)}" height="${n(s.h)}"/>`;
    const text = s.text
      ? `<text x="${n(cx + s.x)}" y="${n(y + s.h / 2 + 1)}" text-anchor="middle">${escape(s.text)}</text>`
      : '';
    return outline + text;
  };
  const floor = elevation.length > 0 ? `<path d="M${n(cx - w / 2 - 4)} ${n(floorY)}h${n(w + 8)}"/>` : '';
  const barY = height - 9;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(width)}mm" height="${n(height)}mm" viewBox="0 0 ${n(width)} ${n(height)}">`,
    `<title>${escape(title)}</title>`,
    '<style>rect,circle,path{fill:none;stroke:#22252b;stroke-width:.2}text{font:2.6px sans-serif;fill:#22252b}</style>',
    `<text x="${MARGIN_MM}" y="6">${escape(title)}, ${n(w)} × ${n(d)} × ${n(h)} mm, 1:1</text>`,
    floor,
    ...shapes.map(place),
    `<path d="M${MARGIN_MM} ${n(barY)}h${BAR_MM}m0 -1.5v3m-${BAR_MM} -3v3"/>`,
    `<text x="${MARGIN_MM}" y="${n(barY + 4.5)}">${BAR_MM} mm: hold a rule against it; print without fitting to the page</text>`,
    '</svg>',
  ].join('\n');
}
