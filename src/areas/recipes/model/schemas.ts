import { array, mixed, number, object, string } from 'yup';
import { onOneLine } from '../../../core/formats/plainText.ts';
import type { Values } from '../../library/settings/define.ts';
import { roleNames, type RoleName } from './recipe.ts';

const id = string().max(60);
const roles = array()
  .of(
    object({
      role: string<RoleName>()
        .oneOf([...roleNames])
        .required(),
      toolId: id.nullable().defined(),
      materialId: id.required(),
    }).noUnknown(),
  )
  .min(1)
  .max(roleNames.length)
  .required();
export const choiceSchema = object({
  machineId: id.nullable().defined(),
  printerId: id.nullable().defined(),
  processId: id.required(),
  roles,
})
  .noUnknown()
  .required();
const overrides = mixed<Values>(
  (raw): raw is Values =>
    typeof raw === 'object' && raw !== null && !Array.isArray(raw) && Object.keys(raw as object).length <= 200,
).required();
export const keepSchema = object({
  id: id.nullable().defined(),
  version: number().integer().required(),
  name: string().trim().min(2, 'A name has at least two characters').max(80).test(onOneLine).required('Give it a name'),
  choice: choiceSchema,
  overrides,
})
  .noUnknown()
  .required();
