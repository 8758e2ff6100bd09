import { fail, succeed, type Failure, type Result } from '../result/result.ts';
import { joined, MESH_UNITS, MOST_TRIANGLES, type Mesh, type MeshPart, type MeshUnit } from './mesh.ts';
import { readModel, type Model3mf, type Object3mf, type Placed } from './model3mf.ts';
import { openPackage, partName, problem3mf, wrong3mf, type Package3mf } from './package3mf.ts';
import { AS_IT_IS, magnifying, moved, times, type Transform } from './transform3mf.ts';

const MOST_BYTES = 1024 * 1024 * 1024;
const DEEPEST = 32;
const MOST_PLACED = 10_000;

interface Read3mf {
  readonly unit: MeshUnit;
  readonly parts: MeshPart[];
  readonly remarks: string[];
}

/** Parts of a 3MF, one a build item, each in its place; lengths in the file's unit. */
export function read3mf(zip: Uint8Array, mostBytes = MOST_BYTES): Result<Read3mf> {
  const file = openPackage(zip, mostBytes);
  if (!file.ok) return file;
  const plate = new Plate(file.value);
  const refusal = plate.build();
  return refusal ? fail(refusal) : succeed(plate.read());
}

/** What the build puts on the plate, object by object, from whatever model parts they are in. */
class Plate {
  /** Model parts by their names: each is read once, however the letters of its path are written. */
  private readonly models = new Map<string, Model3mf>();
  private readonly parts: MeshPart[] = [];
  private unit: MeshUnit = 'mm';
  private placed = 0;
  private triangles = 0;
  private supports = 0;
  private others = 0;
  constructor(private readonly file: Package3mf) {}

  build(): Failure | null {
    const model = this.modelAt(this.file.start, this.file.start);
    if (!model.ok) return model.failure;
    this.unit = model.value.unit;
    const { items } = model.value;
    if (items.length === 0) return problem3mf('Nothing is on the plate: the build has no item', this.file.start);
    for (const item of items) {
      const meshes: Mesh[] = [];
      const refusal = this.add(item, this.file.start, AS_IT_IS, [], meshes);
      if (refusal) return refusal;
      if (!meshes.some((m) => m.corners.length > 0)) continue;
      const placed = this.modelAt(item.path ?? this.file.start, item.where);
      const name = placed.ok ? placed.value.objects.get(item.objectId)?.name : undefined;
      this.parts.push({ name: name ?? '', mesh: joined(meshes) });
    }
    return null;
  }

  read(): Read3mf {
    const unread = [...new Set([...this.models.values()].flatMap((m) => m.unread))];
    return {
      unit: this.unit,
      parts: this.parts,
      remarks: [
        ...unread.map((what) => `What it says of ${what} was not read; the bodies beside it were`),
        ...(this.supports > 0
          ? [
              `${this.supports} supporting ${this.supports === 1 ? 'body' : 'bodies'} it brings along left out: supports are laid by the recipe`,
            ]
          : []),
        ...(this.others > 0
          ? [`${this.others} ${this.others === 1 ? 'body' : 'bodies'} it marks as not for printing left out`]
          : []),
      ],
    };
  }

  private modelAt(path: string, where: string): Result<Model3mf> {
    const name = partName(path);
    const known = this.models.get(name);
    if (known) return succeed(known);
    const bytes = this.file.part(path);
    if (!bytes) return wrong3mf(`The model part ${path} is not in the package`, where);
    const model = readModel(bytes, path);
    if (model.ok) this.models.set(name, model.value);
    return model;
  }

  /** Meshes of an object and its components, moved to where they stand. */
  private add(p: Placed, from: string, above: Transform, chain: readonly string[], meshes: Mesh[]): Failure | null {
    const no = (what: string): Failure => problem3mf(what, p.where);
    const path = p.path ?? from;
    const model = this.modelAt(path, p.where);
    if (!model.ok) return model.failure;
    const object = model.value.objects.get(p.objectId);
    const key = `${partName(path)} ${p.objectId}`;
    if (!object) return no(`Object ${p.objectId} is not in ${path === from ? 'the file' : path}`);
    if (chain.includes(key)) return no(`Object ${p.objectId} is a component of itself`);
    if (chain.length >= DEEPEST) return no(`Components are nested more than ${DEEPEST} deep`);
    if (++this.placed > MOST_PLACED) return no(`More than ${MOST_PLACED} components are placed`);
    const factor = MESH_UNITS[model.value.unit] / MESH_UNITS[this.models.get(partName(from))!.unit];
    const t = times(factor === 1 ? p.transform : times(magnifying(factor), p.transform), above);
    if (object.mesh && this.isPrinted(object)) {
      this.triangles += object.mesh.corners.length / 3;
      if (this.triangles > MOST_TRIANGLES) return no(`The components come to more than ${MOST_TRIANGLES} triangles`);
      meshes.push(moved(object.mesh, t));
    }
    for (const c of object.components) {
      const refusal = this.add(c, path, t, [...chain, key], meshes);
      if (refusal) return refusal;
    }
    return null;
  }

  private isPrinted({ type }: Object3mf): boolean {
    if (type === 'support' || type === 'solidsupport') this.supports++;
    if (type === 'other') this.others++;
    return type === 'model' || type === 'surface';
  }
}
