import { ValidationError } from 'yup';
import { asChecked } from '../../core/result/checked.ts';
import { fail, type Failure, type Result } from '../../core/result/result.ts';
import type { PairingEntry, Proof } from '../library/model/records.ts';
import { resolveValues, valuesOf, type Level } from '../library/model/resolve.ts';
import { checkValue } from '../library/model/values.ts';
import { findSetting } from '../library/settings/catalogue.ts';
import { numberOf, type ProfileKind, type Values } from '../library/settings/define.ts';
import { standardPolicy } from '../machines/model/policy.ts';
import { contextFrom, type CheckContext, type HeadSources } from './context.ts';
import { contextFileSchema, type ContextFile, type FileProof, type FileRole } from './contextFileSchema.ts';
import type { RecipeRole, Technology } from './recipeInput.ts';

/** The surroundings of a check from a file of them. */
export function contextOfFile(raw: unknown, fileName = 'job'): Result<CheckContext> {
  let file: ContextFile;
  try {
    file = asChecked(contextFileSchema.validateSync(raw, { strict: true, abortEarly: true }));
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    return fail(failureOf(error));
  }
  const technology = file.technology ?? 'filament';
  const { machine = {}, process = {}, policy = {}, job = {}, proofs = [] } = file;
  const materials = file.materials ?? {};
  const mounts = machine.mounts ?? [{}];
  const roles = file.roles ?? onlyMaterial(Object.keys(materials));
  const body = roles.find((r) => r.role === 'part body');
  if (!body)
    return fail({
      code: 'noBody',
      what: 'No role says what the part body is printed with',
      where: 'roles',
      todo: 'add {"role": "part body", "material": …}',
    });
  const wrong =
    wrongReference(file, roles, mounts, materials) ?? wrongGroup(file, technology, roles, mounts, materials);
  if (wrong) return fail(wrong);
  const level = (kind: Level['kind'], own: Values = {}): Level => ({ kind, name: kind, profileId: null, own });
  const toolId = (n: number | undefined): string => `mount ${n ?? 1}`;
  const nameOf = (key: string): string => materials[key]?.name ?? key;
  const machineName = machine.name ?? 'machine';
  /** What a role is printed with: the head with what is mounted and loaded there, effective values and evidence. */
  const headFor = (role: FileRole) => {
    const mount = mounts[(role.mount ?? 1) - 1]!;
    const slot = mount.slots?.[(role.slot ?? 1) - 1] ?? null;
    const values = valuesOf(
      resolveValues([
        level('job', role.values),
        level('process', process.values),
        level('material', materials[role.material]!.values),
        level('tool', mount.values),
        level('printer', { ...(mounts.length > 1 && { heads: mounts.length }), ...machine.values }),
      ]),
    );
    const toolProfile = { id: toolId(role.mount), name: mount.name ?? toolId(role.mount) };
    return {
      tool: (role.mount ?? 1) - 1,
      toolProfile,
      material: { id: role.material, name: nameOf(role.material) },
      values,
      mounted: { ...toolProfile, nozzleMm: numberOf(values, 'nozzleDiameterMm') ?? 0 },
      loaded: slot && {
        id: slot.material,
        name: nameOf(slot.material),
        lot: slot.lot ?? 'unknown',
        remainingG: slot.remainingG ?? 0,
      },
      proofs: proofsOf(proofs.filter((p) => isOf(p, role, body))),
    };
  };
  const of = headFor(body);
  const { loaded } = of;
  const heads: HeadSources[] = [];
  for (const role of roles) {
    if (role.role === 'part body' || (role.mount ?? 1) === (body.mount ?? 1)) continue;
    const own = headFor(role);
    const known = heads.findIndex((h) => h.tool === own.tool);
    if (known < 0) heads.push({ ...own, roles: [role.role] });
    else if (heads[known]!.material.id === role.material)
      heads[known] = { ...heads[known]!, roles: [...heads[known]!.roles, role.role] };
  }
  return contextFrom({
    technology,
    machine: {
      id: 'machine',
      name: machineName,
      isConnected: true,
      ...(machine.model !== undefined && { model: machine.model }),
      ...(machine.pace !== undefined && { pace: machine.pace }),
    },
    tool: of.toolProfile,
    material: of.material,
    process: { id: 'process', name: process.name ?? 'process' },
    values: of.values,
    bodyTool: of.tool,
    heads,
    roles: roles.map((r): RecipeRole => {
      const own = materials[r.material]?.values ?? {};
      const word = (key: string): string => (typeof own[key] === 'string' ? own[key] : '');
      return {
        role: r.role,
        toolId: toolId(r.mount),
        materialId: r.material,
        materialName: nameOf(r.material),
        family: word('family'),
        bondsWith: word('bondsWith'),
        supportPartners: word('supportPartners'),
      };
    }),
    proofs: of.proofs,
    asKnown: {
      name: machineName,
      ready: !['not ready', 'stopped', 'unknown'].includes(machine.state ?? 'idle'),
      mountedToolId: of.toolProfile.id,
      loadedMaterialId: loaded?.id ?? null,
      loadedLot: loaded?.lot ?? null,
      remainingG: loaded?.remainingG ?? null,
      speedPercent: null,
      lid: 'none',
      resinC: machine.resinC ?? null,
      inVatMl: machine.inVatMl ?? null,
      knownForDays: 0,
    },
    mounted: of.mounted,
    loaded,
    policy: {
      provenOnly: policy.provenOnly ?? standardPolicy.provenOnly,
      mayStayUnproven: policy.mayStayUnproven ?? {},
      ceilings: policy.ceilings ?? {},
      firstLayerMostMmPerS: policy.firstLayerMostMmPerS ?? null,
    },
    job: {
      class: job.class ?? 'in-house',
      fileName: job.fileName ?? fileName,
      quantity: job.quantity ?? 1,
      ...(job.prints !== undefined && { prints: job.prints }),
      purpose: job.purpose ?? null,
    },
  });
}

