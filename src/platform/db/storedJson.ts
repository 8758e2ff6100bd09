import { customType } from 'drizzle-orm/pg-core';
import { fromStored, toStored, type StoredKind } from '../../core/formats/storedJson.ts';

/** A jsonb column of data with a schema: written with its number, upgraded or refused when read. */
export const storedJson = <T extends object>(name: string, kind: StoredKind) =>
  customType<{ data: T; driverData: unknown }>({
    dataType: () => 'jsonb',
    toDriver: (data) => JSON.stringify(toStored(kind, data)),
    fromDriver: (stored) => fromStored<T>(kind, stored),
  })(name);
