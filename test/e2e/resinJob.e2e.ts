import { joined } from '../../src/core/mesh/mesh.ts';
import { decodeGreyPng, encodeGreyPng } from '../../src/core/resin/png.ts';
import { rowsOfRuns } from '../../src/core/resin/raster.ts';
import { greyRunsOf } from '../../src/core/resin/runs.ts';
import { readStack } from '../../src/core/resin/readStack.ts';
import { inflate, sha256, stackTools } from '../../src/platform/files/stackTools.ts';
import { boxMesh } from '../../src/core/mesh/solids.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { readFileSync } from 'node:fs';
import { zipSync } from 'fflate';
import { pick } from './asked.ts';
import { expect, open, printOn, signIn, takeOff, test } from './fixtures.ts';

/** The pictures of a stack as a zip of numbered ones, dark where it is solid. */
function picturesOf(stack: Uint8Array): Buffer {
  const read = readStack(stack, sha256);
  if (!read.ok) throw new Error(read.failure.what);
  const { manifest, images } = read.value;
  const [width, height] = manifest.printer.pixels;
  const files = manifest.layers.map(({ exposures: [first] }, i): [string, Uint8Array] => {
    const picture = decodeGreyPng(images.get(first!.image)!, [width, height], inflate);
    if (!picture.ok) throw new Error(picture.failure.what);
    const rows = rowsOfRuns(
      greyRunsOf(
        picture.value.grey.map((g) => 255 - g),
        width,
        height,
      ),
      width,
      height,
    );
    return [`layer ${i + 1}.png`, encodeGreyPng(rows, width, height, stackTools.deflate)];
  });
  return Buffer.from(zipSync(Object.fromEntries(files)));
}

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
  test.setTimeout(300_000);
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
    await expect(page.getByRole('region', { name: 'Confirm at the machine' }).getByRole('checkbox')).toHaveCount(6);
    await printOn(page, MACHINE);
    await expect(page.locator('[data-phase=done]')).toContainText('12 of 12', { timeout: 90_000 });
    await takeOff(page);
  });
  await test.step('a sign seen on it leads to the trial filled in, and to the care of its machine', async () => {
    const job = page.url();
    const outcome = page.getByRole('region', { name: 'Outcome' });
    await outcome.getByRole('button', { name: 'Record outcome' }).click();
    await outcome.getByText('usable, with defects', { exact: true }).click();
    await outcome.getByPlaceholder('what is seen on the part').click();
    await expect(page.getByRole('option', { name: 'Hairs between parts' })).toHaveCount(0);
    await page.getByRole('option', { name: 'One side of the plate loses parts' }).click();
    await page.keyboard.press('Escape');
    await outcome.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(outcome.getByRole('link', { name: 'care of the machine' })).toBeVisible();
    await outcome.getByRole('link', { name: 'run light map' }).click();
    await expect(page.getByLabel('Machine').locator('option:checked')).toContainText(MACHINE);
    await expect(page.getByRole('combobox', { name: 'Process' })).toHaveValue('Resin 0.05');
    await page.goto(job);
  });
  await test.step('the stack brought along is judged by its layers', async () => {
    await drop(page, 'gasket-again.zip', stack);
    await expect(page.locator('.verdict').first()).toContainText('Clear');
    await save(page);
    await expect(page.locator('.verdict').first()).toContainText('Clear', { timeout: 60_000 });
    await expect(page.getByRole('complementary')).toContainText('5 × 26.0 s');
  });
  await test.step('its pictures alone, numbered and inverted, get their sheet, are checked and printed', async () => {
    await drop(page, 'gasket-pictures.zip', picturesOf(stack));
    const pictures = page.getByRole('region', { name: 'Numbered pictures' });
    await expect(pictures).toContainText('12 pictures of');
    await expect(pictures.getByLabel('Layer height')).toHaveValue('0.05 mm');
    await pictures.getByRole('button', { name: 'Make the layer stack' }).click();
    await expect(pictures.getByRole('alert')).toContainText('dark seems to be solid');
    await pictures.getByLabel('Dark is solid').check();
    await pictures.getByLabel('Exposure', { exact: true }).fill('');
    await pictures.getByRole('button', { name: 'Make the layer stack' }).click();
    await expect(pictures).toContainText('a figure is wanted');
    await pictures.getByLabel('Exposure', { exact: true }).fill('2.6');
    await pictures.getByRole('button', { name: 'Make the layer stack' }).click();
    await expect(page.locator('.verdict').first()).toContainText('Clear', { timeout: 30_000 });
    await save(page);
    await page.getByRole('button', { name: 'Approve for printing' }).click({ timeout: 60_000 });
    await printOn(page, MACHINE);
    await expect(page.locator('[data-phase=done]')).toContainText('12 of 12', { timeout: 90_000 });
    await takeOff(page);
  });
});
