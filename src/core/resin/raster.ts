/** A closed outline in pixels, x and y in turn; outer outlines and holes wind in opposite senses. */
export type Outline = Float64Array;

export interface RasterOptions {
  readonly width: number;
  readonly height: number;
  /** Samples per pixel side, 1 to 4. */
  readonly samples: number;
  /** Grey of the faintest covered pixel, 0 to 254. */
  readonly lowestGrey: number;
}

/** Grey rows of a layer, row by row from the top of the screen: how much of each pixel the outlines cover by the non-zero rule. The row
 *  handed over is reused and must not be changed; `isEmpty` rows are all dark, `isSame` ones are the row before. Edges take part from their upper end to just before their lower one, so that a
 *  corner on a sample line counts once. */
export function rasterise(
  outlines: readonly Outline[],
  o: RasterOptions,
  onRow: (y: number, row: Uint8Array, isEmpty: boolean, isSame: boolean) => void,
): void {
  const edges = edgesOf(outlines, o.samples);
  const counts = new Uint16Array(o.width + 1);
  const row = new Uint8Array(o.width);
  const most = o.samples * o.samples;
  const greys = Uint8Array.from({ length: most + 1 }, (_, k) =>
    k === 0 ? 0 : Math.round(o.lowestGrey + ((255 - o.lowestGrey) * k) / most),
  );
  let next = 0;
  let active: Edge[] = [];
  /** First line at which an active edge ends; whether all of them are upright. */
  let endsAt = Infinity;
  let isUpright = true;
  let from = 0;
  let to = 0;
  let isSame = false;
  const change = (line: number): void => {
    while (next < edges.length && edges[next]!.first <= line) active.push(edges[next++]!);
    active = active.filter((e) => e.last > line);
    endsAt = active.reduce((least, e) => Math.min(least, e.last), Infinity);
    isUpright = active.every((e) => e.perLine === 0);
  };
  for (let y = 0; y < o.height; y++) {
    const line = y * o.samples;
    const isQuiet = endsAt >= line + o.samples && (next >= edges.length || edges[next]!.first >= line + o.samples);
    // between upright edges a row is the one before it
    if (isQuiet && isUpright && isSame) {
      onRow(y, row, to <= from, true);
      continue;
    }
    row.fill(0, from, to);
    from = o.width;
    to = 0;
    for (let k = 0; k < o.samples; k++) {
      if (endsAt <= line + k || (next < edges.length && edges[next]!.first <= line + k)) change(line + k);
      if (active.length === 0) continue;
      const crossings = active
        .map((e) => ({ x: e.x + (line + k - e.first) * e.perLine, wind: e.wind }))
        .sort((p, q) => p.x - q.x);
      let wind = 0;
      for (let i = 0; i + 1 < crossings.length; i++) {
        wind += crossings[i]!.wind;
        if (wind === 0) continue;
        // samples lie in the middle of their part of the pixel
        const left = Math.max(0, Math.ceil(crossings[i]!.x * o.samples - 0.5));
        const right = Math.min(o.width * o.samples, Math.ceil(crossings[i + 1]!.x * o.samples - 0.5));
        if (right <= left) continue;
        addRun(counts, left, right, o.samples);
        from = Math.min(from, Math.floor(left / o.samples));
        to = Math.max(to, Math.ceil(right / o.samples));
      }
    }
    for (let x = from; x < to; x++) {
      row[x] = greys[counts[x]!]!;
      counts[x] = 0;
    }
    // the next row is this one only if every line of this one was
    isSame = isQuiet;
    if (to < from) from = to;
    onRow(y, row, to <= from, false);
  }
}

function addRun(counts: Uint16Array, a: number, b: number, samples: number): void {
  const first = Math.floor(a / samples);
  const last = Math.floor((b - 1) / samples);
  if (first === last) {
    counts[first] = counts[first]! + b - a;
    return;
  }
  counts[first] = counts[first]! + (first + 1) * samples - a;
  for (let x = first + 1; x < last; x++) counts[x] = counts[x]! + samples;
  counts[last] = counts[last]! + b - last * samples;
}

interface Edge {
  /** Sample lines it takes part in, from the first to just before the last. */
  readonly first: number;
  readonly last: number;
  /** Place on the first line, pixels, and its change from line to line. */
  readonly x: number;
  readonly perLine: number;
  readonly wind: 1 | -1;
}

function edgesOf(outlines: readonly Outline[], samples: number): Edge[] {
  const edges: Edge[] = [];
  for (const p of outlines)
    for (let i = 0; i < p.length; i += 2) {
      const j = (i + 2) % p.length;
      const [x0, y0, x1, y1] = [p[i]!, p[i + 1]!, p[j]!, p[j + 1]!];
      if (y0 === y1) continue;
      const isDown = y1 > y0;
      const [topX, topY, lowX, lowY] = isDown ? [x0, y0, x1, y1] : [x1, y1, x0, y0];
      const first = Math.max(0, Math.ceil(topY * samples - 0.5));
      const last = Math.ceil(lowY * samples - 0.5);
      if (last <= first) continue;
      const slope = (lowX - topX) / (lowY - topY);
      const x = topX + ((first + 0.5) / samples - topY) * slope;
      edges.push({ first, last, x, perLine: slope / samples, wind: isDown ? 1 : -1 });
    }
  return edges.sort((a, b) => a.first - b.first);
}
