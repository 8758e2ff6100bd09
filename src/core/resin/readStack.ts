import { asChecked } from '../result/checked.ts';
import { unzip } from '../formats/unzip.ts';
import { fail, succeed, type Result } from '../result/result.ts';
import { STACK_FORMAT, STACK_MANIFEST, STACK_VERSION, type StackManifest } from './stack.ts';

const MOST_UNPACKED_BYTES = 512 * 1024 * 1024;
const MOST_MANIFEST_BYTES = 16 * 1024 * 1024;
const MOST_FILES = 20_000;
const MOST_PIXELS = 20_000;
const IMAGE = /^[A-Za-z0-9][\w.-]{0,80}\.png$/;

export interface Stack {
  readonly manifest: StackManifest;
  readonly images: ReadonlyMap<string, Uint8Array>;
}

/** A layer stack from its zip. Sizes are counted while unpacking, never taken from the zip's word; refused are names that climb out,
 *  files nobody asked for, a manifest that cannot be or does not agree with the files, and pictures whose digest differs. */
export function readStack(
  zip: Uint8Array,
  sha256: (bytes: Uint8Array) => string,
  mostBytes = MOST_UNPACKED_BYTES,
): Result<Stack> {
  const files = unzip(zip, {
    mostBytes,
    mostFiles: MOST_FILES,
    isName: (name) => name === STACK_MANIFEST || IMAGE.test(name),
  });
  if (!files.ok) return files;
  const text = files.value.get(STACK_MANIFEST);
  if (!text)
    return fail({
      code: 'noManifest',
      what: `The stack has no ${STACK_MANIFEST}`,
      todo: 'see docs/formats/layer-stack.md',
    });
  const manifest = readManifest(text);
  if (!manifest.ok) return manifest;
  const images = new Map<string, Uint8Array>();
  for (const [name, bytes] of files.value) if (name !== STACK_MANIFEST) images.set(name, bytes);
  const { layers, digests } = manifest.value;
  for (const [i, layer] of layers.entries())
    for (const { image } of layer.exposures) {
      const bytes = images.get(image);
      const where = `layer ${i + 1}, ${image}`;
      if (!bytes)
        return fail({ code: 'missing', what: 'The picture is not in the stack', where, todo: 'write the stack again' });
      if (digests[image] === undefined)
        return fail({
          code: 'noDigest',
          what: 'The manifest has no digest of it',
          where,
          todo: 'write the stack again',
        });
    }
  for (const [name, bytes] of images) {
    if (digests[name] === undefined)
      return fail({ code: 'extra', what: 'No layer shows this file', where: name.slice(0, 80), todo: 'leave it out' });
    if (sha256(bytes) !== digests[name])
      return fail({
        code: 'digest',
        what: 'The picture is not the one the manifest means',
        where: name,
        todo: 'write the stack again',
      });
  }
  return succeed({ manifest: manifest.value, images });
}

/** A manifest as far as its own words go: every field there and possible, heights rising by the layer height. */
export function readManifest(bytes: Uint8Array): Result<StackManifest> {
  const no = (where: string, what: string, todo = 'see docs/formats/layer-stack.md') =>
    fail({ code: 'manifest', where: `${STACK_MANIFEST}, ${where}`, what, todo });
  if (bytes.length > MOST_MANIFEST_BYTES) return no('file', 'is too large');
  let m: Partial<StackManifest> & Record<string, unknown>;
  try {
    m = JSON.parse(new TextDecoder().decode(bytes)) as typeof m;
  } catch {
    return no('file', 'is no JSON');
  }
  if (typeof m !== 'object' || m === null || m.format !== STACK_FORMAT) return no('format', `is not "${STACK_FORMAT}"`);
  if (m.version !== STACK_VERSION) return no('version', `${String(m.version)} is not known`, 'write version 1');
  const isPositive = (v: unknown): v is number => typeof v === 'number' && Number.isFinite(v) && v > 0;
  const pair = (v: unknown): v is readonly [number, number] =>
    Array.isArray(v) && v.length === 2 && v.every(isPositive);
  if (!pair(m.printer?.pixelMm)) return no('printer.pixelMm', 'the pixel pitch is missing', 'give both pitches in mm');
  if (!pair(m.printer.pixels) || m.printer.pixels.some((v) => !Number.isInteger(v) || v > MOST_PIXELS))
    return no('printer.pixels', 'the size of the screen is missing or cannot be');
  if (!isPositive(m.layerMm)) return no('layerMm', 'the layer height is missing');
  if (typeof m.digests !== 'object' || m.digests === null) return no('digests', 'is missing');
  if (!isMotion(m.motion)) return no('motion', 'a stage or a pause is missing or below zero');
  if (m.resinC !== undefined && !(typeof m.resinC === 'number' && m.resinC >= 5 && m.resinC <= 80))
    return no('resinC', `a resin of ${String(m.resinC)} °C cannot be`);
  const plate = m.plate as { number?: unknown; of?: unknown } | undefined;
  if (plate !== undefined && !(isCount(plate?.number) && isCount(plate.of) && plate.number <= plate.of))
    return no('plate', 'is not one of so many');
  if (!Array.isArray(m.layers) || m.layers.length === 0 || m.layers.length > MOST_FILES)
    return no('layers', 'there are none, or too many');
  for (const [i, layer] of (m.layers as readonly Partial<StackManifest['layers'][number]>[]).entries()) {
    const wanted = (i + 1) * m.layerMm;
    if (!isPositive(layer?.zMm) || Math.abs(layer.zMm - wanted) > 1e-4)
      return no(`layer ${i + 1}`, `lies at ${String(layer?.zMm)} instead of ${wanted.toFixed(4)} mm`);
    if (!Array.isArray(layer.exposures) || layer.exposures.length === 0) return no(`layer ${i + 1}`, 'has no exposure');
    if (layer.motion !== undefined && !isMotion(layer.motion))
      return no(`layer ${i + 1}, motion`, 'a stage or a pause is missing or below zero');
    for (const e of layer.exposures as readonly (Partial<
      StackManifest['layers'][number]['exposures'][number]
    > | null)[]) {
      if (typeof e?.image !== 'string' || !IMAGE.test(e.image))
        return no(`layer ${i + 1}`, 'names a picture that cannot be');
      if (!isPositive(e.seconds) || e.seconds > 3600)
        return no(`layer ${i + 1}`, `an exposure of ${String(e.seconds)} s cannot be`);
    }
  }
  return succeed(asChecked<StackManifest>(m));
}

const isCount = (v: unknown): v is number => Number.isInteger(v) && (v as number) >= 1 && (v as number) <= 99;

function isMotion(m: unknown): boolean {
  if (typeof m !== 'object' || m === null) return false;
  const { lift, return: back, ...pauses } = m as Record<string, unknown>;
  const isFigure = (v: unknown): boolean => typeof v === 'number' && Number.isFinite(v) && v >= 0 && v < 3600;
  const isStages = (v: unknown): boolean =>
    Array.isArray(v) &&
    v.length <= 2 &&
    v.every(
      (s: { mm?: unknown; mmPerS?: unknown }) =>
        isFigure(s?.mm) && isFigure(s?.mmPerS) && (s.mm === 0 || s.mmPerS !== 0),
    );
  return (
    isStages(lift) &&
    isStages(back) &&
    ['pauseBeforeLiftS', 'pauseAtTopS', 'pauseBeforeExposureS'].every((key) => isFigure(pauses[key]))
  );
}
