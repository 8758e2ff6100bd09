import { array, boolean, mixed, number, object, string, tuple, type InferType } from 'yup';
import { onOneLine } from '../../../core/formats/plainText.ts';
import { MESH_UNITS, type MeshUnit } from '../../../core/mesh/mesh.ts';
import type { SupportBox } from '../../../core/toolpath/supportBoxes.ts';
import type { Values } from '../../library/settings/define.ts';
import { fileRefSchema, sha256Schema } from '../../requests/model/file.ts';
import { MOST_BODIES, MOST_BOXES } from './mesh.ts';
import { queueKinds, type QueueKind } from './queue.ts';
import { printResults, type PrintResult } from './noted.ts';
import { purposes, type Purpose } from '../../rules/context.ts';
import { askedWishes, type AskedWish } from '../../machines/model/print.ts';
import type { JobClass } from '../../machines/model/policy.ts';

const id = string().max(60).required();
export const jobClasses: readonly JobClass[] = ['in-house', 'customer part', 'lights-out'];
const three = (least: number, most: number) =>
  tuple([
    number().min(least).max(most).required(),
    number().min(least).max(most).required(),
    number().min(least).max(most).required(),
  ]).required();
const unit = string<MeshUnit>()
  .oneOf(Object.keys(MESH_UNITS) as MeshUnit[])
  .nullable()
  .defined();
const placement = object({
  turnDeg: three(-360, 360),
  scale: three(0.001, 1000),
  xMm: number().min(-10_000).max(10_000).required(),
  yMm: number().min(-10_000).max(10_000).required(),
})
  .noUnknown()
  .required();
const LONGEST_NAME = 200;
const LONGEST_OVERRIDES = 4000;
/** What the limits of a check are asked by: names, keys or ids, as an address carries them. Without a tool, the mounted one. */
export const askedLimitsSchema = object({
  machine: string().max(LONGEST_NAME).required(),
  material: string().max(LONGEST_NAME).required(),
  process: string().max(LONGEST_NAME).required(),
  tool: string().max(LONGEST_NAME),
  recipe: string().max(60),
  class: string<JobClass>().oneOf([...jobClasses]),
  fileName: string().max(255),
  quantity: string().matches(/^[1-9]\d{0,4}$/, 'quantity is a count of prints'),
  purpose: string<Purpose>().oneOf([...purposes]),
  /** Values of the recipe's own, as JSON. */
  overrides: string().max(LONGEST_OVERRIDES),
}).noUnknown();
export type AskedLimits = InferType<typeof askedLimitsSchema>;

/** So many things may lie on one plate. */
export const MOST_ON_A_PLATE = 200;
/** Bodies are said of so many objects of a file. */
const MOST_OBJECTS = 200;
const body = number().integer().min(1).max(MOST_BODIES);
const supportBox = object({
  kind: string<SupportBox['kind']>().oneOf(['always', 'never']).required(),
  minMm: three(-10_000, 10_000),
  maxMm: three(-10_000, 10_000),
})
  .noUnknown()
  .required()
  .test(
    'room',
    'boxes: each reaches from a lower corner to a higher one',
    ({ minMm, maxMm }) => minMm?.every((v, i) => v < maxMm[i]!) === true,
  );
