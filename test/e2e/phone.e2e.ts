import { headersOf, planned } from './asked.ts';
import { expect, open, signIn, test } from './fixtures.ts';

type Page = import('@playwright/test').Page;
test.use({ hasTouch: true, isMobile: true, viewport: { width: 390, height: 844 } });

/** What a trial of these tests has read proves nothing: no list shows it as work to do. */
async function setAside(page: Page, id: string): Promise<void> {
  const data = { outcome: 'set aside', why: 'read to try the keys' };
  expect((await page.request.post(`/api/trials/${id}/decision`, { headers: headersOf(page), data })).status()).toBe(
    200,
  );
}
const pad = (page: Page) => page.getByRole('dialog');
const openPad = async (page: Page): Promise<void> => {
  await page.getByRole('button', { name: /(Measure|Go on measuring) on keys/ }).tap();
  await expect(pad(page).getByLabel('Figure')).toBeVisible();
};
/** Types a figure on the keys of the pad and goes on. */
async function enter(page: Page, figure: string): Promise<void> {
  for (const sign of figure) await pad(page).getByRole('button', { name: sign, exact: true }).tap();
  await expect(pad(page).getByLabel('Figure')).toHaveValue(figure);
  await pad(page)
    .getByRole('button', { name: /^(Next|Done)$/ })
    .tap();
}
const placeAtHand = async (page: Page): Promise<[at: number, of: number, name: string]> => {
  const text = await pad(page).locator('p').first().innerText();
  const [, name, at, of] = /^(.*?) · (\d+) of (\d+)$/s.exec(text.replace(/\s+/g, ' '))!;
  return [Number(at), Number(of), name!];
};
/** All places that are asked for, in the order of the grid. */
async function enterAll(page: Page, figureOf: (name: string) => string): Promise<number> {
  for (let n = 1; ; n++) {
    const [at, of, name] = await placeAtHand(page);
    expect(at).toBe(n);
    await enter(page, figureOf(name));
    if (at === of) return of;
    await expect.poll(async () => (await placeAtHand(page))[0]).toBe(at + 1);
  }
}

test('a flow trial is measured on a phone by touch: a slip is told at its field, a reading is undone, a gauge may type', async ({
  page,
}) => {
  await signIn(page);
  const id = await planned(page, { kind: 'flow', machine: 'Rifugio Scarpa', process: 'Stout 0.30', bands: null });
  await open(page, `/trials/${id}`);
  await openPad(page);
  // everything that is pressed can be hit with a glove, and nothing lies beside the screen
  for (const button of await pad(page).getByRole('button').all()) {
    const box = (await button.boundingBox())!;
    expect(Math.min(box.width, box.height), await button.innerText()).toBeGreaterThanOrEqual(44);
    expect([box.x >= 0, box.x + box.width <= 390, box.y + box.height <= 844]).toEqual([true, true, true]);
  }
  await enter(page, '99');
  await expect(pad(page)).toContainText('99 mm cannot be read here');
  expect((await placeAtHand(page))[0]).toBe(1);
  await pad(page).getByLabel('Figure').fill('');
  await enter(page, '0.65');
  await expect.poll(async () => (await placeAtHand(page))[0]).toBe(2);
  await expect(page.locator('.steps')).toContainText('measuring 1 of');
  await pad(page).getByRole('button', { name: 'Undo' }).tap();
  expect((await placeAtHand(page))[0]).toBe(1);
  await expect(pad(page).getByLabel('Figure')).toHaveValue('');
  await expect(page.locator('.steps')).toContainText('measuring 0 of');
  // a gauge with keys of its own types, and ends with Enter
  await pad(page).getByLabel('Figure').fill('0,63');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await placeAtHand(page))[0]).toBe(2);
  await pad(page).getByRole('button', { name: 'Place before' }).tap();
  const places = await enterAll(page, () => '0.63');
  await expect(pad(page)).toHaveCount(0);
  await expect(page.locator('.steps')).toContainText(`measuring ${places} of ${places}`);
  await expect(page.getByRole('complementary')).toContainText('Method: ');
  await setAside(page, id);
});

test('a retraction trial is measured on a phone without connection in between: what was typed waits, and is sent', async ({
  page,
}) => {
  await signIn(page);
  const id = await planned(page, {
    kind: 'retraction',
    machine: 'Rifugio Scarpa',
    process: 'Stout 0.30',
    bands: [0.4, 0.8, 1.2, 1.6, 2], // strings of each are asked for; gaps may be left out
  });
  await open(page, `/trials/${id}`);
  await openPad(page);
  await enter(page, '9');
  await expect(page.locator('.steps')).toContainText('measuring 1 of 5');
  await page.context().setOffline(true);
  await enter(page, '5');
  await enter(page, '2');
  await expect(pad(page)).toContainText('2 readings wait for the connection, kept on this device');
  expect((await placeAtHand(page))[0]).toBe(4);
  const stored = await page.evaluate((key) => localStorage.getItem(key), `cantiere:readings:${id}`);
  expect(Object.values(JSON.parse(stored!) as Record<string, string>).sort()).toEqual(['2', '5']);
  await page.context().setOffline(false);
  await expect(pad(page)).not.toContainText('for the connection');
  await expect(page.locator('.steps')).toContainText('measuring 3 of 5');
  await enter(page, '0');
  await enter(page, '0');
  await expect(page.locator('.steps')).toContainText('measuring 5 of 5');
  await page.reload();
  await expect(page.locator('.steps')).toContainText('measuring 5 of 5');
  await expect(page.getByRole('complementary')).toContainText('Method: ');
  await setAside(page, id);
});

test('an exposure trial is measured on a phone: bars and slots of every field, in the order of the grid', async ({
  page,
}) => {
  await signIn(page);
  const exposures = [1.2, 1.6, 2.1, 2.8];
  const id = await planned(page, {
    kind: 'exposure-ladder',
    machine: 'Malga Ciapela',
    process: 'Resin 0.05',
    bands: exposures,
  });
  await open(page, `/trials/${id}`);
  await openPad(page);
  // bars swell and slots close by the light: as drawn at 1.8 s
  const places = await enterAll(page, (name) => {
    const [, seconds, feature, mm] = /exposure ([\d.]+).*, (bar|slot) ([\d.]+)/.exec(name)!;
    const growth = 0.12 * Math.log(Number(seconds) / 1.8);
    return (Number(mm) + (feature === 'bar' ? growth : -growth)).toFixed(3);
  });
  expect(places % exposures.length).toBe(0);
  await expect(page.getByRole('complementary')).toContainText(/Contours stay as drawn at 1\.[89]\d? s/);
  await setAside(page, id);
});
