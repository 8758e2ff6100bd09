import { meshOfSolids } from '../../src/core/mesh/solid.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { pick } from './asked.ts';
import { expect, open, printOn, signIn, takeOff, test } from './fixtures.ts';

const MACHINE = 'Malga Stia';
const INCH = 25.4;
/** A box of 10 × 10 × 8 mm with an arm from which a nose hangs, drawn in inches. */
const figure = (() => {
  const { xyz, corners } = meshOfSolids([
    { shape: 'box', x: 0, y: 0, w: 10, d: 10, fromMm: 0, toMm: 8 },
    { shape: 'box', x: 8, y: 0, w: 8, d: 3, fromMm: 6, toMm: 8 },
    { shape: 'box', x: 11, y: 0, w: 1.6, d: 3, fromMm: 4, toMm: 6 },
  ]);
  return { xyz: xyz.map((v) => v / INCH), corners };
})();

test('resin: a figure in inches is compared in its orientations, hollowed, bored and supported, what still hangs gets a support by hand; it is printed, measured and noted', async ({
  page,
}) => {
  test.setTimeout(300_000);
  await signIn(page, 'lead');
  await open(page, '/checks/new');
  await page.getByLabel('Machine', { exact: true }).selectOption({ label: MACHINE });
  await page.getByLabel('Mesh, G-code file or layer stack').setInputFiles({
    name: 'figure.stl',
    mimeType: 'model/stl',
    buffer: Buffer.from(writeStl(figure)),
  });
  await pick(page, 'Process', 'Resin 0.05');
  const prepare = page.getByRole('region', { name: 'Hollow, holes and supports' });
  const verdict = page.locator('.verdict').filter({ hasText: /Clear|Blocked/ });
  await test.step('its unit is asked for and told', async () => {
    await expect(page.getByText('What is one of its units?')).toBeVisible();
    await page.getByRole('radio', { name: /^in / }).check();
    await expect(verdict).toContainText('Blocked', { timeout: 60_000 });
  });
  await test.step('orientations are compared by their layers', async () => {
    const table = page.getByRole('region', { name: 'Build orientations' });
    await table.getByRole('button', { name: 'Compare' }).click();
    await expect(table.locator('[data-turn]').first()).toBeVisible({ timeout: 60_000 });
    await expect(table.getByText('As placed')).toBeVisible();
    await table.getByLabel('Order by').selectOption('lowest (hours)');
    await table.getByRole('button', { name: 'Hide' }).click();
  });
  await test.step('the nose that begins in mid-air is held by one support set by hand', async () => {
    await prepare.getByRole('button', { name: 'Set a support' }).first().click();
    await expect(prepare.getByText('1 support,')).toBeVisible();
    await expect(prepare.getByRole('cell', { name: 'locked' })).toBeVisible();
    await expect(verdict).not.toContainText('Blocked', { timeout: 60_000 });
  });
  await test.step('it can be moved, and what was done last is undone', async () => {
    const tip = prepare.getByRole('row').filter({ hasText: 'locked' }).getByRole('cell').first();
    const was = await tip.textContent();
    await prepare.getByRole('button', { name: 'Move', exact: true }).click();
    const x = prepare.getByLabel('X of a tip, mm');
    await x.fill(String(Number(await x.inputValue()) + 0.4));
    await prepare.getByRole('button', { name: 'Move it there' }).click();
    await expect(tip).not.toHaveText(was!);
    await prepare.getByRole('button', { name: 'Undo' }).click();
    await expect(tip).toHaveText(was!);
  });
  await test.step('a wall thicker than the part is refused in one line', async () => {
    await prepare.getByLabel('Wall, mm').fill('6');
    await prepare.getByRole('button', { name: 'Hollow', exact: true }).click();
    await expect(prepare.getByRole('alert')).toContainText('a wall so thick leaves no hollow');
  });
  await test.step('hollowed it keeps its resin, and the solid part stays beside it', async () => {
    await prepare.getByLabel('Wall, mm').fill('1.5');
    await prepare.getByRole('button', { name: 'Hollow', exact: true }).click();
    await expect(prepare).toContainText('From figure.stl, which stays as it is', { timeout: 60_000 });
    await expect(page.locator('[data-rule=rooms-drain]')).toBeVisible({ timeout: 60_000 });
  });
  await test.step('bored and supported it drains and hangs nowhere', async () => {
    await prepare.getByRole('button', { name: 'Propose holes' }).click();
    await expect(prepare.getByText(/2 holes/)).toBeVisible({ timeout: 60_000 });
    await prepare.getByLabel('May stand on the part').check();
    await prepare.getByRole('button', { name: 'Place supports' }).click();
    await expect(prepare.getByText(/\d\d supports/)).toBeVisible({ timeout: 60_000 });
    await expect(verdict).toContainText('Clear', { timeout: 60_000 });
    await expect(page.locator('[data-rule=rooms-drain]')).toHaveCount(0);
  });
  await test.step('saved, the server draws and judges the same', async () => {
    await page.getByRole('button', { name: 'Save job' }).click();
    await page.waitForURL(/\/checks\/[0-9a-f]{8}-/);
    await expect(page.locator('.verdict').first()).toContainText('Clear', { timeout: 90_000 });
    await expect(page.getByText(/Hollowed to walls of 1.5 mm from/)).toBeVisible({ timeout: 90_000 });
  });
  await test.step('approved with its cautions, sent and printed to its last layer', async () => {
    await page.getByRole('button', { name: 'Approve for printing' }).click();
    await printOn(page, MACHINE);
    await expect(page.locator('[data-phase=done]')).toContainText(/layer (\d+) of \1/, { timeout: 120_000 });
    await takeOff(page);
  });
  await test.step('what was measured on the bench is noted with the outcome', async () => {
    const outcome = page.getByRole('region', { name: 'Outcome' });
    await outcome.getByRole('button', { name: 'Record outcome' }).click();
    await outcome.getByText('as it should be', { exact: true }).click();
    await outcome.getByLabel('Remark').fill('10.04 × 9.98 mm by the calliper, both holes drain');
    await outcome.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(outcome.locator('[data-outcome=good]')).toContainText('both holes drain');
  });
});
