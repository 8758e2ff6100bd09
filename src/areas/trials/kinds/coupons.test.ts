import { describe, expect, test } from 'vitest';
import { inspectGcode } from '../../../core/gcode/inspect.ts';
import { surveyMesh } from '../../../core/mesh/facts.ts';
import { meshOfSolids } from '../../../core/mesh/solid.ts';
import { weld } from '../../../core/mesh/weld.ts';
import { layersOf } from '../../../core/slicing/layers.ts';
import { filamentAreaMm2 } from '../../../core/toolpath/bead.ts';
import { demoMachinesOnFloor } from '../../../workers/demo/floor.ts';
import { demoProfiles } from '../../../workers/demo/library.ts';
import { checkJob } from '../../rules/run.ts';
import type { CheckContext } from '../../rules/context.ts';
import { hardwareRange, supplierRange } from '../../library/model/limits.ts';
import { resolveValues, valuesOf, type Level } from '../../library/model/resolve.ts';
import { findSetting } from '../../library/settings/catalogue.ts';
import { numberOf, type Values } from '../../library/settings/define.ts';
import { motionLimitsOf } from '../../machines/model/motion.ts';
import { couponSettingsOf } from './couponSettings.ts';
import type { PlanLimits, FilamentKind } from './define.ts';
import { filamentKinds } from './index.ts';

/** Kinds whose coupon is single lines, one layer or strands in the air. */
const BODILESS = ['first-layer', 'pressure', 'highest-flow', 'head-offset'];
const chain = (name: string): Level[] => {
  const p = demoProfiles.find((x) => x.name === name)!;
  return [{ kind: p.kind, name, profileId: null, own: p.own }, ...(p.parent ? chain(p.parent) : [])];
};
const isFilament = (printer: string): boolean =>
  (demoProfiles.find((p) => p.name === printer)!.technology ?? 'filament') === 'filament';
const filamentMachines = demoMachinesOnFloor.filter((m) => isFilament(m.printer));
const floor = filamentMachines.map((m) => ({
  ...m,
  values: valuesOf(
    resolveValues([
      ...chain(m.tool === '0.6 hardened' ? 'Stout 0.30' : 'Fine 0.20'),
      ...chain(m.material),
      ...chain(m.tool),
      ...chain(m.printer),
    ]),
  ),
}));
const limitsOf = (kind: FilamentKind, v: Values): PlanLimits => ({
  hardware: Object.fromEntries(kind.proves.map((k) => [k, hardwareRange(findSetting(k)!, v)])),
  supplier: Object.fromEntries(kind.proves.map((k) => [k, supplierRange(findSetting(k)!, v)])),
});
const optionsOf = (kind: FilamentKind): Record<string, number> =>
  Object.fromEntries((kind.options ?? []).map((o) => [o.key, o.default]));

function made(kind: FilamentKind, v: Values, over: Values = {}) {
  const values = { ...v, ...over };
  const bands = kind.bandsFor(values, limitsOf(kind, values));
  if (!bands.ok) throw new Error(bands.failure.what);
  const settings = couponSettingsOf(values, `${kind.label} coupon`);
  const coupon = kind.coupon(settings, bands.value, optionsOf(kind));
  if (!coupon.ok) throw new Error(coupon.failure.what);
  const report = inspectGcode(new TextEncoder().encode(coupon.value.gcode), motionLimitsOf(values));
  if (!report.ok) throw new Error(report.failure.what);
  return { coupon: coupon.value, report: report.value, settings, values };
}
const sheetOf = (v: Values, name: string): CheckContext => {
  const n = (key: string) => numberOf(v, key);
  const pair = (key: string) => (Array.isArray(v[key]) ? (v[key] as [number, number]) : null);
  return {
    job: { class: 'in-house', provenOnly: false, fileName: 'coupon.gcode', quantity: 1 },
    proofs: {},
    machine: {
      id: 'm',
      name,
      travelMm: [n('travelXMm')!, n('travelYMm')!, n('travelZMm')!],
      motion: motionLimitsOf(v),
      bedMaxC: n('bedMaxC'),
      fileNameLongest: 255,
      fileNameSpaces: true,
      ratePerHour: 1,
      mounted: { id: 't', name: 'tool', nozzleMm: n('nozzleDiameterMm')! },
      loaded: { id: 'f', name: 'material', lot: '1', remainingG: 1000 },
    },
    recipe: {
      tool: {
        id: 't',
        name: 'tool',
        nozzleMm: n('nozzleDiameterMm')!,
        hotEndMaxC: n('hotEndMaxC'),
        catalogueFlowMm3PerS: n('catalogueFlowMm3PerS'),
      },
      material: {
        id: 'f',
        name: 'material',
        densityGPerCm3: n('densityGPerCm3')!,
        pricePerKg: 20,
        nozzleRangeC: pair('nozzleRangeC'),
        bedRangeC: pair('bedRangeC'),
      },
      process: { id: 'p', name: 'process' },
      flow: 1,
    },
  };
};

