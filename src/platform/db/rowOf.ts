/** Columns of a statement written in SQL, as a type that drizzle takes: an interface has no index of its own. */
export type RowOf<T> = { [K in keyof T]: T[K] };
