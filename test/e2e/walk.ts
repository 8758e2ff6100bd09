import { readFileSync } from 'node:fs';
import { expect, type Locator, type Page } from '@playwright/test';
import { addressesOf } from '../addresses.ts';
import { list } from './asked.ts';
import { open } from './fixtures.ts';

export const pagesOf = (page: Page): Promise<readonly string[]> => addressesOf((path) => list(page, path));

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
