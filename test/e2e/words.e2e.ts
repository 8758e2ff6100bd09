import { pick } from './asked.ts';
import { demoGcode } from '../../src/workers/demo/part.ts';
import { expect, open, signIn, test } from './fixtures.ts';

/** A vent whose start is a word of the controller's own, and that speaks of another printer. */
const vent = `; printer: Granito 250\n; nozzle diameter = 0.4\nGET_READY BED=55 NOZZLE=206\n${demoGcode({
  title: 'vent',
  profile: [
    [0, 12],
    [8, 12],
  ],
  centreMm: [110, 105],
  nozzleC: 206,
  bedC: 55,
  flow: 0.97,
  layerHeightMm: 0.2,
  lineWidthMm: 0.44,
  walls: 2,
  speedMmPerS: 40,
  retractionMm: 0.8,
})}`;

test('a lead says from a job what an unknown word does: it is kept with the printer as lines, and the check knows it at once', async ({
  page,
}) => {
  await signIn(page, 'lead');
  await open(page, '/checks/new');
  const side = page.locator('aside.side');
  await test.step('the program says one thing, and another is so', async () => {
    await page
      .getByLabel('Mesh, G-code file or layer stack')
      .setInputFiles({ name: 'vent.gcode', mimeType: 'text/plain', buffer: Buffer.from(vent) });
    await page.getByLabel('Machine', { exact: true }).selectOption({ label: 'Rifugio Lagazuoi' });
    await pick(page, 'Process', 'Fine 0.20');
    await expect(page.locator('[data-rule=says-what-it-does]')).toContainText('printer: Granito 250');
    await expect(side.getByRole('row', { name: /Granito 250/ })).toContainText('differs');
    await expect(side.getByRole('row', { name: /nozzle diameter/ })).not.toContainText('differs');
    await expect(side).toContainText('words not known');
  });
  await test.step('what the word does is said', async () => {
    await side.getByRole('button', { name: 'describe what GET_READY does' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('homes all axes').check();
    await dialog.getByLabel('heats the bed and waits', { exact: true }).check();
    await expect(dialog.getByRole('button', { name: 'Save', exact: true })).toBeDisabled();
    await dialog.getByLabel('heats the bed and waits: name of the figure').fill('BED');
    await expect(dialog).toContainText('GET_READY: homes, heats bed by BED');
    await dialog.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('Ardesia 220 knows GET_READY now')).toBeVisible();
  });
  await test.step('the check knows it', async () => {
    await expect(side.getByRole('button', { name: 'describe what GET_READY does' })).toHaveCount(0);
    await expect(side).not.toContainText('words not known');
  });
  await test.step('in the library it stands beside the blocks of lines, each edited as lines', async () => {
    await open(page, '/library?kind=printer');
    await page.getByRole('link', { name: 'Ardesia 220' }).first().click();
    await page.getByRole('button', { name: 'Edit', exact: true }).click();
    await expect(page.getByRole('textbox', { name: 'Words of the controller' })).toHaveValue(
      'GET_READY: homes, heats bed by BED',
    );
    const start = page.getByRole('textbox', { name: 'Start block' });
    await expect(start).toHaveValue(/M190 S\{bed\}\nM109/);
    await start.fill('M190 S{bed}\nM109 S{nozzle}\nG28\nG90');
    await page.getByRole('button', { name: 'Save with a reason' }).click();
    await expect(page.getByRole('dialog')).toContainText('G0 Z5 F600');
  });
});
