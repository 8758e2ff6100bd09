import { readFileSync } from 'node:fs';
import path from 'node:path';
import { expect, open, openMachine, settled, signIn, soundProgram, test } from './fixtures.ts';

const pids = (): Record<string, number> & { folder: string } => JSON.parse(readFileSync(process.env['CANTIERE_PIDS']!, 'utf8')) as never;
const kill = (what: 'web' | 'worker'): void => { process.kill(pids()[what]!, 'SIGKILL'); };
const killDatabase = (): void => { process.kill(Number(readFileSync(path.join(pids().folder, 'postmaster.pid'), 'utf8').split('\n')[0]), 'SIGKILL'); };

test('a print goes on at the last acknowledged line after kill -9 of worker, server and database', async ({ page }) => {
  await signIn(page);
  await openMachine(page, 'Rifugio Pelmo');
  await page.getByRole('link', { name: 'Start a flow trial here' }).click();
  await page.getByLabel('Process').selectOption({ label: 'Fine 0.20' });
  await page.getByRole('button', { name: 'Plan this trial' }).click();
  await page.getByRole('button', { name: 'Print on Rifugio Pelmo' }).click();
  const progress = page.locator('[data-phase]');
  const acknowledged = async (): Promise<number> => Number(await progress.getAttribute('data-acknowledged'));
  await expect(page.locator('[data-phase=printing]')).toBeVisible({ timeout: 30_000 });
  for (const strike of [() => kill('worker'), () => kill('web'), killDatabase]) {
    const before = await acknowledged();
    strike();
    await page.waitForTimeout(1500);
    await expect.poll(async () => { try { await page.reload({ timeout: 3000 }); await settled(page); return (await acknowledged()) > before || (await page.locator('[data-phase=done]').count()) > 0; } catch { return false; } }, { timeout: 30_000 }).toBe(true);
    expect(await acknowledged()).toBeGreaterThanOrEqual(before);
  }
  await expect(page.locator('[data-phase=done]')).toBeVisible({ timeout: 90_000 });
  await expect(page.locator('.steps')).toContainText('measuring 0 of 12');
});

test('a check that was queued when the worker was killed comes to its verdict', async ({ page }) => {
  await signIn(page);
  await open(page, '/checks/new');
  await page.getByLabel('G-code file').setInputFiles({ name: 'insert.gcode', mimeType: 'text/plain', buffer: soundProgram() });
  await page.getByLabel('Machine', { exact: true }).selectOption({ label: 'Rifugio Pelmo' });
  await page.getByLabel('Process').selectOption({ label: 'Fine 0.20' });
  kill('worker');
  await page.getByRole('button', { name: 'Keep as a job' }).click();
  await page.waitForURL(/checks\/[0-9a-f-]{36}/);
  await expect(page.locator('.verdict').last()).toContainText(/Blocked|Clear/, { timeout: 60_000 });
});