/** So many holes and supports may be made on one plate. */
const MOST_DRAINS = 60;
const MOST_SUPPORTS = 5000;
const width = (least: number, most: number) => number().min(least).max(most).required();
const spot = three(-10_000, 10_000);
const prepared = object({
  raiseMm: width(0, 100),
  drains: array()
    .of(
      object({ at: spot, inward: three(-1.001, 1.001), diameterMm: width(0.2, 20) })
        .noUnknown()
        .required(),
    )
    .max(MOST_DRAINS)
    .required(),
  supports: object({
    shape: object({
      tipMm: width(0.05, 5),
      shaftMm: width(0.1, 10),
      footMm: width(0.1, 30),
      coneMm: width(0.1, 20),
      depthMm: width(0, 5),
    })
      .noUnknown()
      .required(),
    list: array()
      .of(object({ tip: spot, foot: spot, isKept: boolean() }).noUnknown().required())
      .max(MOST_SUPPORTS)
      .required(),
    braces: array()
      .of(object({ from: spot, to: spot }).noUnknown().required())
      .max(MOST_SUPPORTS)
      .required(),
  })
    .noUnknown()
    .nullable()
    .defined(),
}).noUnknown();
/** How a mesh is read and stands, and what lies beside it. */
export const meshChoiceSchema = object({
  unit,
  placement,
  repair: boolean(),
  bodies: array().of(body.required()).max(MOST_OBJECTS),
  isOneByOne: boolean(),
  boxes: array().of(supportBox).max(MOST_BOXES),
  prepared: prepared.default(undefined).optional(),
  hollowed: object({ from: fileRefSchema, wallMm: width(0.2, 50) })
    .noUnknown()
    .default(undefined)
    .optional(),
  more: array()
    .of(
      object({
        file: fileRefSchema.nullable().defined(),
        unit,
        placement,
        body,
      })
        .noUnknown()
        .required(),
    )
    .max(MOST_ON_A_PLATE),
}).noUnknown();
export const placeSchema = meshChoiceSchema.required();
/** Values of a recipe of the job's own; each is held against its setting when it is kept. */
export const overridesSchema = mixed<Values>().test(
  'values',
  'overrides: figures, texts and flags by setting, at most 60',
  (v: unknown) =>
    v === undefined ||
    (typeof v === 'object' &&
      v !== null &&
      !Array.isArray(v) &&
      Object.keys(v).length <= 60 &&
      Object.values(v).every((x) => ['number', 'string', 'boolean'].includes(typeof x))),
);
export const jobSchema = object({
  title: string().trim().min(2, 'Give the job a title').max(120).test(onOneLine).required('Give the job a title'),
  class: string<JobClass>()
    .oneOf([...jobClasses])
    .required(),
  quantity: number().integer().min(1).max(10000).required(),
  due: string()
    .max(40)
    .test('time', 'due: a time as 2026-12-04T18:00Z', (t) => !t || !Number.isNaN(Date.parse(t)))
    .nullable(),
  purpose: string<Purpose>()
    .oneOf([...purposes])
    .nullable(),
  fromRecipeId: string().max(60).nullable(),
  machineId: id,
  toolId: id,
  materialId: id,
  processId: id,
  fileSha: sha256Schema,
  fileName: string().min(1).max(255).test(onOneLine).required(),
  mesh: meshChoiceSchema.nullable().default(undefined).optional(),
  overrides: overridesSchema,
  requestId: string().max(60).nullable(),
})
  .noUnknown()
  .required();
/** A finding of the newest check whose fix is to be done. */
export const fixSchema = object({ runId: id, finding: number().integer().min(0).max(10_000).required() })
  .noUnknown()
  .required();
export const clearSchema = object({ why: string().max(500).defined() })
  .noUnknown()
  .required();
export const confirmSchema = object({ item: string().max(20).required() })
  .noUnknown()
  .required();
export const jobWishSchema = object({
  wish: string<AskedWish>().oneOf(askedWishes).required(),
})
  .noUnknown()
  .required();
const MOST_SIGNS = 12;
export const outcomeSchema = object({
  result: string<PrintResult>()
    .oneOf(Object.keys(printResults) as PrintResult[])
    .required('Say how it came out'),
  layer: number().integer().min(1).max(100_000).nullable().defined(),
  signs: array().of(string().max(40).required()).max(MOST_SIGNS).required(),
  setAtMachine: string().max(500).defined(),
  note: string().max(1000).defined(),
  pictureSha: string()
    .matches(/^[0-9a-f]{64}$/)
    .nullable()
    .defined(),
  clearsPlate: boolean(),
})
  .noUnknown()
  .required();

/** Into a queue, before another job or where its due date puts it; out of it with null. */
export const queueSchema = object({
  of: string<QueueKind>()
    .nullable()
    .defined()
    .oneOf([...queueKinds, null]),
  before: string().max(64).nullable(),
})
  .noUnknown()
  .required();
