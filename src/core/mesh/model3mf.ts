import { fail, succeed, type Failure, type Result } from '../result/result.ts';
import { FURTHEST, MOST_TRIANGLES, type Mesh, type MeshUnit } from './mesh.ts';
import { pathOf, problem3mf } from './package3mf.ts';
import { AS_IT_IS, readTransform, type Transform } from './transform3mf.ts';
import { readXml, type Element } from './xml.ts';

// The 3D Manufacturing Format, core specification 1.3 (3MF Consortium): units, objects, components, build items. Only elements of
// the core's own namespace are read; what extensions add beside them is passed over, and said where it would change the shape.
const CORE = 'http://schemas.microsoft.com/3dmanufacturing/core/2015/02';
/** Production extension 1.1: objects in model parts of their own, named by a path. */
const PRODUCTION = 'http://schemas.microsoft.com/3dmanufacturing/production/2015/06';
const UNITS: Readonly<Record<string, MeshUnit>> = {
  micron: 'um',
  millimeter: 'mm',
  centimeter: 'cm',
  inch: 'in',
  foot: 'ft',
  meter: 'm',
};
const TYPES = ['model', 'solidsupport', 'support', 'surface', 'other'] as const;
type ObjectType = (typeof TYPES)[number];
const isType = (text: string): text is ObjectType => (TYPES as readonly string[]).includes(text);

/** Extensions a file may require without changing what its bodies are. */
const HARMLESS = ['core', 'production', 'material', 'trianglesets'];
/** What extensions say of the shape, in words. */
const SHAPES: Readonly<Record<string, string>> = {
  slice: 'slices',
  beamlattice: 'beams',
  booleans: 'bodies cut from each other',
  displacement: 'displaced surfaces',
  volumetric: 'volumes given by functions',
  securecontent: 'encrypted parts',
};
/** The word of an extension in its namespace. */
const extensionOf = (space: string): string => /\/3dmanufacturing\/(\w+)\//.exec(space)?.[1] ?? space.slice(0, 60);

export interface Placed {
  readonly objectId: string;
  /** Model part the object is in; null for the one it is named in. */
  readonly path: string | null;
  readonly transform: Transform;
  readonly where: string;
}
export interface Object3mf {
  readonly name: string;
  readonly type: ObjectType;
  readonly mesh: Mesh | null;
  readonly components: readonly Placed[];
}
export interface Model3mf {
  readonly unit: MeshUnit;
  readonly objects: ReadonlyMap<string, Object3mf>;
  readonly items: readonly Placed[];
  /** What it says of the shape and was not read, in words. */
  readonly unread: readonly string[];
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

type SpaceOf = (prefix: string) => string | undefined;

/** One model part, element by element. */
class Reading {
  unit: MeshUnit = 'mm';
  readonly objects = new Map<string, Object3mf>();
  readonly items: Placed[] = [];
  readonly unread = new Set<string>();
  private isModel = false;
  private current: { id: string; name: string; type: ObjectType; components: Placed[]; mesh: Mesh | null } | null =
    null;
  private xyz: Figures | null = null;
  private corners = new Figures();
  private triangles = 0;
  constructor(private readonly path: string) {}

  private no(what: string, { line }: Element, over: Partial<Failure> = {}): Failure {
    return { ...problem3mf(what, `${this.path}, line ${line}`), ...over };
  }

  open(e: Element, spaceOf: SpaceOf): Failure | null {
    if (e.space !== CORE) {
      if (!this.isModel) return this.no('It is no model of the format: its first element is of another namespace', e);
      const shape = SHAPES[extensionOf(e.space)];
      if (shape) this.unread.add(shape);
      return null;
    }
    if (e.local === 'model') return this.openModel(e, spaceOf);
    if (!this.isModel) return this.no(`It begins with "${e.local.slice(0, 40)}" and not with a model`, e);
    if (e.local === 'vertex' || e.local === 'triangle') {
      if (!this.xyz) return null;
      return e.local === 'vertex' ? this.vertex(e, this.xyz) : this.triangle(e, this.xyz);
    }
    if (e.local === 'object') return this.openObject(e);
    if (e.local === 'mesh' && this.current) {
      this.xyz = new Figures();
      this.corners = new Figures();
    }
    return e.local === 'component' || e.local === 'item' ? this.place(e, spaceOf) : null;
  }

