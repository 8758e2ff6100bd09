import type { ProfileKind, Setting } from './define.ts';
import { lineKindSettings } from './lineKinds.ts';
import { materialSettings } from './material.ts';
import { materialProvenSettings } from './materialProven.ts';
import { materialStandingSettings } from './materialStanding.ts';
import { printerSettings } from './printer.ts';
import { printerControllerSettings } from './printerController.ts';
import { printerProvenSettings } from './printerProven.ts';
import { printerTimesSettings } from './printerTimes.ts';
import { processSettings } from './process.ts';
import { processAroundSettings } from './processAround.ts';
import { resinSettings } from './resinMaterial.ts';
import { resinPrinterSettings } from './resinPrinter.ts';
import { resinProcessSettings } from './resinProcess.ts';
import { resinToolSettings, toolSettings } from './tool.ts';

/** Stands in every pin; raise it when the meaning of a stored value changes. */
export const CATALOGUE_VERSION = 7;

/** Every setting there is; screens, validation, exchange, comparison and documentation are made from this list. */
const all = [
  ...printerSettings,
  ...printerControllerSettings,
  ...printerTimesSettings,
  ...printerProvenSettings,
  ...resinPrinterSettings,
  ...toolSettings,
  ...resinToolSettings,
  ...materialSettings,
  ...materialProvenSettings,
  ...materialStandingSettings,
  ...resinSettings,
  ...processSettings,
  ...processAroundSettings,
  ...lineKindSettings,
  ...resinProcessSettings,
] as const;
export const catalogue: readonly Setting[] = all;
/** Key of a setting that is there: a misspelt one does not compile. */
export type SettingKey = (typeof all)[number]['key'];
/** Kinds of trial that prove a setting, as the settings name them. */
type Provable = Extract<(typeof all)[number], { readonly provenBy: string }>;
export type ProvingTrial = Provable['provenBy'];
/** Those of filament. */
export type FilamentTrial = Extract<Provable, { readonly technology: 'filament' }>['provenBy'];
export const isSettingKey = (key: string): key is SettingKey => byKey.has(key);

const byKey = new Map(catalogue.map((s) => [s.key, s]));
export const findSetting = (key: string): Setting | undefined => byKey.get(key);
/** Settings that may stand in a kind of profile. Travel and motion of the plate, names and blocks belong to both technologies' printers. */
export const settingsOf = (kind: ProfileKind, technology?: 'filament' | 'resin'): readonly Setting[] =>
  catalogue.filter(
    (s) => s.owners.includes(kind) && (!technology || s.technology === 'both' || s.technology === technology),
  );
