import { pick, profileId, rowsOf } from './asked.ts';
import { expect, open, openMachine, signIn, takeOff, test } from './fixtures.ts';

async function editWalls(
  page: import('@playwright/test').Page,
  id: string,
  setting: string,
  text: string,
): Promise<void> {
  await open(page, `/library/${id}`);
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await page.getByRole('textbox', { name: setting, exact: true }).fill(text);
}
async function save(page: import('@playwright/test').Page, why: string): Promise<void> {
  await page.getByRole('button', { name: 'Save with a reason' }).click();
  await page.getByLabel('Why, in one line').fill(why);
  await page
    .locator('form')
    .getByRole('button', { name: /Release now|Send to review/ })
    .first()
    .click();
}

test('two people save one profile: different settings merge, the same setting shows both and loses no text', async ({
  page,
  browser,
}) => {
  await signIn(page);
  const second = await browser.newContext();
  const other = await second.newPage();
  await signIn(other, 'lead');
  const profile = await profileId(page, 'Stout');
  await editWalls(page, profile, 'Walls', '5');
  await editWalls(other, profile, 'Infill', '60 %');
  await save(page, 'five walls stand longer');
  await expect(page.getByText('revision 2 in review')).toBeVisible();
  await save(other, 'denser for the press');
  // what nobody has released yet came in with it: the whole waits, and the lead sees both
  await expect(other.getByText('Sent to review as revision 3, merged with revision 2')).toBeVisible();
  await expect(other.getByRole('region', { name: 'Review' })).toContainText('Walls');
  await expect(other.getByRole('region', { name: 'Review' })).toContainText('Infill');
  await other.getByLabel('Comment').fill('both are right');
  await other.getByRole('button', { name: 'Release', exact: true }).click();
  await expect(other.getByText('released revision 3')).toBeVisible();
  await expect(other.locator('[data-setting=walls]')).toContainText('5');
  await editWalls(page, profile, 'Walls', '6');
  await editWalls(other, profile, 'Walls', '7');
  await save(page, 'six');
  await expect(page.getByText('revision 4 in review')).toBeVisible();
  await save(other, 'seven');
  await expect(other.getByRole('dialog')).toContainText('mine: 7');
  await expect(other.getByRole('dialog')).toContainText('theirs: 6');
  await expect(other.getByLabel('Why, in one line')).toHaveValue('seven');
  await other.getByLabel(/mine/).check();
  await other.getByRole('button', { name: 'Release now' }).click();
  await expect(other.getByText('revision 5 in review')).toBeVisible();
  await second.close();
});

test('readings typed without a connection stay, are sent when it is back, and a page gone meanwhile sends them when it returns', async ({
  page,
}) => {
  await signIn(page);
  const trials = await rowsOf<{
    id: string;
    state: string;
    machineName: string;
  }>(page, '/api/trials');
  const trial = trials.find((t) => t.state === 'measuring' && t.machineName === 'Rifugio Vazzoler')!;
  await open(page, `/trials/${trial.id}`);
  const kept = async () =>
    (
      (await (await page.request.get(`/api/trials/${trial.id}`)).json()) as {
        readings: { feature: string; repeat: number; typed: string }[];
      }
    ).readings.map((r) => `${r.feature} ${r.repeat} ${r.typed}`);
  await page.route('**/readings', (route) => route.abort('connectionfailed'));
  await page.getByLabel('left, place 1').fill('0.63');
  await page.keyboard.press('Enter');
  await expect(page.getByText('1 reading waits for the connection')).toBeVisible();
  await expect(page.getByLabel('left, place 1')).toHaveValue('0.63');
  await page.unroute('**/readings');
  await expect.poll(kept).toContain('left 1 0.63');
  await page.route('**/readings', (route) => route.abort('connectionfailed'));
  await page.getByLabel('left, place 2').fill('0.64');
  await page.keyboard.press('Enter');
  await expect(page.getByText('1 reading waits for the connection')).toBeVisible();
  await open(page, '/machines');
  expect(await kept()).not.toContain('left 2 0.64');
  await page.unroute('**/readings');
  await open(page, `/trials/${trial.id}`);
  await expect.poll(kept).toContain('left 2 0.64');
});

