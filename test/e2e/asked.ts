import net from 'node:net';
import { expect, type Page } from '@playwright/test';
import { farmHere } from './fixtures.ts';

/** What the farm is asked for beside its screens: things that a test needs to be there before it begins. */
export const headersOf = (page: Page): { origin: string } => ({ origin: new URL(page.url()).origin });
export const list = async <T>(page: Page, path: string): Promise<T> =>
  (await (await page.request.get(path)).json()) as T;

export const idNamed = async (page: Page, path: string, name: string): Promise<string> =>
  (await list<{ id: string; name: string }[]>(page, path)).find((r) => r.name === name)!.id;
export const firstId = async (page: Page, path: string): Promise<string> =>
  (await list<{ id: string }[]>(page, path))[0]!.id;

interface MachineRow {
  readonly id: string;
  readonly name: string;
  readonly mounted: { readonly id: string };
  readonly loaded: { readonly id: string };
}
export const machineNamed = async (page: Page, name: string): Promise<MachineRow> =>
  (await list<MachineRow[]>(page, '/api/machines')).find((m) => m.name === name)!;
export const processNamed = (page: Page, name: string): Promise<string> =>
  idNamed(page, '/api/profiles?kind=process', name);

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

/** Waits until so many lines are printed: something stands on the plate then. */
export const lines = (page: Page, count: number): Promise<void> =>
  expect
    .poll(async () => Number(await page.locator('[data-phase=printing]').getAttribute('data-acknowledged')), {
      timeout: 30_000,
    })
    .toBeGreaterThan(count);
