import { createHash } from 'node:crypto';
import { constants, deflateSync } from 'node:zlib';
import { spawnSync } from 'node:child_process';
import { chromium } from '@playwright/test';
import { buildSync } from 'esbuild';
import { exposureLadder } from '../src/areas/trials/kinds/exposureLadder/index.ts';
import { plateSettingsOf } from '../src/areas/trials/kinds/plateSettings.ts';
import { runsOfGrey } from '../src/core/resin/byPixelFixture.ts';
import { connect } from '../src/core/resin/runs.ts';
import type { PlateProgram } from '../src/core/resin/plate.ts';
import { printSequence } from '../src/core/resin/sequence.ts';
import { layersOf, rowsOf, writeStack } from '../src/core/resin/stack.ts';
import { resinValues } from '../test/recover/resin.ts';

// Stacks, rows and times of resin. Ratios of one run; absolute figures on a shared machine say little.
const ROUNDS = 5;
const median = (v: readonly number[]): number => [...v].sort((a, b) => a - b)[v.length >> 1]!;
const ms = (work: () => unknown): number => {
  const t = performance.now();
  work();
  return performance.now() - t;
};
const say = (what: string, figure: string, wanted: string): void => {
  console.log(`${what.padEnd(66)} ${figure.padStart(10)}   (wanted: ${wanted})`);
};
const deflate = (raw: Uint8Array): Uint8Array => deflateSync(raw, { level: 1, strategy: constants.Z_RLE });
const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

/** A ladder of six exposures and 120 layers; a hairline that grows keeps every layer's pictures from being the same. */
function ladder(width: number, height: number, layers: number): PlateProgram {
  const values = {
    ...resinValues,
    screenPixelsX: width,
    screenPixelsY: height,
    pixelMm: 0.024,
    pixelYMm: 0.024,
    travelXMm: width * 0.024,
    travelYMm: height * 0.024,
  };
  const bands = exposureLadder.bandsFor(values, { hardware: {}, supplier: {} });
  if (!bands.ok) throw new Error(bands.failure.what);
  const plate = exposureLadder.plate(plateSettingsOf(values, 'bench'), bands.value, {});
  if (!plate.ok) throw new Error(plate.failure.what);
  const [program] = plate.value.programs;
  const layerMm = program!.layerMm;
  return {
    ...program!,
    fields: program!.fields.map((f) => ({
      ...f,
      solids: [
        ...f.solids.map((s) => ({ ...s, toMm: s.fromMm > 0 ? layers * layerMm : s.toMm })),
        ...Array.from({ length: layers }, (_, i) => ({
          ...f.solids[0]!,
          w: 0.5 + 0.05 * i,
          d: 0.3,
          y: f.solids[0]!.y + 16,
          fromMm: i * layerMm,
          toMm: (i + 1) * layerMm,
        })),
      ],
    })),
  };
}

if (process.argv[2] === 'memory') {
  writeStack(ladder(11_000, 5000, 6), { deflate, sha256 });
  console.log(process.resourceUsage().maxRSS / 1024);
  process.exit(0);
}

const program = ladder(6000, 3500, 120);
const { draw } = layersOf(program);
const rows = [...draw.values()].map((d) => () => rowsOf(program, d.fields, d.layer));
const whole = ms(() => writeStack(program, { deflate, sha256 }));
let alone = 0;
for (const make of rows) {
  const raw = make();
  alone += ms(() => deflate(raw));
}
say(
  `stack of 120 layers, ${draw.size} pictures of 6000 × 3500, against zlib alone`,
  `${(whole / alone).toFixed(2)} ×`,
  '3 × and less',
);
const memory = spawnSync('node', ['--import', 'tsx', 'bench/resin.ts', 'memory'], { encoding: 'utf8' });
say('peak memory at 11000 × 5000', `${Number(memory.stdout).toFixed(0)} MB`, 'below 600 MB');

const [width, height] = [6000, 3500];
const grey = new Uint8Array(width * height);
for (let y = 0; y < height; y++)
  for (let x = 0; x < width; x++) if (Math.hypot(x - width / 2, y - height / 2) < 1500) grey[y * width + x] = 255;
const byRows: number[] = [];
const byBitmap: number[] = [];
const runs = runsOfGrey(grey, width, height);
for (let i = 0; i < ROUNDS; i++) {
  byRows.push(ms(() => connect(runs)));
  byBitmap.push(ms(() => connectPixels(grey, width, height)));
}
say(
  'areas of one large part by rows, against union-find by pixels',
  `${(median(byBitmap) / median(byRows)).toFixed(0)} ×`,
  '20 × and more',
);
// any layer of that ladder in a browser, from the request to the picture
const bundled = (entry: string, globalName?: string): string =>
  buildSync({ entryPoints: [entry], bundle: true, format: 'iife', write: false, ...(globalName && { globalName }) })
    .outputFiles[0]!.text;
const LAYERS: readonly number[] = [0, 1, 10, 20, 40, 60, 80, 100, 119];
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const page = await browser.newPage();
await page.addScriptTag({ content: bundled('bench/layerPage.ts', 'layers') });
const drawn = await page.evaluate(
  ([worker, plate, layers]) =>
    (
      window as typeof window & {
        layers: { measure: (w: string, p: PlateProgram, l: readonly number[]) => Promise<number[]> };
      }
    ).layers.measure(worker, plate, layers),
  [bundled('src/workers/paintPlate.ts'), program, LAYERS] as const,
);
await browser.close();
say(
  'a layer of it drawn by the browser’s worker, slowest of nine layers, whole and close',
  `${Math.max(...drawn).toFixed(0)} ms`,
  '100 ms and less',
);
const motion = {
  pauseBeforeLiftS: 0.5,
  lift: [
    { mm: 3, mmPerS: 1 },
    { mm: 4, mmPerS: 4 },
  ],
  pauseAtTopS: 0,
  return: [{ mm: 7, mmPerS: 3 }],
  pauseBeforeExposureS: 1,
};
const exposure = { bottomS: 26, normalS: 2.6, bottomLayers: 5, transitionLayers: 5 };
const times = Array.from({ length: 20 }, () => ms(() => printSequence(250, 0.05, exposure, motion)));
say('times of 5,000 layers', `${median(times).toFixed(2)} ms`, '5 ms and less');

function connectPixels(lit: Uint8Array, w: number, h: number): number {
  const parent = new Int32Array(w * h);
  for (let i = 0; i < parent.length; i++) parent[i] = i;
  const find = (i: number): number => {
    while (parent[i] !== i) {
      parent[i] = parent[parent[i]!]!;
      i = parent[i]!;
    }
    return i;
  };
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const i = y * w + x;
      if (lit[i] === 0) continue;
      if (x > 0 && lit[i - 1] !== 0) parent[find(i)] = find(i - 1);
      if (y > 0 && lit[i - w] !== 0) parent[find(i)] = find(i - w);
    }
  let areas = 0;
  for (let i = 0; i < parent.length; i++) if (lit[i] !== 0 && parent[i] === i) areas++;
  return areas;
}
