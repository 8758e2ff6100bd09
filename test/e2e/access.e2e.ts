import { expect, signIn, test } from './fixtures.ts';
import { barriers, openWhole, pagesOf } from './walk.ts';

for (const role of ['technician', 'viewer'] as const)
  test(`no page bars a ${role}, light or dark: axe finds nothing against WCAG 2.2 AA`, async ({ page }) => {
    test.setTimeout(600_000);
    await signIn(page, role);
    for (const path of await pagesOf(page)) {
      await openWhole(page, path);
      expect(await barriers(page), path).toEqual([]);
    }
  });
test('a hint too pale for its ground and a target too small would be found', async ({ page }) => {
  await signIn(page, 'viewer');
  await openWhole(page, '/me');
  expect(await barriers(page)).toEqual([]);
  const planted = `.hint { color: #787878 !important }
    .top nav { gap: 0 !important } .top nav a { font-size: 4px !important; padding: 0 !important }`;
  await page.addStyleTag({ content: planted });
  const found = await barriers(page);
  for (const what of ['dark, color-contrast', 'light, color-contrast', 'light, target-size'])
    expect(found.filter((f) => f.startsWith(what)).length, `${what} in ${found.join('\n')}`).toBeGreaterThan(0);
});
