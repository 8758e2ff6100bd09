import { joined } from '../../src/core/mesh/mesh.ts';
import { boxMesh } from '../../src/core/mesh/solids.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { readFileSync } from 'node:fs';
import { pick } from './asked.ts';
import { expect, open, signIn, takeOff, test } from './fixtures.ts';

type Page = import('@playwright/test').Page;
const MACHINE = 'Malga Stia';

/** A gasket of 16 × 10 × 0.6 mm, and the same with a lug that begins in mid-air and that a rib joins to it. */
const gasket = boxMesh([0, 0, 0], [16, 10, 0.6]);
const lugged = joined([gasket, boxMesh([20, 0, 0.2], [24, 10, 0.6]), boxMesh([15, 4, 0.4], [21, 6, 0.6])]);
async function drop(page: Page, name: string, buffer: Buffer): Promise<void> {
  await open(page, '/checks/new');
  await page.getByLabel('Machine', { exact: true }).selectOption({ label: MACHINE });
  await page.getByLabel('Mesh, G-code file or layer stack').setInputFiles({ name, mimeType: 'model/stl', buffer });
  await pick(page, 'Process', 'Resin 0.05');
}
async function save(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Save job' }).click();
  await page.waitForURL(/\/checks\/[0-9a-f]{8}-/);
}

test('resin: a lug that begins in mid-air blocks the job and is found in its layer; without it the stack is approved, sent, printed and taken off', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await signIn(page, 'lead');
  await test.step('a mesh is drawn layer by layer on this device, and its island blocks it', async () => {
    await drop(page, 'lugged.stl', Buffer.from(writeStl(lugged)));
    await expect(page.getByRole('status').filter({ hasText: 'Blocked' })).toContainText(
      'an area begins with nothing before it and hangs until layer 9',
    );
    await save(page);
  });
  await test.step('the server says the same, and the layer shows it', async () => {
    await expect(page.locator('.verdict').first()).toContainText('Blocked', { timeout: 60_000 });
    const found = page.locator('[data-rule=islands-held]');
    await found.getByRole('button').first().click();
    await expect(found).toContainText('support it, turn the part, or take it away');
    await found.getByRole('button', { name: 'show layer' }).click();
    const layers = page.getByRole('region', { name: 'Layers' });
    await expect(layers).toContainText('layer 5 of 12');
    await expect(layers).toContainText('1 with nothing before it');
    await layers.getByRole('button', { name: 'Next island or closed room' }).click();
    await expect(layers).toContainText('layer 5 of 12');
  });
  let stack = Buffer.alloc(0);
  await test.step('the gasket alone is approved and printed', async () => {
    await drop(page, 'gasket.stl', Buffer.from(writeStl(gasket)));
    await expect(page.locator('.verdict').first()).toContainText('Clear');
    await save(page);
    await page.getByRole('button', { name: 'Approve for printing' }).click({ timeout: 60_000 });
    const download = page.waitForEvent('download');
    await page.getByRole('link', { name: 'Download the layer stack' }).click();
    stack = readFileSync(await (await download).path());
    const at = page.getByRole('region', { name: 'Confirm at the machine' });
    await expect(at.getByRole('checkbox')).toHaveCount(6);
    for (const box of await at.getByRole('checkbox').all()) await box.check();
    await at.getByRole('button', { name: `Print on ${MACHINE}` }).click();
    await expect(page.locator('[data-phase=done]')).toContainText('12 of 12', { timeout: 90_000 });
    await takeOff(page);
  });
  await test.step('the stack brought along is judged by its layers', async () => {
    await drop(page, 'gasket-again.zip', stack);
    await expect(page.getByText('The layers are looked through by the server once the job is saved.')).toBeVisible();
    await save(page);
    await expect(page.locator('.verdict').first()).toContainText('Clear', { timeout: 60_000 });
    await expect(page.getByRole('complementary')).toContainText('5 × 26.0 s');
  });
});
