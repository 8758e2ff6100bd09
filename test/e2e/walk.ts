import { readFileSync } from 'node:fs';
import { expect, type Locator, type Page } from '@playwright/test';
import { list, rowsOf } from './asked.ts';
import { open } from './fixtures.ts';

interface Named {
  readonly id: string;
  readonly kind?: string;
  readonly state?: string;
}
/** Every page, with one record of each kind. */
export async function pagesOf(page: Page): Promise<readonly string[]> {
  const [trials, jobs, profiles, recipes] = await Promise.all(
    ['trials', 'jobs', 'profiles', 'recipes'].map((name) => rowsOf<Named>(page, `/api/${name}`)),
  );
  const machines = await list<Named[]>(page, '/api/machines');
  return [
    '/',
    '/library',
    '/library/new',
    '/library/recipes',
    '/library/recipes/new',
    `/library/recipes/${recipes![0]!.id}`,
    '/library/pairings',
    `/library/compare?refs=profile:${profiles![0]!.id},profile:${profiles![1]!.id}`,
    '/library/bulk',
    '/library/exchange',
    '/library/settings',
    `/library/${profiles!.find((p) => p.kind === 'material')!.id}`,
    '/trials',
    '/trials/new',
    '/trials/signs',
    '/trials/due',
    `/trials/${trials!.find((t) => t.state === 'measuring')!.id}`,
    `/trials/${trials!.find((t) => t.state === 'accepted')!.id}`,
    '/checks',
    '/checks/new',
    '/checks/rules',
    `/checks/${jobs![0]!.id}`,
    '/machines',
    '/machines/coverage',
    '/machines/maintenance',
    '/machines/drift',
    '/machines/policy',
    `/machines/${machines[0]!.id}`,
    '/me',
    '/status',
    '/log',
  ];
}

/** Opens a page and waits until nothing of it is still being fetched; its heading. */
export async function openWhole(page: Page, path: string): Promise<Locator> {
  await open(page, path);
  const heading = page.getByRole('heading', { level: 1 });
  await expect(heading).toBeVisible();
  await expect(page.getByText(/^(Opening|Loading|Reading)\b.*…$/)).toHaveCount(0);
  return heading;
}

interface Barrier {
  readonly id: string;
  readonly nodes: readonly { readonly target: readonly string[]; readonly failureSummary?: string }[];
}
const AXE = readFileSync('node_modules/axe-core/axe.min.js', 'utf8');
const WCAG_2_2_AA = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];
/** What axe finds against WCAG 2.2 AA on the page as it stands, light and dark; of the dark only what depends on it, the contrast. */
export async function barriers(page: Page): Promise<string[]> {
  await page.evaluate(AXE);
  const found: string[] = [];
  for (const [scheme, runOnly] of [
    ['dark', ['color-contrast']],
    ['light', WCAG_2_2_AA],
  ] as const) {
    await page.emulateMedia({ colorScheme: scheme, reducedMotion: 'reduce' });
    await expect(page.locator('html')).toHaveAttribute('data-mantine-color-scheme', scheme);
    const violations = await page.evaluate(async (only) => {
      const { axe } = globalThis as unknown as {
        axe: { run: (of: Document, how: object) => Promise<{ violations: Barrier[] }> };
      };
      return (await axe.run(document, { runOnly: only, resultTypes: ['violations'] })).violations;
    }, runOnly);
    for (const { id, nodes } of violations)
      found.push(...nodes.map((n) => `${scheme}, ${id} at ${n.target.join(' ')}: ${n.failureSummary ?? ''}`));
  }
  return found;
}
