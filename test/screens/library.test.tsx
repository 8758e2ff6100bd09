import { screen, waitFor, within } from '@testing-library/react';
import { expect, test } from 'vitest';
import type { ListPage } from '../../src/core/lists/list.ts';
import { ask, choose, hands, pick, press, refused, settled, show, write } from './shown.tsx';

const profileNamed = async (name: string): Promise<string> =>
  (await ask<ListPage<{ id: string; name: string }>>(`/api/profiles?search=${encodeURIComponent(name)}`)).rows.find(
    (p) => p.name === name,
  )!.id;
const setting = (key: string): HTMLElement => document.querySelector<HTMLElement>(`[data-setting=${key}]`)!;

test('a list is searched, narrowed, sorted and counted by what the address asks', async () => {
  await show('/library?search=fienile&kind=material', 'viewer');
  expect(screen.getByText(/^\d+ of \d+ profiles$/)).toBeTruthy();
  const before = screen.getAllByRole('row').length;
  await choose('Family', 'PETG');
  await settled();
  expect(location.search).toContain('family=PETG');
  expect(screen.getAllByRole('row').length).toBeLessThan(before);
  await hands.click(document.querySelector('thead th')!);
  await settled();
  const names = (): string[] => [...document.querySelectorAll('tbody td:first-child')].map((cell) => cell.textContent);
  const falling = names();
  await hands.click(document.querySelector('thead th')!);
  await settled();
  expect(names()).toEqual(falling.toReversed());
  await write('Search profiles', 'nothing of that name');
  expect(await screen.findByText('None of the profiles fits what is asked for above.')).toBeTruthy();
});

test('a value is changed with a reason, stands released, and its history tells both revisions', async () => {
  await show(`/library/${await profileNamed('Fienile PLA honey')}`, 'lead');
  await press('Edit');
  await write('Fan', '73');
  await press('Save with a reason');
  await write('Why, in one line', 'layers cool evenly by it');
  await press('Release now');
  await screen.findByText(/released revision 2/);
  expect(setting('fanPercent').textContent).toContain('73 %');
  await press(/History|Revisions/);
  expect((await screen.findAllByText(/layers cool evenly by it/)).length).toBeGreaterThan(0);
  expect(refused).toEqual([]);
});

test('what a technician changes waits for review, with what it was beside what it would be', async () => {
  await show(`/library/${await profileNamed('Stout 0.30')}`, 'technician');
  await press('Edit');
  await write('Walls', '5');
  await press('Save with a reason');
  await write('Why, in one line', 'five walls stand longer');
  await press('Send to review');
  const review = await screen.findByRole('region', { name: 'Review' });
  expect(review.textContent).toContain('A lead releases or returns it');
  expect(setting('walls').textContent).not.toContain('5');
});

test('what cannot be meant is told at its field, and nothing is sent', async () => {
  await show(`/library/${await profileNamed('Quick 0.28')}`, 'lead');
  await press('Edit');
  await write('Layer height', '28 mm');
  await press('Save with a reason');
  expect(document.body.textContent).toMatch(/28 mm cannot be meant|cannot be meant/);
  await press('Discard changes');
  expect(setting('layerHeightMm').textContent).toContain('0.28 mm');
});

test('a stock profile is copied under a name of one’s own', async () => {
  await show(`/library/${await profileNamed('PETG, stock')}`, 'technician');
  await press('Edit');
  await write('Name of the copy', 'Larice PETG');
  await press('Copy', await screen.findByRole('dialog'));
  expect(await screen.findByRole('heading', { name: 'Larice PETG', level: 1 })).toBeTruthy();
  // whoever copies wants to change something
  expect(await screen.findByRole('button', { name: 'Save with a reason' })).toBeTruthy();
});

test('an address that asks for an edit opens none for whoever only reads', async () => {
  const main = await show(`/library/${await profileNamed('Stout 0.30')}?edit=true`, 'viewer');
  await waitFor(() => expect(location.search).toBe(''));
  expect(main.querySelector('input.edit')).toBeNull();
  expect(refused).toEqual([]);
});

test('a value tells which it was on any day, since when each was in force, and by what', async () => {
  const id = await profileNamed('Torba ASA natural');
  const machine = (await ask<{ id: string; name: string }[]>('/api/machines')).find(
    (m) => m.name === 'Rifugio Vodice',
  )!;
  await show(`/library/${id}?setting=nozzleC&machine=${machine.id}`, 'viewer');
  const history = await screen.findByRole('region', { name: 'History of Nozzle temperature' });
  const rows = within(history).getAllByRole('row').slice(1);
  expect(rows.map((r) => r.querySelector('.n')!.textContent)).toEqual(['248 °C', '246 °C']);
  expect(rows[0]!.textContent).toContain('pairing, Rifugio Vodice: bench sheet autumn');
  expect(rows[1]!.textContent).toContain('own: ');
  const [proven] = await ask<{ at: string }[]>(`/api/profiles/${id}/history?setting=nozzleC&machine=${machine.id}`);
  const before = new Date(new Date(proven!.at).getTime() - 40 * 86_400_000).toISOString().slice(0, 10);
  await write('In force on', before, history);
  expect(within(history).getByRole('status').textContent).toMatch(/: 246 °C; now 248 °C$/);
});

