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

export const WIDTHS = [390, 768, 1280, 1920];
/** Cells of tables whose text lies over the next. */
export const spiltCells = (page: Page): Promise<string[]> =>
  page.evaluate(() =>
    [...document.querySelectorAll('main table :is(th, td)')].flatMap((cell) =>
      cell.scrollWidth > cell.clientWidth + 1 ? [(cell as HTMLElement).innerText.replace(/\s+/g, ' ')] : [],
    ),
  );
/** Where a page is wider than a screen it is read on, and whose text lies over the next. */
export async function spills(page: Page): Promise<string[]> {
  const found: string[] = [];
  for (const width of WIDTHS) {
    await page.setViewportSize({ width, height: 844 });
    const widest = await page.evaluate(() => document.documentElement.scrollWidth);
    if (widest > width) found.push(`at ${width} it is ${widest} wide`);
    found.push(...(await spiltCells(page)).map((cell) => `at ${width} over the next: ${cell}`));
  }
  await page.setViewportSize({ width: 1280, height: 800 });
  return found;
}

interface Barrier {
  readonly id: string;
  readonly nodes: readonly { readonly target: readonly string[]; readonly failureSummary?: string }[];
}
/** Hides what repeats: of siblings made alike (same elements, classes and attributes, something or nothing in each) three stay
 *  to be looked at, the others would be the same question again; so would parts of a page that were asked on one before (`seen`).
 *  An id that stands twice is asked of the whole page. Gives how what is left is made, part by part. */
const hideWhatRepeats = (page: Page, seen: ReadonlySet<string>): Promise<{ made: string[]; twice: string[] }> =>
  page.evaluate(
    (before) => {
      const STAY = 3;
      const PARTS = 'header, nav, main :is(section, article, aside, form, table, fieldset, .mantine-Tabs-panel)';
      const plain = (e: Element): string => {
        const has = [...e.attributes]
          .map(({ name, value }) =>
            /^(class|style|role|type|tabindex|data-(?!setting|rule|person))/.test(name)
              ? `${name}=${value}`
              : `${name}${value ? '' : '!'}`,
          )
          .sort()
          .join(' ');
        return `${e.tagName} ${has}`;
      };
      /** A long text as a short one. */
      const brief = (text: string): string => {
        let a = 0x9e3779b9;
        let b = 0x85ebca6b;
        for (let i = 0; i < text.length; i++) {
          a = Math.imul(a ^ text.charCodeAt(i), 0x01000193);
          b = Math.imul(b ^ text.charCodeAt(i), 0x5bd1e995);
          b ^= b >>> 13;
        }
        return `${text.length} ${a >>> 0} ${b >>> 0}`;
      };
      const known = new Map<Element, string>();
      /** How an element is made, all the way down, in short. */
      const made = (e: Element): string => {
        const before = known.get(e);
        if (before !== undefined) return before;
        const how = madeAnew(e);
        known.set(e, how);
        return how;
      };
      const madeAnew = (e: Element): string => {
        const says = [...e.childNodes].some((n) => n.nodeType === Node.TEXT_NODE && n.textContent!.trim() !== '');
        if (e.tagName === 'svg') return brief(`<svg ${plain(e)}>`); // a picture is asked by its name, whatever it is drawn of
        const counts = new Map<string, number>();
        const children = [...e.children].map(made).filter((how) => {
          counts.set(how, (counts.get(how) ?? 0) + 1);
          return counts.get(how)! <= STAY;
        });
        return brief(`<${plain(e)}${says ? ' says' : ''}>${children.join('')}</>`);
      };
      const hide = (e: Element): void => {
        (e as HTMLElement).style.display = 'none';
      };
      for (const parent of document.querySelectorAll('main *')) {
        if (parent.closest('svg')) continue;
        const alike = new Map<string, number>();
        for (const child of parent.children) {
          const how = made(child);
          const count = alike.get(how) ?? 0;
          alike.set(how, count + 1);
          if (count >= STAY) hide(child);
        }
      }
      const asked = new Set(before);
      // with what it stands in: the same part on another ground is another question
      const under = (e: Element): string => {
        const chain: string[] = [];
        for (let p = e.parentElement; p; p = p.parentElement) chain.push(`${p.tagName} ${p.className}`);
        return chain.join(' < ');
      };
      const parts = [...document.querySelectorAll(PARTS)].map((e) => ({ e, how: brief(`${made(e)} in ${under(e)}`) }));
      for (const { e, how } of parts) if (asked.has(how)) hide(e);
      const whole = made(document.body); // as it was made, whatever of it is hidden by now
      const ids = [...document.querySelectorAll('[id]')].map((e) => e.id);
      return {
        made: [...parts.map((p) => p.how), whole].filter((how) => !asked.has(how)),
        twice: ids.filter((id, i) => ids.indexOf(id) !== i),
      };
    },
    [...seen],
  );

const AXE = readFileSync('node_modules/axe-core/axe.min.js', 'utf8');
const WCAG_2_2_AA = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];
/** What axe finds against WCAG 2.2 AA on the page as it stands, light and dark; of the dark only what depends on it, the contrast.
 *  What is made like something in `seen` has been asked already, on another page or for somebody else. */
export async function barriers(page: Page, seen = new Set<string>()): Promise<string[]> {
  const { made, twice } = await hideWhatRepeats(page, seen);
  const found = twice.map((id) => `the id ${id} stands twice`);
  if (made.length === 0) return found;
  for (const how of made) seen.add(how);
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
