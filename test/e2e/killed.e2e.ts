import { readFileSync } from 'node:fs';
import path from 'node:path';
import { freezeDatabase, postmasterOf } from '../freezeDatabase.ts';
import { syntheticProgram } from '../../bench/synthetic.ts';
import { fail, hold, lines, pick, sentJob } from './asked.ts';
import { expect, open, openMachine, settled, signIn, soundProgram, test, farmHere, takeOff } from './fixtures.ts';

const pids = (): Record<string, number> & { folder: string } =>
  JSON.parse(readFileSync(farmHere().pids, 'utf8')) as never;
const kill = (what: 'web' | 'devices' | 'checks'): void => {
  process.kill(pids()[what]!, 'SIGKILL');
};
const killDatabase = (): void => {
  process.kill(postmasterOf(pids().folder)!, 'SIGKILL');
};

async function printFlowTrial(page: import('@playwright/test').Page, machine: string, process: string): Promise<void> {
  await openMachine(page, machine);
  await page.getByRole('link', { name: 'Start a trial here' }).click();
  await pick(page, 'Process', process);
  await page.getByRole('button', { name: 'Plan this trial' }).click();
  await page.getByRole('button', { name: `Print on ${machine}` }).click();
  await expect(page.getByRole('button', { name: `Print on ${machine}` }), 'the wish is taken').toBeHidden();
}

test('a print goes on at the last acknowledged line after kill -9 of what serves machines, server and database', async ({
  page,
}) => {
  await signIn(page);
  await printFlowTrial(page, 'Rifugio Pelmo', 'Fine 0.20');
  await hold('rifugio-pelmo', 40);
  const progress = page.locator('[data-phase]');
  const acknowledged = async (): Promise<number> => Number(await progress.getAttribute('data-acknowledged'));
  await expect(page.locator('[data-phase=printing]')).toBeVisible({ timeout: 30_000 });
  for (const [i, strike] of [() => kill('devices'), () => kill('web'), killDatabase].entries()) {
    await lines(page, 40 * (i + 1) - 3);
    const before = await acknowledged();
    await hold('rifugio-pelmo', 40 * (i + 2));
    strike();
    await page.waitForTimeout(1500);
    await expect
      .poll(
        async () => {
          try {
            await page.reload({ timeout: 3000 });
            await settled(page);
            return (await acknowledged()) > before || (await page.locator('[data-phase=done]').count()) > 0;
          } catch {
            return false;
          }
        },
        { timeout: 30_000 },
      )
      .toBe(true);
    expect(await acknowledged()).toBeGreaterThanOrEqual(before);
  }
  await hold('rifugio-pelmo');
  await expect(page.locator('[data-phase=done]')).toBeVisible({ timeout: 90_000 });
  await expect(page.locator('.steps')).toContainText('measuring 0 of 12');
  await takeOff(page);
});

test('a print whose process hangs says how old its figures are, and the emergency stop reaches the machine meanwhile', async ({
  page,
}) => {
  await signIn(page);
  await printHalf(page);
  const serving = pids()['devices']!;
  process.kill(serving, 'SIGSTOP');
  try {
    await expect(page.getByText(/Nothing heard of this print for \d+ s/)).toBeVisible({ timeout: 30_000 });
    await page.getByRole('button', { name: 'Emergency stop' }).click();
    await expect(page.getByText('Rifugio Scarpa is stopped')).toBeVisible();
  } finally {
    process.kill(serving, 'SIGCONT');
  }
  await hold('rifugio-scarpa');
  await expect(page.getByText(/Stopped at line \d+, [\d.]+ mm; heaters off/)).toBeVisible({ timeout: 30_000 });
  await takeOff(page);
});

/** A flow trial on Rifugio Scarpa that stands before line 60, hot and talking. */
async function printHalf(page: import('@playwright/test').Page): Promise<void> {
  await hold('rifugio-scarpa', 60);
  await printFlowTrial(page, 'Rifugio Scarpa', 'Stout 0.30');
  await lines(page, 40);
}

