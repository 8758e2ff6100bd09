import type { ReferencePart } from '../core/toolpath/referencePart.ts';
import { impactOf, type RecipeAt } from '../areas/recipes/model/impact.ts';

/** Works an impact out beside the page: every changed value is a whole part laid and planned. */
self.onmessage = ({ data }: MessageEvent<{ a: RecipeAt; b: RecipeAt; part: ReferencePart }>) => {
  self.postMessage(impactOf(data.a, data.b, data.part));
};
