import { expect, open, signIn, test } from './fixtures.ts';

test('a lead takes back an exception and makes another, with reasons; whoever only reads has nothing to press', async ({
  page,
}) => {
  await signIn(page, 'lead');
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
  await page.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByText('Policy changed')).toBeVisible();
  const { policy } = (await (await page.request.get('/api/policy')).json()) as {
    policy: { mayStayUnproven: Record<string, Record<string, string>> };
  };
  expect(Object.keys(policy.mayStayUnproven['customer part']!)).not.toContain('scaleXPercent');
  expect(policy.mayStayUnproven['lights-out']).toMatchObject({ flow: 'walls are measured every morning' });
  const refused = await page.request.put('/api/policy', {
    headers: { origin: new URL(page.url()).origin },
    data: { ...policy, mayStayUnproven: { 'in-house': { bedC: 'no trial proves it' } }, why: 'for this test' },
  });
  expect([refused.status(), await refused.text()]).toEqual([400, expect.stringContaining('mayStayUnproven')]);

  await signIn(page, 'viewer');
  await open(page, '/machines/policy');
  await expect(excepted.getByRole('row', { name: /^Flow flow lights-out/ })).toBeVisible();
  await expect(excepted.getByRole('button')).toHaveCount(0);
});
