import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { addressesOf } from '../addresses.ts';
import { ask, refused, show } from './shown.tsx';

const addresses = await addressesOf(ask);
const said: string[] = [];
beforeEach(() => {
  said.length = 0;
  for (const level of ['error', 'warn'] as const)
    vi.spyOn(console, level).mockImplementation((...words) => void said.push(words.join(' ')));
});
afterEach(() => vi.restoreAllMocks());

describe.each(['viewer', 'lead'] as const)('as a %s', (role) => {
  test.each(addresses)(
    '%s opens: the farm refuses nothing, the console is silent, the tab is named',
    async (address) => {
      const main = await show(address, role);
      expect(refused).toEqual([]);
      expect(said).toEqual([]);
      expect(document.title).toBe(`${main.querySelector('h1')!.textContent.trim()} · Cantiere`);
    },
  );
});