/** Machines whose hardware can take the kind at all: two heads for the offset between them. */
const able = (kind: FilamentKind) =>
  floor.filter((m) => kind.key !== 'head-offset' || (numberOf(m.values, 'heads') ?? 1) > 1);
/** Words nobody knows, beside the machine's own command for pressure. */
const strangeWords = (report: { readonly unknownWords: readonly { readonly word: string }[] }, v: Values): string[] =>
  report.unknownWords.map((u) => u.word).filter((w) => !String(v['pressureCommand'] ?? '').startsWith(w));

describe.each(filamentKinds.map((k) => [k.key, k] as const))('the %s coupon', (_, kind) => {
  test.each(able(kind).map((m) => [m.name, m] as const))(
    'on %s passes the own job check, stays in the travel, feeds what the bead model says and ends cold',
    (name, m) => {
      const { coupon, report, settings, values } = made(kind, m.values);
      const sheet = sheetOf(values, name);
      const { recipe, proofs, machine } = sheet;
      const second = { tool: 1, roles: [], recipe, proofs, mounted: machine.mounted, loaded: machine.loaded };
      const context = (kind.heads ?? 1) > 1 ? { ...sheet, heads: [second] } : sheet;
      const outcome = checkJob({ report, context });
      // A band may lie below or above a supplier's range: that is what the trial tries. Nothing else may block it.
      expect(
        outcome.findings
          .filter(
            (f) => f.severity === 'blocker' && !(kind.proves.includes('nozzleC') && f.rule === 'nozzle-temperature'),
          )
          .map((f) => `${f.rule}: ${f.title} ${f.figure}`),
      ).toEqual([]);
      expect([
        report.problemCount,
        strangeWords(report, values),
        report.coldExtrusionLine,
        report.movedBeforeHomingLine,
        report.nozzleAtEndC,
        report.bedAtEndC,
      ]).toEqual([0, [], 0, 0, 0, 0]);
      const fed = report.filamentMm * filamentAreaMm2(settings.filamentDiameterMm);
      expect(Math.abs(fed / coupon.beadVolumeMm3 - 1)).toBeLessThan(0.001);
      expect(report.boundsMm!.min[0]).toBeGreaterThanOrEqual(0);
      settings.travelMm.forEach((t, i) => expect(report.boundsMm!.max[i]).toBeLessThanOrEqual(t));
      const hot = numberOf(values, 'hotEndMaxC');
      if (hot !== null) expect(report.nozzleMaxC).toBeLessThanOrEqual(hot);
    },
  );
  test('is the same plastic counted per move, from the start, in mm³, with arcs and with words of its own for pulling back', () => {
    const m = able(kind)[0]!;
    for (const over of [
      { relativeFilament: false },
      { volumetricFilament: true },
      { arcs: 'by centre' },
      { arcs: 'by radius' },
      ...(['retraction', 'refill'].includes(kind.key) ? [] : [{ firmwareRetract: true }]),
    ] as Values[]) {
      const { coupon, report, settings, values } = made(kind, m.values, over);
      const area = filamentAreaMm2(settings.filamentDiameterMm);
      const fed = report.filamentMm * area;
      expect(Math.abs(fed / coupon.beadVolumeMm3 - 1), JSON.stringify(over)).toBeLessThan(0.001);
      expect([report.problemCount, strangeWords(report, values)], JSON.stringify(over)).toEqual([0, []]);
    }
  });
  test('goes round unprintable zones and refuses a bed without room', () => {
    const v = (able(kind)[1] ?? able(kind)[0]!).values;
    const settings = couponSettingsOf({ ...v, unprintableZones: '100 100 120 120' }, 't');
    const bands = kind.bandsFor(v, limitsOf(kind, v));
    if (!bands.ok) throw new Error('bands');
    const moved = kind.coupon(settings, bands.value, optionsOf(kind));
    if (!moved.ok) throw new Error(moved.failure.what);
    const [w, d] = moved.value.sizeMm;
    const [x, y] = moved.value.centreMm;
    expect(x + w / 2 <= 100 || x - w / 2 >= 120 || y + d / 2 <= 100 || y - d / 2 >= 120).toBe(true);
    const small = kind.coupon({ ...settings, travelMm: [15, 15, 200], zonesMm: [] }, bands.value, optionsOf(kind));
    expect(small.ok ? '' : small.failure.code).toBe('noRoom');
  });
  test('stands on a plate of any outline, and nothing of it is laid beyond', () => {
    const over = { bedShape: 'outline', bedOutline: '0 0; 165 0; 165 180; 348 180; 348 342; 0 342' };
    const { report } = made(kind, (able(kind)[1] ?? able(kind)[0]!).values, over);
    expect(report.beyondOutline).toBeNull();
  });
  test('has bands in order from the bottom that touch, each with its value', () => {
    const { coupon } = made(kind, able(kind)[0]!.values);
    coupon.bands.forEach((b, i) => {
      expect(Number.isFinite(b.value)).toBe(true);
      if (i > 0 && b.toMm > b.fromMm) expect(b.fromMm).toBeCloseTo(coupon.bands[i - 1]!.toMm, 6);
    });
    expect(coupon.shapes.length).toBeGreaterThan(1);
  });
  test('has a body, where it has one, as large as what is laid and closed all round', () => {
    const { coupon, settings } = made(kind, able(kind)[0]!.values);
    if (!coupon.solids) return expect(BODILESS).toContain(kind.key);
    const mesh = meshOfSolids(coupon.solids);
    const { facts } = surveyMesh(mesh);
    expect(facts).toMatchObject({ openEdges: 0, insideOutShells: 0, duplicateFaces: 0 });
    expect(facts.volumeMm3).toBeGreaterThan(0);
    const size = [0, 1, 2].map((k) => facts.bounds.max[k]! - facts.bounds.min[k]!);
    const slack = 2 * settings.lineWidthMm + 4; // a coupon keeps a margin of its own round its body
    [0, 1].forEach((k) => {
      expect(size[k]).toBeLessThanOrEqual(coupon.sizeMm[k]! + slack);
      expect(size[k]).toBeGreaterThan(coupon.sizeMm[k]! - slack - 6);
    });
    expect(Math.abs(size[2]! - coupon.sizeMm[2])).toBeLessThanOrEqual(2 * settings.layerHeightMm);
    const laid = [...layersOf(weld(mesh), surveyMesh(weld(mesh)).topology, settings.layerHeightMm)];
    expect(laid.every((l) => l.areaMm2 > 0 && l.gaps === 0)).toBe(true);
  });
  test('without a reading concludes nothing', () => {
    const { values } = able(kind)[0]!;
    const { coupon } = made(kind, values);
    expect(
      kind.analyse([], {
        values: values as Record<string, number>,
        params: { ...coupon.params, ...optionsOf(kind) },
        bands: coupon.bands,
      }).ok,
    ).toBe(false);
  });
});

