import { list, pick, planned, rowsOf } from './asked.ts';
import { expect, open, signIn, test } from './fixtures.ts';

interface Row {
  readonly id: string;
  readonly kind: string;
  readonly state: string;
  readonly machineName: string;
}

test('a chart over time has its values as a table as well, and a value opens its trial', async ({ page }) => {
  await signIn(page, 'viewer');
  const drifts = await list<{ setting: string; points: { id: string; name: string }[] }[]>(page, '/api/trials/drift');
  const [first, last] = [0, -1].map((at) => drifts.find((d) => d.points.length >= 4)!.points.at(at)!);
  await open(page, `/trials/${last!.id}`);
  const chart = page.getByRole('figure').first();
  await expect(chart.locator('canvas')).toBeVisible();
  await chart.getByText('As a table').click();
  await chart.getByRole('link', { name: first!.name, exact: true }).click();
  await expect(page).toHaveURL(new RegExp(`/trials/${first!.id}`));
  await expect(page.locator('.band')).toContainText(first!.name);
});

test('a half-read retraction trial: band, reading and drawing lie on one line; the rest is read, accepted and drawn over time', async ({
  page,
}) => {
  await signIn(page);
  const trial = (await rowsOf<Row>(page, '/api/trials')).find(
    (t) => t.kind === 'retraction' && t.state === 'measuring',
  )!;
  await open(page, `/trials/${trial.id}`);
  const middle = async (locator: ReturnType<typeof page.locator>): Promise<number> => {
    const b = (await locator.boundingBox())!;
    return b.y + b.height / 2;
  };
  const labels = page.locator('.bands-drawing text[font-weight="700"]');
  await expect(labels).toHaveCount(9);
  for (const k of [0, 4, 8]) {
    const name = (await labels.nth(k).textContent())!;
    expect(
      Math.abs(
        (await middle(labels.nth(k))) - (await middle(page.getByLabel(`strings, distance ${name}`, { exact: true }))),
      ),
    ).toBeLessThan(6);
    expect(
      Math.abs(
        (await middle(labels.nth(k))) - (await middle(page.getByLabel(`gaps, distance ${name}`, { exact: true }))),
      ),
    ).toBeLessThan(6);
  }
  await page.getByRole('button', { name: 'show the path by layer' }).click();
  await page.getByLabel('Layer', { exact: true }).fill('60');
  await expect(page.getByRole('img', { name: /Path of layer 61 of \d+, coloured by retraction/ })).toBeVisible();
  await page.getByRole('button', { name: 'show the drawing' }).click();
  await page.getByLabel('strings, distance 2.4', { exact: true }).fill('-3');
  await page.keyboard.press('Enter');
  await expect(page.locator('main [role=alert]')).toContainText('cannot be read here');
  await page.getByLabel('strings, distance 2.4', { exact: true }).fill('0');
  await page.keyboard.press('Enter');
  for (const [value, text] of [
    ['1.5', '1'],
    ['1.8', '0'],
    ['2.1', '0'],
  ] as const) {
    await page.getByLabel(`strings, distance ${value}`, { exact: true }).fill(text);
    await page.keyboard.press('Enter');
  }
  await expect(page.getByRole('img', { name: /strings against distance/ })).toBeVisible();
  await page.getByRole('button', { name: /^Accept [\d.]+ mm/ }).click();
  await expect(page.locator('.steps')).toContainText('accepted');
  await expect(page.getByRole('complementary')).toContainText(/Retraction [\d.]+ mm proven by T-/);
});

