import { number, object, string } from 'yup';
import { maintenanceKinds, type MaintenanceKind } from './maintenance.ts';

const id = string().max(60).required();
const note = string().max(500).defined();
/** A head counted from 0, as programs call it; the first where none is named. */
const head = number().integer().min(0).max(7);
export const mountSchema = object({ toolId: id, note, head }).noUnknown().required();
export const loadSchema = object({
  materialId: id,
  lot: string().trim().min(1, 'Give the lot').max(40).required(),
  remainingG: number().min(0, 'A spool holds 0 g or more').max(20000, 'No spool holds that much').required(),
  head,
})
  .noUnknown()
  .required();
export const maintenanceSchema = object({
  kind: string<MaintenanceKind>()
    .oneOf(Object.keys(maintenanceKinds) as MaintenanceKind[])
    .required(),
  note,
})
  .noUnknown()
  .required();
/** A wish that says nothing more. */
export const stopSchema = object({}).noUnknown().required();
/** What somebody has found who looked at a machine of which nothing was known. */
export const foundSchema = object({ found: string<'stopped'>().oneOf(['stopped']).required() })
  .noUnknown()
  .required();
/** What somebody says who has taken a part off. */
export const clearPlateSchema = object({ note }).noUnknown().required();
/** Speed set at the machine, its lid, the resin's temperature, how much of it is in the vat. */
export const saidSchema = object({
  speedPercent: number().min(10, 'A speed is 10 to 300 %').max(300, 'A speed is 10 to 300 %').required(),
  lid: string<'open' | 'closed' | 'none'>().oneOf(['open', 'closed', 'none']).required(),
  resinC: number()
    .min(-10, 'A resin temperature is −10 to 80 °C')
    .max(80, 'A resin temperature is −10 to 80 °C')
    .nullable()
    .defined(),
  inVatMl: number().min(0, 'A vat holds 0 to 20000 ml').max(20_000, 'A vat holds 0 to 20000 ml').nullable(),
})
  .noUnknown()
  .required();
