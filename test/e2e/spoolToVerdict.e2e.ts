import { hold, pick } from './asked.ts';
import { expect, open, openMachine, releaseAsLead, settled, signIn, soundProgram, test, takeOff } from './fixtures.ts';

test('a technician goes from a spool to a verdict', async ({ page, browser }) => {
  await signIn(page);
  await test.step('Today says what needs somebody, from real records', async () => {
    await expect(page.getByRole('region', { name: 'Jobs' })).toContainText('Drip manifold');
    await expect(page.getByRole('region', { name: 'Trials' })).toContainText('waits for readings: 7 of 12');
    await expect(page.getByRole('region', { name: 'Evidence' })).toContainText('nozzle changed');
  });

  await test.step('the library finds a material and its ledger says where values come from', async () => {
    await page.getByRole('link', { name: 'Library', exact: true }).click();
    await page.getByLabel('Search profiles').fill('Torba ASA natural');
    await expect(page.locator('tbody tr')).toHaveCount(1);
    await page.getByRole('link', { name: 'Torba ASA natural' }).click();
    await expect(page.locator('[data-setting=nozzleC]')).toContainText('proven 41 d ago');
    await page.getByRole('button', { name: 'Nozzle temperature' }).click();
    await expect(page.getByRole('complementary')).toContainText('own 246 °C');
  });

  await test.step('editing a stock profile makes a named copy, then revision 2, and revision 1 comes back', async () => {
    await page.getByRole('link', { name: 'Library', exact: true }).click();
    await page.getByLabel('Search profiles').fill('Layers 0.20, stock');
    await expect(page.locator('tbody tr')).toHaveCount(1);
    await page.getByRole('link', { name: 'Layers 0.20, stock' }).click();
    await page.getByRole('button', { name: 'Edit', exact: true }).click();
    await page.getByLabel('Name of the copy').fill('Bench 0.25');
    await page.getByRole('dialog').getByRole('button', { name: 'Copy', exact: true }).click();
    await expect(page.getByRole('heading', { name: 'Bench 0.25', level: 1 })).toBeVisible();
    await page.getByRole('textbox', { name: 'Visible wall speed' }).fill('3600 mm/min');
    await page.getByRole('textbox', { name: 'Layer height', exact: true }).fill('50');
    await expect(page.locator('main [role=alert]')).toContainText('check the unit');
    await page.getByRole('textbox', { name: 'Layer height', exact: true }).fill('250um');
    await expect(page.locator('[data-setting=layerHeightMm]')).toContainText('reads as 0.25 mm');
    await page.waitForTimeout(900); // the draft is kept as typed
    await page.reload();
    await settled(page);
    await expect(page.getByRole('textbox', { name: 'Layer height', exact: true })).toHaveValue('250um');
    await page.getByRole('button', { name: 'Save with a reason' }).click();
    await expect(page.getByRole('dialog')).toContainText('60 mm/s');
    await page.getByLabel('Why, in one line').fill('quicker inserts');
    await page.getByRole('button', { name: 'Send to review' }).click();
    await expect(page.getByText('revision 2 in review')).toBeVisible();
    await releaseAsLead(browser, page.url(), 'looked at with Livia');
    await page.reload();
    await expect(page.getByText('released revision 2')).toBeVisible();
    await page.getByRole('button', { name: 'History' }).click();
    await page.getByRole('row', { name: /r1/ }).getByRole('button', { name: 'Read' }).click();
    await expect(page.getByText('no own values')).toBeVisible();
    await page.getByRole('row', { name: /r1/ }).getByRole('button', { name: 'Restore' }).click();
    await expect(page.getByText('revision 3 in review')).toBeAttached();
  });

  let job = '';
  await test.step('a proven-only job is blocked for want of flow evidence, while it is still read and on the server', async () => {
    await open(page, '/checks/new');
    await page
      .getByLabel('G-code file')
      .setInputFiles({ name: 'insert.gcode', mimeType: 'text/plain', buffer: soundProgram() });
    await page.getByLabel('Machine', { exact: true }).selectOption({ label: 'Rifugio Vodice' });
    await pick(page, 'Process', 'Fine 0.20');
    await page.getByLabel('Class').selectOption('customer part');
    const verdict = page.locator('.verdict').first();
    await expect(verdict).toContainText(
      'Blocked: flow has never been proven here (1 blocker, 1 caution); 4 checks were not possible.',
    );
    await expect(page.locator('[data-rule=evidence-not-due]')).toContainText('Evidence is due: bed');
    const findings = () =>
      page
        .locator('[data-rule]')
        .evaluateAll((all) => all.map((el) => `${el.getAttribute('data-rule')} ${el.textContent}`));
    await expect(verdict).not.toContainText('Reading');
    const onThisDevice = await findings();
    await page.getByRole('button', { name: 'Save job' }).click();
    await page.waitForURL(/checks\/[0-9a-f-]{36}/);
    await expect(page.locator('.verdict')).toContainText('Blocked: flow has never been proven here (1 blocker');
    await expect.poll(findings).toEqual(onThisDevice); // the same core: browser and server agree
    await page.locator('[data-rule=flow-evidence] button').click();
    await expect(page.locator('[data-rule=flow-evidence]')).toContainText('run a flow trial on Rifugio Vodice');
    job = new URL(page.url()).pathname;
  });

  await test.step('a flow trial is planned, printed, measured and accepted', async () => {
    await openMachine(page, 'Rifugio Vodice');
    await page.getByRole('link', { name: 'Start a trial here' }).click();
    await pick(page, 'Process', 'Fine 0.20');
    await expect(page.getByRole('complementary')).toContainText(/readings\s*12/);
    await page.getByRole('button', { name: 'Plan this trial' }).click();
    await hold('rifugio-vodice', 120);
    await page.getByRole('button', { name: 'Print on Rifugio Vodice' }).click();
    await expect(page.locator('[data-phase]')).toContainText(/nozzle \d+\/\d+ °C/);
    await page.reload();
    await settled(page);
    await page.getByRole('button', { name: 'Pause' }).click();
    await expect(page.getByRole('button', { name: 'Resume' })).toBeVisible();
    // it is heeded between two lines, once it is learnt: one more is let through until it is
    let line = 120;
    await expect
      .poll(
        async () => {
          await hold('rifugio-vodice', ++line);
          return page.locator('[data-phase=paused]').isVisible();
        },
        { timeout: 30_000 },
      )
      .toBe(true);
    await hold('rifugio-vodice');
    await page.getByRole('button', { name: 'Resume' }).click();
    await expect(page.locator('[data-phase=done]')).toBeVisible({ timeout: 60_000 });
    await takeOff(page);
    await page.getByLabel('front, place 1').focus();
    for (const typed of ['1,450', '0,45', '0.46']) {
      await page.keyboard.type(typed);
      await page.keyboard.press('Enter');
    }
    await expect(page.locator('main [role=alert]')).toContainText('may mean thousands');
    await expect(page.getByLabel('front, place 1')).toHaveValue('1,450');
    await page.getByLabel('front, place 1').fill('0.45');
    await page.keyboard.press('Enter');
    await expect(page.getByText(/3 readings on 1 of 4 sides/)).toBeVisible();
    await page.getByRole('button', { name: 'Read from the connected instrument' }).click();
    await expect(page.locator('.steps')).toContainText('measuring 12 of 12');
    await expect(page.getByRole('complementary')).toContainText('flow by bead area');
    await expect(page.getByRole('complementary')).toContainText(/To be checked again: .*J-\d+/);
    await page.getByRole('button', { name: /^Accept \d/ }).click();
    await expect(page.locator('.steps')).toContainText('accepted');
  });

  await test.step('the verdict is out of date, then clear, then out of date after the nozzle is swapped', async () => {
    await open(page, job);
    await expect(page.locator('main [role=alert]')).toContainText('Out of date: flow: proven by T-');
    await open(page, '/');
    const stale = page.getByRole('region', { name: 'Verdicts out of date' });
    const mine = stale.getByRole('article').filter({ has: page.locator(`a[href="${job}"]`) });
    await expect(mine).toContainText('Since the check: flow: proven by T-', { timeout: 30_000 });
    await stale.getByRole('button', { name: /check (all )?again/ }).click();
    await expect(page.getByText(/check(s)? started/)).toBeVisible();
    await expect(mine).toHaveCount(0);
    await open(page, job);
    // what is left is the bed's own evidence, due since the bed was levelled
    await expect(page.locator('.verdict').first()).toContainText('Clear with cautions: evidence is due: bed');
    await openMachine(page, 'Rifugio Vodice');
    await pick(page, 'Mount a tool', '0.6 hardened');
    await page.getByRole('button', { name: 'Mount', exact: true }).click();
    await expect(page.locator('.band')).toContainText('0.6 hardened');
    await open(page, job);
    await expect(page.locator('main [role=alert]')).toContainText('Out of date: 0.6 hardened is mounted now');
    await openMachine(page, 'Rifugio Vodice');
    await pick(page, 'Mount a tool', '0.4 hardened');
    await page.getByRole('button', { name: 'Mount', exact: true }).click();
    await expect(page.getByRole('row', { name: /Flow/ }).first()).toContainText('nozzle changed');
    await open(page, job);
    await expect(page.locator('main [role=alert]')).toContainText('flow: due (nozzle changed');
  });

  await test.step('a lot is loaded, maintenance logged, and everything stands in the log', async () => {
    await open(page, '/machines/spools');
    await page.getByRole('link', { name: 'Receive' }).click();
    await pick(page, 'Material', 'Torba ASA black');
    await page.getByLabel('Lot').fill('2299');
    await page.getByLabel('Grams on each spool').fill('800');
    await page.getByLabel('Kept at').fill('north bench');
    await page.getByRole('button', { name: 'Receive' }).click();
    const code = (await page.getByRole('status', { name: 'Received' }).getByRole('link').first().textContent())!;
    await openMachine(page, 'Rifugio Vodice');
    await page.getByLabel('Load a spool by its code').fill(code.toLowerCase());
    await page.getByRole('button', { name: 'Load', exact: true }).click();
    await expect(page.locator('.band')).toContainText(`${code}: Torba ASA black, lot 2299, 800 g`);
    await page.getByLabel('Log maintenance').selectOption({ label: 'Belt or axis worked on' });
    await page.getByRole('button', { name: 'Log', exact: true }).click();
    await expect(page.getByText('Belt or axis worked on logged')).toBeVisible();
    await page.getByRole('link', { name: 'Event log' }).click();
    for (const what of [
      'Belt or axis worked on',
      'lot loaded',
      'tool mounted',
      'trial accepted',
      'coupon printed',
      'job received',
      'revision 2 released',
    ])
      await expect(page.locator('table.list').getByText(what).first()).toBeVisible();
  });
});