test('a pairing of which nothing is proven says what to do, and where it is proven', async () => {
  const machine = (await ask<{ id: string; name: string }[]>('/api/machines')).find((m) => m.name === 'Rifugio Pelmo')!;
  await show('/library/pairings', 'technician');
  await press('Torba ASA natural on Rifugio Pelmo: nothing proven');
  const side = screen.getByRole('complementary', { name: 'Pairing' });
  expect(side.textContent).toContain('A trial is run on what is loaded, and Torba ASA natural is not.');
  const load = within(side).getByRole('link', { name: 'Load it on Rifugio Pelmo' });
  expect(load.getAttribute('href')).toBe(`/machines/${machine.id}`);
  expect(location.search).toContain(`machine=${machine.id}`);
  await press('Rifugio Vodice', side);
  expect(side.textContent).toMatch(/Torba ASA natural on Rifugio Vodice/);
  expect(side.textContent).toContain('bench sheet autumn');
});

test('a printer cannot be added without the height of its travel', async () => {
  await show('/library/new', 'lead');
  await write('Name', 'Gronda 500');
  await write(/Travel X/, '300');
  await write(/Travel Y/, '12 in');
  expect((await screen.findByRole('button', { name: 'Create profile' })).hasAttribute('disabled')).toBe(true);
  await write(/Build height/, '400');
  await press('Create profile');
  expect(await screen.findByRole('heading', { name: 'Gronda 500', level: 1 })).toBeTruthy();
  await settled();
  expect(setting('travelYMm').textContent).toContain('304.8 mm');
});

test('every process above a value is found and changed in bulk, shown first', async () => {
  await show('/library/bulk', 'lead');
  await choose('Setting', 'infillPercent');
  await choose('Which', 'above');
  await write('Value, in any unit', '10 %');
  await press('Find');
  await screen.findByRole('row', { name: /Stout 0.30/ });
  await write(/for the \d+ chosen/, '17');
  await press('Preview changes');
  const preview = await screen.findByRole('region', { name: 'Preview' });
  expect(within(preview).getByRole('row', { name: /Quick 0.28/ }).textContent).toContain('17 %');
  await write('Why, in one line', 'drafts need no more');
  await press(/^Change \d+/);
  expect(await screen.findByText(/profiles? changed/)).toBeTruthy();
});

test('a recipe is put together by parts of names, says what speaks against a value, and is kept', async () => {
  await show('/library/recipes/new', 'technician');
  await choose('Machine or printer profile', 'Rifugio Tissi');
  await pick('Process', 'Fine 0.20');
  await screen.findAllByText(/checks ran/);
  await write('Name of the recipe', 'Screens first');
  await press(/^Save/);
  await settled();
  expect(await screen.findByRole('heading', { name: /Screens first/, level: 1 })).toBeTruthy();
});

test('two profiles are compared by what differs, and all values are shown on asking', async () => {
  const ids = [await profileNamed('Fienile PLA white'), await profileNamed('Torba ABS grey')];
  await show(`/library/compare?refs=${ids.map((id) => `profile:${id}`).join(',')}`, 'lead');
  expect(document.querySelector('tr[data-setting=nozzleC]')).not.toBeNull();
  const few = document.querySelectorAll('tr[data-setting]').length;
  await hands.click(screen.getByLabelText('show equal values'));
  expect(document.querySelectorAll('tr[data-setting]').length).toBeGreaterThan(few);
  await pick('Add a recipe', 'Outdoor vents');
  await settled();
  expect(location.search).toContain('recipe:');
});

test('a file is read before it is written: what is new, what is as it was, what cannot come in', async () => {
  await show('/library/exchange', 'lead');
  const file = await ask<{ profiles: { name: string; key: string; own: object }[] }>(
    `/api/library/export?ids=${await profileNamed('Quick 0.28')}`,
  );
  const one = file.profiles.find((p) => p.name === 'Quick 0.28')!;
  const text = JSON.stringify({
    ...file,
    profiles: [...file.profiles, { ...one, key: 'bad', name: 'Bad one', own: { layerHeightMm: 28 } }],
  });
  await hands.upload(
    await screen.findByLabelText('Library file', { selector: 'input' }),
    new File([text], 'brought.json', { type: 'application/json' }),
  );
  const row = await screen.findByRole('row', { name: /Bad one/ });
  expect(row.textContent).toContain('28 mm cannot be meant');
});
