import { closeSync, fstatSync, openSync, readFileSync, readSync, statSync } from 'node:fs';
import { surveyMesh, type Surveyed } from '../core/mesh/facts.ts';
import { isMeshUnit, MESH_UNITS, type MeshUnit } from '../core/mesh/mesh.ts';
import { openMesh, type OpenedMesh } from '../core/mesh/openMesh.ts';
import { isNamedLikeMesh, looksLikeMesh, TELLING_BYTES } from '../core/mesh/readMesh.ts';
import { unitDoubt, unitReadings } from '../core/mesh/units.ts';
import { layersOf } from '../core/slicing/layers.ts';
import { countOf } from '../core/units/plural.ts';
import { CommandFailure, figureOption, printJson, readArguments, refuse, type Options } from './options.ts';

const MOST_BYTES = 1024 * 1024 * 1024;
const MOST_LAYERS = 20_000;

interface MeshOnDisk extends OpenedMesh {
  readonly survey: Surveyed;
  /** Unit the command was told; null where it was left to the file. */
  readonly told: MeshUnit | null;
}

/** Whether a file is a mesh by its beginning; one that is nothing else is taken at its name's word, so that its reader says why not. */
export function isMeshFile(path: string): boolean {
  const { head, size } = readHead(path);
  return looksLikeMesh(head, size) || isNamedLikeMesh(path);
}
/** First bytes of a file, and its size; nothing where it cannot be read: whoever reads it whole says why. */
export function readHead(path: string): { readonly head: Uint8Array; readonly size: number } {
  try {
    const fd = openSync(path, 'r');
    const head = new Uint8Array(TELLING_BYTES);
    const length = readSync(fd, head, 0, head.length, 0);
    const { size } = fstatSync(fd);
    closeSync(fd);
    return { head: head.subarray(0, length), size };
  } catch {
    return { head: new Uint8Array(), size: 0 };
  }
}
/** The bytes of a file no larger than a mesh may be. */
export function readWhole(path: string): Uint8Array {
  try {
    const { size } = statSync(path);
    if (size > MOST_BYTES) throw new CommandFailure(`${path}: ${size} bytes; a mesh may have ${MOST_BYTES}`);
    return readFileSync(path);
  } catch (error) {
    if (error instanceof CommandFailure) throw error;
    throw new CommandFailure(
      `${path}: cannot be read (${(error as NodeJS.ErrnoException).code ?? 'unknown'}); check the path`,
    );
  }
}

/** The unit of a mesh that states none; null where it is left to the file. */
export function unitOption(values: Options): MeshUnit | null {
  const told = values['unit'];
  if (told === undefined) return null;
  if (isMeshUnit(String(told))) return String(told) as MeshUnit;
  throw new CommandFailure(`--unit "${String(told)}" is none of ${Object.keys(MESH_UNITS).join(', ')}`);
}

/** A mesh file in millimetres; `unit` is for files that state none. */
export function readMeshFile(path: string, told: MeshUnit | null): MeshOnDisk {
  const read = openMesh(readWhole(path), told);
  const opened = read.ok ? read.value : refuse(read.failure, path);
  if (told !== null && told !== opened.unit)
    throw new CommandFailure(`${path}: the file states its unit, ${opened.unit}; leave --unit out`);
  return { ...opened, told, survey: surveyMesh(opened.mesh) };
}

/** What a mesh is, by the fields docs/command-line.md promises. */
export function meshSummary({ file, unit, told, survey: { facts } }: MeshOnDisk): object {
  const { bounds, ...rest } = facts;
  const sizeMm = [0, 1, 2].map((k) => bounds.max[k]! - bounds.min[k]!);
  const readings = unitReadings(bounds, unit);
  return {
    kind: 'mesh',
    format: file.format,
    unit,
    unitIsStated: file.unit !== null,
    ...(file.unit === null &&
      told === null &&
      unitDoubt(readings) && { unitInDoubt: readings.filter((r) => r.isPlausible).map((r) => r.unit) }),
    parts: file.parts.length,
    remarks: file.remarks,
    ...rest,
    minMm: bounds.min,
    maxMm: bounds.max,
    sizeMm,
  };
}

/** `slice MESH --layer-height-mm H [--unit U] [--json]`: area, perimeter and islands of every layer. */
export async function runSlice(args: string[]): Promise<number> {
  const text = { type: 'string' } as const;
  const { values, positionals } = readArguments(args, {
    'layer-height-mm': text,
    unit: text,
    json: { type: 'boolean' },
  });
  const [path] = positionals;
  if (!path || positionals.length !== 1) throw new CommandFailure('slice takes one mesh');
  const layerHeightMm = figureOption(values, 'layer-height-mm');
  const { mesh, survey } = readMeshFile(path, unitOption(values));
  const { min, max } = survey.facts.bounds;
  const count = (max[2] - min[2]) / layerHeightMm;
  if (count > MOST_LAYERS)
    throw new CommandFailure(`${path}: ${Math.round(count)} layers of ${layerHeightMm} mm; at most ${MOST_LAYERS}`);
  const layers = [];
  let gaps = 0;
  for (const { region, gaps: g, ...figures } of layersOf(mesh, survey.topology, layerHeightMm)) {
    void region;
    gaps += g;
    layers.push(figures);
  }
  if (values.json) printJson({ layerHeightMm, layers, ...(gaps > 0 && { contoursClosedAcrossHoles: gaps }) });
  else
    process.stdout.write(
      `${layers.map((l) => `${l.zMm.toFixed(3)} mm: ${l.areaMm2.toFixed(2)} mm², ${l.perimeterMm.toFixed(2)} mm round, ${countOf(l.islands, 'island')}`).join('\n')}\n`,
    );
  return 0;
}
