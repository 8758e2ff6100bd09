import { number, object, string } from 'yup';
import { onOneLine } from '../../../core/formats/plainText.ts';

/** A file as it is kept. */
export interface FileRef {
  readonly sha256: string;
  readonly name: string;
  readonly size: number;
}
export const sha256Schema = string()
  .matches(/^[0-9a-f]{64}$/)
  .required();
export const fileRefSchema = object({
  sha256: sha256Schema,
  name: string().min(1).max(255).test(onOneLine).required(),
  size: number().integer().min(1).required(),
})
  .noUnknown()
  .required();
