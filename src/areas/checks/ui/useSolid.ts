import { useState } from 'react';
import type { MeshChoice } from '../model/mesh.ts';

/** Under this name the part is known that was hollowed, until it is sent. */
export const SOLID = 'local:solid';
/** The hollowed part as a file beside the one it came from. */
const hollowFile = (from: File, stl: Uint8Array, wallMm: number): File =>
  new File([Uint8Array.from(stl)], `${from.name.replace(/\.[^.]*$/, '')}, walls of ${wallMm} mm.stl`);

/** Keeps the part as it came while a hollowed one stands in its place. */
export function useSolid(
  file: File | null,
  choice: MeshChoice | null,
  setFile: (file: File) => void,
  setChoice: (choice: MeshChoice) => void,
): {
  readonly solid: File | null;
  readonly hollow: (stl: Uint8Array, wallMm: number) => void;
  readonly undo: () => void;
  readonly forget: () => void;
} {
  const [solid, setSolid] = useState<{ readonly file: File; readonly unit: MeshChoice['unit'] } | null>(null);
  return {
    solid: solid?.file ?? null,
    hollow: (stl, wallMm) => {
      if (!file || !choice) return;
      setSolid({ file, unit: choice.unit });
      setFile(hollowFile(file, stl, wallMm));
      const from = { sha256: SOLID, name: file.name, size: file.size };
      setChoice({ ...choice, unit: 'mm', repair: undefined, prepared: undefined, hollowed: { from, wallMm } });
    },
    undo: () => {
      if (!solid || !choice) return;
      setFile(solid.file);
      setChoice({ ...choice, unit: solid.unit, prepared: undefined, hollowed: undefined });
      setSolid(null);
    },
    forget: () => setSolid(null),
  };
}
