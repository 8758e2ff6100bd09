import net from 'node:net';
import { expect, type Page } from '@playwright/test';
import { farmHere } from './fixtures.ts';

/** What the farm is asked for beside its screens: things that a test needs to be there before it begins. */
export const headersOf = (page: Page): { origin: string } => ({ origin: new URL(page.url()).origin });
export const list = async <T>(page: Page, path: string): Promise<T> =>
  (await (await page.request.get(path)).json()) as T;

/** Rows of a list that the server keeps, as it is asked. */
export const rowsOf = async <T>(page: Page, path: string, asks: Readonly<Record<string, string>> = {}): Promise<T[]> =>
  (await list<{ rows: T[] }>(page, `${path}?${new URLSearchParams(asks).toString()}`)).rows;

/** The profile whose name holds this: the farm's own before one of the stock. */
export async function profileId(page: Page, search: string, kind = ''): Promise<string> {
  const rows = await rowsOf<{ id: string; stock: boolean }>(page, '/api/profiles', { search, kind, state: 'in use' });
  return (rows.find((p) => !p.stock) ?? rows[0]!).id;
}

/** Takes a record in a field that looks for it by part of its name. */
export async function pick(page: Page, label: string, name: string): Promise<void> {
  const field = page.getByRole('combobox', { name: label });
  // faster than any hand: a name that is proposed in the same moment may stand in the field before what is written
  await expect(async () => {
    await field.fill(name);
    expect(await field.inputValue()).toBe(name);
  }).toPass();
  await expect(field).toHaveAttribute('aria-busy', 'false'); // options of what was asked before move away under the pointer
  await page.getByRole('option', { name, exact: true }).click();
  await expect(field).toHaveValue(name);
}

interface MachineRow {
  readonly id: string;
  readonly name: string;
  readonly mounted: { readonly id: string };
  readonly loaded: { readonly id: string; readonly code: string };
}
export const machineNamed = async (page: Page, name: string): Promise<MachineRow> =>
  (await list<MachineRow[]>(page, '/api/machines')).find((m) => m.name === name)!;
export const processNamed = (page: Page, name: string): Promise<string> => profileId(page, name, 'process');

interface Wanted {
  readonly kind: string;
  readonly machine: string;
  readonly process: string;
  readonly bands: readonly number[] | null;
}
/** Plans a trial with what the machine has mounted and loaded; it can be read at once. */
export async function planned(page: Page, { kind, machine, process, bands }: Wanted): Promise<string> {
  const m = await machineNamed(page, machine);
  const answer = await page.request.post('/api/trials', {
    headers: headersOf(page),
    data: {
      kind,
      machineId: m.id,
      toolId: m.mounted.id,
      materialId: m.loaded.id,
      processId: await processNamed(page, process),
      bands,
      options: {},
      recipeId: null,
    },
  });
  expect(answer.status(), await answer.text()).toBe(200);
  return ((await answer.json()) as { id: string }).id;
}

/** A job of a program, sent to Rifugio Sella as a technician sends it. */
export async function sentJob(page: Page, title: string, program: Buffer): Promise<string> {
  const headers = headersOf(page);
  const { sha256 } = (await (
    await page.request.put('/api/files', { data: program, headers, timeout: 60_000 })
  ).json()) as { sha256: string };
  const made = await page.request.post('/api/jobs', {
    headers,
    data: {
      ...{ title, class: 'in-house', quantity: 1, machineId: (await machineNamed(page, 'Rifugio Sella')).id },
      toolId: await profileId(page, '0.4', 'tool'),
      materialId: await profileId(page, 'PLA white'),
      processId: await profileId(page, 'Fine'),
      ...{ fileSha: sha256, fileName: 'sent.gcode' },
    },
  });
  return ((await made.json()) as { id: string }).id;
}

/** Tells a simulated machine something on the instrument port. */
const tell = (request: object): Promise<void> =>
  new Promise((done, wrong) => {
    const socket = net.connect(farmHere().standinPort, '127.0.0.1', () => socket.write(`${JSON.stringify(request)}\n`));
    socket.once('data', () => {
      socket.destroy();
      done();
    });
    socket.once('error', wrong);
  });
export const fail = (machine: string, fault: string, lines?: number): Promise<void> =>
  tell({ ask: 'fail', machine, fault, lines });
/** Lets a print come to this line and no further; without one it goes on. */
export const hold = (machine: string, line?: number): Promise<void> => tell({ ask: 'hold', machine, line });

/** Has the readers of a machine find these codes, head by head. */
export const put = (machine: string, codes: readonly (string | null)[]): Promise<void> =>
  tell({ ask: 'put', machine, codes });

/** Waits until so many lines are printed: something stands on the plate then. */
export const lines = (page: Page, count: number): Promise<void> =>
  expect
    .poll(async () => Number(await page.locator('[data-phase=printing]').getAttribute('data-acknowledged')), {
      timeout: 30_000,
    })
    .toBeGreaterThan(count);
