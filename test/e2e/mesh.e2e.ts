import { pick } from './asked.ts';
import { gzipSync } from 'node:zlib';
import { demoGcode } from '../../src/workers/demo/part.ts';
import { boxMesh } from '../../src/core/mesh/solids.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { expect, open, signIn, test, takeOff } from './fixtures.ts';

/** A bar of 10.2 × 0.6 × 0.2 inches, longer than the plate is wide. */
const bar = Buffer.from(writeStl(boxMesh([0, 0, 0], [10.2, 0.6, 0.2])));

test('a mesh drawn in inches is asked for its unit, does not fit, is turned, compared, moved, cleared, printed, and its outcome noted', async ({
  page,
}) => {
  test.setTimeout(240_000);
  await signIn(page, 'lead');
  await open(page, '/checks/new');
  await page
    .getByLabel('Mesh, G-code file or layer stack')
    .setInputFiles({ name: 'bar.stl', mimeType: 'model/stl', buffer: bar });
  const part = page.getByRole('region', { name: 'Mesh' });
  await test.step('the size in four units stands side by side', async () => {
    await expect(part).toContainText('STL, 12 triangles');
    await expect(part).toContainText(/in\s*259 × 15\.2 × 5\.1 mm/);
    await expect(part).toContainText('The surface is closed and looks outward');
    await part.getByRole('radio', { name: /^in/ }).check();
    await expect(part).toContainText('As placed: 259 × 15.2 × 5.1 mm');
  });
  const verdict = page.locator('.verdict').last();
  await test.step('it is too long, and the finding says which turn fits', async () => {
    await page.getByLabel('Machine', { exact: true }).selectOption({ label: 'Rifugio Coldai' });
    await pick(page, 'Process', 'Fine 0.20');
    await expect(verdict).toContainText('Blocked: the part is too long in X');
    await page.locator('[data-rule=fits-travel] button').first().click();
    const fix = await page.locator('[data-rule=fits-travel]').first().innerText();
    const turn = /turn it (-?\d+)°/.exec(fix)![1]!;
    await part.getByLabel('Turn about Z, °').fill(turn);
    await expect(verdict).not.toContainText('Blocked');
    await expect(page.locator('[data-rule=fits-travel]')).toHaveCount(0);
  });
  await test.step('what its purpose wants is done to a copy of the recipe by one action, and taken back by another', async () => {
    await page.getByLabel('Purpose').selectOption('loaded');
    const thin = page.locator('[data-rule=loaded-fill]');
    await thin.locator('button').first().click();
    await expect(thin).toContainText('infill 50');
    await thin.getByRole('button', { name: 'Apply to a copy' }).click();
    await expect(page.getByText('In a copy of the recipe, for this job only: infill 50')).toBeVisible();
    await expect(verdict).toContainText(/Clear/);
    await expect(thin).toHaveCount(0);
    await page.getByRole('button', { name: 'undo' }).click();
    await expect(thin).toHaveCount(1);
    await page.getByLabel('Purpose').selectOption({ label: 'not stated' });
    await expect(thin).toHaveCount(0);
  });
  await test.step('the ways it could stand are laid and checked side by side, with its pull and the face that is shown', async () => {
    const ways = page.getByRole('region', { name: 'Build orientations' });
    await ways.getByRole('button', { name: 'compare' }).click();
    await expect(ways.getByRole('status')).toContainText('the best first', { timeout: 120_000 });
    await ways.getByLabel('Load direction, as drawn').selectOption('along X');
    await expect(ways.getByRole('columnheader', { name: 'Load across layers' })).toBeVisible();
    await expect(ways.getByRole('status')).toContainText('the best first', { timeout: 120_000 });
    const upright = ways.getByRole('row').filter({ hasText: '259.1 mm' });
    await expect(upright.first()).toContainText('100 %'); // upright its pull parts the layers, and it is too tall
    await expect(upright.first()).toContainText('Blocked');
    await ways.getByRole('button', { name: 'Hide' }).click();
  });
  const findings = () =>
    page
      .locator('[data-rule]')
      .evaluateAll((all) => all.map((el) => `${el.getAttribute('data-rule')} ${el.textContent}`));
  await test.step('kept as a job, the server comes to the same', async () => {
    await expect(page.getByRole('complementary')).toContainText('a toolpath generated from the recipe');
    const onThisDevice = await findings();
    await page.getByRole('button', { name: 'Save job' }).click();
    await page.waitForURL(/checks\/[0-9a-f-]{36}/);
    await expect(page.locator('.verdict').last()).toContainText(/Clear/, { timeout: 30_000 });
    await expect.poll(findings).toEqual(onThisDevice);
    const [program] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Download G-code' }).click(),
    ]);
    expect(program.suggestedFilename()).toBe('bar.gcode');
  });
  const sure = page.locator('.verdict').last();
  const place = async (xMm: string, says: RegExp): Promise<void> => {
    await part.getByLabel('Centre X, mm').fill(xMm);
    await expect(page.getByText('This position has not been checked yet')).toBeVisible();
    await page.getByRole('button', { name: 'Save position and check' }).click();
    await expect(sure).toContainText(says, { timeout: 30_000 });
  };
  await test.step('moved, it must be checked as it stands now; only a lead overrides; the fix moves it back by one action', async () => {
    await place('20', /Blocked: .*far over in X/);
    await expect(page.getByRole('button', { name: 'Override with a reason' })).toBeVisible();
    const over = page.locator('[data-rule=fits-travel]').first();
    await over.locator('button').first().click();
    await over.getByRole('button', { name: 'Apply to a copy' }).click();
    await expect(sure).toContainText(/Clear/, { timeout: 30_000 });
  });
  await test.step('other machines are checked with their own limits, the best first', async () => {
    const others = page.getByRole('region', { name: 'Other machines' });
    await others.getByRole('button', { name: 'Check', exact: true }).click();
    await expect(others.getByRole('status')).toContainText(/\d of \d could print it, the best first/, {
      timeout: 60_000,
    });
    const rows = await others.getByRole('row').allInnerTexts();
    // what is loaded elsewhere is told and decides nothing: turned across the plate, the bar fits on them all
    expect(rows.some((r) => r.includes('no: '))).toBe(true);
    expect(rows).toHaveLength(1 + Number(/of (\d)/.exec(await others.getByRole('status').innerText())![1]));
    await others.getByRole('button', { name: 'Hide' }).click();
  });
  await test.step('cleared, seen to at the machine, printed', async () => {
    await page.getByRole('button', { name: 'Approve for printing' }).click();
    await expect(page.locator('.band')).toContainText('cleared');
    const hand = page.getByRole('region', { name: 'Confirm at the machine' });
    await expect(hand.getByRole('button', { name: /^Print on/ })).toBeDisabled();
    for (const box of await hand.getByRole('checkbox').all()) await box.check();
    await expect(hand).toContainText('all confirmed');
    await page.getByRole('button', { name: 'Show layers' }).click();
    await expect(page.getByRole('img', { name: /^Path of layer 1 of \d+, coloured by flow/ })).toBeVisible();
    await hand.getByRole('button', { name: /^Print on/ }).click();
    await expect(hand.locator('[data-phase=done]')).toBeVisible({ timeout: 180_000 });
    await expect(page.locator('.band')).toContainText('done');
    await takeOff(page);
  });
  await test.step('what became of it is noted, leads to causes, and counts for the rules', async () => {
    const outcome = page.getByRole('region', { name: 'Outcome' });
    await outcome.getByRole('button', { name: 'Record outcome' }).click();
    await outcome.getByText('usable, with defects').click();
    await outcome.getByPlaceholder('what is seen on the part').click();
    await page.getByRole('option', { name: 'Hairs between parts' }).click();
    await page.keyboard.press('Escape');
    await outcome.getByLabel('Remark').fill('two strings at the seam');
    await outcome.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(outcome.locator('[data-outcome=usable]')).toContainText('two strings at the seam');
    await expect(outcome.getByRole('link', { name: 'run retraction' })).toBeVisible();
    const id = new URL(page.url()).pathname.split('/').pop()!;
    const sheet = await page.request.get(`/api/jobs/${id}/traveller`);
    expect(await sheet.text()).toContain('Confirm at the machine');
    await open(page, '/checks/rules');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Rule track record');
    await expect(page.getByText(/\d+ jobs? with a recorded outcome/)).toBeVisible();
  });
});

