import { useEffect, useState } from 'react';
import { unpackedName } from '../../../core/gcode/unpack.ts';
import { get } from '../../../ui/api.ts';
import type { JobClass } from '../../machines/model/policy.ts';
import type { Values } from '../../library/settings/define.ts';
import type { CheckContext, Purpose } from '../../rules/context.ts';
import type { AskedLimits } from '../model/schemas.ts';

/** What a check is asked against, as far as it is chosen. */
export interface Chosen {
  readonly file: File;
  readonly machineId: string;
  readonly toolId: string;
  readonly materialId: string;
  readonly processId: string;
  readonly jobClass: JobClass;
  readonly quantity: number | string;
  readonly recipeId: string;
  readonly purpose: Purpose | '';
  readonly overrides: Values;
}

/** The surroundings of a check for what is chosen; null until everything is, and while they are fetched anew. */
export function useSheet(
  chosen: Chosen | null,
  onRefused: (why: string) => void,
): { readonly sheet: CheckContext | null; readonly fetchAnew: () => void } {
  const [times, setTimes] = useState(0);
  const [sheet, setSheet] = useState<CheckContext | null>(null);
  const asked = chosen && askedOf(chosen);
  useEffect(() => {
    setSheet(null);
    if (!asked) return;
    let isGone = false;
    get('/api/limits', asked).then(
      (limits) => {
        if (!isGone) setSheet(limits);
      },
      (e: Error) => {
        if (!isGone) onRefused(e.message);
      },
    );
    return () => {
      isGone = true;
    };
  }, [asked && JSON.stringify(asked), chosen?.file, times]); // another file of the same name is asked for anew
  return { sheet, fetchAnew: () => setTimes(times + 1) };
}

function askedOf(c: Chosen): AskedLimits | null {
  if (!c.machineId || !c.toolId || !c.materialId || !c.processId) return null;
  return {
    machine: c.machineId,
    tool: c.toolId,
    material: c.materialId,
    process: c.processId,
    class: c.jobClass,
    fileName: unpackedName(c.file.name),
    quantity: String(c.quantity || 1),
    ...(c.purpose && { purpose: c.purpose }),
    ...(Object.keys(c.overrides).length > 0 && { overrides: JSON.stringify(c.overrides) }),
    ...(c.recipeId && { recipe: c.recipeId }),
  };
}
