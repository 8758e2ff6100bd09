/** From little light to much, one sequence; the first is a dark pixel. */
export const DARK = '#1c1a17';
export const SHADES = [
  '#5a3a17',
  '#75491c',
  '#8f6024',
  '#a8772c',
  '#bb8e45',
  '#cba560',
  '#d9bd85',
  '#e6d3ab',
  '#f3e9d2',
] as const;
const STEPS = 256;

/** The shade of a share of the most light, 0 to 1. */
export function shadeOf(share: number): string {
  const hex = (c: readonly number[]): string =>
    `#${c.map((v) => Math.round(v).toString(16).padStart(2, '0')).join('')}`;
  return hex(mixed(share));
}
/** The same as 256 pixels from dark to the most light, as they lie in a picture's memory (little-endian red, green, blue, opaque). */
export const shadeTable = (): Uint32Array =>
  Uint32Array.from({ length: STEPS }, (_, k) => {
    const [r, g, b] = mixed(k / (STEPS - 1)).map(Math.round) as [number, number, number];
    return ((255 << 24) | (b << 16) | (g << 8) | r) >>> 0;
  });

function mixed(share: number): number[] {
  const stops = [DARK, ...SHADES];
  const at = Math.max(0, Math.min(1, share)) * (stops.length - 1);
  const i = Math.min(stops.length - 2, Math.floor(at));
  const rgb = (h: string): number[] => [1, 3, 5].map((k) => parseInt(h.slice(k, k + 2), 16));
  const [a, b] = [rgb(stops[i]!), rgb(stops[i + 1]!)];
  return a.map((v, k) => v + (at - i) * (b[k]! - v));
}
