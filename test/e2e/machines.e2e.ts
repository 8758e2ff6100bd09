import { headersOf, list, machineNamed, pick, put } from './asked.ts';
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
  await page.getByLabel('Way').selectOption({ label: 'line protocol over TCP' });
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
  await page.getByLabel('Way').selectOption({ label: 'none: by hand' });
  await page.getByRole('button', { name: 'Add the machine' }).click();
  await page.getByRole('button', { name: 'Go to its page' }).click();
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

test('what a machine reads off a spool is confirmed with one press, and stands there as reported', async ({ page }) => {
  await signIn(page, 'technician');
  const { id, loaded: before } = await machineNamed(page, 'Rifugio Lagazuoi');
  await put('rifugio-lagazuoi', ['PACF-0413']);
  await open(page, `/machines/${id}`);
  const known = page.getByRole('region', { name: 'What is known of it' });
  await expect(known.getByRole('row', { name: /^Nozzle temperature/ })).toContainText('reported');
  await expect(known.getByRole('row', { name: /^Reader/ })).toContainText('Ginestrel PA-CF, lot 0413');
  await expect(known.getByRole('row', { name: /^Spool/ })).toContainText('typed by');
  await known.getByRole('button', { name: 'Confirm PACF-0413' }).click();
  await expect(page.locator('.band')).toContainText('PACF-0413: Ginestrel PA-CF');
  await expect(known.getByRole('row', { name: /^Spool/ })).toContainText('reported');
  await expect(known.getByRole('row', { name: /^Reader/ })).toHaveCount(0);
  await put('rifugio-lagazuoi', [before.code]);
  await open(page, `/machines/${id}`);
  await known.getByRole('button', { name: `Confirm ${before.code}` }).click();
  await expect(page.locator('.band')).toContainText(before.code);
});

test('a lead adds three more of the same in one go; a name that is taken is told and nothing is added', async ({
  page,
}) => {
  await signIn(page, 'lead');
  const { id } = await machineNamed(page, 'Rifugio Vodice');
  const names = async () => (await list<{ name: string }[]>(page, '/api/machines')).map((m) => m.name);
  const before = (await names()).length;
  await open(page, `/machines/${id}`);
  await page.getByRole('link', { name: 'Copy', exact: true }).click();
  await page.getByRole('textbox', { name: 'How many' }).fill('3');
  const third = page.getByRole('group', { name: 'Machine 3' }).getByLabel('Address');
  await third.fill('http://x/');
  await third.blur();
  await expect(page.getByText('An address is a name or four numbers, as 192.168.1.40')).toBeVisible();
  await page.getByLabel('They are reached from here').uncheck();
  const second = page.getByRole('group', { name: 'Machine 2' }).getByLabel('Name');
  await expect(second).toHaveValue('Rifugio Vodice 3');
  await second.fill('Rifugio Vazzoler');
  await page.getByRole('button', { name: 'Add 3 machines' }).click();
  await expect(page.getByRole('alert')).toHaveText(
    'There is a machine called Rifugio Vazzoler already; none was added.',
  );
  expect(await names()).toHaveLength(before);
  await second.fill('Rifugio Vodice, by the window');
  await page.getByRole('button', { name: 'Add 3 machines' }).click();
  await expect(page.getByText('3 machines like Rifugio Vodice added')).toBeVisible();
  await expect(page.getByText('Rifugio Vodice, by the window')).toBeVisible();
  expect(await names()).toEqual(
    expect.arrayContaining(['Rifugio Vodice 2', 'Rifugio Vodice, by the window', 'Rifugio Vodice 4']),
  );
});
