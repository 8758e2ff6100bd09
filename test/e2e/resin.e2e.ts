import { fail, headersOf, machineNamed, pick, processNamed, profileId } from './asked.ts';
import { expect, open, openMachine, signIn, test, takeOff } from './fixtures.ts';

type Page = import('@playwright/test').Page;

/** Plans a resin trial by the screen. */
async function planOn(page: Page, kind: string, machine: string, bands: string | null = null): Promise<void> {
  await open(page, `/trials/new?kind=${kind}`);
  await page.getByLabel('Machine').selectOption({ label: `${machine} (Resin room)` });
  await pick(page, 'Process', 'Resin 0.05');
  if (bands !== null) await page.getByLabel('Bands, exposure').fill(bands);
  await page.getByRole('button', { name: 'Plan this trial' }).click();
  await expect(page.locator('.steps')).toContainText('planned');
}
async function takeAndAccept(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Read from the connected instrument' }).click();
  const accept = page.getByRole('button', { name: /^Accept \S/ });
  await page.waitForFunction(
    () => {
      const m = /measuring (\d+) of (\d+)/.exec(document.querySelector('.steps')?.textContent ?? '');
      return m !== null && Number(m[1]) >= Number(m[2]);
    },
    null,
    { timeout: 60_000 },
  );
  await expect(accept).toBeEnabled();
  await accept.click();
  await expect(page.locator('.steps')).toContainText('accepted');
}

