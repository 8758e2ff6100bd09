import type { Locator } from '@playwright/test';
import { expect, open, signIn, test } from './fixtures.ts';
import { spiltCells } from './walk.ts';

test('a cell too narrow for its text would be found', async ({ page }) => {
  await signIn(page, 'viewer');
  await open(page, '/machines/coverage');
  await expect(page.getByRole('rowheader').first()).toBeVisible();
  expect(await spiltCells(page)).toEqual([]);
  await page.addStyleTag({ content: 'main table th:first-child { width: 84px !important }' });
  expect(await spiltCells(page)).toContain('Rifugio Vodice 0.4 hardened · Torba ASA natural');
});

test('light or dark is chosen on the page of the person, at once and for every page of this device', async ({
  page,
}) => {
  await signIn(page, 'technician');
  await open(page, '/me');
  const scheme = page.locator('html');
  const ground = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
  await expect(scheme).toHaveAttribute('data-mantine-color-scheme', 'light');
  const light = await ground();
  await page.getByRole('radiogroup', { name: 'Light and dark, on this device' }).getByText('dark').click();
  await expect(scheme).toHaveAttribute('data-mantine-color-scheme', 'dark');
  const dark = await ground();
  expect(dark).not.toBe(light);
  for (const path of ['/checks', '/sign-in']) {
    await page.goto(path);
    await expect(scheme).toHaveAttribute('data-mantine-color-scheme', 'dark');
    expect(await ground()).toBe(dark);
  }
});

test('what a list is asked for stands in its address, is there again after Back, and survives a rubbish address', async ({
  page,
}) => {
  await signIn(page, 'technician');
  await open(page, '/checks');
  const list = page.getByRole('status').filter({ hasText: 'jobs' });
  await page.getByRole('textbox', { name: 'Search jobs' }).fill('hive');
  await page.getByLabel('Class').selectOption('in-house');
  await expect(page).toHaveURL(/search=hive/);
  await expect(page).toHaveURL(/class=in-house/);
  await expect(list).toHaveAttribute('aria-busy', 'false');
  const found = await list.textContent();
  expect(found).toMatch(/^\d+ of \d+ jobs$/);
  await page.getByRole('table').getByRole('link').first().click();
  await expect(page).toHaveURL(/\/checks\/[0-9a-f-]{36}/);
  await page.goBack();
  await expect(page.getByRole('textbox', { name: 'Search jobs' })).toHaveValue('hive');
  await expect(list).toHaveText(found!);
  await open(page, '/checks?search=&class=nobody%20knows&sort=-nothing&page=1000000');
  await expect(list).toHaveText(/^0 of \d+ jobs$/);
  await page.getByLabel('Class').selectOption('');
  await expect(list).toHaveText(/^\d+ jobs$/);
});

test('a long list is read page by page by its address, Back turns back, and its table file holds all of it', async ({
  page,
}) => {
  await signIn(page, 'viewer');
  await open(page, '/log?sort=when');
  const pages = page.getByRole('navigation', { name: 'Pages of events' });
  await expect(pages).toContainText(/^1–100 of \d+/);
  const first = await page.getByRole('table').locator('tbody tr').first().textContent();
  const found = Number(/of (\d+)/.exec((await pages.textContent())!)![1]);
  await pages.getByRole('button', { name: 'Next' }).click();
  await expect(page).toHaveURL(/after=/);
  await expect(pages).toContainText(/^101–/);
  const second = await page.getByRole('table').locator('tbody tr').first().textContent();
  expect(second).not.toBe(first);
  await page.reload();
  await expect(pages).toContainText(/^101–/);
  await pages.getByRole('button', { name: 'Previous' }).click();
  await expect(page.getByRole('table').locator('tbody tr').first()).toHaveText(first!);
  await page.goBack();
  await expect(page.getByRole('table').locator('tbody tr').first()).toHaveText(second!);
  const address = await page.getByRole('link', { name: 'CSV' }).getAttribute('href');
  const table = (await (await page.request.get(address!)).text()).trimEnd().split('\r\n');
  expect([table[0], table.length]).toEqual(['When,Who,Record,What,From,To,Why', found + 1]);
});

test('on a phone every area, the search and the person are in reach of a glove, and the stop of a machine is', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signIn(page, 'technician');
  const inReach = async (what: Locator, leastPx = 44): Promise<void> => {
    const box = (await what.boundingBox())!;
    expect([box.x >= 0, box.x + box.width <= 390, box.height >= leastPx]).toEqual([true, true, true]);
  };
  for (const area of ['Today', 'Library', 'Trials', 'Job checks', 'Machines'])
    await inReach(page.getByRole('navigation', { name: 'Areas' }).getByRole('link', { name: area }), 40);
  await inReach(page.getByRole('search').getByRole('button'));
  await inReach(page.locator('.who b'));
  await page.getByRole('search').getByRole('button').click();
  await page.getByRole('textbox').last().fill('vodice');
  await page
    .getByRole('button', { name: /Rifugio Vodice/ })
    .first()
    .click();
  await expect(page.getByRole('heading', { name: 'Rifugio Vodice', level: 1 })).toBeVisible();
  await inReach(page.getByRole('button', { name: 'Emergency stop' }));
});
