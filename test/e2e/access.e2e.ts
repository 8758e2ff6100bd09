import { machineNamed } from './asked.ts';
import { expect, signIn, test } from './fixtures.ts';
import { barriers, openWhole, pagesOf, spills } from './walk.ts';

// whoever may more sees other pages than whoever may less; what is made the same for both is asked once
const seen = new Set<string>();
for (const role of ['lead', 'viewer', 'technician'] as const)
  test(`each page of a ${role} names its tab by its heading, scrolls sideways at no width, and bars nobody, light or dark: axe finds nothing against WCAG 2.2 AA`, async ({
    page,
  }) => {
    test.setTimeout(600_000);
    await signIn(page, role);
    for (const path of await pagesOf(page)) {
      const heading = await openWhole(page, path);
      await expect
        .poll(async () => (await page.title()) === `${(await heading.textContent())!.trim()} · Cantiere`, {
          message: `${path} names its tab by its heading`,
        })
        .toBe(true);
      expect(await spills(page), path).toEqual([]);
      expect(await barriers(page, seen), path).toEqual([]);
    }
    console.info(`${role}: ${seen.size} parts and pages asked`);
  });
test('what is wrong with a field bars nobody, light or dark, and moves none of the fields beside it', async ({
  page,
}) => {
  await signIn(page, 'lead');
  const { id } = await machineNamed(page, 'Rifugio Vodice');
  await openWhole(page, `/machines/${id}/copy`);
  const topOf = async (label: string) => (await page.getByLabel(label).boundingBox())!.y;
  const before = await topOf('Port');
  await page.getByLabel('Address').fill('http://x/');
  await page.getByLabel('Address').blur();
  await expect(page.getByText('An address is a name or four numbers')).toBeVisible();
  expect([await topOf('Address'), await topOf('Port')]).toEqual([before, before]);
  expect(await barriers(page)).toEqual([]);
});
test('a hint too pale for its ground, a target too small and an id that stands twice would be found', async ({
  page,
}) => {
  await signIn(page, 'viewer');
  await openWhole(page, '/me');
  expect(await barriers(page)).toEqual([]);
  const planted = `.hint { color: #787878 !important }
    .top nav { gap: 0 !important } .top nav a { font-size: 4px !important; padding: 0 !important }`;
  await page.addStyleTag({ content: planted });
  await page.evaluate(() => document.querySelectorAll('main h2, main h3').forEach((e) => (e.id = 'planted')));
  const found = await barriers(page);
  expect(found).toContain('the id planted stands twice');
  for (const what of ['dark, color-contrast', 'light, color-contrast', 'light, target-size'])
    expect(found.filter((f) => f.startsWith(what)).length, `${what} in ${found.join('\n')}`).toBeGreaterThan(0);
});
