import type { ProfileKind, Setting } from './define.ts';
import { materialSettings } from './material.ts';
import { printerSettings } from './printer.ts';
import { processSettings } from './process.ts';
import { toolSettings } from './tool.ts';

/** Stands in every pin; raise it when the meaning of a stored value changes. */
export const CATALOGUE_VERSION = 1;

/** Every setting there is; screens, validation, exchange, comparison and documentation are made from this list. */
export const catalogue: readonly Setting[] = [...printerSettings, ...toolSettings, ...materialSettings, ...processSettings];

const byKey = new Map(catalogue.map((s) => [s.key, s]));
export const findSetting = (key: string): Setting | undefined => byKey.get(key);
export const settingsOf = (kind: ProfileKind): readonly Setting[] => catalogue.filter((s) => s.owners.includes(kind));
