import { array, boolean, mixed, number, object, string } from 'yup';
import type { TrialKindKey } from '../kinds/define.ts';
import { askedWishes, type AskedWish } from '../../machines/model/print.ts';
import { trialKinds } from '../kinds/index.ts';

const id = string().max(60).required();
const place = {
  band: number().integer().min(1).max(40).required(),
  feature: string().min(1).max(40).required(),
  repeat: number().integer().min(1).max(20).required(),
};
const MOST_OPTIONS = 20;
const LARGEST_OPTION = 1e6;
/** Choices by name: few, finite figures; a name the kind does not know is not read. */
const options = mixed<Readonly<Record<string, number>>>()
  .required()
  .test(
    'figures',
    'options: up to 20 figures by name',
    (value: unknown) =>
      typeof value === 'object' &&
      value !== null &&
      !Array.isArray(value) &&
      Object.keys(value).length <= MOST_OPTIONS &&
      Object.values(value).every((v) => typeof v === 'number' && Math.abs(v) <= LARGEST_OPTION),
  );

export const planSchema = object({
  kind: string<TrialKindKey>()
    .oneOf(trialKinds.map((k) => k.key))
    .required(),
  machineId: id,
  toolId: id,
  materialId: id,
  processId: id,
  /** Bands of one’s own instead of the proposed ones. */
  bands: array().of(number().required()).min(2).max(20).nullable().defined(),
  options,
  recipeId: string().max(60).nullable().defined(),
})
  .noUnknown()
  .required();
export const wishSchema = object({
  wish: string<AskedWish>().oneOf(askedWishes).required(),
})
  .noUnknown()
  .required();
export const readingSchema = object({
  ...place,
  /** Nothing withdraws what was read. */
  typed: string().max(40).defined('Type a reading'),
  instrument: string().max(60).required(),
  reason: string().max(300),
  replaces: string().max(64).nullable(),
})
  .noUnknown()
  .required();
/** One look of the bench camera at a place, kept with the trial or only shown. */
export const cameraSchema = object({ band: place.band, feature: place.feature, keep: boolean().required() })
  .noUnknown()
  .required();
const LARGEST_TABLE = 200_000;
export const readingTableSchema = object({ text: string().max(LARGEST_TABLE).required('The table is empty') })
  .noUnknown()
  .required();
/** A coupon printed from its file: by whom, when and on which machine. */
export const elsewhereSchema = object({
  machineId: id,
  by: string().trim().min(2).max(60).required('Say who printed it'),
  at: string()
    .required()
    .test('time', 'at: a date and time', (v) => !Number.isNaN(Date.parse(v ?? ''))),
  note: string().max(200).defined(),
  /** Of the resin it was printed in; null where nobody looked, and for filament. */
  resinC: number().min(5).max(80).nullable().default(null),
})
  .noUnknown()
  .required();
export const instrumentSchema = object(place).noUnknown().required();
export const decisionSchema = object({
  outcome: string<'accepted' | 'set aside'>().oneOf(['accepted', 'set aside']).required(),
  why: string().max(500).defined(),
})
  .noUnknown()
  .required();
/** Several due trials, planned in one go. */
export const planDueSchema = object({
  items: array()
    .of(
      object({
        machineId: id,
        kind: string<TrialKindKey>()
          .oneOf(trialKinds.map((k) => k.key))
          .required(),
      })
        .noUnknown()
        .required(),
    )
    .min(1)
    .max(60)
    .required(),
  /** Whether coupons whose conditions allow it are laid on one plate. */
  share: boolean(),
})
  .noUnknown()
  .required();
