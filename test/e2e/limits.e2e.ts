import { boxMesh } from '../../src/core/mesh/solids.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { demoGcode, type DemoPart } from '../../src/workers/demo/part.ts';
import { headersOf, machineNamed, pick, processNamed } from './asked.ts';
import { expect, open, openMachine, signIn, test, takeOff } from './fixtures.ts';

type Page = import('@playwright/test').Page;
interface Written {
  readonly setting: string;
  readonly value: number;
  readonly range: readonly [number, number];
}
const PRINTED = { timeout: 150_000 };

/** From what Today calls due to a value that was printed, measured and accepted. */
async function runDue(
  page: Page,
  machine: string,
  label: string,
  onceMeasuring: () => Promise<void> = async () => undefined,
): Promise<Written[]> {
  await open(page, '/');
  await expect(page.getByRole('region', { name: 'Evidence' })).toContainText(machine);
  await page.getByRole('link', { name: 'plan what is due' }).click();
  const box = page.getByRole('checkbox', { name: `${label} on ${machine}` });
  await expect(box).toBeChecked();
  await page.getByRole('checkbox', { name: 'All that can be planned' }).uncheck();
  await box.check();
  await page.getByRole('button', { name: /^Plan 1: / }).click();
  await page.getByRole('button', { name: `Print on ${machine}` }).click();
  await expect(page.locator('[data-phase=done]')).toBeVisible(PRINTED);
  await onceMeasuring();
  await takeOff(page);
  await page.getByRole('button', { name: 'Read from the connected instrument' }).click();
  const accept = page.getByRole('button', { name: /^Accept \S/ });
  await expect(accept).toBeEnabled({ timeout: 30_000 });
  await page.waitForFunction(
    () => {
      const m = /measuring (\d+) of (\d+)/.exec(document.querySelector('.steps')?.textContent ?? '');
      return m !== null && Number(m[1]) >= Number(m[2]);
    },
    null,
    { timeout: 60_000 },
  );
  await accept.click();
  await expect(page.locator('.steps')).toContainText('accepted');
  const trial = (await (await page.request.get(`/api${new URL(page.url()).pathname}`)).json()) as {
    decision: { written: Written[] };
  };
  return trial.decision.written;
}

/** Looks through the bench camera at a face, keeps the picture, adds a photograph, and scores by a click on a drawing. */
async function lookAtFaces(page: Page): Promise<void> {
  await page
    .getByLabel(/^face, nozzle \d+$/)
    .first()
    .focus();
  const panel = page.locator('.placepanel');
  await panel.getByRole('button', { name: 'Look through the bench camera' }).click();
  await expect(panel.getByRole('img', { name: /^Bench camera: / })).toBeVisible();
  await panel.getByRole('button', { name: 'save picture' }).click();
  const kept = panel.locator('a[href*="/pictures/"]');
  await expect(kept).toHaveCount(1);
  const picture = await page.request.get((await kept.getAttribute('href'))!);
  expect(picture.headers()).toMatchObject({ 'content-type': 'image/svg+xml', 'x-content-type-options': 'nosniff' });
  expect(picture.headers()['content-security-policy']).toContain('sandbox');
  const photograph = panel.getByLabel('Add a photograph');
  await photograph.setInputFiles({
    name: 'no.png',
    mimeType: 'image/png',
    buffer: Buffer.from('not a picture at all'),
  });
  await expect(page.getByText('That is no PNG, JPEG or WebP picture')).toBeVisible();
  await photograph.setInputFiles({ name: 'face.png', mimeType: 'image/png', buffer: await page.screenshot() });
  await expect(kept).toHaveCount(2);
  await panel.getByRole('button', { name: 'blotches on a face, as at score 4' }).click();
  await expect(page.getByLabel(/^face, nozzle \d+$/).first()).toHaveValue('4');
}

/** Findings of a program on a machine, with their fixes, as the check shows them while it reads. */
async function findingsOf(
  page: Page,
  on: { readonly machine: string; readonly process: string; readonly class?: string; readonly recipe?: string },
  part: Partial<DemoPart> | 'block',
): Promise<Map<string, string>> {
  await open(page, '/checks/new');
  const program = demoGcode({
    title: 'limit probe',
    profile: [
      [0, 12],
      [6, 10],
    ],
    centreMm: [100, 100],
    nozzleC: 238,
    bedC: 75,
    flow: 1,
    layerHeightMm: 0.2,
    lineWidthMm: 0.44,
    walls: 2,
    speedMmPerS: 40,
    retractionMm: 1.2,
    ...(part !== 'block' && part),
  });
  if (on.recipe) await pick(page, 'Saved recipe', on.recipe);
  else {
    await page.getByLabel('Machine', { exact: true }).selectOption({ label: on.machine });
    await pick(page, 'Process', on.process);
  }
  if (on.class) await page.getByLabel('Class').selectOption(on.class);
  await page
    .getByLabel('G-code file')
    .setInputFiles(
      part === 'block'
        ? { name: 'block.stl', mimeType: 'model/stl', buffer: Buffer.from(writeStl(boxMesh([0, 0, 0], [40, 30, 10]))) }
        : { name: 'probe.gcode', mimeType: 'text/plain', buffer: Buffer.from(program) },
    );
  await expect(page.locator('.verdict').last()).toContainText(/Clear|Blocked/);
  await expect(page.locator('.verdict').last()).not.toContainText('Reading');
  const out: [string, string][] = [];
  for (const rule of await page.locator('[data-rule]').all()) {
    // one finding stands open at a time
    const button = rule.locator('button').first();
    if ((await button.getAttribute('aria-expanded')) !== 'true') await button.click();
    out.push([(await rule.getAttribute('data-rule'))!, (await rule.textContent())!]);
  }
  return new Map(out);
}