test('a temperature trial is planned with bands of one’s own, refused beyond the hardware, and read on a phone', async ({
  page,
}) => {
  await signIn(page);
  await open(page, '/trials/new?kind=temperature');
  await page.getByLabel('Machine').selectOption({ label: 'Rifugio Coldai (Window bench)' });
  await pick(page, 'Process', 'Fine 0.20');
  await expect(page.getByRole('complementary')).toContainText(/readings\s*21/);
  await page.getByLabel('Bands, nozzle').fill('300 245 240');
  await expect(page.locator('main [role=alert]')).toContainText('bands never go beyond the hardware');
  await page.getByLabel('Bands, nozzle').fill('245 240 235');
  await expect(page.getByRole('complementary')).toContainText(/readings\s*9/);
  await page.getByRole('button', { name: 'Plan this trial' }).click();
  await expect(page.locator('.steps')).toContainText('planned');
  await page.setViewportSize({ width: 390, height: 844 });
  const field = page.getByLabel('strings, nozzle 245', { exact: true });
  await field.fill('4');
  await page.keyboard.press('Enter');
  await expect(page.locator('.steps')).toContainText('measuring');
  expect((await field.boundingBox())!.height).toBeGreaterThanOrEqual(48);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

test('bands that somebody begins to type are theirs, even where the proposed ones come meanwhile', async ({ page }) => {
  await signIn(page);
  await open(page, '/trials/new?kind=temperature');
  let letGo = (): void => {};
  const held = new Promise<void>((resolve) => (letGo = resolve));
  await page.route('**/api/trials/preview', async (route) => {
    await held;
    await route.continue();
  });
  await page.getByLabel('Machine').selectOption({ label: 'Rifugio Coldai (Window bench)' });
  await pick(page, 'Process', 'Fine 0.20');
  const field = page.getByLabel('Bands, nozzle');
  await field.focus();
  letGo();
  await expect(page.getByRole('complementary')).toContainText(/readings\s*21/);
  await page.keyboard.type('245 240 235');
  await expect(field).toHaveValue('245 240 235');
  await expect(page.getByRole('complementary')).toContainText(/readings\s*9/);
});

test('two people read the same coupon, and the page says how far they agree', async ({ page, browser }) => {
  await signIn(page);
  const id = await planned(page, {
    kind: 'temperature',
    machine: 'Rifugio Scarpa',
    process: 'Stout 0.30',
    bands: [250, 245, 240, 235],
  });
  await open(page, `/trials/${id}`);
  for (const [band, text] of [
    ['250', '9'],
    ['245', '5'],
    ['240', '2'],
    ['235', '1'],
  ] as const) {
    await page.getByLabel(`strings, nozzle ${band}`, { exact: true }).fill(text);
    await page.keyboard.press('Enter');
  }
  await expect(page.locator('.steps')).toContainText('measuring 4 of');
  const other = await (await browser.newContext()).newPage();
  await signIn(other, 'lead');
  await open(other, `/trials/${id}`);
  await other.getByRole('button', { name: 'A second person reads too' }).click();
  for (const [band, text] of [
    ['250', '9'],
    ['245', '6'],
    ['240', '2'],
    ['235', '1'],
  ] as const) {
    await other.getByLabel(`strings, nozzle ${band}, reading 2`, { exact: true }).fill(text);
    await other.keyboard.press('Enter');
  }
  await expect(other.getByRole('complementary')).toContainText('strings: alike in 75 % of 4 bands');
  await expect(other.getByRole('complementary')).toContainText('within one in 4 of 4');
  await page.reload();
  await expect(page.getByRole('complementary')).toContainText(/alike in 75 %.*κ 0\.\d\d/);
});

test('on a phone every field of a coupon’s place stands under the name of that place', async ({ page }) => {
  await signIn(page);
  const trials = await rowsOf<{
    id: string;
    kind: string;
    state: string;
  }>(page, '/api/trials');
  const flow = trials.find((t) => t.kind === 'flow' && t.state === 'measuring')!;
  await page.setViewportSize({ width: 390, height: 844 });
  await open(page, `/trials/${flow.id}`);
  const places = page.getByRole('group', { name: 'Readings' }).getByRole('group');
  await expect(places).toHaveCount(4);
  let above = 0;
  for (const place of await places.all()) {
    const name = (await place.locator('b').boundingBox())!;
    expect(name.y).toBeGreaterThanOrEqual(above);
    const fields = await place.getByRole('textbox').all();
    expect(fields.length).toBeGreaterThanOrEqual(3);
    for (const field of fields) {
      const box = (await field.boundingBox())!;
      expect(box.y).toBeGreaterThanOrEqual(name.y + name.height);
      expect(box.x + box.width).toBeLessThanOrEqual(390);
      expect(Math.min(box.width, box.height)).toBeGreaterThanOrEqual(44);
      above = Math.max(above, box.y + box.height);
    }
  }
});
