import { array, number, object, string, tuple } from 'yup';
import { MESH_UNITS, type MeshUnit } from '../../../core/mesh/mesh.ts';
import { printResults, type PrintResult } from './noted.ts';
import { purposes, type JobClass, type Purpose } from './sheet.ts';

const id = string().max(60).required();
export const jobClasses: readonly JobClass[] = ['in-house', 'customer part', 'lights-out'];
const three = (least: number, most: number) =>
  tuple([
    number().min(least).max(most).required(),
    number().min(least).max(most).required(),
    number().min(least).max(most).required(),
  ]).required();
/** How a mesh is read and stands. */
export const meshChoiceSchema = object({
  unit: string<MeshUnit>()
    .oneOf(Object.keys(MESH_UNITS) as MeshUnit[])
    .nullable()
    .defined(),
  placement: object({
    turnDeg: three(-360, 360),
    scale: three(0.001, 1000),
    xMm: number().min(-10_000).max(10_000).required(),
    yMm: number().min(-10_000).max(10_000).required(),
  })
    .noUnknown()
    .required(),
}).noUnknown();
export const placeSchema = meshChoiceSchema.required();
export const jobSchema = object({
  title: string().trim().min(2, 'Give the job a title').max(120).required('Give the job a title'),
  class: string<JobClass>()
    .oneOf([...jobClasses])
    .required(),
  quantity: number().integer().min(1).max(10000).required(),
  due: string().max(40).nullable(),
  purpose: string<Purpose>()
    .oneOf([...purposes])
    .nullable(),
  fromRecipeId: string().max(60).nullable(),
  machineId: id,
  toolId: id,
  materialId: id,
  processId: id,
  fileSha: string()
    .matches(/^[0-9a-f]{64}$/)
    .required(),
  fileName: string().min(1).max(255).required(),
  mesh: meshChoiceSchema.nullable(),
})
  .noUnknown()
  .required();
export const clearSchema = object({ why: string().max(500).defined() })
  .noUnknown()
  .required();
export const confirmSchema = object({ item: string().max(20).required() })
  .noUnknown()
  .required();
export const jobWishSchema = object({
  wish: string<'print' | 'pause' | 'cancel'>().oneOf(['print', 'pause', 'cancel']).required(),
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
})
  .noUnknown()
  .required();