test('temperature: due on Today, printed, measured, accepted; the limit blocks a job and its fix clears it', async ({
  page,
}) => {
  await signIn(page, 'lead');
  const written = await runDue(page, 'Rifugio Tissi', 'Temperature', () => lookAtFaces(page));
  const nozzle = written.find((w) => w.setting === 'nozzleC')!;
  const on = { machine: 'Rifugio Tissi', process: 'Fine 0.20', class: 'customer part' };
  const SUPPLIER_MAX = 250;
  const end = nozzle.range[1] < SUPPLIER_MAX ? nozzle.range[1] : nozzle.range[0];
  const beyond = end === nozzle.range[1] ? end + 2 : end - 2; // inside what the supplier allows, outside what was proven
  const found = (await findingsOf(page, on, { nozzleC: beyond })).get('nozzle-temperature')!;
  await expect(page.locator('.verdict').first()).toContainText('Blocked');
  const fix = Number(/set (\d+) °C/.exec(found)?.[1]);
  expect(fix).toBe(end);
  expect((await findingsOf(page, on, { nozzleC: fix })).has('nozzle-temperature')).toBe(false);
});

test('retraction: made due by work on the drive, run again; a retraction outside it blocks and the proposed one clears', async ({
  page,
}) => {
  await signIn(page, 'lead');
  await openMachine(page, 'Rifugio Coldai');
  await page.getByLabel('Log maintenance').selectOption({ label: 'Filament drive cleaned or changed' });
  await page.getByRole('button', { name: 'Log', exact: true }).click();
  await expect(page.getByText(/Now due: .*Retraction/)).toBeVisible();
  const pull = (await runDue(page, 'Rifugio Coldai', 'Retraction')).find((w) => w.setting === 'retractionMm')!;
  const on = { machine: 'Rifugio Coldai', process: 'Fine 0.20' };
  const found = (await findingsOf(page, on, { retractionMm: 0.1, nozzleC: 240 })).get('retraction-proven')!;
  expect(found).toContain('0.1');
  const fix = Number(/set ([\d.]+) mm/.exec(found)?.[1]);
  expect(fix).toBeCloseTo(pull.range[0], 2);
  expect((await findingsOf(page, on, { retractionMm: pull.value, nozzleC: 240 })).has('retraction-proven')).toBe(false);
});

test('dimensions: made due by work on a belt, run again; a recipe at another scale is blocked and at the proven one clears', async ({
  page,
}) => {
  test.setTimeout(240_000);
  await signIn(page, 'lead');
  await openMachine(page, 'Rifugio Lagazuoi');
  await page.getByLabel('Log maintenance').selectOption({ label: 'Belt or axis worked on' });
  await page.getByRole('button', { name: 'Log', exact: true }).click();
  const written = await runDue(page, 'Rifugio Lagazuoi', 'Dimensions');
  const x = written.find((w) => w.setting === 'scaleXPercent')!;
  const machine = await machineNamed(page, 'Rifugio Lagazuoi');
  const keep = async (name: string, overrides: object): Promise<void> => {
    const r = await page.request.post('/api/recipes', {
      headers: headersOf(page),
      data: {
        id: null,
        version: 1,
        name,
        choice: {
          machineId: machine.id,
          printerId: null,
          processId: await processNamed(page, 'Fine 0.20'),
          roles: [{ role: 'part body', toolId: machine.mounted.id, materialId: machine.loaded.id }],
        },
        overrides,
      },
    });
    expect(r.ok(), await r.text()).toBe(true);
  };
  await keep('Vents, drawn a percent small', { scaleXPercent: Number((x.value - 1).toFixed(2)) });
  await keep('Vents, as proven', {});
  const found = (
    await findingsOf(
      page,
      { machine: '', process: '', recipe: 'Vents, drawn a percent small', class: 'customer part' },
      'block',
    )
  ).get('scale-proven')!;
  expect(found).toContain(`scale X to ${x.value.toFixed(2)} %`);
  await expect(page.locator('.verdict').last()).toContainText('Blocked');
  expect(
    (
      await findingsOf(page, { machine: '', process: '', recipe: 'Vents, as proven', class: 'customer part' }, 'block')
    ).has('scale-proven'),
  ).toBe(false);
});
