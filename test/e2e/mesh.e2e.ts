import { boxMesh } from '../../src/core/mesh/solids.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { expect, open, signIn, test } from './fixtures.ts';

/** A bar of 10.2 × 0.8 × 0.5 inches, longer than the plate is wide. */
const bar = Buffer.from(writeStl(boxMesh([0, 0, 0], [10.2, 0.8, 0.5])));

test('a mesh drawn in inches is asked for its unit, does not fit, is turned, cleared, and moved again', async ({
  page,
}) => {
  await signIn(page);
  await open(page, '/checks/new');
  await page.getByLabel('Mesh or G-code file').setInputFiles({ name: 'bar.stl', mimeType: 'model/stl', buffer: bar });
  const part = page.getByRole('region', { name: 'Mesh' });
  await test.step('the size in four units stands side by side', async () => {
    await expect(part).toContainText('STL, 12 triangles');
    await expect(part).toContainText(/in\s*259 × 20\.3 × 12\.7 mm/);
    await expect(part).toContainText('The surface is closed and looks outward');
    await part.getByRole('radio', { name: /^in/ }).check();
    await expect(part).toContainText('As it stands: 259 × 20.3 × 12.7 mm');
  });
  const verdict = page.locator('.verdict').last();
  await test.step('it is too long, and the finding says which turn fits', async () => {
    await page.getByLabel('Machine', { exact: true }).selectOption({ label: 'Rifugio Coldai' });
    await page.getByLabel('Process').selectOption({ label: 'Fine 0.20' });
    await expect(verdict).toContainText('Blocked: the part is too long in X');
    await page.locator('[data-rule=fits-travel] button').first().click();
    const fix = await page.locator('[data-rule=fits-travel]').first().innerText();
    const turn = /turn it (-?\d+)°/.exec(fix)![1]!;
    await part.getByLabel('Turn about Z, °').fill(turn);
    await expect(verdict).not.toContainText('Blocked');
    await expect(page.locator('[data-rule=fits-travel]')).toHaveCount(0);
  });
  const findings = () =>
    page
      .locator('[data-rule]')
      .evaluateAll((all) => all.map((el) => `${el.getAttribute('data-rule')} ${el.textContent}`));
  await test.step('kept as a job, the server comes to the same', async () => {
    await expect(page.getByRole('complementary')).toContainText('a toolpath of our own');
    const onThisDevice = await findings();
    await page.getByRole('button', { name: 'Keep as a job' }).click();
    await page.waitForURL(/checks\/[0-9a-f-]{36}/);
    await expect(page.locator('.verdict').last()).toContainText(/Clear/, { timeout: 30_000 });
    await expect.poll(findings).toEqual(onThisDevice);
    const [program] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Take it as G-code' }).click(),
    ]);
    expect(program.suggestedFilename()).toBe('bar.gcode');
    await page.getByRole('button', { name: 'Clear it' }).click();
    await expect(page.locator('.band')).toContainText('cleared');
  });
  await test.step('moved, it must be checked as it stands now', async () => {
    await part.getByLabel('Middle in X, mm').fill('20');
    await expect(page.getByText('Not yet checked as it is set down now')).toBeVisible();
    await page.getByRole('button', { name: 'Check it so' }).click();
    await expect(page.locator('.verdict').last()).toContainText(/Blocked: .*far over in X/, { timeout: 30_000 });
    await expect(page.locator('.band')).toContainText('checked');
  });
});

test('a mesh cut short is refused with the byte that says so', async ({ page }) => {
  await signIn(page);
  await open(page, '/checks/new');
  await page
    .getByLabel('Mesh or G-code file')
    .setInputFiles({ name: 'cut.stl', mimeType: 'model/stl', buffer: bar.subarray(0, 400) });
  await expect(page.getByRole('alert')).toContainText('The header counts 12 triangles, which need 684 bytes');
  await expect(page.getByRole('button', { name: 'Keep as a job' })).toBeDisabled();
});