const onlyMaterial = (keys: readonly string[]): readonly FileRole[] =>
  keys.length === 1 ? [{ role: 'part body', material: keys[0]! }] : [];
/** Whether a proof is of what a role is printed with; where it does not say, it is of the part body's. */
const isOf = (p: FileProof, role: FileRole, body: FileRole): boolean =>
  (p.mount ?? body.mount ?? 1) === (role.mount ?? 1) && (p.material ?? body.material) === role.material;

function failureOf(error: ValidationError): Failure {
  const { path, type, params } = error;
  const unknown = type === 'noUnknown' ? String(params?.['unknown']) : null;
  return {
    code: 'badContext',
    what: unknown === null ? error.message : `No key "${unknown}"`,
    ...(path ? { where: path } : {}),
    todo: 'docs/formats/context.md lists every key',
  };
}
type Mounts = NonNullable<NonNullable<ContextFile['machine']>['mounts']>;
type Materials = NonNullable<ContextFile['materials']>;

/** The first mount, slot, material or setting that is named and is not there, or is named twice. */
function wrongReference(
  { proofs = [] }: ContextFile,
  roles: readonly FileRole[],
  mounts: Mounts,
  materials: Materials,
): Failure | null {
  const no = (what: string, where: string, todo = 'docs/formats/context.md lists every key'): Failure => ({
    code: 'badContext',
    what,
    where,
    todo,
  });
  const noMaterial = (key: string, where: string): Failure | null =>
    Object.hasOwn(materials, key) ? null : no(`No material "${key}"`, where, 'describe it in materials');
  const noMount = (n = 1, where: string): Failure | null =>
    mounts[n - 1]
      ? null
      : no(`There is no mount ${n}; the machine has ${mounts.length}`, where, 'describe it in mounts');
  const bodyMount = roles.find((r) => r.role === 'part body')?.mount ?? 1;
  for (const [i, r] of roles.entries()) {
    const at = `roles[${i}]`;
    if (roles.findIndex((other) => other.role === r.role) !== i)
      return no(`${r.role} stands there twice`, `${at}.role`);
    const slots = mounts[(r.mount ?? 1) - 1]?.slots ?? [];
    const wrong =
      noMount(r.mount, `${at}.mount`) ??
      noMaterial(r.material, `${at}.material`) ??
      (r.slot !== undefined && !slots[r.slot - 1] ? no(`There is no slot ${r.slot}`, `${at}.slot`) : null) ??
      (r.role !== 'part body' && r.values && (r.mount ?? 1) === bodyMount
        ? no(
            `Values of ${r.role} cannot be applied`,
            `${at}.values`,
            'what one head lays is laid by the values of the part body',
          )
        : null);
    if (wrong) return wrong;
  }
  for (const [i, mount] of mounts.entries())
    for (const [k, slot] of (mount.slots ?? []).entries()) {
      const wrong = noMaterial(slot.material, `machine.mounts[${i}].slots[${k}].material`);
      if (wrong) return wrong;
    }
  for (const [i, p] of proofs.entries()) {
    const at = `proofs[${i}]`;
    if (!findSetting(p.setting)) return noSetting(p.setting, `${at}.setting`);
    if (p.min > p.max) return no(`${p.min} to ${p.max} is no range`, `${at}.min`, 'swap the ends');
    if (p.heldTo !== undefined && p.heldTo < p.max)
      return no(
        `It held to ${p.heldTo}, which is less than its max`,
        `${at}.heldTo`,
        'give at least max, or leave it out',
      );
    const wrong =
      noMount(p.mount, `${at}.mount`) ?? (p.material === undefined ? null : noMaterial(p.material, `${at}.material`));
    if (wrong) return wrong;
  }
  return null;
}
const noSetting = (key: string, where: string): Failure => ({
  code: 'unknownSetting',
  what: `No setting "${key}"`,
  where,
  todo: 'docs/settings.md lists every key',
});