test('resin: a light map that is due, then an exposure ladder on one plate; its window blocks an exposure outside it', async ({
  page,
}) => {
  await signIn(page, 'lead');
  await expect(page.getByRole('region', { name: 'Evidence' })).toContainText('Malga Ciapela');
  await open(page, '/trials/due');
  await page.getByRole('checkbox', { name: 'All that can be planned' }).uncheck();
  await page.getByRole('checkbox', { name: 'Light map on Malga Ciapela' }).check();
  await page.getByRole('button', { name: /^Plan 1: / }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('How bright is the screen of Malga Ciapela');
  await expect(page.getByRole('button', { name: /^Print on/ })).toHaveCount(0); // nothing is printed
  await takeAndAccept(page);

  await planOn(page, 'exposure-ladder', 'Malga Ciapela');
  await page.getByRole('button', { name: 'show the plate by layer' }).click();
  await page.getByLabel('Layer', { exact: true }).fill('30');
  await expect(page.getByRole('img', { name: 'Layer 31 of 35, 6 exposures' })).toBeVisible();
  await page.getByRole('button', { name: 'Print on Malga Ciapela' }).click();
  await expect(page.locator('[data-phase=done]')).toContainText('layer 35 of 35', { timeout: 90_000 });
  await takeOff(page);
  await test.step('a bar is measured on the microscope’s picture, with nothing but the picture', async () => {
    const field = page.getByLabel(/^bar 1, exposure/).first();
    await field.focus();
    await page.getByRole('button', { name: 'Look through the microscope' }).click();
    const glass = page.getByRole('group', { name: /^Microscope, .*bar 1$/ });
    const svg = decodeURIComponent((await glass.getByRole('img').getAttribute('src'))!);
    const view = Number(/viewBox="0 0 (\d+)/.exec(svg)![1]);
    const edge = /id="between" d="M([^Z]+)Z"/
      .exec(svg)![1]!
      .split(' L')
      .map((p) => Number(p.split(' ')[0]));
    const share = (xs: number[]): string => String(Math.round((2000 * xs.reduce((a, b) => a + b)) / xs.length / view));
    await glass.getByLabel('Left edge').fill(share(edge.slice(0, edge.length / 2)));
    await glass.getByLabel('Right edge').fill(share(edge.slice(edge.length / 2)));
    await glass.getByRole('button', { name: 'Use this reading' }).click();
    await expect(field).toHaveValue(/^[01]\.\d{3}$/);
    expect(Math.abs(Number(await field.inputValue()) - 1)).toBeLessThan(0.2); // drawn 1 mm, less or more by its exposure
  });
  await takeAndAccept(page);
  const trial = (await (await page.request.get(`/api${new URL(page.url()).pathname}`)).json()) as {
    name: string;
    decision: { written: { setting: string; range: [number, number] }[] };
  };
  const window = trial.decision.written.find((w) => w.setting === 'exposureS')!.range;

  const choice = {
    machineId: (await machineNamed(page, 'Malga Ciapela')).id,
    printerId: null,
    processId: await processNamed(page, 'Resin 0.05'),
    roles: [
      {
        role: 'part body',
        toolId: null,
        materialId: await profileId(page, 'Quarzo standard grey', 'material'),
      },
    ],
  };
  const keep = async (name: string, overrides: object): Promise<void> => {
    const made = await page.request.post('/api/recipes', {
      headers: headersOf(page),
      data: { id: null, version: 1, name, choice, overrides },
    });
    expect(made.ok(), await made.text()).toBe(true);
    await open(page, `/library/recipes/${((await made.json()) as { id: string }).id}`);
    await expect(page.getByRole('complementary')).toContainText('checks ran');
  };
  const finding = page.locator('[data-rule=exposure-proven]');
  await keep('Gaskets, as proven', {});
  await expect(finding).toHaveCount(0);
  await keep('Gaskets, lit too long', { exposureS: Number((window[1] + 1).toFixed(2)) });
  await expect(finding).toContainText('above what is proven, where a trial failed');
  await expect(finding).toContainText(trial.name);
});

test('resin: nine discs that lose towards one side say level, on a phone, and nothing is proven', async ({ page }) => {
  await signIn(page);
  await planOn(page, 'plate', 'Malga Stia');
  await page.setViewportSize({ width: 390, height: 844 });
  const outcomes = ['0', '2', '2', '0', '1', '2', '0', '2', '2'];
  for (const [i, outcome] of outcomes.entries()) {
    await page.getByLabel(`disc ${i + 1}, reading 1`, { exact: true }).fill(outcome);
    await page.keyboard.press('Enter');
  }
  await page.getByLabel('removal, reading 1', { exact: true }).fill('1');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('complementary')).toContainText('The left side does not hold: level the plate there');
  await expect(page.getByRole('complementary')).toContainText('Nothing is proven by this plate.');
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

test('resin: a torn film stops the print with its layer, a deaf printer is asked again, and the print goes on', async ({
  page,
}) => {
  await signIn(page);
  await planOn(page, 'exposure-ladder', 'Malga Losch', '20 25 30 36'); // long enough to be caught at it
  await page.getByRole('button', { name: 'Print on Malga Losch' }).click();
  await expect(page.locator('[data-phase=printing]')).toBeVisible({ timeout: 30_000 });
  await fail('malga-losch', 'film');
  await expect(page.getByText(/Interrupted at layer \d+: the film tore. Search the vat before going on/)).toBeVisible();
  await expect(page.getByRole('region', { name: 'Stopped' })).toContainText(
    'Nothing starts here until the part is removed. Then search the vat',
  );
  await fail('malga-losch', 'deaf');
  await page.getByRole('button', { name: /Resume at/ }).click();
  await expect(page.locator('[data-phase=done]')).toContainText('layer 35 of 35', { timeout: 60_000 });
  await takeOff(page);
  await page.getByRole('button', { name: 'Read from the connected instrument' }).click();
  await expect(page.getByRole('complementary')).toContainText('The fields did not reach it: extend below 20 s.', {
    timeout: 30_000,
  });
  await openMachine(page, 'Malga Losch');
  await page.getByLabel('Log maintenance').selectOption({ label: 'Screen changed' });
  await page.getByRole('button', { name: 'Log', exact: true }).click();
  await expect(page.getByText(/Now due: .*Exposure/)).toBeVisible();
});

test('resin: columns that peel faster from band to band prove a lift, and a recipe that lifts faster is blocked', async ({
  page,
}) => {
  await signIn(page, 'lead');
  await open(page, '/trials/new?kind=lift');
  await page.getByLabel('Machine').selectOption({ label: 'Malga Framont (Resin room)' });
  await pick(page, 'Process', 'Resin 0.05');
  await page.getByLabel('Bands, peel').fill('0.6 0.8 1 1.4 2 3 4');
  await page.getByRole('button', { name: 'Plan this trial' }).click();
  await page.getByRole('button', { name: 'show the plate by layer' }).click();
  await page.getByLabel('Layer', { exact: true }).fill('400');
  await expect(page.getByText('peel 4.00 mm/s')).toBeVisible();
  await page.getByRole('button', { name: 'Print on Malga Framont' }).click();
  await expect(page.locator('[data-phase=done]')).toContainText('resin 24.5 °C', { timeout: 120_000 });
  await takeAndAccept(page);
  await takeOff(page);
  const trial = (await (await page.request.get(`/api${new URL(page.url()).pathname}`)).json()) as {
    decision: { written: { setting: string; range: [number, number] }[] };
  };
  const limit = trial.decision.written.find((w) => w.setting === 'liftFirstMmPerS')!.range[1];
  expect(limit).toBeGreaterThanOrEqual(0.8);
  expect(limit).toBeLessThan(4);
  await open(page, '/library');
  const choice = {
    machineId: (await machineNamed(page, 'Malga Framont')).id,
    printerId: null,
    processId: await processNamed(page, 'Resin 0.05'),
    roles: [
      {
        role: 'part body',
        toolId: null,
        materialId: await profileId(page, 'Quarzo standard grey', 'material'),
      },
    ],
  };
  const made = await page.request.post('/api/recipes', {
    headers: headersOf(page),
    data: { id: null, version: 1, name: 'Labels in haste', choice, overrides: { liftFirstMmPerS: 4.5 } },
  });
  expect(made.ok(), await made.text()).toBe(true);
  await open(page, `/library/recipes/${((await made.json()) as { id: string }).id}`);
  await expect(page.locator('[data-rule=lift-proven]')).toContainText('where a trial failed');
});