test('with the database frozen an open trial page keeps its figures, says from when they are, and its stop reaches the machine', async ({
  page,
}) => {
  await signIn(page);
  await printHalf(page);
  const trial = new URL(page.url()).pathname;
  freezeDatabase(pids().folder, 'SIGSTOP');
  try {
    await expect(page.getByText(/Figures are from \d\d:\d\d:\d\d/)).toBeVisible({ timeout: 40_000 });
    await expect(page.locator('[data-phase]')).toBeVisible();
    await page.getByRole('button', { name: 'Emergency stop' }).click();
    await expect(page.getByText('is stopped; it is written down when the database is back')).toBeVisible();
  } finally {
    freezeDatabase(pids().folder, 'SIGCONT');
  }
  await hold('rifugio-scarpa');
  await expect(page.getByText(/Figures are from/)).toBeHidden({ timeout: 40_000 });
  await expect(page.getByText(/Stopped at line \d+, [\d.]+ mm; heaters off/)).toBeVisible({ timeout: 40_000 });
  await open(page, '/log');
  await expect(page.getByRole('table').getByText('emergency stop').first()).toBeVisible();
  await open(page, trial);
  await takeOff(page);
});

test('a print shows a sensor fault with its place, goes on through noise and a cut line to a coupon that measures, and can be cancelled', async ({
  page,
}) => {
  await signIn(page);
  await hold('rifugio-scarpa', 40);
  await printFlowTrial(page, 'Rifugio Scarpa', 'Stout 0.30');
  await lines(page, 20);
  // a print is not lost by one press: it is asked once more, with how far it is
  await page.getByRole('button', { name: 'Cancel', exact: true }).click();
  await expect(page.getByRole('dialog')).toContainText(/\d+ % of the program is done/);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.getByRole('button', { name: 'Cancel', exact: true }).click();
  await page.getByRole('button', { name: 'Keep printing' }).click();
  await expect(page.getByRole('button', { name: 'Cancelling' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Cancel', exact: true }).click();
  await page.getByRole('button', { name: 'Cancel print' }).click();
  await expect(page.getByText('Cancelling'), 'the wish is known').toBeVisible();
  await hold('rifugio-scarpa');
  await expect(page.getByText(/Cancelled at line \d+, [\d.]+ mm; heaters off/)).toBeVisible();
  await page.getByRole('button', { name: 'Part removed, plate is clear' }).click();
  await hold('rifugio-scarpa', 60);
  await page.getByRole('button', { name: 'Print again' }).click();
  await lines(page, 20);
  await fail('rifugio-scarpa', 'noise');
  await hold('rifugio-scarpa', 90);
  await expect(page.getByText('1 line sent again')).toBeVisible({ timeout: 30_000 });
  await fail('rifugio-scarpa', 'sensor');
  await hold('rifugio-scarpa');
  await expect(
    page.getByText(
      /Interrupted at line \d+, [\d.]+ mm. The machine reports: nozzle sensor gave no reading; heaters off./,
    ),
  ).toBeVisible();
  const trial = new URL(page.url()).pathname;
  await open(page, '/');
  const stopped = page.getByRole('region', { name: 'Stopped machines' });
  await expect(stopped).toContainText(/Rifugio Scarpa · T-\d+ at [\d.]+ mm/);
  await stopped.getByRole('link').first().click();
  await expect(page.getByRole('region', { name: 'Stopped' })).toContainText(
    'Nothing starts here until the part is removed',
  );
  await open(page, trial);
  await fail('rifugio-scarpa', 'disconnect');
  await page.getByRole('button', { name: /Resume at/ }).click();
  await expect(page.locator('[data-phase=done]')).toContainText(/nozzle \d+\/0 °C/, { timeout: 60_000 });
  await takeOff(page);
  await page.getByRole('button', { name: 'Read from the connected instrument' }).click();
  await expect(page.getByRole('complementary')).toContainText('flow by bead area');
});

test('a check that was queued when what does them was killed comes to its verdict', async ({ page }) => {
  await signIn(page);
  await open(page, '/checks/new');
  await page
    .getByLabel('G-code file')
    .setInputFiles({ name: 'insert.gcode', mimeType: 'text/plain', buffer: soundProgram() });
  await page.getByLabel('Machine', { exact: true }).selectOption({ label: 'Rifugio Pelmo' });
  await pick(page, 'Process', 'Fine 0.20');
  kill('checks');
  await page.getByRole('button', { name: 'Save job' }).click();
  await page.waitForURL(/checks\/[0-9a-f-]{36}/);
  await expect(page.locator('.verdict').last()).toContainText(/Blocked|Clear/, { timeout: 60_000 });
});

const strikes = [
  ['what does it', () => kill('checks')],
  ['the server', () => kill('web')],
  ['PostgreSQL', killDatabase],
] as const;

for (const [what, strike] of strikes) {
  test(`a check that was running when ${what} was killed comes to its verdict`, async ({ page }) => {
    // no two alike, or the check is taken from the one before; made before any request: it takes longer than an idle connection is kept
    const program = Buffer.concat([Buffer.from(`; ${what}\n`), syntheticProgram(120e6)]);
    await signIn(page);
    const id = await sentJob(page, `long one, ${what}`, program);
    const run = async () =>
      ((await (await page.request.get(`/api/jobs/${id}`)).json()) as { run: { state: string; bytesRead: number } }).run;
    await expect
      .poll(
        async () => {
          const r = await run();
          return r.state === 'running' && r.bytesRead > 0;
        },
        { intervals: [50] },
      )
      .toBe(true);
    strike();
    await expect
      .poll(
        async () => {
          try {
            return (await run()).state;
          } catch {
            return 'not yet';
          }
        },
        { timeout: 60_000 },
      )
      .toBe('done');
  });
}

test('whatever is killed runs again by itself, and the session holds', async ({ page }) => {
  await signIn(page);
  const comesBack = async (back: () => Promise<boolean>): Promise<void> => {
    await expect
      .poll(
        async () => {
          try {
            return await back();
          } catch {
            return false;
          }
        },
        { timeout: 60_000, intervals: [50] },
      )
      .toBe(true);
  };
  const answers = async (): Promise<boolean> => (await page.request.get('/api/machines')).ok(); // through session and database
  for (const child of ['devices', 'checks', 'stand-ins', 'web']) {
    const before = pids()[child]!;
    process.kill(before, 'SIGKILL');
    await comesBack(async () => pids()[child] !== before && (child !== 'web' || (await answers())));
  }
  const postmaster = (): string => readFileSync(path.join(pids().folder, 'postmaster.pid'), 'utf8').split('\n')[0]!;
  const old = postmaster();
  killDatabase();
  await comesBack(async () => postmaster() !== old && (await answers()));
  const web = pids()['web']!;
  process.kill(web, 'SIGTERM'); // a planned restart
  await comesBack(async () => pids()['web'] !== web && (await answers()));
  await page.reload();
  await settled(page);
  await expect(page.getByTitle('Livia Moretti, technician')).toBeVisible();
});

test('a power cut of the machine in mid-print is said with its place, and the trial can be printed again', async ({
  page,
}) => {
  await signIn(page);
  await hold('rifugio-pelmo', 40);
  await printFlowTrial(page, 'Rifugio Pelmo', 'Fine 0.20');
  await lines(page, 20);
  process.kill(pids()['stand-ins']!, 'SIGKILL');
  await expect(page.getByText(/Interrupted at line \d+, [\d.]+ mm. The machine has lost its place/)).toBeVisible({
    timeout: 30_000,
  });
  await page.getByRole('button', { name: 'Part removed, plate is clear' }).click();
  await page.getByRole('button', { name: 'Print again' }).click();
  await expect(page.locator('[data-phase=done]')).toBeVisible({ timeout: 90_000 });
  await takeOff(page);
});
