import { object, string, type ObjectSchema, type StringSchema } from 'yup';

const LONGEST_TEXT = 200;
/** Words, a name or a record's id, as an address may carry it. */
export const words = string().max(LONGEST_TEXT);
/** A count, as an address carries it. */
export const digits = string().matches(/^\d{1,4}$/, ({ path }: { path: string }) => `${path} is a whole number`);

/** What an address may carry behind its question mark: texts, each of which may be left away unless it is required. */
export type QuerySchema = ObjectSchema<Record<string, string | undefined>>;

/** Figures that a route takes from its address; any other is refused. */
export const asks = <S extends Record<string, StringSchema<string | undefined>>>(shape: S) =>
  object(shape).noUnknown(({ unknown }: { unknown: string }) => `This address takes no "${unknown}"`);
export const asksNothing = asks({});
export type AsksNothing = typeof asksNothing;
