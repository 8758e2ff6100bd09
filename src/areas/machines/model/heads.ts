/** A head of a machine, with what is on it. */
export interface HeadOnFloor {
  /** As programs call it: 0 is the first. */
  readonly tool: number;
  readonly mountedToolId: string | null;
  readonly loadedMaterialId: string | null;
}
interface Pair {
  readonly toolId: string | null;
  readonly materialId: string;
}

/** Which head lays each pair of tool and material: the one that has both, else the tool, else the material, else the first that is
 *  free; null where none is left. */
export function assignHeads(pairs: readonly Pair[], heads: readonly HeadOnFloor[]): (number | null)[] {
  const free = new Set(heads);
  return pairs.map(({ toolId, materialId }) => {
    const fits = ({ mountedToolId, loadedMaterialId }: HeadOnFloor): number =>
      2 * Number(mountedToolId === toolId) + Number(loadedMaterialId === materialId);
    const [best] = [...free].sort((a, b) => fits(b) - fits(a) || a.tool - b.tool);
    if (!best) return null;
    free.delete(best);
    return best.tool;
  });
}
