import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { deflateSync, inflateSync } from 'node:zlib';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { strFromU8, unzipSync } from 'fflate';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { runAll } from '../../src/core/result/stepwise.ts';
import { measuringStack } from '../../src/core/resin/measureStack.ts';
import { readStack } from '../../src/core/resin/readStack.ts';
import type { PlateProgram } from '../../src/core/resin/plate.ts';
import { writeStack } from '../../src/core/resin/stack.ts';
import { readResinBench } from './bench.ts';
import { SimulatedResinPrinter } from './printer.ts';

const motion = {
  pauseBeforeLiftS: 0,
  lift: [{ mm: 6, mmPerS: 1 }],
  pauseAtTopS: 0,
  return: [{ mm: 6, mmPerS: 2 }],
  pauseBeforeExposureS: 1,
};
const bar = { shape: 'box' as const, x: 0, y: 0, w: 1, d: 4, fromMm: 0, toMm: 1 };
const program = (pixels: readonly [number, number]): PlateProgram => ({
  title: 'a bar',
  pixelMm: [0.05, 0.05],
  pixels,
  layerMm: 0.05,
  samples: 2,
  lowestGrey: 0,
  compensationMm: 0,
  bottomLayers: 2,
  bottomExposureS: 20,
  transitionLayers: 0,
  motion,
  fields: [{ exposureS: 2.5, solids: [bar] }],
  places: [{ band: 1, feature: 'bar 1', x: 0, y: 0, zMm: 0.9, along: 'x' }],
});
const tools = {
  deflate: (raw: Uint8Array): Uint8Array => deflateSync(raw),
  sha256: (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex'),
};
const zip = writeStack(program([320, 200]), tools);
const printers: SimulatedResinPrinter[] = [];
const make = (timeScale: number): SimulatedResinPrinter => {
  const p = new SimulatedResinPrinter('hut', 7, [320, 200], timeScale);
  printers.push(p);
  return p;
};
afterEach(() => printers.splice(0).forEach((p) => p.stop()));
const until = async (is: () => boolean): Promise<void> => {
  for (let k = 0; k < 100 && !is(); k++)
    await new Promise((again) => {
      setTimeout(again, 30);
    });
  expect(is()).toBe(true);
};

test('the manifest of a stack holds to its published JSON Schema', () => {
  const schema = JSON.parse(readFileSync('docs/formats/layer-stack.schema.json', 'utf8')) as object;
  const validate = new Ajv2020({ strict: false }).compile(schema);
  const manifest = JSON.parse(strFromU8(unzipSync(zip)['manifest.json']!)) as Record<string, unknown>;
  expect(validate(manifest), JSON.stringify(validate.errors)).toBe(true);
  expect(validate({ ...manifest, version: 2 })).toBe(false);
  expect(validate({ ...manifest, extra: 1 })).toBe(false);
});
describe('a simulated resin printer', () => {
  test('refuses what is not for its screen, what is no stack, and to start with nothing', () => {
    const p = make(1000);
    expect(p.start()).toBe('no stack is loaded');
    expect(p.load(new Uint8Array(10))).toContain('no zip');
    expect(p.load(writeStack(program([300, 200]), tools))).toBe('made for 300 × 200 pixels; this screen has 320 × 200');
    expect(p.state().phase).toBe('idle');
  });
  test('takes as long as is told of its layers, within half a percent', () => {
    vi.useFakeTimers();
    try {
      const slow = { ...motion, pauseBeforeLiftS: 0.5, pauseAtTopS: 1, lift: [...motion.lift, { mm: 2, mmPerS: 4 }] };
      const steps = writeStack({ ...program([320, 200]), motionSteps: [{ fromMm: 0.5, motion: slow }] }, tools);
      const read = readStack(steps, tools.sha256);
      if (!read.ok) throw new Error(read.failure.what);
      const told = runAll(measuringStack(read.value, (raw, most) => inflateSync(raw, { maxOutputLength: most })));
      if (!told.ok) throw new Error(told.failure.what);
      const p = make(1);
      expect(p.load(steps)).toBeNull();
      p.start();
      let passedS = 0;
      for (; p.state().phase === 'printing' && passedS < 3600; passedS += 0.05) vi.advanceTimersByTime(50);
      expect(p.state().layer).toBe(20);
      expect(told.value.timeS).toBeGreaterThan(200);
      expect(Math.abs(passedS / told.value.timeS - 1)).toBeLessThan(0.005);
    } finally {
      vi.useRealTimers();
    }
  });
  test('runs its layers to the end, and what it printed can be measured', async () => {
    const p = make(20_000);
    expect(p.load(zip)).toBeNull();
    p.start();
    await until(() => p.state().phase === 'done');
    expect(p.state()).toMatchObject({ layer: 20, layers: 20, zMm: 1, digest: tools.sha256(zip) });
    const read = readResinBench(
      p.printOf(),
      p.truth,
      { kind: 'exposure-ladder', band: 1, feature: 'bar 1', repeat: 1 },
      1,
    );
    expect(Math.abs(Number(read) - 1)).toBeLessThan(0.1);
  });
  test('stops with its layer when something fails, goes on when told, and shows only what was reached when cancelled', async () => {
    const p = make(200);
    p.load(zip);
    p.start();
    await until(() => p.state().layer >= 1);
    p.fault = 'door';
    await until(() => p.state().phase === 'fault');
    expect(p.state().message).toBe('the cover is open');
    expect(p.load(zip)).toBeNull(); // somebody may send another after a fault
    p.start();
    await until(() => p.state().layer >= 1);
    p.cancel();
    expect(p.state().phase).toBe('cancelled');
    const place = { kind: 'exposure-ladder', band: 1, feature: 'bar 1', repeat: 1 };
    expect(readResinBench(p.printOf(), p.truth, place, 1)).toBeNull(); // measured at 0.9 mm, which was not reached
  });
  test('takes no other stack while it prints', () => {
    const p = make(1);
    p.load(zip);
    p.start();
    expect(p.load(zip)).toBe('a print is running');
  });
});
