import type { Page } from '@playwright/test';
import { expect, open, signIn, test } from './fixtures.ts';

interface Kept {
  readonly mayStayUnproven: Record<string, Record<string, string>>;
}
const policyOf = async (page: Page): Promise<Kept> =>
  ((await (await page.request.get('/api/policy')).json()) as { policy: Kept }).policy;
const put = (page: Page, data: object) =>
  page.request.put('/api/policy', { headers: { origin: new URL(page.url()).origin }, data });
/** The policy before a test: other tests of the same farm rest on it, so it is put back. */
let before: Kept | null = null;
test.afterEach(async ({ page }) => {
  if (!before) return;
  await signIn(page, 'lead');
  expect((await put(page, { ...before, why: 'as it was before this test' })).status()).toBe(200);
});

test('a lead takes back an exception and makes another, with reasons; whoever only reads has nothing to press', async ({
  page,
}) => {
  await signIn(page, 'lead');
  before = await policyOf(page);
  await open(page, '/machines/policy');
  const excepted = page.getByRole('region', { name: 'Settings that may stay unproven' });
  await expect(excepted.getByRole('row', { name: /^Scale X dimensions customer part, lights-out/ })).toBeVisible();
  await excepted.getByRole('button', { name: 'Remove Scale X' }).click();
  await expect(excepted.getByRole('row', { name: /^Scale X/ })).toHaveCount(0);
  await excepted.getByLabel('Class').selectOption('lights-out');
  await excepted.getByLabel('Setting').selectOption({ label: 'Flow' });
  await expect(excepted.getByRole('button', { name: 'Add' }), 'a reason is wanted').toBeDisabled();
  await excepted.getByLabel('Reason').fill('walls are measured every morning');
  await excepted.getByRole('button', { name: 'Add' }).click();
  await page.getByLabel('Why', { exact: true }).fill('sizes are promised now');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Policy changed')).toBeVisible();
  const policy = await policyOf(page);
  expect(Object.keys(policy.mayStayUnproven['customer part']!)).not.toContain('scaleXPercent');
  expect(policy.mayStayUnproven['lights-out']).toMatchObject({ flow: 'walls are measured every morning' });
  const wrong = { 'in-house': { bedC: 'no trial proves it' } };
  const refused = await put(page, { ...policy, mayStayUnproven: wrong, why: 'for this test' });
  expect([refused.status(), await refused.text()]).toEqual([400, expect.stringContaining('mayStayUnproven')]);

  await signIn(page, 'viewer');
  await open(page, '/machines/policy');
  await expect(excepted.getByRole('row', { name: /^Flow flow lights-out/ })).toBeVisible();
  await expect(excepted.getByRole('button')).toHaveCount(0);
});
