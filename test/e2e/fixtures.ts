import { readFileSync } from 'node:fs';
import { expect, test as base, type Browser, type Page } from '@playwright/test';
import { demoGcode } from '../../src/workers/demo/part.ts';

/** The farm that this worker's tests run on; no other worker touches it. */
export const farmHere = (): Farm =>
  (JSON.parse(process.env['CANTIERE_FARMS']!) as readonly Farm[])[base.info().parallelIndex]!;
interface Farm {
  readonly url: string;
  readonly standinPort: number;
  /** Files with the processes and with what they said. */
  readonly pids: string;
  readonly log: string;
}

/** Every page fails its test on a console error or warning and on any request that leaves this machine. */
export const test = base.extend<{ strict: undefined }>({
  // eslint-disable-next-line no-empty-pattern -- what a fixture asks for is read from its pattern
  baseURL: async ({}, use) => use(farmHere().url),
  strict: [
    async ({ page }, use, info) => {
      const wrong: string[] = [];
      const open = new Set<string>();
      page.on('request', (r) => open.add(`${r.method()} ${r.url()}`));
      page.on('requestfinished', (r) => open.delete(`${r.method()} ${r.url()}`));
      page.on('requestfailed', (r) => open.delete(`${r.method()} ${r.url()}`));
      page.on('console', (m) => {
        if (['error', 'warning'].includes(m.type()) && !/Failed to load resource|ERR_CONNECTION/.test(m.text()))
          wrong.push(m.text());
      });
      page.on('pageerror', (e) => wrong.push(e.message));
      page.on('request', (r) => {
        if (!/^(http:\/\/127\.0\.0\.1|data:|blob:)/.test(r.url())) wrong.push(`request to ${r.url()}`);
      });
      await use(undefined);
      if (info.status !== info.expectedStatus) await tellWhatStood(page, open);
      expect(wrong).toEqual([]);
    },
    { auto: true },
  ],
});
export { expect };

/** After a failure: what the page said and still waits for, and the end of what the farm's processes said, so that the report alone tells the cause. */
async function tellWhatStood(page: Page, open: ReadonlySet<string>): Promise<void> {
  const said = await page
    .evaluate(() =>
      [...document.querySelectorAll('.mantine-Notification-root, [role=alert], [role=dialog], main')].map((e) =>
        (e as HTMLElement).innerText.replace(/\s+/g, ' ').slice(0, 700),
      ),
    )
    .catch(() => ['the page is gone']);
  console.info(
    [`at ${page.url()}`, ...said.map((s) => `  | ${s}`), ...[...open].map((r) => `  not answered: ${r}`)].join('\n'),
  );
  try {
    console.info(readFileSync(farmHere().log, 'utf8').trim().split('\n').slice(-25).join('\n'));
  } catch {
    /* a loud farm has said it already */
  }
}

export const settled = (page: Page) => page.waitForFunction(() => document.body.dataset['ready'] === location.pathname);
export async function open(page: Page, path: string): Promise<void> {
  await page.goto(path);
  await settled(page);
}
export async function signIn(page: Page, who: 'technician' | 'lead' | 'viewer' = 'technician'): Promise<void> {
  await page.goto('/sign-in');
  await page.locator(`button[data-role=${who}]`).click();
  await page.waitForURL('**/');
  await settled(page);
}
export async function openMachine(page: Page, name: string): Promise<void> {
  await open(page, '/machines');
  await page
    .getByRole('main')
    .getByRole('link')
    .filter({ has: page.getByText(name, { exact: true }) })
    .click();
  await expect(page.getByRole('heading', { name, level: 1 })).toBeVisible();
}

/** A sound job for Rifugio Vodice as far as everything but flow goes. */
export const soundProgram = (): Buffer =>
  Buffer.from(
    demoGcode({
      title: 'test insert',
      profile: [
        [0, 40],
        [10, 38],
      ],
      centreMm: [170, 170],
      nozzleC: 248,
      bedC: 100,
      flow: 1,
      layerHeightMm: 0.2,
      lineWidthMm: 0.44,
      walls: 2,
      speedMmPerS: 40,
      retractionMm: 1.1,
    }),
  );

/** A lead opens an address in a browser of their own and releases what is in review there. */
export async function releaseAsLead(browser: Browser, address: string, comment: string): Promise<void> {
  const context = await browser.newContext();
  const lead = await context.newPage();
  await signIn(lead, 'lead');
  await open(lead, new URL(address).pathname);
  await lead.getByLabel('Comment').fill(comment);
  await lead.getByRole('button', { name: 'Release', exact: true }).click();
  await expect(lead.getByText(/Revision \d+ released/)).toBeVisible();
  await context.close();
}

/** Takes what has been printed off the plate, and says so. */
export async function takeOff(page: Page): Promise<void> {
  const off = page.getByRole('button', { name: 'Part removed, plate is clear' });
  await off.click();
  await expect(off).toBeHidden();
}
/** Confirms everything that has to be set at the machine, and asks for the print. */
export async function printOn(page: Page, machine: string): Promise<void> {
  const at = page.getByRole('region', { name: 'Confirm at the machine' });
  await expect(at.getByRole('checkbox').first()).toBeVisible();
  for (const box of await at.getByRole('checkbox').all()) await box.check();
  await at.getByRole('button', { name: `Print on ${machine}` }).click();
}
