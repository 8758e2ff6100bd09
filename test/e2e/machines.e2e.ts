import { headersOf, list, machineNamed, pick } from './asked.ts';
import { expect, open, signIn, test } from './fixtures.ts';

test('a lead tries the connection of a machine, is refused an address that another has, adds it by hand, and moves it', async ({
  page,
}) => {
  await signIn(page, 'lead');
  const portOf = async (name: string): Promise<string> => {
    const { id } = await machineNamed(page, name);
    return String((await list<{ device: { port: number } }>(page, `/api/machines/${id}`)).device.port);
  };
  await open(page, '/machines');
  await page.getByRole('link', { name: 'Add a machine' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Rifugio Nuvolau');
  await page.getByLabel('Place', { exact: true }).fill('Cellar');
  await pick(page, 'Printer profile', 'Ardesia 350 C');
  await page.getByLabel('It is reached from here').check();
  await page.getByLabel('Address').fill('127.0.0.1');
  await page.getByLabel('Port').fill('9');
  await page.getByRole('button', { name: 'Test the connection' }).click();
  await expect(page.getByRole('alert')).toContainText('no machine answers at 127.0.0.1:9');
  await page.getByLabel('Port').fill(await portOf('Malga Stia'));
  await page.getByRole('button', { name: 'Test the connection' }).click();
  await expect(page.getByRole('alert')).toContainText('answers in another language');
  await page.getByLabel('Port').fill(await portOf('Rifugio Vodice'));
  await page.getByRole('button', { name: 'Test the connection' }).click();
  await expect(page.locator('main').getByRole('status')).toContainText(/It answers: nozzle [\d.]+ °C/);
  await page.getByRole('button', { name: 'Add the machine' }).click();
  await expect(page.getByRole('alert')).toContainText('Rifugio Vodice is at that address already');
  await page.getByLabel('It is reached from here').uncheck();
  await page.getByRole('button', { name: 'Add the machine' }).click();
  await expect(page.getByRole('heading', { name: 'Rifugio Nuvolau', level: 1 })).toBeVisible();

  await page.getByRole('link', { name: 'Change', exact: true }).click();
  await page.getByLabel('Place', { exact: true }).fill('Attic');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('heading', { name: 'Rifugio Nuvolau', level: 1 })).toBeVisible();
  await open(page, '/machines');
  await expect(page.getByRole('heading', { name: 'Attic' })).toBeVisible();
  const older = { name: 'Rifugio Nuvolau', place: 'Hall', device: null, version: 1 };
  const { id } = (await list<{ id: string; name: string }[]>(page, '/api/machines')).find(
    (m) => m.name === older.name,
  )!;
  const answer = await page.request.post(`/api/machines/${id}/change`, { data: older, headers: headersOf(page) });
  expect(answer.status()).toBe(409);
});
