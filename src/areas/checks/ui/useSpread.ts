import { useEffect } from 'react';
import type { CheckContext } from '../../rules/context.ts';
import { arrangeOnPlates, edgeOf, thingsOf, USUAL_GAP_MM, type PlannedPlate } from '../model/arrangeOnPlates.ts';
import type { MeshChoice } from '../model/mesh.ts';
import type { LocalCheck } from './useLocalCheck.ts';

/** Several meshes that were dropped together are set beside each other as soon as it is known how much room they take, unless somebody
 *  has set them down already. */
export function useSpread(
  file: File | null,
  choice: MeshChoice | null,
  { mesh, read }: LocalCheck,
  sheet: CheckContext | null,
  isSetDown: () => boolean,
  onSpread: (plates: readonly [PlannedPlate, ...PlannedPlate[]]) => void,
): void {
  useEffect(() => {
    if (!file || !choice || !mesh || !sheet || read !== choice || !choice.more?.length || isSetDown()) return;
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
    if (first && tooLarge.length === 0) onSpread([first, ...rest]);
  }, [mesh, sheet]);
}
