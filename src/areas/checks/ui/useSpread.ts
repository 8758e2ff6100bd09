import { useEffect } from 'react';
import type { CheckContext } from '../../rules/context.ts';
import { arrangeOnPlates, edgeOf, thingsOf, USUAL_GAP_MM, type PlannedPlate } from '../model/arrangeOnPlates.ts';
import type { JobDraft } from './jobDraft.ts';
import type { LocalCheck } from './useLocalCheck.ts';

/** Several meshes that were dropped together are set beside each other as soon as it is known how much room they take, and anew on the
 *  plate of another machine, unless somebody has set them down. */
export function useSpread(
  { file, choice, isSetDown, spreadOn }: JobDraft,
  { mesh, read }: LocalCheck,
  sheet: CheckContext | null,
  onSpread: (plates: readonly [PlannedPlate, ...PlannedPlate[]], machineId: string) => void,
): void {
  useEffect(() => {
    if (!file || !choice?.more?.length || !mesh || !sheet || read !== choice) return;
    if (isSetDown || spreadOn === sheet.machine.id) return;
    const things = thingsOf(
      read,
      [mesh.hull, ...mesh.others],
      [{ file: null, choice, pieces: 1 + choice.more.length }],
    );
    const [w, d] = sheet.machine.travelMm;
    const { plates, tooLarge } = arrangeOnPlates(
      things,
      choice,
      { sha256: '', name: file.name, size: file.size },
      [w, d],
      { gapMm: USUAL_GAP_MM, edgeMm: edgeOf(sheet) },
    );
    const [first, ...rest] = plates;
    if (!first || tooLarge.length > 0) return;
    onSpread([first, ...rest], sheet.machine.id);
  }, [mesh, sheet]);
}
