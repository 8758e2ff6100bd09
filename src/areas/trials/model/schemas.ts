import { number, object, string } from 'yup';
import { SIDES } from './trial.ts';

const id = string().max(60).required();
const feature = string<(typeof SIDES)[number]>().oneOf([...SIDES]).required();
const repeat = number().integer().min(1).max(20).required();
export const planSchema = object({ machineId: id, toolId: id, materialId: id, processId: id, walls: number<1 | 2>().oneOf([1, 2]).required() }).noUnknown().required();
export const wishSchema = object({ wish: string<'print' | 'pause' | 'cancel'>().oneOf(['print', 'pause', 'cancel']).required() }).noUnknown().required();
export const readingSchema = object({ feature, repeat, typed: string().max(40).required('Type a reading'), instrument: string().max(60).required(), reason: string().max(300) }).noUnknown().required();
export const calliperSchema = object({ feature, repeat }).noUnknown().required();
export const decisionSchema = object({ outcome: string<'accepted' | 'set aside'>().oneOf(['accepted', 'set aside']).required(), why: string().max(500).defined() }).noUnknown().required();
