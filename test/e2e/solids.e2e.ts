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
    .getByLabel('Mesh or G-code file')
    .setInputFiles([file('post.stl', boxMesh([0, 0, 0], [30, 20, 12])), file('cap.stl', torn)]);
  await page.getByLabel('Machine', { exact: true }).selectOption({ label: 'Rifugio Coldai' });
  await pick(page, 'Process', 'Fine 0.20');
  const part = page.getByRole('region', { name: 'Mesh' });
  const verdict = page.locator('.verdict').last();
  await expect(page.locator('[data-rule=closed-surface]')).toBeVisible();
  await part.getByRole('button', { name: 'Repair', exact: true }).click();
  await expect(part).toContainText('Repaired: 1 hole closed by 1 triangle');
  await expect(page.locator('[data-rule=closed-surface]')).toHaveCount(0);
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
