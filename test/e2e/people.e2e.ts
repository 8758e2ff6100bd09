import { expect, open, signIn, test } from './fixtures.ts';

const PASSWORD = 'four words make one';

test('a lead lets somebody in by a link that works once, makes them a technician, and out again; everybody signs out', async ({
  page,
  browser,
  baseURL,
}) => {
  await signIn(page, 'lead');
  await open(page, '/people');
  await page.getByLabel('Name', { exact: true }).fill('Irena Kovalik');
  await page.getByLabel('E-mail').fill('irena');
  await page.getByLabel('Role', { exact: true }).selectOption('viewer');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByText('That is no e-mail address')).toBeVisible();
  await page.getByLabel('E-mail').fill('irena@quelmora.example');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  const link = await page.getByLabel('Link', { exact: true }).inputValue();
  const row = page.locator('[data-person="irena@quelmora.example"]');
  await expect(row).toContainText('invited');

  const theirs = await (await browser.newContext({ baseURL: baseURL!, reducedMotion: 'reduce' })).newPage();
  await test.step('they choose a password, and the link is over', async () => {
    await theirs.goto(link);
    await expect(theirs.getByText('Welcome, Irena Kovalik')).toBeVisible();
    expect(theirs.url()).not.toContain('link=');
    await theirs.getByLabel('Choose a password').fill(PASSWORD);
    await theirs.getByRole('button', { name: 'Sign in with it' }).click();
    await expect(theirs.getByRole('link', { name: 'Library', exact: true })).toBeVisible();
    await page.goto(link);
    await expect(page.getByRole('alert')).toContainText('This link was used already');
  });
  await test.step('what they may do follows their role at once', async () => {
    await open(theirs, '/people');
    await expect(theirs.getByText('A lead looks after people')).toBeVisible();
    const nothing = { data: {}, headers: { origin: baseURL! } };
    expect((await theirs.request.post('/api/trials', nothing)).status()).toBe(403);
    await open(page, '/people');
    await row.getByLabel('Role of Irena Kovalik').selectOption('technician');
    await expect(page.getByText('Irena Kovalik is technician from now on')).toBeVisible();
    expect((await theirs.request.post('/api/trials', nothing)).status()).toBe(400);
  });
  await test.step('they choose another password, and sign in by it', async () => {
    await open(theirs, '/me');
    await expect(theirs.getByRole('row', { name: /this one/ })).toBeVisible();
    await theirs.getByLabel('The one you have').fill(PASSWORD);
    await theirs.getByLabel('The new one').fill('another four words');
    await theirs.getByRole('button', { name: 'Change it' }).click();
    await expect(theirs.getByText('The new password holds')).toBeVisible();
    await theirs.getByRole('button', { name: 'Sign out', exact: true }).click();
    await theirs.waitForURL(/\/sign-in/);
    const again = { email: 'irena@quelmora.example', password: 'another four words' };
    const answer = await theirs.request.post('/api/auth/sign-in/email', { data: again, headers: { origin: baseURL! } });
    expect(answer.status()).toBe(200);
  });
  await test.step('deactivated they are out at once, and stay in the records', async () => {
    await row.getByRole('button', { name: 'Deactivate' }).click();
    await row.getByLabel('Why').fill('moved to another farm');
    await row.getByRole('button', { name: 'Deactivate Irena Kovalik' }).click();
    await expect(row).toContainText('deactivated: moved to another farm');
    expect((await theirs.request.get('/api/me')).status()).toBe(401);
    await open(page, '/log');
    await expect(page.locator('main')).toContainText('Irena Kovalik');
  });
  await theirs.context().close();
});
