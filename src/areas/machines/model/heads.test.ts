import { expect, test } from 'vitest';
import { assignHeads } from './heads.ts';

const on = (tool: number, mountedToolId: string | null, loadedMaterialId: string | null) => ({
  tool,
  mountedToolId,
  loadedMaterialId,
});
const pair = (toolId: string, materialId: string) => ({ toolId, materialId });

test('each pair goes to the head that has its tool and material, whichever that is', () => {
  const heads = [on(0, 'brass', 'pva'), on(1, 'brass', 'pla')];
  expect(assignHeads([pair('brass', 'pla'), pair('brass', 'pva')], heads)).toEqual([1, 0]);
});
test('the tool counts more than the material, and what fits nothing takes the first that is free', () => {
  const heads = [on(0, 'wide', 'pla'), on(1, 'brass', 'pet')];
  expect(assignHeads([pair('brass', 'pla'), pair('wide', 'pva')], heads)).toEqual([1, 0]);
  expect(assignHeads([pair('fine', 'pva'), pair('fine', 'asa')], heads)).toEqual([0, 1]);
});
test('a pair for which no head is left has none', () =>
  expect(assignHeads([pair('brass', 'pla'), pair('brass', 'pva')], [on(0, 'brass', 'pla')])).toEqual([0, null]));
