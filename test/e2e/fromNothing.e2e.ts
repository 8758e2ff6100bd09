import type { Browser, Page } from '@playwright/test';
import { demoGcode } from '../../src/workers/demo/part.ts';
import { list, pick } from './asked.ts';
import { expect, open, settled, test, takeOff } from './fixtures.ts';

const EMPTY = JSON.parse(process.env['CANTIERE_EMPTY_FARM']!) as { readonly url: string; readonly standinPort: number };
const PASSWORD = 'four words make one';
/** Of the stand-in with two heads. */
const TWO_HEADED = 6;
test.use({ baseURL: EMPTY.url });

const pegs = Buffer.from(
  demoGcode({
    title: 'peg',
    profile: [
      [0, 12],
      [8, 12],
    ],
    ...{ centreMm: [148, 150], nozzleC: 238, bedC: 75, flow: 1, layerHeightMm: 0.2, lineWidthMm: 0.44 },
    ...{ walls: 2, speedMmPerS: 40, retractionMm: 1.2 },
  }),
);

async function newProfile(
  page: Page,
  kind: string,
  name: string,
  typed: Readonly<Record<string, string>>,
): Promise<void> {
  await open(page, '/library/new');
  await page.getByLabel('Kind').selectOption(kind);
  await page.getByLabel('Name', { exact: true }).fill(name);
  for (const [label, value] of Object.entries(typed)) {
    const form = page.locator('form');
    const field = form
      .getByRole('textbox', { name: label, exact: true })
      .or(form.getByRole('combobox', { name: label, exact: true }));
    if ((await field.evaluate((el) => el.tagName)) === 'SELECT') await field.selectOption(value);
    else await field.fill(value);
  }
  await page.getByRole('button', { name: 'Create profile' }).click();
  await expect(page.getByRole('heading', { name, level: 1 })).toBeVisible();
}
async function signOut(page: Page): Promise<void> {
  await open(page, '/me');
  await page.getByRole('button', { name: 'Sign out', exact: true }).click();
  await page.waitForURL(/\/sign-in/);
}
const another = async (browser: Browser, phone = false): Promise<Page> =>
  (
    await browser.newContext({
      baseURL: EMPTY.url,
      reducedMotion: 'reduce',
      ...(phone && { viewport: { width: 390, height: 844 } }),
    })
  ).newPage();

