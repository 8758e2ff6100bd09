import { chromium } from '@playwright/test';
import { buildSync } from 'esbuild';

// A layer of 200,000 pieces in headless Chromium, drawn by the processor: the moved picture while the hand drags, and the sharp one
// from the worker when it rests.
const PIECES = 200_000;
const DRAGS = 200;
const REDRAWS = 15;
const bundled = (entry: string, globalName?: string): string =>
  buildSync({
    entryPoints: [entry],
    bundle: true,
    format: 'iife',
    write: false,
    ...(globalName && { globalName }),
  }).outputFiles[0]!.text;

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
const page = await browser.newPage();
await page.addScriptTag({ content: bundled('bench/previewPage.ts', 'preview') });
const { redrawMs, dragMs } = await page.evaluate(
  ([worker, pieces, drags, redraws]) =>
    (
      window as typeof window & {
        preview: {
          measure: (w: string, n: number, d: number, r: number) => Promise<Record<'redrawMs' | 'dragMs', number[]>>;
        };
      }
    ).preview.measure(worker, pieces as number, drags as number, redraws as number),
  [bundled('src/workers/paintPath.ts'), PIECES, DRAGS, REDRAWS] as const,
);
await browser.close();
const at = (v: readonly number[], share: number): number =>
  [...v].sort((a, b) => a - b)[Math.floor(share * (v.length - 1))]!;
console.log(
  `preview of ${PIECES} pieces: moved picture p95 ${at(dragMs, 0.95).toFixed(1)} ms (wanted 20 and less), sharp picture from the worker median ${at(redrawMs, 0.5).toFixed(0)} ms, p95 ${at(redrawMs, 0.95).toFixed(0)} ms (wanted 300 and less)`,
);
if (at(dragMs, 0.95) > 20 || at(redrawMs, 0.5) > 300) process.exitCode = 1;