test('a coupon of two heads leaves neither of them hot', () => {
  const kind = filamentKinds.find((k) => k.key === 'head-offset')!;
  const { coupon } = made(kind, able(kind)[0]!.values);
  const hot = [0, 0];
  let head = 0;
  for (const line of coupon.gcode.split('\n')) {
    const t = /^T(\d)/.exec(line);
    const m = /^M10[49](?: T(\d))? S(\d+)/.exec(line);
    if (t) head = Number(t[1]);
    if (m) hot[Number(m[1] ?? head)] = Number(m[2]);
  }
  expect(hot).toEqual([0, 0]);
});
test('what the hardware cannot take is refused with the reason', () => {
  const of = (key: string, over: Values) => {
    const kind = filamentKinds.find((k) => k.key === key)!;
    const v = { ...floor[0]!.values, ...over };
    const r = kind.bandsFor(v, limitsOf(kind, v));
    return r.ok ? 'ok' : r.failure.code;
  };
  expect([
    of('head-offset', {}),
    of('head-offset', { heads: 2 }),
    of('pressure', { pressureCommand: '' }),
    of('retraction', { firmwareRetract: true }),
    of('refill', { firmwareRetract: true }),
    of('bridge', { travelXMm: 40 }),
    of('wall-speed', { catalogueFlowMm3PerS: 1 }),
  ]).toEqual(['oneHead', 'ok', 'noCommand', 'firmware', 'firmware', 'noRoom', 'noRoom']);
});

