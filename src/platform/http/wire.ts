import type { InferType, Schema } from 'yup';
import type { Command, Reading, RouteFile, Upload } from './endpoint.ts';

/** Address of a route file: './jobs/[id]/index.ts' answers at '/api/jobs/[id]'. */
type AddressOf<File> = File extends `./${infer Path}/index.ts`
  ? `/api/${Path}`
  : File extends `./${infer Path}.ts`
    ? `/api/${Path}`
    : never;
/** Every route by its address, as the client knows it: made of the routes themselves. */
export type WireOf<Files extends Record<string, RouteFile>> = {
  readonly [File in keyof Files as AddressOf<File>]: Files[File];
};

/** Names that stand in an address: '/api/jobs/[id]' has id. */
export type NamesIn<Address> = Address extends `${string}[${infer Name}]${infer Rest}` ? Name | NamesIn<Rest> : never;

/** What JSON makes of a value: moments become texts. */
export type Told<T> = T extends Date
  ? string
  : T extends string | number | boolean | null | undefined
    ? T
    : T extends object
      ? { [K in keyof T]: Told<T[K]> }
      : T;

export type AnswerOf<R> =
  R extends Reading<infer Out>
    ? Told<Out>
    : R extends Command<Schema, infer Out>
      ? Told<Out>
      : R extends Upload<infer Out>
        ? Told<Out>
        : never;
/** What may be given: nothing in it is changed on the way. */
type Given<T> = T extends object ? { readonly [K in keyof T]: Given<T[K]> } : T;
export type BodyOf<R> = R extends Command<infer S> ? Given<InferType<S>> : never;
export type AskedOf<R> = R extends { readonly query: infer Q extends Schema } ? Given<InferType<Q>> : never;
