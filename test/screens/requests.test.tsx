import { screen, within } from '@testing-library/react';
import { expect, test } from 'vitest';
import { boxMesh } from '../../src/core/mesh/solids.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import { hands, press, refused, settled, show, write } from './shown.tsx';

const clip = new File([new Uint8Array(writeStl(boxMesh([0, 0, 0], [30, 12, 4])))], 'belt_clip.stl');
/** Requests a print as whoever only reads, from Today on. */
async function requestPrint(wanted: string): Promise<void> {
  const main = await show('/', 'viewer');
  expect(within(main).queryByRole('link', { name: 'Start a trial' })).toBeNull();
  await hands.click(within(main).getByRole('link', { name: 'Request a print' }));
  await hands.upload(await screen.findByLabelText('Files to be printed', { selector: 'input' }), clip);
  await screen.findByText('belt_clip.stl');
  await write('What is wanted', wanted);
  await write('Wanted by', '2030-05-06');
  await press('Send request');
  await screen.findByRole('heading', { name: 'belt clip', level: 1 });
  await settled();
}

test('a viewer requests a print from Today, and reads what became of it', async () => {
  await requestPrint('Black, six of them, for the belt of the sower');
  const main = document.querySelector('main')!;
  expect(main.textContent).toContain('wanted by 6 May 2030');
  expect(main.textContent).toContain('Black, six of them, for the belt of the sower');
  expect(within(main).queryByRole('button', { name: 'Decline' })).toBeNull();
  expect(main.querySelector('.band .chip')!.textContent).toContain('open');
  expect(refused).toEqual([]);
});
test('a request without a word or a file is told so at its field, and nothing is sent', async () => {
  await show('/checks/requests/new', 'viewer');
  await write('What is wanted', 'x');
  expect(await screen.findByText(/^Say what is wanted/)).toBeTruthy();
  await write('What is wanted', 'a clip');
  await write('Wanted by', '31.31.2030');
  expect(await screen.findByText('“31.31.2030” is no day; write it as 4 Dec 2026')).toBeTruthy();
  await write('Wanted by', '6.5.2030');
  expect(screen.queryByText(/is no day/)).toBeNull();
  await write('Title', 'Clip');
  await press('Send request');
  expect((await screen.findByRole('alert')).textContent).toBe('Drop a mesh or a program first');
  expect(location.pathname).toBe('/checks/requests/new');
});
test('a technician makes a job of it with its file, pieces and day, and the job says who asked', async () => {
  await requestPrint('Any colour, must clip on 3 mm');
  const { pathname } = location;
  await show(pathname, 'technician');
  await hands.click(screen.getByRole('link', { name: 'Make a job of it' }));
  await screen.findByText(/^To be checked/);
  expect(document.querySelector('main')!.textContent).toContain('Any colour, must clip on 3 mm');
  await screen.findByText(/is proposed: free, with/);
  await screen.findByText(/is proposed: of the last trial here, with/);
  expect(screen.getByLabelText<HTMLInputElement>('Title', { selector: 'input' }).value).toBe('belt clip');
  expect(screen.getByLabelText<HTMLInputElement>('Pieces', { selector: 'input' }).value).toBe('1');
  expect(screen.getByLabelText<HTMLInputElement>('Due', { selector: 'input' }).value).toBe('6 May 2030');
});
test('a technician declines one with the reason, and Today names it no longer', async () => {
  await requestPrint('Gold, if there is any');
  const { pathname } = location;
  await show(pathname, 'technician');
  await press('Decline');
  await press('Decline');
  await screen.findByText(/Say why/);
  await write('Why it will not be printed', 'There is none');
  await press('Decline');
  await screen.findByText('There is none');
  const today = await show('/', 'technician');
  expect(within(today).getByRole('region', { name: 'Requests' }).textContent).toContain('Row marker');
  expect(today.textContent).not.toContain('Gold, if there is any');
});