describe('bands reach their value at their height', () => {
  const gcode = (kind: FilamentKind) => made(kind, floor[0]!.values).coupon;
  test('temperature: the nozzle is set before the first line of the band', () => {
    const c = gcode(filamentKinds.find((k) => k.key === 'temperature')!);
    const seen: [number, number][] = [];
    let z = 0;
    let t = 0;
    for (const line of c.gcode.split('\n')) {
      const m = /^M10[49] S(\d+)/.exec(line);
      const h = /^G0 Z([\d.]+)/.exec(line);
      if (m) t = Number(m[1]);
      if (h) z = Number(h[1]);
      if (/^G[13] X.* E0\.[0-9]*[1-9]/.test(line) && t > 0) seen.push([z, t]);
    }
    for (const b of c.bands)
      expect(new Set(seen.filter(([at]) => at > b.fromMm + 1e-6 && at <= b.toMm + 1e-6).map(([, at]) => at))).toEqual(
        new Set([b.value]),
      );
  });
  /** Last figure of a word before each laid line, by height. */
  const modal = (text: string, word: RegExp): (readonly [z: number, figure: number])[] => {
    const seen: [number, number][] = [];
    let z = 0;
    let now = NaN;
    for (const line of text.split('\n')) {
      const m = word.exec(line);
      const h = /^G0 Z([\d.]+)/.exec(line);
      if (m) now = Number(m[1]);
      if (h) z = Number(h[1]);
      if (/^G[13] X.* E0\.[0-9]*[1-9]/.test(line)) seen.push([z, now]);
    }
    return seen;
  };
  test('acceleration: every line of a band is laid under its own word', () => {
    const c = gcode(filamentKinds.find((k) => k.key === 'acceleration')!);
    const seen = modal(c.gcode, /^M204 P([\d.]+)/);
    for (const b of c.bands)
      expect(new Set(seen.filter(([z]) => z > b.fromMm + 1e-6 && z <= b.toMm + 1e-6).map(([, v]) => v))).toEqual(
        new Set([b.value]),
      );
  });
  test('wall speed: the outside wall of a band runs at its figure', () => {
    const c = gcode(filamentKinds.find((k) => k.key === 'wall-speed')!);
    for (const b of c.bands) {
      let z = 0;
      let feed = 0;
      const long = new Set<number>();
      let x = NaN;
      for (const line of c.gcode.split('\n')) {
        const h = /^G0 Z([\d.]+)/.exec(line);
        const f = /F([\d.]+)/.exec(line);
        const at = /^G[01] X([\d.]+)/.exec(line);
        if (h) z = Number(h[1]);
        if (f) feed = Number(f[1]) / 60;
        if (at) {
          if (
            / E/.test(line) &&
            Math.abs(Number(at[1]) - x) > 50 &&
            z > Math.max(b.fromMm, 0.3) + 1e-6 &&
            z <= b.toMm + 1e-6
          )
            long.add(Math.round(feed));
          x = Number(at[1]);
        }
      }
      expect(long).toEqual(new Set([Math.round(b.value)]));
    }
  });
  test('pressure: every line runs after its own factor was set', () => {
    const c = gcode(filamentKinds.find((k) => k.key === 'pressure')!);
    const set = c.gcode.split('\n').flatMap((l) => {
      const m = /^M4100 S([\d.]+)/.exec(l);
      return m ? [Number(m[1])] : [];
    });
    // the recipe's own before the first line and after the last; what is in force already is not said again
    const inForce = [0, ...c.bands.map((b) => b.value), 0];
    expect(set).toEqual(inForce.filter((v, i) => v !== inForce[i - 1]));
  });
  test('retraction: every retraction within a band has its distance', () => {
    const c = gcode(filamentKinds.find((k) => k.key === 'retraction')!);
    const seen: [number, number][] = [];
    let z = 0;
    for (const line of c.gcode.split('\n')) {
      const h = /^G0 Z([\d.]+)/.exec(line);
      const e = /^G1 E-([\d.]+)/.exec(line);
      if (h) z = Number(h[1]);
      if (e) seen.push([z, Number(e[1])]);
    }
    for (const b of c.bands) {
      const of = seen.filter(([at]) => at > b.fromMm + 1e-6 && at < b.toMm - 1e-6).map(([, d]) => d);
      expect(of.every((d) => Math.abs(d - b.value) < 1e-6)).toBe(true);
      if (b.value > 0) expect(of.length).toBeGreaterThan(5);
    }
  });
});