test('a mesh cut short is refused with the byte that says so', async ({ page }) => {
  await signIn(page);
  await open(page, '/checks/new');
  await page
    .getByLabel('Mesh, G-code file or layer stack')
    .setInputFiles({ name: 'cut.stl', mimeType: 'model/stl', buffer: bar.subarray(0, 400) });
  await expect(page.getByRole('alert')).toContainText('The header counts 12 triangles, which need 684 bytes');
  await expect(page.getByRole('button', { name: 'Save job' })).toBeDisabled();
});

test('a program made for another machine is blocked with its reasons; only a lead overrides, and says why', async ({
  page,
  browser,
}) => {
  const program = demoGcode({
    title: 'made for a larger machine',
    profile: [
      [0, 60],
      [10, 58],
    ],
    centreMm: [330, 170],
    nozzleC: 248,
    bedC: 118,
    flow: 1.9,
    layerHeightMm: 0.2,
    lineWidthMm: 0.44,
    walls: 2,
    speedMmPerS: 40,
    retractionMm: 6,
  });
  await signIn(page, 'technician');
  await open(page, '/checks/new');
  await page.getByLabel('Mesh, G-code file or layer stack').setInputFiles({
    name: 'plate.gcode.gz',
    mimeType: 'application/gzip',
    buffer: gzipSync(program),
  });
  await page.getByLabel('Machine', { exact: true }).selectOption({ label: 'Rifugio Coldai' });
  await pick(page, 'Process', 'Fine 0.20');
  await expect(page.locator('.verdict').last()).toContainText(/[3-9] blockers/);
  for (const rule of ['within-travel', 'bed-temperature', 'line-width', 'retraction-proven'])
    await expect(page.locator(`[data-rule=${rule}]`).first()).toBeVisible();
  await page.getByRole('button', { name: 'Save job' }).click();
  await page.waitForURL(/checks\/[0-9a-f-]{36}/);
  await expect(page.locator('.band')).toContainText('checked', { timeout: 30_000 });
  await expect(page.locator('.verdict').last()).toContainText(/[3-9] blockers/, { timeout: 30_000 });
  await expect(page.getByRole('button', { name: /Override|Approve for printing/ })).toHaveCount(0);
  const id = new URL(page.url()).pathname.split('/').pop()!;
  const refused = await page.request.post(`/api/jobs/${id}/clear`, {
    data: { why: 'it will do' },
    headers: { origin: new URL(page.url()).origin },
  });
  expect([refused.status(), await refused.text()]).toEqual([409, expect.stringContaining('only a lead may override')]);
  const context = await browser.newContext();
  const lead = await context.newPage();
  await signIn(lead, 'lead');
  await open(lead, new URL(page.url()).pathname);
  await lead.getByRole('button', { name: 'Override with a reason' }).click();
  await expect(lead.getByRole('button', { name: 'Override', exact: true })).toBeDisabled();
  await lead.getByLabel(/Reason \(recorded with the job/).fill('cut to this plate by hand');
  await lead.getByRole('button', { name: 'Override', exact: true }).click();
  await expect(lead.locator('.band')).toContainText('cleared');
  await context.close();
});
