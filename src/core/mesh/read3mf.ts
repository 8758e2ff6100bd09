import { SaxesParser, type SaxesTagPlain } from 'saxes';
import { staysInside, unzip } from '../formats/unzip.ts';
import { fail, succeed, type Failure, type Result } from '../result/result.ts';
import { FURTHEST, joined, MOST_TRIANGLES, type Mesh, type MeshPart, type MeshUnit } from './mesh.ts';

// The 3D Manufacturing Format, core specification 1.3 (3MF Consortium): units, objects, components, build items.
const UNITS: Readonly<Record<string, MeshUnit>> = {
  micron: 'um',
  millimeter: 'mm',
  centimeter: 'cm',
  inch: 'in',
  foot: 'ft',
  meter: 'm',
};
const MODEL_TYPE = 'http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel';
const MOST_BYTES = 1024 * 1024 * 1024;
const MOST_FILES = 2000;
const DEEPEST = 32;
const MOST_PLACED = 10_000;

/** Rows of a 4 × 3 transform, as the format writes them: a point is a row before it. */
type Transform = readonly number[];
const AS_IT_IS: Transform = [1, 0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0];

interface Placed {
  readonly objectId: string;
  readonly transform: Transform;
  readonly where: string;
}
interface Model3mf {
  readonly unit: MeshUnit;
  readonly objects: ReadonlyMap<
    string,
    { readonly name: string; readonly mesh: Mesh | null; readonly components: Placed[] }
  >;
  readonly items: readonly Placed[];
}

/** Parts of a 3MF, one a build item, each in its place; lengths in the file's unit. */
export function read3mf(zip: Uint8Array, mostBytes = MOST_BYTES): Result<{ unit: MeshUnit; parts: MeshPart[] }> {
  const files = unzip(zip, {
    mostBytes,
    mostFiles: MOST_FILES,
    isName: staysInside,
    isWanted: (name) => /\.(model|rels)$/i.test(name),
  });
  if (!files.ok) return files;
  const path = modelPath(files.value);
  if (!path.ok) return path;
  const text = files.value.get(path.value);
  if (!text) return wrong('The model the package names is not in it', path.value);
  const model = readModel(text, path.value);
  return model.ok ? place(model.value, path.value) : model;
}
const wrong = (what: string, where: string, todo = 'write the file again') => fail({ code: '3mf', what, where, todo });

