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
/** Hides what repeats: of siblings made alike (same elements, classes and attributes, something or nothing in each) three stay
 *  to be looked at, the others would be the same question again. An id that stands twice is asked of the whole page.
 *  What is left says how the page is made. */
const hideWhatRepeats = (page: Page): Promise<{ made: string; twice: string[] }> =>
  page.evaluate(() => {
    const STAY = 3;
    const made = (e: Element): string => {
      const has = [...e.attributes]
        .map(({ name, value }) =>
          /^(class|style|role|type|tabindex|data-(?!setting|rule|person))/.test(name)
            ? `${name}=${value}`
            : `${name}${value ? '' : '!'}`,
        )
        .sort()
        .join(' ');
      const says = [...e.childNodes].some((n) => n.nodeType === Node.TEXT_NODE && n.textContent!.trim() !== '');
      if (e.tagName === 'svg') return `<svg ${has}>`; // a picture is asked by its name, whatever it is drawn of
      return `<${e.tagName} ${has}${says ? ' says' : ''}>${[...e.children].map(made).join('')}</>`;
    };
    for (const parent of document.querySelectorAll('main *')) {
      if (parent.closest('svg')) continue;
      const alike = new Map<string, number>();
      for (const child of parent.children) {
        const how = made(child);
        const before = alike.get(how) ?? 0;
        alike.set(how, before + 1);
        if (before >= STAY) (child as HTMLElement).style.display = 'none';
      }
    }
    const ids = [...document.querySelectorAll('[id]')].map((e) => e.id);
    return { made: made(document.body), twice: ids.filter((id, i) => ids.indexOf(id) !== i) };
  });

const AXE = readFileSync('node_modules/axe-core/axe.min.js', 'utf8');
const WCAG_2_2_AA = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];
/** What axe finds against WCAG 2.2 AA on the page as it stands, light and dark; of the dark only what depends on it, the contrast.
 *  A page made like one in `seen` has been asked already, for somebody else. */
export async function barriers(page: Page, seen = new Set<string>()): Promise<string[]> {
  const { made, twice } = await hideWhatRepeats(page);
  const found = twice.map((id) => `the id ${id} stands twice`);
  if (seen.has(made)) return found;
  seen.add(made);
  await page.evaluate(AXE);
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
