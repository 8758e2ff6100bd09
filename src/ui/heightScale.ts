/** One shared vertical scale in mm, bottom at the bottom. */
export interface HeightScale {
  readonly topMm: number;
  readonly heightPx: number;
  readonly y: (zMm: number) => number;
  readonly ticks: readonly number[];
}

export function heightScale(topMm: number, heightPx: number, padPx = 12): HeightScale {
  const raw = topMm / 9;
  const power = 10 ** Math.floor(Math.log10(raw || 1));
  const step = [1, 2, 5, 10].map((k) => k * power).find((s) => s >= raw) ?? 10 * power;
  const ticks: number[] = [];
  for (let t = 0; t <= topMm + 1e-9; t += step) ticks.push(Number(t.toFixed(6)));
  return { topMm, heightPx, y: (z) => heightPx - padPx - (z / (topMm || 1)) * (heightPx - 2 * padPx), ticks };
}
