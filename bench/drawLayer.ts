import { readdirSync, readFileSync } from 'node:fs';
import { chromium } from '@playwright/test';
import { turnedMesh } from '../src/core/mesh/solids.ts';
import { topologyOf } from '../src/core/mesh/topology.ts';
import { makingMeshStack } from '../src/core/resin/meshLayers.ts';
import { plainStack } from '../src/core/resin/stackFixture.ts';
import { runAll } from '../src/core/result/stepwise.ts';
import { stackTools } from '../src/platform/files/stackTools.ts';
import { movedBy } from '../test/meshes/solids.ts';

// Layers of a finished stack drawn in the browser by the worker as it is built: from asking to the picture. Wants `npm run build`.
const SCREEN = [6000, 3500] as const;
const rings = 400;
const vase = turnedMesh(
  Array.from({ length: rings }, (_, i) => [34 + 14 * Math.sin((7 * i) / rings), (80 * i) / rings] as const),
  800,
);
const mesh = movedBy(vase, 144, 90, 0);
const settings = { ...plainStack, pixels: SCREEN, layerMm: 0.2, samples: 2 };
const zip = runAll(makingMeshStack(mesh, topologyOf(mesh), settings, stackTools)).zip!;
const folder = 'dist/client/_astro';
const worker = readdirSync(folder).find((f) => f.startsWith('paintPlate-'))!;

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const page = await browser.newPage();
const types: Record<string, string> = { js: 'text/javascript', zip: 'application/zip' };
await page.route('http://127.0.0.1/**', (route) => {
  const name = new URL(route.request().url()).pathname.slice(1);
  const body =
    name === '' ? '<!doctype html>' : name === 'stack.zip' ? Buffer.from(zip) : readFileSync(`${folder}/${name}`);
  return route.fulfill({ body, contentType: types[name.split('.').at(-1)!] ?? 'text/html' });
});
await page.addInitScript({ content: 'globalThis.__name = (f) => f' }); // what tsx puts round named functions
await page.goto('http://127.0.0.1/');
const took = await page.evaluate(async (script) => {
  const w = new Worker(`/${script}`, { type: 'module' });
  const stack = await (await fetch('/stack.zip')).blob();
  const drawn = (layer: number, id: number): Promise<number> =>
    new Promise((resolve, reject) => {
      w.onerror = (e) => reject(new Error(e.message));
      const begun = performance.now();
      w.onmessage = () => resolve(performance.now() - begun);
      w.postMessage({ id, layer, view: { xMm: 0, yMm: 0, pxPerMm: 3 }, width: 860, height: 540, dense: 1 });
    });
  const quiet = (): Promise<void> => new Promise((later) => setTimeout(later, 600));
  w.postMessage({ picture: { stack, marks: [] } });
  const first = await drawn(1, 0);
  const anywhere: number[] = [];
  for (const [i, layer] of [200, 40, 397, 120, 333, 77, 260, 15, 180, 300].entries()) {
    await quiet(); // as a person looks
    anywhere.push(await drawn(layer, i + 1));
  }
  const onwards: number[] = [];
  for (let layer = 301; layer <= 310; layer++) {
    await quiet();
    onwards.push(await drawn(layer, layer));
  }
  return { first, anywhere, onwards };
}, worker);
await browser.close();

const median = (all: readonly number[]): number => [...all].sort((a, b) => a - b)[all.length >> 1]!;
const say = (what: string, ms: number, wanted: string): void =>
  console.log(`${what.padEnd(60)} ${ms.toFixed(0).padStart(6)} ms   (wanted: ${wanted})`);
say(`the first layer of a stack of 400 at ${SCREEN.join(' × ')}`, took.first, '2000 ms or less');
say('any other layer, in the median', median(took.anywhere), '60 ms or less');
say('the next layer, in the median', median(took.onwards), '60 ms or less');
