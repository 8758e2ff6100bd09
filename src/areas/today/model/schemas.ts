import { number, object } from 'yup';

export const seenSchema = object({ upTo: number().integer().min(0).max(Number.MAX_SAFE_INTEGER).required() })
  .noUnknown()
  .required();
