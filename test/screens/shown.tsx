import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { inject, vi } from 'vitest';
import { App } from '../../src/app/App.tsx';
import { plainFigures } from '../../src/core/units/figures.ts';
import type { PersonRole } from '../../src/platform/db/context.ts';

const outside = globalThis.fetch;
const WAIT = { timeout: 20_000, interval: 20 };
let underWay = 0;
/** What the farm was asked since the page was opened and did not answer well. */
export const refused: string[] = [];

const farmAsked = (role: PersonRole, address: string, init: RequestInit = {}): Promise<Response> =>
  outside(new URL(address, inject('farmUrl')).href, {
    method: init.method ?? 'GET',
    body: init.body ?? null,
    headers: { ...(init.headers as Record<string, string>), authorization: `Bearer ${inject('tokens')[role]}` },
  });
/** What the farm answers somebody of a role. */
export const ask = async <T,>(path: string, role: PersonRole = 'lead'): Promise<T> =>
  (await (await farmAsked(role, path)).json()) as T;

/** Has screens ask the farm as a person of a role. */
function asks(role: PersonRole): void {
  uploader = role;
  vi.stubGlobal('fetch', async (address: string, init?: RequestInit) => {
    underWay++;
    try {
      const answer = await farmAsked(role, address, init);
      if (!answer.ok)
        refused.push(`${init?.method ?? 'GET'} ${address}: ${answer.status} ${await answer.clone().text()}`);
      return answer;
    } finally {
      underWay--;
    }
  });
}

/** An upload goes the same way. */
let uploader: PersonRole = 'viewer';
vi.stubGlobal(
  'XMLHttpRequest',
  class extends XMLHttpRequest {
    override open(method: string, address: string): void {
      super.open(method, new URL(address, inject('farmUrl')).href);
      this.setRequestHeader('authorization', `Bearer ${inject('tokens')[uploader]}`);
    }
  },
);

/** Until nothing is fetched any more and no part of the page says that it is on its way. */
export const settled = (): Promise<void> =>
  waitFor(() => {
    const main = document.querySelector('main');
    if (underWay > 0) throw new Error('something is still asked');
    if (!main?.querySelector('h1')) throw new Error(`no heading yet: ${main?.textContent ?? ''}`);
    for (const p of main.querySelectorAll('p, span'))
      if (/^(Opening|Loading|Reading)\b.*…$/.test(p.textContent ?? '')) throw new Error(p.textContent);
  }, WAIT);

/** The whole application at an address, as somebody of a role sees it. */
export async function show(address: string, role: PersonRole): Promise<HTMLElement> {
  cleanup(); // a page that was open before
  refused.length = 0;
  asks(role);
  history.replaceState(null, '', address);
  const { pathname } = location;
  const { container } = render(
    <App path={pathname} person={{ id: `u-${role}`, name: role, role, figures: plainFigures, isDemo: false }} />,
  );
  await waitFor(() => {
    if (document.body.dataset['ready'] !== pathname) throw new Error(`${address} is not there yet`);
  }, WAIT);
  await settled();
  return container.querySelector('main')!;
}

/** The hands of whoever sits before the page. */
export const hands = userEvent.setup({ delay: null });
export const press = async (name: string | RegExp, at: HTMLElement = document.body): Promise<void> =>
  hands.click(await within(at).findByRole('button', { name }));
/** Writes into a field, whatever stood there, and leaves it. */
export async function write(label: string | RegExp, text: string, at: HTMLElement = document.body): Promise<void> {
  const field = await within(at).findByLabelText(label, { selector: 'input, textarea' });
  fireEvent.focus(field);
  fireEvent.change(field, { target: { value: text } });
  fireEvent.blur(field);
}
/** Takes one of the choices of a field. */
export const choose = async (label: string | RegExp, choice: string, at: HTMLElement = document.body): Promise<void> =>
  hands.selectOptions(await within(at).findByLabelText(label, { selector: 'select' }), choice);
/** Takes a record in a field that looks for it by part of its name. */
export async function pick(label: string, name: string): Promise<void> {
  const field = await screen.findByLabelText(label, { selector: 'input' });
  await hands.click(field);
  fireEvent.change(field, { target: { value: name } });
  const option = await waitFor(() => {
    const offered = document.getElementById(field.getAttribute('aria-controls')!)?.querySelectorAll('[role=option]');
    const found = [...(offered ?? [])].find((o) => o.textContent === name);
    if (!found) throw new Error(`${label} does not offer ${name}`);
    return found;
  }, WAIT);
  await hands.click(option);
}