test('a farm begins with nobody and nothing, and prints what was approved, until its care is due and done', async ({
  page,
  browser,
}) => {
  test.setTimeout(300_000);
  const theirs = await another(browser);
  for (const p of [page, theirs]) p.setDefaultTimeout(15_000);
  await test.step('the first lead, an invitation, and a technician who signs in by it', async () => {
    await page.goto('/sign-in');
    await page.getByLabel('Your name').fill('Zora Belluno');
    await page.getByLabel('E-mail').fill('zora@quelmora.example');
    await page.getByLabel('Password', { exact: true }).fill(PASSWORD);
    await page.getByRole('button', { name: 'Start this farm' }).click();
    await page.waitForURL('**/');
    await settled(page);
    await open(page, '/people');
    await page.getByLabel('Name', { exact: true }).fill('Nerio Fassa');
    await page.getByLabel('E-mail').fill('nerio@quelmora.example');
    await page.getByLabel('Role', { exact: true }).selectOption('technician');
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await theirs.goto(await page.getByLabel('Link', { exact: true }).inputValue());
    await theirs.getByLabel('Choose a password').fill(PASSWORD);
    await theirs.getByRole('button', { name: 'Sign in with it' }).click();
    await expect(theirs.getByRole('link', { name: 'Library', exact: true })).toBeVisible();
  });

  await test.step('profiles of what stands there', async () => {
    await newProfile(page, 'printer', 'Coppia 300', {
      'Travel X': '296',
      'Travel Y': '300',
      'Build height': '310',
      Heads: '2',
      'Maximum bed temperature': '110',
      'Start block': 'M140 S{bed}\nM190 S{bed}\nM109 S{nozzle}\nG28\nG90\nG0 Z5 F600',
      'End block': 'G91\nG0 Z5 F600\nG90\nM104 S0\nM140 S0\nM84',
    });
    await newProfile(page, 'tool', '0.4 brass', { 'Nozzle diameter': '0.4', 'Maximum nozzle temperature': '265' });
    await newProfile(page, 'material', 'Fienile PETG clear', {
      Family: 'PETG',
      Brand: 'Fienile',
      Colour: 'clear',
      Density: '1.27',
      "Nozzle, supplier's range": '230 to 250',
      "Bed, supplier's range": '70 to 80',
      'Nozzle temperature': '238',
      Bed: '75',
    });
    await newProfile(page, 'process', 'Fine 0.20', { 'Layer height': '0.2', 'Visible wall speed': '40' });
  });

  await test.step('a machine with two heads at the address of a stand-in, tried before anything rests on it', async () => {
    await open(page, '/machines/new');
    await page.getByLabel('Name', { exact: true }).fill('Rifugio Auronzo');
    await page.getByLabel('Place', { exact: true }).fill('South wall');
    await pick(page, 'Printer profile', 'Coppia 300');
    await page.getByLabel('Way').selectOption({ label: 'line protocol over TCP' });
    await page.getByLabel('Address').fill('127.0.0.1');
    await page.getByLabel('Port').fill(String(EMPTY.standinPort + TWO_HEADED));
    await page.getByRole('button', { name: 'Test the connection' }).click();
    await expect(page.locator('main').getByRole('status')).toContainText(/It answers: nozzle [\d.]+ °C/);
    await page.getByRole('button', { name: 'Add the machine' }).click();
    await pick(page, 'Tool, head 1', '0.4 brass');
    await pick(page, 'Tool, head 2', '0.4 brass');
    await page.getByLabel('Bed surface').fill('textured sheet, new');
    await page.getByRole('button', { name: 'Record what is on it' }).click();
    await expect(page.getByRole('heading', { name: 'Rifugio Auronzo', level: 1 })).toBeVisible();
  });
  const machine = new URL(page.url()).pathname;

  const codes: string[] = [];
  await test.step('a spool loaded on each head by its code', async () => {
    await open(theirs, '/machines/spools/new');
    await pick(theirs, 'Material', 'Fienile PETG clear');
    await theirs.getByLabel('Lot').fill('3308');
    await theirs.getByLabel('Grams on each spool').fill('750');
    await theirs.getByLabel('How many').fill('2');
    await theirs.getByLabel('Kept at').fill('south wall');
    await theirs.getByRole('button', { name: 'Receive' }).click();
    const links = theirs.getByRole('status', { name: 'Received' }).getByRole('link');
    await expect(links.first()).toBeVisible();
    codes.push(...(await links.allTextContents()).filter((t) => /^[A-Z]/.test(t)).slice(0, 2));
    await open(theirs, machine);
    for (const [head, code] of codes.entries()) {
      await theirs.getByLabel('Head', { exact: true }).selectOption(String(head));
      await theirs.getByLabel('Load a spool by its code').fill(code.toLowerCase());
      await theirs.getByRole('button', { name: 'Load', exact: true }).click();
      await expect(theirs.locator('.band')).toContainText(`${code}: Fienile PETG clear, lot 3308, 750 g`);
    }
  });

  await test.step('a flow trial is planned, printed, read and accepted', async () => {
    await open(theirs, `/trials/new?kind=flow&machine=${machine.split('/').at(-1)}`);
    await pick(theirs, 'Process', 'Fine 0.20');
    await theirs.getByRole('button', { name: 'Plan this trial' }).click();
    await theirs.getByRole('button', { name: 'Print on Rifugio Auronzo' }).click();
    await expect(theirs.locator('[data-phase=done]')).toBeVisible({ timeout: 90_000 });
    await takeOff(theirs);
    await theirs.getByLabel('front, place 1').focus();
    for (const wall of [
      '0.45',
      '0.44',
      '0.45',
      '0.44',
      '0.45',
      '0.45',
      '0.44',
      '0.44',
      '0.45',
      '0.45',
      '0.44',
      '0.45',
    ]) {
      await theirs.keyboard.type(wall);
      await theirs.keyboard.press('Enter');
    }
    await theirs.getByRole('button', { name: /^Accept \d/ }).click();
    await expect(theirs.locator('.steps')).toContainText('accepted');
  });

  let job = '';
  await test.step('a job is checked, approved and queued, and three prints of it are wanted', async () => {
    await open(theirs, '/checks/new');
    await theirs
      .getByLabel('Mesh, G-code file or layer stack')
      .setInputFiles({ name: 'peg.gcode', mimeType: 'text/plain', buffer: pegs });
    await theirs.getByLabel('Machine', { exact: true }).selectOption({ label: 'Rifugio Auronzo' });
    await pick(theirs, 'Process', 'Fine 0.20');
    await theirs.getByLabel('Pieces').fill('3');
    await theirs.getByRole('button', { name: 'Save job' }).click();
    await theirs.waitForURL(/checks\/[0-9a-f-]{36}/);
    job = new URL(theirs.url()).pathname;
    await theirs.getByRole('button', { name: 'Approve for printing' }).click();
    await theirs.getByRole('button', { name: 'Queue for any machine like it' }).click();
    await expect(theirs.getByRole('button', { name: 'Take out of the queue' })).toBeVisible();
    await open(theirs, '/checks/queue');
    const row = theirs.getByRole('row', { name: /J-0001/ });
    await expect(row).toContainText('3 ×');
    await expect(row).toContainText('next');
    await row.getByRole('link', { name: 'Open' }).click();
  });

  const left = async (code: string): Promise<number> =>
    (await list<{ rows: { code: string; remainingG: number }[] }>(theirs, '/api/containers')).rows.find(
      (c) => c.code === code,
    )!.remainingG;
  const printOne = async (): Promise<void> => {
    await open(theirs, job);
    const panel = theirs.getByRole('region', { name: 'Confirm at the machine' });
    await expect(panel.getByRole('button', { name: /^Print on/ })).toBeVisible();
    for (const box of await panel.getByRole('checkbox').all()) await box.click();
    await panel.getByRole('button', { name: /^Print on/ }).click();
  };
  await test.step('the first print runs before everybody’s eyes, takes its grams, and is judged as it comes off', async () => {
    const before = await left(codes[0]!);
    await open(page, '/machines');
    await printOne();
    const row = page.locator('[data-machine="Rifugio Auronzo"]');
    await expect(row).toContainText('J-0001');
    await expect(row).toContainText('waiting to be cleared', { timeout: 90_000 });
    await expect(page.getByRole('button', { name: /Notices: \d+ new/ })).toBeVisible();
    await open(theirs, job);
    await theirs.getByRole('button', { name: 'Good, plate is clear' }).click();
    await expect(theirs.locator('[data-print=good]')).toBeVisible();
    const { run } = await list<{ run: { outcome: { estimate: { massG: number } } } }>(
      theirs,
      `/api/jobs${job.slice(7)}`,
    );
    expect(before - (await left(codes[0]!))).toBeCloseTo(run.outcome.estimate.massG, 1);
    expect(await left(codes[1]!)).toBe(750);
  });

  await test.step('the second print waits in its place, and comes off good as well', async () => {
    await expect(theirs.locator('.band')).toContainText('queued');
    await printOne();
    await expect(theirs.locator('[data-phase=done]')).toBeVisible({ timeout: 90_000 });
    await theirs.getByRole('button', { name: 'Good, plate is clear' }).click();
    await expect(theirs.locator('[data-print=good]')).toHaveCount(2);
  });

  await test.step('a care task by hours blocks the next print, and is done step by step on a phone', async () => {
    await open(page, `${machine}/care`);
    await page.getByRole('link', { name: 'Change the tasks' }).click();
    await page.getByRole('button', { name: 'Change: Clean the filament drive' }).click();
    await page.getByLabel('Hours printed').fill('0.001');
    await page.getByLabel('Nothing starts on a machine on which it is due').check();
    await page.getByLabel('Why (stays with the task)').fill('this stand-in prints fast');
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('every 0.001 h printed')).toBeVisible();
    await printOne();
    await expect(theirs.getByText(/Clean the filament drive is due on Rifugio Auronzo/)).toBeVisible();
    const phone = await (
      await browser.newContext({
        baseURL: EMPTY.url,
        reducedMotion: 'reduce',
        viewport: { width: 390, height: 844 },
        storageState: await theirs.context().storageState(),
      })
    ).newPage();
    await open(phone, `${machine}/care`);
    await phone.getByRole('button', { name: 'Begin: Clean the filament drive' }).click();
    for (const n of [1, 2, 3]) {
      await expect(phone.getByText(`step ${n} of 3`)).toBeVisible();
      await phone.getByRole('button', { name: /^Done/ }).click();
    }
    await expect(phone.getByText(/^Done\. Now due: .*Flow/)).toBeVisible();
    expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    await phone.context().close();
  });

  await test.step('the third print, and everybody signs out', async () => {
    await open(theirs, job);
    await theirs.getByRole('button', { name: 'Check again' }).first().click();
    await theirs.getByRole('button', { name: 'Approve for printing' }).click();
    await expect(theirs.getByRole('button', { name: /^Print on/ })).toBeVisible();
    await printOne();
    await expect(theirs.locator('[data-phase=done]')).toBeVisible({ timeout: 90_000 });
    await theirs.getByRole('button', { name: 'Good, plate is clear' }).click();
    await expect(theirs.locator('.band')).toContainText('done');
    await signOut(theirs);
    await signOut(page);
    await theirs.context().close();
  });
});