/** Where the package keeps its model: its root relationship of that type. */
function modelPath(files: ReadonlyMap<string, Uint8Array>): Result<string> {
  const where = '_rels/.rels';
  const rels = files.get(where);
  if (!rels) return wrong('The package has no relationships', where);
  let target: string | null = null;
  const refusal = parse(rels, where, (tag) => {
    if (local(tag.name) === 'Relationship' && tag.attributes['Type'] === MODEL_TYPE)
      target ??= String(tag.attributes['Target'] ?? '');
    return null;
  });
  if (refusal) return fail(refusal);
  if (target === null) return wrong('No relationship leads to a model', where);
  const path = String(target).replace(/^\//, '');
  return staysInside(path) ? succeed(path) : wrong('A relationship leads out of the package', where);
}

const local = (name: string): string => name.slice(name.indexOf(':') + 1);

/** Runs through the tags of a document; refused are what is not well formed and declarations of types, which could make entities. */
function parse(
  bytes: Uint8Array,
  where: string,
  open: (tag: SaxesTagPlain, line: number) => Failure | null,
  close: (name: string) => void = () => {},
): Failure | null {
  const parser = new SaxesParser();
  let refusal: Failure | null = null;
  const at = (): string => `${where}, line ${parser.line}`;
  const stop = (what: string): void => {
    refusal ??= { code: '3mf', what, where: at(), todo: 'write the file again' };
  };
  parser.on('doctype', () => stop('It declares types or entities of its own, which are not read'));
  parser.on('error', (error) => stop(`It is not well formed (${error.message.replace(/^\d+:\d+: /, '')})`));
  parser.on('opentag', (tag) => {
    if (!refusal) refusal = open(tag, parser.line);
  });
  parser.on('closetag', (tag) => {
    if (!refusal) close(local(tag.name));
  });
  const decoder = new TextDecoder('utf-8', { fatal: true });
  const STEP = 1 << 18;
  try {
    for (let from = 0; from < bytes.length && !refusal; from += STEP)
      parser.write(decoder.decode(bytes.subarray(from, from + STEP), { stream: from + STEP < bytes.length }));
    if (!refusal) parser.close();
  } catch {
    stop('It is no UTF-8 text');
  }
  return refusal;
}

/** A list of figures that grows. */
class Figures {
  private held = new Float64Array(3 * 1024);
  length = 0;
  push(v: number): void {
    if (this.length === this.held.length) {
      const more = new Float64Array(this.held.length * 2);
      more.set(this.held);
      this.held = more;
    }
    this.held[this.length++] = v;
  }
  all(): Float64Array {
    return this.held.slice(0, this.length);
  }
}

function readModel(bytes: Uint8Array, path: string): Result<Model3mf> {
  let unit: MeshUnit = 'mm';
  const objects = new Map<string, { name: string; mesh: Mesh | null; components: Placed[] }>();
  const items: Placed[] = [];
  let current: { id: string; name: string; components: Placed[] } | null = null;
  let xyz = new Figures();
  let corners = new Figures();
  let mesh: Mesh | null = null;
  let triangles = 0;
  const refusal = parse(
    bytes,
    path,
    (tag, line) => {
      const a = tag.attributes;
      const where = `${path}, line ${line}`;
      const no = (what: string): Failure => ({ code: '3mf', what, where, todo: 'write the file again' });
      const figure = (key: string): number => (a[key] === undefined || a[key].trim() === '' ? NaN : Number(a[key]));
      switch (local(tag.name)) {
        case 'model': {
          const named = UNITS[a['unit'] ?? 'millimeter'];
          if (!named) return no(`Its unit "${a['unit']}" is none the format knows`);
          unit = named;
          const extensions = (a['requiredextensions'] ?? '').trim();
          if (extensions)
            return {
              ...no(`It needs extensions of the format that are not read (${extensions.slice(0, 40)})`),
              todo: 'write it with the core of the format only',
            };
          return null;
        }
        case 'object':
          if (!a['id'] || objects.has(a['id'])) return no('An object has no number, or one that stands twice');
          current = { id: a['id'], name: a['name'] ?? '', components: [] };
          mesh = null;
          return null;
        case 'mesh':
          xyz = new Figures();
          corners = new Figures();
          return null;
        case 'vertex':
          for (const key of ['x', 'y', 'z']) {
            const v = figure(key);
            if (!(Math.abs(v) <= FURTHEST)) return no(`A vertex has ${key} "${String(a[key])}"`);
            xyz.push(v);
          }
          return null;
        case 'triangle':
          if (++triangles > MOST_TRIANGLES)
            return { ...no(`More than ${MOST_TRIANGLES} triangles`), code: 'tooMany', todo: 'coarsen the mesh' };
          for (const key of ['v1', 'v2', 'v3']) {
            const v = figure(key);
            if (!Number.isInteger(v) || v < 0 || v >= xyz.length / 3)
              return no(`A triangle names vertex "${String(a[key])}" of ${xyz.length / 3}`);
            corners.push(v);
          }
          return null;
        case 'component':
        case 'item': {
          const transform = readTransform(a['transform']);
          if (!transform) return no('A transform is not twelve figures, or moves things out of the world');
          if (!a['objectid']) return no('A component or item names no object');
          const placed: Placed = { objectId: a['objectid'], transform, where };
          if (local(tag.name) === 'item') items.push(placed);
          else if (current) current.components.push(placed);
          return null;
        }
        default:
          return null;
      }
    },
    (name) => {
      if (name === 'mesh') mesh = { xyz: xyz.all(), corners: Uint32Array.from(corners.all()) };
      if (name === 'object' && current) {
        objects.set(current.id, { name: current.name, mesh, components: current.components });
        current = null;
      }
    },
  );
  return refusal ? fail(refusal) : succeed({ unit, objects, items });
}

function readTransform(text: string | undefined): Transform | null {
  if (text === undefined) return AS_IT_IS;
  const figures = text.trim().split(/\s+/).map(Number);
  return figures.length === 12 && figures.every((v) => Math.abs(v) <= FURTHEST) ? figures : null;
}

/** Every build item with its components in their places. */
function place(model: Model3mf, path: string): Result<{ unit: MeshUnit; parts: MeshPart[] }> {
  if (model.items.length === 0) return wrong('Nothing is on the plate: the build has no item', path);
  const parts: MeshPart[] = [];
  let placed = 0;
  let triangles = 0;
  for (const item of model.items) {
    const meshes: Mesh[] = [];
    const add = (p: Placed, above: Transform, chain: readonly string[]): Failure | null => {
      const object = model.objects.get(p.objectId);
      const no = (what: string): Failure => ({ code: '3mf', what, where: p.where, todo: 'write the file again' });
      if (!object) return no(`Object ${p.objectId} is not in the file`);
      if (chain.includes(p.objectId)) return no(`Object ${p.objectId} is a component of itself`);
      if (chain.length >= DEEPEST) return no(`Components are nested more than ${DEEPEST} deep`);
      if (++placed > MOST_PLACED) return no(`More than ${MOST_PLACED} components are placed`);
      const t = times(p.transform, above);
      if (object.mesh) {
        triangles += object.mesh.corners.length / 3;
        if (triangles > MOST_TRIANGLES) return no(`The components come to more than ${MOST_TRIANGLES} triangles`);
        meshes.push(moved(object.mesh, t));
      }
      for (const c of object.components) {
        const refusal = add(c, t, [...chain, p.objectId]);
        if (refusal) return refusal;
      }
      return null;
    };
    const refusal = add(item, AS_IT_IS, []);
    if (refusal) return fail(refusal);
    const name = model.objects.get(item.objectId)?.name ?? '';
    if (meshes.some((m) => m.corners.length > 0)) parts.push({ name, mesh: joined(meshes) });
  }
  return succeed({ unit: model.unit, parts });
}

/** First `a`, then `b`. */
function times(a: Transform, b: Transform): Transform {
  const out: number[] = [];
  for (let row = 0; row < 4; row++)
    for (let col = 0; col < 3; col++)
      out.push(
        a[3 * row]! * b[col]! +
          a[3 * row + 1]! * b[3 + col]! +
          a[3 * row + 2]! * b[6 + col]! +
          (row === 3 ? b[9 + col]! : 0),
      );
  return out;
}
function moved({ xyz, corners }: Mesh, t: Transform): Mesh {
  const out = new Float64Array(xyz.length);
  for (let i = 0; i < xyz.length; i += 3)
    for (let col = 0; col < 3; col++)
      out[i + col] = xyz[i]! * t[col]! + xyz[i + 1]! * t[3 + col]! + xyz[i + 2]! * t[6 + col]! + t[9 + col]!;
  const mirrors =
    t[0]! * (t[4]! * t[8]! - t[5]! * t[7]!) -
      t[1]! * (t[3]! * t[8]! - t[5]! * t[6]!) +
      t[2]! * (t[3]! * t[7]! - t[4]! * t[6]!) <
    0;
  return { xyz: out, corners: mirrors ? turnedOver(corners) : corners };
}
/** A mirrored body has its faces wound anew, or its outside would be inside. */
function turnedOver(corners: Uint32Array): Uint32Array {
  const out = corners.slice();
  for (let i = 0; i < out.length; i += 3) [out[i + 1], out[i + 2]] = [out[i + 2]!, out[i + 1]!];
  return out;
}