  close(local: string, space: string): void {
    if (space !== CORE || !this.current) return;
    if (local === 'mesh' && this.xyz) {
      this.current.mesh = { xyz: this.xyz.all(), corners: Uint32Array.from(this.corners.all()) };
      this.xyz = null;
    }
    if (local === 'object') {
      const { id, ...object } = this.current;
      this.objects.set(id, object);
      this.current = null;
    }
  }

  private openModel(e: Element, spaceOf: SpaceOf): Failure | null {
    this.isModel = true;
    const unit = e.attributes['unit'] ?? 'millimeter';
    if (!Object.hasOwn(UNITS, unit)) return this.no(`Its unit "${unit}" is none the format knows`, e);
    this.unit = UNITS[unit]!;
    for (const prefix of (e.attributes['requiredextensions'] ?? '').split(/\s+/).filter((p) => p)) {
      const space = spaceOf(prefix);
      if (space === undefined)
        return this.no(`It needs an extension "${prefix.slice(0, 40)}" that it does not declare`, e);
      const extension = extensionOf(space);
      if (HARMLESS.includes(extension)) continue;
      const shape = SHAPES[extension];
      return this.no(`It needs an extension of the format that is not read (${shape ?? extension})`, e, {
        todo: 'write it with the core of the format only',
      });
    }
    return null;
  }

  private openObject(e: Element): Failure | null {
    const { id, name = '', type = 'model' } = e.attributes;
    if (!id || this.objects.has(id) || this.current?.id === id)
      return this.no('An object has no number, or one that stands twice', e);
    if (!isType(type)) return this.no(`An object is of type "${type.slice(0, 40)}", which the format does not know`, e);
    this.current = { id, name, type, components: [], mesh: null };
    return null;
  }

  private vertex(e: Element, xyz: Figures): Failure | null {
    for (const key of ['x', 'y', 'z']) {
      const v = figureOf(e.attributes[key]);
      if (!(Math.abs(v) <= FURTHEST)) return this.no(`A vertex has ${key} "${String(e.attributes[key])}"`, e);
      xyz.push(v);
    }
    return null;
  }

  private triangle(e: Element, xyz: Figures): Failure | null {
    if (++this.triangles > MOST_TRIANGLES)
      return this.no(`More than ${MOST_TRIANGLES} triangles`, e, { code: 'tooMany', todo: 'coarsen the mesh' });
    for (const key of ['v1', 'v2', 'v3']) {
      const v = figureOf(e.attributes[key]);
      if (!Number.isInteger(v) || v < 0 || v >= xyz.length / 3)
        return this.no(`A triangle names vertex "${String(e.attributes[key])}" of ${xyz.length / 3}`, e);
      this.corners.push(v);
    }
    return null;
  }

  private place(e: Element, spaceOf: SpaceOf): Failure | null {
    const transform = e.attributes['transform'] === undefined ? AS_IT_IS : readTransform(e.attributes['transform']);
    if (!transform)
      return this.no('A transform is not twelve figures, flattens what it moves, or moves it out of the world', e);
    const objectId = e.attributes['objectid'];
    if (!objectId) return this.no('A component or item names no object', e);
    const target = qualified(e, 'path', PRODUCTION, spaceOf);
    const path = target === undefined ? null : pathOf(target);
    if (target !== undefined && path === null)
      return this.no('A component or item names a part outside the package', e);
    const placed: Placed = { objectId, path, transform, where: `${this.path}, line ${e.line}` };
    if (e.local === 'item') this.items.push(placed);
    else this.current?.components.push(placed);
    return null;
  }
}

const figureOf = (text: string | undefined): number => (text === undefined || text.trim() === '' ? NaN : Number(text));

/** An attribute of another namespace, whatever its prefix is in this file. */
function qualified({ attributes }: Element, name: string, space: string, spaceOf: SpaceOf): string | undefined {
  for (const key in attributes) {
    const colon = key.indexOf(':');
    if (colon > 0 && key.slice(colon + 1) === name && spaceOf(key.slice(0, colon)) === space) return attributes[key];
  }
  return undefined;
}

export function readModel(bytes: Uint8Array, path: string): Result<Model3mf> {
  const reading = new Reading(path);
  const refusal = readXml(bytes, path, {
    open: (element, spaceOf) => reading.open(element, spaceOf),
    close: (name, space) => reading.close(name, space),
  });
  if (refusal) return fail(refusal);
  const { unit, objects, items, unread } = reading;
  return succeed({ unit, objects, items, unread: [...unread] });
}
