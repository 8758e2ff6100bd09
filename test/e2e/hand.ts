import { expect, type Locator, type Page } from '@playwright/test';

/** The hand of whoever sits before a page. Every press of the pointer is counted by the page itself, and Enter as one; a choice out of a
 *  closed list counts two, the field and the choice. What is typed goes where the focus is: a field without it is pressed first. */
export interface Hand {
  readonly press: (what: Locator) => Promise<void>;
  readonly type: (field: Locator, text: string) => Promise<void>;
  readonly enter: () => Promise<void>;
  readonly choose: (field: Locator, label: string) => Promise<void>;
  /** What is found by words in the finder, taken by Enter. */
  readonly find: (words: string, found: string | RegExp) => Promise<void>;
  /** What the page has counted, and what was asked of the hand. */
  readonly presses: () => Promise<{ readonly counted: number; readonly asked: number }>;
}
export async function handOf(page: Page): Promise<Hand> {
  let counted = 0;
  let asked = 0;
  await page.exposeFunction('pressed', () => {
    counted++;
  });
  const watch = (): void => {
    const { pressed } = window as unknown as { readonly pressed: () => void };
    // on the document: where a button has moved away, the press is taken back at the window and made again
    document.addEventListener('pointerdown', (e) => e.isTrusted && pressed(), true);
    document.addEventListener('keydown', (e) => e.isTrusted && e.key === 'Enter' && pressed(), true);
  };
  await page.addInitScript(watch);
  await page.evaluate(watch);
  const hand: Hand = {
    press: async (what) => {
      asked++;
      await what.click();
    },
    type: async (field, text) => {
      await expect(field).toBeVisible();
      if (!(await field.evaluate((el) => el === document.activeElement))) await hand.press(field);
      await page.keyboard.press('Control+A');
      await page.keyboard.insertText(text);
    },
    enter: async () => {
      asked++;
      await page.keyboard.press('Enter');
    },
    choose: async (field, label) => {
      counted += 2;
      asked += 2;
      await field.selectOption({ label });
    },
    find: async (words, found) => {
      await hand.press(page.getByRole('button', { name: /^Find or go to/ }));
      await hand.type(page.getByLabel('Find or go to', { exact: true }), words);
      await expect(page.locator('[data-action]').first()).toContainText(found);
      await hand.enter();
    },
    presses: async () => {
      await page.evaluate(() => 0); // what the page has told before is here by then
      return { counted, asked };
    },
  };
  return hand;
}

/** Says how often was pressed, and holds it to what was promised. */
export async function within(hand: Hand, what: string, most: number): Promise<void> {
  const { counted, asked } = await hand.presses();
  console.info(`${what}: ${counted} presses, promised ${most}`);
  expect(counted, `${what}: the page counts every press`).toBe(asked);
  expect(counted, what).toBeLessThanOrEqual(most);
}
