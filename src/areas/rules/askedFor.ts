import { findSetting, type SettingKey } from '../library/settings/catalogue.ts';
import type { Values } from '../library/settings/define.ts';

/** The values that are asked for while something is put together of them. */
export function askedFor(v: Values, make: (watched: Values) => unknown): Values {
  const asked = new Set<string>();
  make(
    new Proxy(v, {
      get: (of, key) => {
        if (typeof key === 'string') asked.add(key);
        return Reflect.get(of, key) as unknown;
      },
    }),
  );
  return Object.fromEntries(Object.entries(v).filter(([key]) => asked.has(key)));
}

/** What is missing, with the profile that should hold it. */
export function missingText(key: SettingKey): string {
  const { label, owners } = findSetting(key)!;
  return `“${label}” is missing, a value of the ${owners[0]!} profile`;
}
