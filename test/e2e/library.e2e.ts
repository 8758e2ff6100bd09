import { pick, profileId, rowsOf } from './asked.ts';
import { expect, open, releaseAsLead, settled, signIn, test } from './fixtures.ts';

test('a stock material is copied, changed, sent to review, and only a lead can release it', async ({
  page,
  browser,
}) => {
  await signIn(page);
  await open(page, `/library/${await profileId(page, 'PLA, stock')}`);
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await page.getByLabel('Name of the copy').fill('Bee wax PLA');
  await page.getByRole('dialog').getByRole('button', { name: 'Copy', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Bee wax PLA', level: 1 })).toBeVisible();
  await page.getByRole('textbox', { name: 'Nozzle temperature' }).fill('212');
  await page.getByRole('button', { name: 'Save with a reason' }).click();
  await page.getByLabel('Why, in one line').fill('wax wants it warmer');
  await page.getByRole('button', { name: 'Send to review' }).click();
  const review = page.getByRole('region', { name: 'Review' });
  await expect(review).toContainText('212 °C');
  await expect(review).toContainText('A lead releases or returns it');
  await expect(page.locator('[data-setting=nozzleC]')).toContainText('205 °C'); // the released value stays in force
  const id = new URL(page.url()).pathname.split('/').at(-1)!;
  const { tip } = (await (await page.request.get(`/api/profiles/${id}`)).json()) as { tip: { id: string } };
  const refused = await page.request.post(`/api/profiles/${id}/decision`, {
    headers: { origin: new URL(page.url()).origin },
    data: { revisionId: tip.id, decision: 'released', comment: 'by myself' },
  });
  expect(refused.status()).toBe(403);
  await releaseAsLead(browser, page.url(), 'tried at the bench');
  await page.reload();
  await settled(page);
  await expect(page.locator('[data-setting=nozzleC]')).toContainText('212 °C');
});

test('tags and notes are kept, and the library finds a profile by its tag', async ({ page }) => {
  await signIn(page);
  await open(page, `/library/${await profileId(page, 'PETG clear')}`);
  await page.getByRole('button', { name: 'change', exact: true }).click();
  await page.getByRole('dialog').getByLabel('Tags').fill('drip lines');
  await page.keyboard.press('Enter');
  await page.getByLabel('Notes').fill('dry it after rain');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('dry it after rain')).toBeVisible();
  await open(page, '/library');
  await page.getByLabel('Search profiles').fill('drip lines');
  await expect(page.locator('tbody tr')).toHaveCount(1);
});

test('the last act on a profile can be undone from its message', async ({ page }) => {
  await signIn(page, 'lead');
  await open(page, `/library/${await profileId(page, 'PLA honey')}`);
  const fan = page.locator('[data-setting=fanPercent]');
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await page.getByRole('textbox', { name: 'Fan', exact: true }).fill('70');
  await page.getByRole('button', { name: 'Save with a reason' }).click();
  await page.getByLabel('Why, in one line').fill('a slip');
  await page.getByRole('button', { name: 'Release now' }).click();
  await expect(fan).toContainText('70 %');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(fan).toContainText('100 %');
  await expect(page.getByText('released revision 3')).toBeVisible(); // nothing is erased: the old values are a new revision
  await page.getByRole('button', { name: 'Retire' }).click();
  await expect(page.getByText('retired', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('retired', { exact: true })).toHaveCount(0);
});

test('a file with one bad record comes in only without it', async ({ page }) => {
  await signIn(page, 'lead');
  const file = (await (
    await page.request.get(`/api/library/export?ids=${await profileId(page, 'Quick 0.28')}`)
  ).json()) as {
    profiles: { name: string; key: string; own: object }[];
  };
  const draft = file.profiles.find((p) => p.name === 'Quick 0.28')!;
  const text = JSON.stringify({
    ...file,
    profiles: [
      ...file.profiles,
      { ...draft, key: 'good', name: 'Good one' },
      { ...draft, key: 'bad', name: 'Bad one', own: { layerHeightMm: 28 } },
    ],
  });
  await open(page, '/library/exchange');
  await page
    .getByLabel('Library file')
    .setInputFiles({ name: 'brought.json', mimeType: 'application/json', buffer: Buffer.from(text) });
  const into = page.getByRole('region', { name: 'Import', exact: true });
  await expect(into.getByRole('row', { name: /Bad one/ })).toContainText('Layer height: 28 mm cannot be meant');
  await expect(into.getByRole('button', { name: /Import 1 record/ })).toBeDisabled();
  await into.getByLabel('leave out the 1 invalid').check();
  await into.getByRole('button', { name: 'Import 1 record' }).click();
  await expect(page.getByText('1 made, 0 changed')).toBeVisible();
  expect(await rowsOf(page, '/api/profiles', { search: 'Good one' })).toHaveLength(1);
  expect(await rowsOf(page, '/api/profiles', { search: 'Bad one' })).toHaveLength(0);
});

test('every process above a value is found and changed in bulk, shown first', async ({ page }) => {
  await signIn(page, 'lead');
  await open(page, '/library/bulk');
  await page.getByLabel('Setting').selectOption('infillPercent');
  await page.getByLabel('Which').selectOption('above');
  await page.getByLabel('Value, in any unit').fill('10 %');
  await page.getByRole('button', { name: 'Find', exact: true }).click();
  await expect(page.getByRole('row', { name: /Stout 0.30/ })).toBeVisible();
  await expect(page.getByLabel('Choose Layers 0.20, stock')).toBeDisabled();
  for (const box of await page.getByRole('checkbox', { name: /^Choose / }).all())
    if (await box.isChecked()) await box.uncheck();
  await page.getByLabel('Choose Quick 0.28').check();
  await page.getByLabel(/for the 1 chosen/).fill('15');
  await page.getByRole('button', { name: 'Preview changes' }).click();
  await expect(page.getByRole('region', { name: 'Preview' }).getByRole('row', { name: /Quick 0.28/ })).toContainText(
    '15 %',
  );
  await page.getByLabel('Why, in one line').fill('drafts need no more');
  await page.getByRole('button', { name: 'Change 1' }).click();
  await expect(page.getByText('1 profile changed, released')).toBeVisible();
});

test('four are compared, only what differs is shown, and a value is copied across with a reason', async ({ page }) => {
  await signIn(page, 'lead');
  const refs = await Promise.all(
    ['PLA white', 'PLA honey', 'PETG clear', 'ABS grey'].map(async (t) => `profile:${await profileId(page, t)}`),
  );
  await open(page, `/library/compare?refs=${refs.join(',')}`);
  await expect(page.locator('table.compare thead th')).toHaveCount(5);
  await expect(page.locator('tr[data-setting=nozzleC]')).toContainText('208 °C');
  await expect(page.locator('tr[data-setting=diameterMm]')).toHaveCount(0); // the same in all four
  await page.getByLabel('show equal values').check();
  await expect(page.locator('tr[data-setting=diameterMm]')).toHaveCount(1);
  await page
    .locator('tr[data-setting=glassTransitionC]')
    .getByRole('button', { name: 'copy to Torba ABS grey' })
    .first()
    .click();
  await page.getByLabel('Why, in one line').fill('only to see it copied');
  await page.getByRole('button', { name: 'Copy value' }).click();
  await expect(page.getByText('Glass transition of Torba ABS grey: released')).toBeVisible();
});

test('a recipe says what speaks against it while values are typed, takes a fix in figures, and is kept', async ({
  page,
}) => {
  await signIn(page);
  await open(page, '/library/recipes/new');
  await page.getByLabel('Machine or printer profile').selectOption({ label: 'Rifugio Tissi' });
  await pick(page, 'Process', 'Fine 0.20');
  const side = page.getByRole('complementary');
  await expect(side).toContainText('checks ran');
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await page.getByRole('textbox', { name: 'Fill speed', exact: true }).fill('18000 mm/min');
  await expect(side.locator('[data-rule=flow-of-line-kinds]')).toContainText(
    'Sparse fill needs more volumetric flow than allowed',
  );
  await side.locator('[data-rule=flow-of-line-kinds]').getByRole('button', { name: 'Set for this recipe' }).click();
  await expect(side.locator('[data-rule=flow-of-line-kinds]')).toHaveCount(0);
  await page.getByLabel('Name of the recipe').fill('Clear panels');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Clear panels', level: 1 })).toBeVisible();
  // what is typed and not saved yet stays as typed while the saved recipe is pinned
  await expect(page).toHaveURL(/recipes\/[0-9a-f-]{36}/);
  await settled(page);
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await page.getByRole('textbox', { name: 'Travel speed', exact: true }).fill('111');
  await page.getByRole('button', { name: 'Take snapshot', exact: true }).click();
  await expect(page.getByText(/as now/)).toBeVisible();
  await expect(page.getByRole('textbox', { name: 'Travel speed', exact: true })).toHaveValue('111');
});

test('a typed edit is still there for whoever leaves the page at once and comes back', async ({ page }) => {
  await signIn(page, 'lead');
  await open(page, `/library/${await profileId(page, 'Quick 0.28')}`);
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  const walls = page.getByRole('textbox', { name: 'Walls', exact: true });
  await walls.fill('5');
  await page.getByRole('link', { name: 'Profiles' }).click();
  await expect(page.getByLabel('Search profiles')).toBeVisible();
  await page.goBack();
  await expect(walls).toHaveValue('5');
  await page.reload();
  await settled(page);
  await expect(walls).toHaveValue('5');
  await page.getByRole('button', { name: 'Discard changes' }).click();
  await page.reload();
  await settled(page);
  await expect(page.getByRole('button', { name: 'Edit', exact: true })).toBeVisible();
});

test('a saved edit is over, even where the network is slow to keep what was typed', async ({ page }) => {
  await signIn(page, 'lead');
  await open(page, `/library/${await profileId(page, 'Quick 0.28')}`);
  await page.route('**/draft', async (route) => {
    await new Promise((later) => setTimeout(later, 1500)); // longer than it takes to say why and save
    await route.continue();
  });
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await page.getByRole('textbox', { name: 'Walls', exact: true }).fill('4');
  const kept = page.waitForRequest('**/draft');
  await page.getByRole('button', { name: 'Save with a reason' }).click();
  await page.getByLabel('Why, in one line').fill('stiffer brackets');
  await kept;
  await page.getByRole('button', { name: 'Release now' }).click();
  await expect(page.getByRole('button', { name: 'Edit', exact: true })).toBeVisible();
  await page.unrouteAll({ behavior: 'wait' });
  await page.reload();
  await settled(page);
  await expect(page.locator('[data-setting=walls]')).toContainText('4');
  await expect(page.getByRole('button', { name: 'Edit', exact: true })).toBeVisible();
});

test('whom a save touches is counted while one writes, and moves no button under the pointer', async ({ page }) => {
  await signIn(page);
  await open(page, `/library/${await profileId(page, 'Quick 0.28')}`);
  let count: () => void;
  const counted = new Promise<void>((resolve) => (count = resolve));
  await page.route('**/affected', async (route) => {
    await counted;
    await route.continue();
  });
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await page.getByRole('textbox', { name: 'Walls', exact: true }).fill('6');
  await page.getByRole('button', { name: 'Save with a reason' }).click();
  await page.getByLabel('Why, in one line').fill('not to be saved');
  const send = page.getByRole('button', { name: 'Send to review' });
  const before = await send.boundingBox();
  count!();
  await expect(page.getByRole('region', { name: 'Touches' })).toBeVisible();
  expect(await send.boundingBox()).toEqual(before);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Discard changes' }).click();
});

test('a printer is added with its measured travel and cannot be saved without the height', async ({ page }) => {
  await signIn(page, 'lead');
  await open(page, '/library/new');
  await page.getByLabel('Name').fill('Gronda 400');
  await page.getByLabel('Travel X').fill('396 mm');
  await page.getByLabel('Travel Y').fill('15.5 in');
  await expect(page.getByText('Still missing: Build height')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Create profile' })).toBeDisabled();
  const bare = await page.request.post('/api/profiles', {
    headers: { origin: new URL(page.url()).origin },
    data: {
      kind: 'printer',
      technology: 'filament',
      name: 'By hand',
      parentId: null,
      own: { travelXMm: 100, travelYMm: 100 },
    },
  });
  expect([bare.status(), ((await bare.json()) as { title: string }).title]).toEqual([
    422,
    expect.stringContaining('Build height'),
  ]);
  await page.getByLabel('Build height').fill('410');
  await page.getByRole('button', { name: 'Create profile' }).click();
  await expect(page.getByRole('heading', { name: 'Gronda 400', level: 1 })).toBeVisible();
  await expect(page.locator('[data-setting=travelYMm]')).toContainText('393.7 mm');
});

test('the impact of one recipe on another is read, with the share of each changed value', async ({ page }) => {
  test.setTimeout(240_000); // dozens of programs are laid
  await signIn(page, 'viewer');
  const recipes = await rowsOf<{ id: string; name: string }>(page, '/api/recipes');
  const idFor = (name: string) => recipes.find((r) => r.name === name)!.id;
  await open(page, `/library/compare?refs=recipe:${idFor('Outdoor vents')},recipe:${idFor('Hive inserts, quick')}`);
  const impact = page.getByRole('region', { name: 'Impact' });
  await expect(impact.locator('tr[data-share=layerHeightMm]')).toContainText('0.28 mm', { timeout: 80_000 });
  await expect(impact.getByRole('row', { name: /Whole change/ })).toContainText(/\d+ min.* → .*\d+ min/);
  await expect(impact).toContainText('the shares need not add up');
  const timeOf = async () => (await impact.getByRole('row', { name: /Whole change/ }).textContent()) ?? '';
  const isOther = (than: string) =>
    expect
      .poll(
        async () => {
          try {
            return await timeOf();
          } catch {
            return than;
          }
        },
        { timeout: 80_000 },
      )
      .not.toBe(than);
  const block = await timeOf();
  const part = page.getByLabel('Part', { exact: true });
  await part.selectOption('cup');
  await isOther(block);
  const cup = await timeOf();
  await page.getByRole('combobox', { name: 'Plate of a job' }).click();
  await page.locator('[role=listbox] [role=option]:visible').first().click();
  await isOther(cup);
});

test('a person reads speeds and decimals in their own way, and nobody else does', async ({ page, browser }) => {
  await signIn(page, 'viewer');
  const fine = await profileId(page, 'Fine');
  await open(page, '/me');
  await page.getByLabel('Speeds').selectOption('mm/min');
  await page.getByLabel('Decimals').selectOption('comma');
  await expect(page.getByRole('complementary')).toContainText('3600 mm/min');
  await Promise.all([page.waitForEvent('load'), page.getByRole('button', { name: 'Save', exact: true }).click()]);
  await settled(page);
  await expect(page.getByRole('button', { name: 'Save', exact: true })).toBeDisabled();
  await open(page, `/library/${fine}`);
  await expect(page.locator('[data-setting=visibleWallSpeedMmPerS]')).toContainText('2400 mm/min');
  await expect(page.locator('[data-setting=visibleWallSpeedMmPerS]')).toContainText('40 mm/s');
  await expect(page.locator('[data-setting=lineWidthMm]')).toContainText('0,44 mm');
  const other = await (await browser.newContext()).newPage();
  await signIn(other, 'lead');
  await open(other, `/library/${fine}`);
  await expect(other.locator('[data-setting=lineWidthMm]')).toContainText('0.44 mm');
});

test('the palette opens by key and goes to a profile, a machine or a page', async ({ page }) => {
  await signIn(page);
  await page.keyboard.press('/');
  const box = page.getByLabel('Find or go to', { exact: true });
  await box.fill('torba asa nat');
  await expect(page.getByRole('dialog').getByRole('button', { name: 'Torba ASA natural material' })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Torba ASA natural', level: 1 })).toBeVisible();
  await page.keyboard.press('Control+k');
  await box.fill('coverage');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Coverage', level: 1 })).toBeVisible();
});

test('a change of many is taken back from its message', async ({ page }) => {
  await signIn(page, 'lead');
  await open(page, '/library/bulk');
  await page.getByLabel('Setting').selectOption('fanPercent');
  await page.getByLabel('Which').selectOption('above');
  await page.getByLabel('Value, in any unit').fill('95 %');
  await page.getByRole('button', { name: 'Find', exact: true }).click();
  await page.getByLabel(/for the \d+ chosen/).fill('93 %');
  await page.getByRole('button', { name: 'Preview changes' }).click();
  await page.getByLabel(/Why/).first().fill('quieter nights');
  await page
    .getByRole('button', { name: /^(Change|Export)/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText(/(is|are) as before/)).toBeVisible();
});
