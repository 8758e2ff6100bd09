import { pick } from './asked.ts';
import { boxMesh } from '../../src/core/mesh/solids.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { expect, open, signIn, test } from './fixtures.ts';

test('two meshes share a plate: one is repaired, both are counted, arranged and seen as solids; what is too much becomes a second job', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const cap = boxMesh([0, 0, 0], [60, 50, 8]);
  const torn = { xyz: cap.xyz, corners: cap.corners.subarray(3) };
  const file = (name: string, mesh: typeof cap) => ({
    name,
    mimeType: 'model/stl',
    buffer: Buffer.from(writeStl(mesh)),
  });
  await signIn(page, 'technician');
  await open(page, '/checks/new');
  await page
    .getByLabel('Mesh, G-code file or layer stack')
    .setInputFiles([file('post.stl', boxMesh([0, 0, 0], [30, 20, 12])), file('cap.stl', torn)]);
  await page.getByLabel('Machine', { exact: true }).selectOption({ label: 'Rifugio Coldai' });
  await pick(page, 'Process', 'Fine 0.20');
  const part = page.getByRole('region', { name: 'Mesh' });
  const verdict = page.locator('.verdict').last();
  await expect(page.locator('[data-rule=closed-surface]')).toBeVisible();
  await part.getByRole('button', { name: 'Repair', exact: true }).click();
  await expect(part).toContainText('Repaired: 1 hole closed by 1 triangle');
  await expect(page.locator('[data-rule=closed-surface]')).toHaveCount(0);
  // set beside each other as they were dropped
  await expect(page.locator('[data-rule=parts-apart], [data-rule=fits-travel]')).toHaveCount(0);
  const laying = page.getByRole('region', { name: 'How it is laid' });
  const order = laying.getByRole('radiogroup', { name: 'Order of the parts' });
  await order.getByText('One after another').click();
  await expect(page.locator('[data-rule=passes-beside]').first()).toContainText('The head runs into a finished part');
  await order.getByText('Layer by layer').click();
  await expect(page.locator('[data-rule=passes-beside]')).toHaveCount(0);
  // the second is moved by itself, over the edge and back
  const chosen = part.getByLabel('Part on the plate');
  await chosen.selectOption({ label: '2 of 2, cap.stl' });
  const centre = part.getByLabel('Centre X, mm');
  const before = await centre.inputValue();
  await centre.fill('2');
  await expect(page.locator('[data-rule=fits-travel]').first()).toBeVisible();
  await centre.fill(before);
  await expect(page.locator('[data-rule=fits-travel]')).toHaveCount(0);
  await chosen.selectOption({ label: '1 of 2' });
  await expect(centre).not.toHaveValue(before);
  // a box drawn over the plan, and one of figures
  const plan = part.getByRole('img', { name: /^Plan/ });
  const { x, y } = (await plan.boundingBox())!;
  await page.mouse.move(x + 60, y + 60);
  await page.mouse.down();
  await page.mouse.move(x + 120, y + 140, { steps: 4 });
  await page.mouse.up();
  await laying.getByRole('group', { name: 'Box 1' }).getByLabel('Box 1').selectOption('never support');
  await laying.getByRole('button', { name: 'Add a box for support' }).click();
  await laying.getByRole('group', { name: 'Box 2' }).getByLabel('Height to, mm').fill('5');
  await laying.getByRole('group', { name: 'Box 1' }).getByRole('button', { name: 'Remove' }).click();
  await expect(laying.getByRole('combobox', { name: 'Box 1' })).toHaveValue('always');
  await expect(laying.getByLabel('Height to, mm')).toHaveValue('5');
  await laying.getByRole('button', { name: 'Remove' }).click();
  const plate = page.getByRole('region', { name: 'On the plate' });
  await plate.getByLabel('post.stl').fill('2');
  await plate.getByLabel('cap.stl').fill('10');
  await plate.getByRole('button', { name: 'Arrange' }).click();
  await expect(plate.getByRole('status')).toContainText(/12 on 2 plates: \d+, \d+\. Each becomes a job of its own/);
  await expect(verdict).toContainText(/Clear/, { timeout: 30_000 });
  await expect(page.locator('[data-rule=parts-apart], [data-rule=fits-travel], [data-rule=skirt-fits]')).toHaveCount(0);
  await page.getByRole('button', { name: 'Show 3-D view' }).click();
  const solid = page.getByRole('img', { name: 'The part on its plate, shaded by overhang' });
  await expect(solid).toBeVisible();
  await solid.press('ArrowLeft');
  await page.getByRole('radio', { name: /thinner than two lines/ }).check();
  await expect(page.getByRole('img', { name: 'The part on its plate, shaded by thickness' })).toBeVisible();
  await page.getByLabel('Title').fill('Posts and caps');
  await page.getByRole('button', { name: 'Save job' }).click();
  await page.waitForURL(/\/checks$/);
  for (const n of [1, 2]) await expect(page.getByText(`Posts and caps, plate ${n} of 2`)).toBeVisible();
  await page.getByText('Posts and caps, plate 2 of 2').click();
  await expect(page.locator('.verdict').last()).toContainText(/Clear/, { timeout: 30_000 });
  await expect(page.getByRole('region', { name: 'Mesh' })).toContainText('Repaired:');
  const [mended] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Download 3MF' }).click(),
  ]);
  expect(mended.suggestedFilename()).toMatch(/-repaired\.3mf$/);
});
