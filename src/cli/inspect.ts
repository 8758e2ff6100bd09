import { createReadStream, readFileSync } from 'node:fs';
import { Readable } from 'node:stream';
import { GcodeInspector } from '../core/gcode/inspect.ts';
import type { GcodeReport } from '../core/gcode/report.ts';
import { CannotUnpack, isGzip, unpackedPieces } from '../core/gcode/unpack.ts';
import { asChecked } from '../core/result/checked.ts';
import { exampleLimits, type MotionLimits } from '../core/motion/limits.ts';
import { formatDuration } from '../core/units/format.ts';
import { CommandFailure, printJson, readArguments, refuse } from './options.ts';
import { limitsOf } from './limitsFile.ts';
import { isMeshFile, meshSummary, readHead, readMeshFile, unitOption } from './mesh.ts';
import { isZip, measureStackFile, stackSummary } from './stack.ts';

/** Streams a file through the inspector; refuses with place and reason. */
export async function inspectFile(file: string, limits: MotionLimits): Promise<GcodeReport> {
  const inspector = new GcodeInspector(limits);
  try {
    for await (const chunk of piecesOf(file)) {
      const refusal = inspector.push(chunk);
      if (refusal) refuse(refusal, file);
    }
  } catch (error) {
    if (error instanceof CommandFailure) throw error;
    if (error instanceof CannotUnpack) return refuse(error.failure, file);
    throw new CommandFailure(
      `${file}: cannot be read (${(error as NodeJS.ErrnoException).code ?? 'unknown'}); check the path`,
    );
  }
  const result = inspector.finish();
  return result.ok ? result.value : refuse(result.failure, file);
}

/** A program as it is, or unpacked. */
function piecesOf(file: string): AsyncIterable<Uint8Array> {
  const raw = createReadStream(file, { highWaterMark: 1 << 20 });
  return isGzip(readHead(file).head)
    ? unpackedPieces(asChecked<ReadableStream<Uint8Array>>(Readable.toWeb(raw)))
    : asChecked<AsyncIterable<Uint8Array>>(raw);
}

/** `inspect FILE [--limits limits.json] [--unit U] [--json]`: a program, a mesh or a layer stack, told by its first bytes. */
export async function runInspect(args: string[]): Promise<number> {
  const { values, positionals } = readArguments(args, {
    limits: { type: 'string' },
    json: { type: 'boolean' },
    layers: { type: 'boolean' },
    unit: { type: 'string' },
  });
  const [file] = positionals;
  if (!file || positionals.length !== 1) throw new CommandFailure('inspect takes one file');
  const summary = isMeshFile(file)
    ? meshSummary(readMeshFile(file, unitOption(values)))
    : isZip(file)
      ? stackSummary(measureStackFile(file))
      : null;
  if (summary) {
    if (values['json']) printJson(summary);
    else process.stdout.write(linesOf(summary));
    return 0;
  }
  const limits = values['limits'] === undefined ? exampleLimits : readLimits(String(values['limits']));
  const report = await inspectFile(file, limits);
  if (values['json']) {
    const { layerRows, ...rest } = report;
    printJson(values['layers'] ? { ...rest, layerRows } : rest);
  } else process.stdout.write(summaryOf(report));
  return 0;
}

const shown = (v: unknown): string =>
  Array.isArray(v) && v.every((x) => typeof x !== 'object')
    ? v.join(' ')
    : typeof v === 'string'
      ? v
      : JSON.stringify(v);
const linesOf = (summary: object): string =>
  `${Object.entries(summary)
    .map(([key, v]) => `${key}: ${shown(v)}`)
    .join('\n')}\n`;

function readLimits(path: string): MotionLimits {
  let parsed: unknown;
  try {
    parsed = JSON.parse(readFileSync(path, 'utf8'));
  } catch {
    throw new CommandFailure(`${path}: cannot be read as JSON; see docs/command-line.md for its shape`);
  }
  const limits = limitsOf(parsed);
  return limits.ok ? limits.value : refuse(limits.failure, path);
}

function summaryOf(r: GcodeReport): string {
  const lines = [
    `${r.layers} layers${r.spiral ? ' (spiral)' : ''}, ${formatDuration(r.timeS)}, ${(r.filamentMm / 1000).toFixed(2)} m of filament`,
    r.boundsMm
      ? `extruding from ${r.boundsMm.min.map((v) => v.toFixed(2)).join(' ')} to ${r.boundsMm.max.map((v) => v.toFixed(2)).join(' ')} mm`
      : 'no extruding move',
    `nozzle up to ${r.nozzleMaxC} °C, bed up to ${r.bedMaxC} °C, highest flow ${r.highestFlowMm3PerS.toFixed(2)} mm³/s at line ${r.highestFlowLine}`,
    ...r.problems.map((p) => `line ${p.line}: ${p.text}`),
    ...r.unknownWords.map((u) => `line ${u.line}: unknown word ${u.word}, ${u.count} times`),
  ];
  return `${lines.join('\n')}\n`;
}
