import { useEffect, type RefObject } from 'react';
import type { CheckContext } from '../../rules/context.ts';
import { arrangeOnPlates, edgeOf, thingsOf, USUAL_GAP_MM, type PlannedPlate } from '../model/arrangeOnPlates.ts';
import type { MeshChoice } from '../model/mesh.ts';
import type { LocalCheck } from './useLocalCheck.ts';

/** Several meshes that were dropped together are set beside each other as soon as it is known how much room they take, and anew on the
 *  plate of another machine, unless somebody has set them down. */
export function useSpread(
  file: File | null,
  choice: MeshChoice | null,
  { mesh, read }: LocalCheck,
  sheet: CheckContext | null,
  isSetDown: RefObject<boolean>,
  /** The machine they were set down for. */
  spreadOn: RefObject<string>,
  onSpread: (plates: readonly [PlannedPlate, ...PlannedPlate[]]) => void,
): void {
  useEffect(() => {
    if (!file || !choice?.more?.length || !mesh || !sheet || read !== choice) return;
    if (isSetDown.current || spreadOn.current === sheet.machine.id) return;
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
    spreadOn.current = sheet.machine.id;
    onSpread([first, ...rest]);
  }, [mesh, sheet]);
}