test('editing a material shows its own value and says that the pairing wins here', async ({ page }) => {
  await signIn(page);
  const material = await profileId(page, 'PLA white');
  await open(page, `/library/${material}`);
  await expect(page.locator('[data-setting=nozzleC]')).toContainText('206 °C');
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await expect(page.getByRole('textbox', { name: 'Nozzle temperature', exact: true })).toHaveValue('205 °C');
  await expect(page.locator('[data-setting=nozzleC]')).toContainText('wins here: 206 °C');
  await page.getByRole('button', { name: 'Discard changes' }).click();
});

test('unknown fields, wrong types and oversized bodies are refused with the field named', async ({ page }) => {
  await signIn(page);
  const origin = { origin: new URL(page.url()).origin };
  const profile = await profileId(page, 'Quick');
  const bad = await page.request.post(`/api/profiles/${profile}/copy`, {
    data: { name: 'x', extra: 1 },
    headers: origin,
  });
  expect([bad.status(), (await bad.json()).title]).toEqual([400, expect.stringContaining('two characters')]);
  expect(
    (
      await page.request.post(`/api/profiles/${profile}/copy`, {
        data: { name: 'y'.repeat(400_000) },
        headers: origin,
      })
    ).status(),
  ).toBe(413);
  expect((await page.request.put('/api/files', { data: Buffer.alloc(0), headers: origin })).status()).toBe(400);
});

test('what cannot be read is refused in one sentence that names the place', async ({ page }) => {
  await signIn(page);
  await open(page, '/checks/new');
  await page.getByLabel('Machine', { exact: true }).selectOption({ label: 'Rifugio Sella' });
  await pick(page, 'Process', 'Fine 0.20');
  for (const [name, bytes, said] of [
    ['empty.gcode', Buffer.from(''), 'The file is empty'],
    ['picture.gcode', Buffer.from([71, 49, 0, 1, 2]), 'binary, not G-code text; at byte 3'],
    ['letter.gcode', Buffer.from('; only words\n'), 'holds no G-code word'],
  ] as const) {
    await page.getByLabel('G-code file').setInputFiles({ name, mimeType: 'text/plain', buffer: bytes });
    await expect(page.locator('main .verdict[role=alert]')).toContainText(said);
    await expect(page.getByRole('button', { name: 'Save job' })).toBeDisabled();
  }
});

test('of two people who start two trials on one machine at once one prints, and the other reads by what it is taken, and until when', async ({
  page,
  browser,
}) => {
  const second = await browser.newContext();
  const other = await second.newPage();
  await Promise.all([signIn(page), signIn(other, 'lead')]);
  const machine = 'Rifugio Sella';
  for (const p of [page, other]) {
    await openMachine(p, machine);
    await p.getByRole('link', { name: 'Start a trial here' }).click();
    await pick(p, 'Process', 'Fine 0.20');
    await p.getByRole('button', { name: 'Plan this trial' }).click();
    await expect(p.getByRole('button', { name: `Print on ${machine}` })).toBeVisible();
  }
  await Promise.all([page, other].map((p) => p.getByRole('button', { name: `Print on ${machine}` }).click()));
  const why = /Rifugio Sella is (taken by T-\d+, which .+ asked for: until about \d\d:\d\d|printing)/;
  const refused = async () => [await page.getByText(why).count(), await other.getByText(why).count()];
  await expect.poll(async () => (await refused()).filter((n) => n > 0).length).toBe(1);
  const winner = (await refused())[0]! > 0 ? other : page;
  await expect(winner.locator('[data-phase=done]')).toBeVisible({ timeout: 90_000 });
  await takeOff(winner);
  await second.close();
});
