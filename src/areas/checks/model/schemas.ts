import { number, object, string } from 'yup';
import type { JobClass } from './sheet.ts';

const id = string().max(60).required();
export const jobClasses: readonly JobClass[] = ['in-house', 'customer part', 'lights-out'];
export const jobSchema = object({
  title: string().trim().min(2, 'Give the job a title').max(120).required('Give the job a title'),
  class: string<JobClass>()
    .oneOf([...jobClasses])
    .required(),
  quantity: number().integer().min(1).max(10000).required(),
  due: string().max(40).nullable(),
  fromRecipeId: string().max(60).nullable(),
  machineId: id,
  toolId: id,
  materialId: id,
  processId: id,
  fileSha: string()
    .matches(/^[0-9a-f]{64}$/)
    .required(),
  fileName: string().min(1).max(255).required(),
})
  .noUnknown()
  .required();
export const clearSchema = object({ why: string().max(500).defined() })
  .noUnknown()
  .required();
