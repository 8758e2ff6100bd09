import { expect, openMachine, signIn, test, takeOff } from './fixtures.ts';

test('two coupons share a plate: planned in one go, printed by one program, each read for itself', async ({ page }) => {
  await signIn(page);
  await openMachine(page, 'Rifugio Coldai');
  const id = new URL(page.url()).pathname.split('/').pop()!;
  await page.goto(`/trials/due?machine=${id}`);
  const all = page.getByLabel('All that can be planned');
  await all.check();
  await all.uncheck();
  const row = (kind: string) =>
    page.locator('tr', { has: page.getByLabel(`${kind} on Rifugio Coldai`, { exact: true }) });
  await page.getByLabel('Overhang on Rifugio Coldai', { exact: true }).check();
  await expect(row('Overhang')).not.toContainText(/\bA\b/);
  await page.getByLabel('Bridge on Rifugio Coldai', { exact: true }).check();
  await expect(row('Overhang').locator('.chip')).toHaveText('A');
  await expect(row('Bridge').locator('.chip')).toHaveText('A');
  await page.getByRole('button', { name: /^Plan 2:/ }).click();
  await page.waitForURL('**/trials');
  await page.getByRole('link', { name: /^T-/ }).nth(1).click(); // the newest stands first; the one before it prints for both
  await expect(page.getByText('which this trial prints for all of them')).toBeVisible();
  await page.getByRole('button', { name: 'Print on Rifugio Coldai' }).click();
  await expect(page.locator('[data-phase=done]')).toBeVisible({ timeout: 90_000 });
  await takeOff(page);
  await page.getByRole('button', { name: 'Read from the connected instrument' }).click();
  await expect(page.getByRole('complementary')).not.toContainText('Nothing concluded yet', { timeout: 30_000 });
  await page.goto('/trials');
  await page.getByRole('link', { name: /^T-/ }).first().click();
  await expect(page.locator('.steps')).toContainText('measuring');
  await page.getByRole('button', { name: 'Read from the connected instrument' }).click();
  await expect(page.getByRole('complementary')).not.toContainText('Nothing concluded yet', { timeout: 30_000 });
});