/** The first value in a group that may not hold it. */
function wrongGroup(
  { machine, process }: ContextFile,
  technology: Technology,
  roles: readonly FileRole[],
  mounts: Mounts,
  materials: Materials,
): Failure | null {
  const groups: readonly (readonly [string, ProfileKind | null, Values | undefined])[] = [
    ['machine.values', 'printer', machine?.values],
    ['process.values', 'process', process?.values],
    ...mounts.map((m, i) => [`machine.mounts[${i}].values`, 'tool', m.values] as const),
    ...Object.entries(materials).map(([key, m]) => [`materials.${key}.values`, 'material', m.values] as const),
    ...roles.map((r, i) => [`roles[${i}].values`, null, r.values] as const),
  ];
  for (const [where, owner, own] of groups) {
    const wrong = wrongValue(own ?? {}, technology, owner, where);
    if (wrong) return wrong;
  }
  return null;
}
/** The first value that no such group may hold, with its place. */
function wrongValue(own: Values, technology: Technology, owner: ProfileKind | null, where: string): Failure | null {
  for (const [key, value] of Object.entries(own)) {
    const setting = findSetting(key);
    if (!setting) return noSetting(key, `${where}.${key}`);
    if (owner !== null && !setting.owners.includes(owner))
      return {
        code: 'owner',
        what: `${setting.label} does not belong to a ${owner}`,
        where: `${where}.${key}`,
        todo: `set it with the ${setting.owners.join(' or ')}, or in the values of a role`,
      };
    if (setting.technology !== 'both' && setting.technology !== technology)
      return {
        code: 'technology',
        what: `${setting.label} is of ${setting.technology}, and the job is of ${technology}`,
        where: `${where}.${key}`,
        todo: 'leave it out',
      };
    const checked = checkValue(setting, value);
    if (!checked.ok) return { ...checked.failure, where: `${where}.${key}` };
  }
  return null;
}

/** Days a proof of a file holds where it does not say. */
const DAYS_LEFT = 90;
/** Proofs by setting, of several places along a condition the last one first. */
function proofsOf(list: readonly FileProof[]): Record<string, Proof> {
  const proofs: Record<string, Proof> = {};
  for (const key of new Set(list.map((p) => p.setting))) {
    const of = list.filter((p) => p.setting === key);
    const last = of.at(-1)!;
    const entry = (p: FileProof, n: number): PairingEntry => ({
      value: p.value,
      uncertainty: 0,
      range: {
        min: p.min,
        max: p.max,
        minEnd: p.minEnd ?? 'notTriedBeyond',
        maxEnd: p.maxEnd ?? 'notTriedBeyond',
        ...(p.heldTo !== undefined && { heldTo: p.heldTo }),
      },
      trialId: p.trial ?? '',
      trialName: p.trial ?? 'a trial',
      machineId: 'machine',
      conditions: p.conditions ?? {},
      provenOn: String(n).padStart(6, '0'), // in the order of the file
      validUntil: '',
    });
    const { value, uncertainty, range, trialId, trialName, conditions } = entry(last, 0);
    proofs[key] = {
      key,
      state: last.state ?? 'proven',
      value,
      uncertainty,
      range,
      trialId,
      trialName,
      provenOn: '',
      ageDays: 0,
      daysLeft: last.daysLeft ?? DAYS_LEFT,
      because: last.because ?? null,
      conditions,
      entries: of.map(entry),
    };
  }
  return proofs;
}
