import { expect, type Page } from '@playwright/test';

/** What the farm is asked for beside its screens: things that a test needs to be there before it begins. */
export const headersOf = (page: Page): { origin: string } => ({ origin: new URL(page.url()).origin });
export const list = async <T>(page: Page, path: string): Promise<T> =>
  (await (await page.request.get(path)).json()) as T;

export interface MachineRow {
  readonly id: string;
  readonly name: string;
  readonly mounted: { readonly id: string };
  readonly loaded: { readonly id: string };
}
export const machineNamed = async (page: Page, name: string): Promise<MachineRow> =>
  (await list<MachineRow[]>(page, '/api/machines')).find((m) => m.name === name)!;
export const processNamed = async (page: Page, name: string): Promise<{ readonly id: string }> =>
  (await list<{ id: string; name: string }[]>(page, '/api/profiles?kind=process')).find((p) => p.name === name)!;

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
      processId: (await processNamed(page, process)).id,
      bands,
      options: {},
      recipeId: null,
    },
  });
  expect(answer.status(), await answer.text()).toBe(200);
  return ((await answer.json()) as { id: string }).id;
}
