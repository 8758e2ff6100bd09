import { screen, waitFor, within } from '@testing-library/react';
import { expect, test } from 'vitest';
import type { ListPage } from '../../src/core/lists/list.ts';
import { trialKinds } from '../../src/areas/trials/kinds/index.ts';
import { ask, choose, hands, pick, press, refused, settled, show, write } from './shown.tsx';

interface Row {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
  readonly state: string;
}
const trials = (await ask<ListPage<Row>>('/api/trials')).rows;
const jobs = (await ask<ListPage<Row & { readonly sentence: string }>>('/api/jobs')).rows;
const machines = await ask<Row[]>('/api/machines');
const machineId = (name: string): string => machines.find((m) => m.name === name)!.id;

test.each([...new Map(trials.map((t) => [t.kind, t])).values()])(
  'a trial of $kind says how far it is: $state',
  async ({ id, state }) => {
    const main = await show(`/trials/${id}`, 'technician');
    expect(refused).toEqual([]);
    expect(main.querySelector('.steps')!.textContent).toContain(state);
  },
);
test.each(jobs)('job $name says the verdict that its list says: $sentence', async ({ id, sentence }) => {
  const main = await show(`/checks/${id}`, 'technician');
  expect(refused).toEqual([]);
  expect([...main.querySelectorAll('.verdict')].map((v) => v.textContent).join(' ')).toContain(sentence);
});
test.each(machines.map((m) => [m.name, m.id]))(
  'the page of %s tells what it is, holds and has proven',
  async (name, id) => {
    const main = await show(`/machines/${id}`, 'technician');
    expect(refused).toEqual([]);
    expect(main.querySelector('h1')!.textContent).toBe(name);
  },
);
test.each(trialKinds.map((k) => [k.key, k.label]))('a new trial of kind %s asks its question', async (key, label) => {
  const main = await show(`/trials/new?kind=${key}`, 'technician');
  expect(main.querySelector('.band .kind')!.textContent).toContain(label);
});

test('a trial is planned on a machine by part of a process’s name, and read at once', async () => {
  await show('/trials/new?kind=temperature', 'technician');
  await choose('Machine', machineId('Rifugio Coldai'));
  await pick('Process', 'Fine 0.20');
  await settled();
  await write(/^Bands/, '300 245 240');
  expect((await screen.findByRole('alert')).textContent).toContain('bands never go beyond the hardware');
  await write(/^Bands/, '245 240 235');
  await settled();
  await press('Plan this trial');
  await settled();
  await write('strings, nozzle 245', '4');
  await settled();
  expect(document.querySelector('.steps')!.textContent).toContain('measuring 1 of');
  await write('strings, nozzle 240', 'many');
  await settled();
  const field = screen.getByLabelText('strings, nozzle 240');
  expect(field.getAttribute('aria-invalid')).toBe('true');
  expect(document.querySelector('.steps')!.textContent).toContain('measuring 1 of');
  await write('strings, nozzle 240', '9');
  await settled();
  expect(document.querySelector('.steps')!.textContent).toContain('measuring 2 of');
});

test('a coupon is measured on keys: a figure that cannot be is told, the next place comes, and a reading is undone', async () => {
  const measuring = trials.find((t) => t.kind === 'flow' && t.state === 'measuring')!;
  await show(`/trials/${measuring.id}`, 'technician');
  await press(/^(Measure|Go on measuring) on keys/);
  const pad = await screen.findByRole('dialog');
  const place = (): string => pad.querySelector('p')!.textContent;
  const first = place();
  const type = async (figure: string): Promise<void> => {
    for (const sign of figure) await press(sign, pad);
    await press(/^(Next|Done)$/, pad);
    await settled();
  };
  await type('99');
  expect([place(), pad.textContent]).toEqual([first, expect.stringContaining('99 mm cannot be read here')]);
  for (let i = 0; i < 2; i++) await press('Delete last digit', pad);
  await type('0.66');
  expect(place()).not.toBe(first);
  await press('Undo', pad);
  await settled();
  expect(place()).toBe(first);
});

test('a trial that proves nothing is set aside with a remark, and says so', async () => {
  const measuring = trials.find((t) => t.kind === 'retraction' && t.state === 'measuring')!;
  await show(`/trials/${measuring.id}`, 'technician');
  await write('Remark', 'the spool was damp');
  await press('Set aside');
  await settled();
  expect(document.querySelector('.steps')!.textContent).toContain('set aside');
});

test('a tool is mounted, a lot is loaded and work is logged, and the page says what falls due', async () => {
  await show(`/machines/${machineId('Rifugio Coldai')}`, 'technician');
  await pick('Mount a tool', '0.6 hardened');
  await press('Mount');
  await settled();
  expect(document.querySelector('.band')!.textContent).toContain('0.6 hardened');
  await pick('Load a spool without a code', 'Torba ASA black');
  await write('Lot', '2299');
  await press('Receive and load');
  await settled();
  expect(document.querySelector('.band')!.textContent).toContain('lot 2299');
  const [code] = /S-\d{4}/.exec(document.querySelector('.band')!.textContent)!;
  await press('Unload');
  await settled();
  expect(document.querySelector('.band')!.textContent).toContain('nothing loaded');
  await write('Load a spool by its code', 'S-9999');
  await press('Load');
  expect(await screen.findByText(/No spool or bottle has the code S-9999/)).toBeTruthy();
  await write('Load a spool by its code', code.toLowerCase());
  await press('Load');
  await settled();
  expect(document.querySelector('.band')!.textContent).toContain(`${code}: Torba ASA black`);
  await choose('Log maintenance', 'axis');
  await press('Log');
  expect(await screen.findByText(/Belt or axis worked on logged/)).toBeTruthy();
});

test('spools are received, and each is weighed, dried and thrown away with what is left of it', async () => {
  await show('/machines/spools/new', 'technician');
  await pick('Material', 'Fienile PETG green');
  await write('Lot', '7001');
  await write('Grams on each spool', '1000');
  await write('How many', '2');
  await press('Receive');
  expect(await screen.findByText('Say where it is kept')).toBeTruthy();
  await write('Kept at', 'dry cabinet');
  await write('Empty spool weighs', '215');
  await press('Receive');
  const came = await screen.findByRole('status', { name: 'Received' });
  const [first] = within(came).getAllByRole('link');
  const code = first!.textContent;
  await show(first!.getAttribute('href')!, 'technician');
  await write('On the scale, with the spool', '200');
  expect(screen.getByText('Less than the empty spool')).toBeTruthy();
  await write('On the scale, with the spool', '815');
  expect(screen.getByText('600 g left, 1000 g by the record.')).toBeTruthy();
  await press('Weigh');
  expect(await screen.findByText(`${code} weighed`)).toBeTruthy();
  await settled();
  await write('Dried at', '65');
  await write('For', '6');
  await press('Record drying');
  await settled();
  expect(screen.getByRole('complementary').textContent).toContain('65 °C for 6 h');
  await write('Discard, because', 'it snaps');
  await press('Discard');
  await settled();
  expect(screen.getAllByRole('row').map((r) => r.textContent)).toEqual([
    expect.stringContaining('When'),
    expect.stringMatching(/discarded−600 g0 gdry cabinet: it snaps/),
    expect.stringMatching(/dried600 g65 °C for 6 h/),
    expect.stringMatching(/weighed−400 g600 gweighed/),
    expect.stringMatching(/received\+1000 g1000 gdry cabinet/),
  ]);
  expect(screen.queryByRole('button', { name: 'Weigh' })).toBeNull();
});

test('a lead changes the policy with a reason, and whoever only reads has nothing to press', async () => {
  await show('/machines/policy', 'lead');
  const excepted = screen.getByRole('region', { name: 'Settings that may stay unproven' });
  await choose('Class', 'lights-out', excepted);
  await choose('Setting', 'flow', excepted);
  expect(within(excepted).getByRole('button', { name: 'Add' }).hasAttribute('disabled')).toBe(true);
  await write('Reason', 'walls are measured every morning', excepted);
  await press('Add', excepted);
  await write('Why', 'sizes are promised now');
  await press('Save');
  expect(await screen.findByText('Policy changed')).toBeTruthy();
});

test('what is due is planned in one go', async () => {
  await show('/trials/due', 'technician');
  const all = screen.getByLabelText('All that can be planned');
  await hands.click(all);
  await hands.click(all);
  await press(/^Plan/);
  const said = await screen.findByText(/^T-\d+.* planned$/);
  const names = said.textContent.match(/T-\d+/g)!;
  await settled();
  const planned = (await ask<ListPage<Row>>('/api/trials?state=planned')).rows.map((t) => t.name);
  expect(planned).toEqual(expect.arrayContaining(names));
});

test('speeds, lengths and decimals are read as the person says', async () => {
  await show('/me', 'viewer');
  await choose('Speeds', 'mm/min');
  await choose('Decimals', 'comma');
  const said = screen.getByRole('complementary', { name: 'How it reads' }).textContent;
  expect(said).toContain('3600 mm/min');
  expect(said).toContain('220,5 mm');
});

test('a process that is proposed late does not come into the middle of what somebody types', async () => {
  await show('/trials/new?kind=flow', 'technician');
  await choose('Machine', machineId('Rifugio Coldai'));
  const field = screen.getByLabelText<HTMLInputElement>('Process', { selector: 'input' });
  await hands.click(field);
  await hands.type(field, 'Qui');
  await settled();
  expect(field.value).toBe('Qui');
  // whoever types nothing has it proposed
  await show('/trials/new?kind=flow', 'technician');
  await choose('Machine', machineId('Rifugio Coldai'));
  await screen.findByText(/is proposed: of the last trial here, with/);
  expect(screen.getByLabelText<HTMLInputElement>('Process', { selector: 'input' }).value).not.toBe('');
});

test('of a material whose newest revision waits for a lead it is said that the released values are used', async () => {
  const { rows } = await ask<ListPage<Row>>('/api/profiles?search=torba+abs+grey');
  await show(`/library/${rows[0]!.id}`, 'technician');
  await press('Edit');
  await write('Retraction', '0.9 mm');
  await press('Save with a reason');
  await write('Why, in one line', 'a string less');
  await press('Send to review');
  await screen.findByRole('region', { name: 'Review' });
  await show(`/trials/new?kind=flow&machine=${machineId('Rifugio Scarpa')}`, 'technician');
  const [, said] = await waitFor(() => {
    const told = screen.getAllByText(/waits for a lead/).map((p) => p.textContent);
    return /Torba ABS grey: revision \d+ waits for a lead \((.*?)\)\. The released values are used\./.exec(
      told.join(),
    )!;
  });
  expect(said).toBe('a string less');
});

test('the finder knows pages, profiles, machines, trials and jobs by part of their names', async () => {
  await show('/', 'technician');
  await hands.keyboard('/');
  const field = await screen.findByLabelText('Find or go to', { selector: 'input' });
  await hands.type(field, 'vodice');
  await screen.findByText('Rifugio Vodice', { selector: '[data-action] *' }); // Today may name it as well
  await hands.clear(field);
  await hands.type(field, jobs[0]!.name);
  await screen.findByText(new RegExp(`^${jobs[0]!.name} `));
  await hands.clear(field);
  await hands.type(field, 'torba natural nozzle vodice');
  await screen.findByText('Nozzle temperature of Torba ASA natural on Rifugio Vodice');
  await hands.clear(field);
  await hands.type(field, 'coverage');
  await hands.keyboard('{Enter}');
  expect(await screen.findByRole('heading', { name: 'Coverage', level: 1 })).toBeTruthy();
});

test('a program dropped on a new job proposes a machine, and the job is kept with its limits', async () => {
  await show('/checks/new', 'technician');
  const text = ['G28', 'G1 Z0.2 F600', 'G1 X10 Y10 F6000', 'G1 X60 E3 F1200', 'M104 S0'].join('\n');
  await hands.upload(
    screen.getByLabelText('Mesh, G-code file or layer stack', { selector: 'input' }),
    new File([text], 'clip_small.gcode'),
  );
  await screen.findByText(/clip_small.gcode · /);
  expect(screen.getByLabelText<HTMLInputElement>('Title', { selector: 'input' }).value).toBe('clip small');
  await pick('Process', 'Fine 0.20');
  await settled();
  await press('Save job');
  await waitFor(() => expect(location.pathname).toMatch(/^\/checks\/[0-9a-f-]{36}$/), { timeout: 20_000 });
  await settled();
  expect(document.querySelector('.band')!.textContent).toMatch(/J-\d+.*clip small/);
  expect(refused).toEqual([]);
});
test('a new job that a link led away from is there on coming back, files and all; of two programs two jobs are made', async () => {
  await show('/checks/new', 'technician');
  const laid = (name: string, e: number): File =>
    new File([`G28\nG1 Z0.2 F600\nG1 X10 Y10 F6000\nG1 X60 E${e} F1200\nM104 S0\n`], name);
  await hands.upload(screen.getByLabelText('Mesh, G-code file or layer stack', { selector: 'input' }), [
    laid('left_clip.gcode', 3),
    laid('right_clip.gcode', 2),
  ]);
  await screen.findByText(/left_clip.gcode · /);
  await write('Title', 'Clip of the left side');
  await pick('Process', 'Fine 0.20');
  await settled();
  await hands.click(screen.getByRole('link', { name: 'Machines' }));
  await screen.findByRole('heading', { name: 'Machines', level: 1 });
  history.back();
  await screen.findByText(/left_clip.gcode · /);
  expect(screen.getByLabelText<HTMLInputElement>('Title', { selector: 'input' }).value).toBe('Clip of the left side');
  expect(document.querySelector('main')!.textContent).toContain('right_clip.gcode is saved as a job of its own');
  await settled();
  await press('Save 2 jobs');
  await waitFor(() => expect(location.pathname).toBe('/checks'), { timeout: 20_000 });
  const titles = (await ask<ListPage<{ readonly title: string }>>('/api/jobs')).rows.map((j) => j.title);
  expect(titles.slice(0, 2).sort()).toEqual(['Clip of the left side', 'right clip']);
  await show('/checks/new', 'technician');
  expect(document.querySelector('main')!.textContent).not.toContain('left_clip.gcode');
  expect(refused).toEqual([]);
});
test('a reference part shows five prints side by side, is scored at its places, and is printed again with one value changed', async () => {
  const [part] = await ask<{ id: string; name: string }[]>('/api/references');
  const main = await show(`/checks/references/${part!.id}`, 'lead');
  await within(main).findByRole('heading', { name: part!.name, level: 1 });
  const cells = (row: string): string[] =>
    [
      ...within(main)
        .getByRole('row', { name: new RegExp(`^${row}`) })
        .querySelectorAll('td'),
    ].map((c) => c.textContent);
  expect(cells('corner').map((c) => parseFloat(c))).toEqual([2.5, 4, 4, 3, 4]);
  expect(cells('changed before it')).toEqual([
    '',
    'visible wall speed 40 mm/s → 30 mm/s',
    'cleaned, nothing changed',
    'fan 40 % → 60 %',
    expect.stringContaining('fan 60 % → 100 %'),
  ]);
  expect(cells('against the first')[4]).toContain('better');
  const looks = within(main).getAllByRole('button', { name: 'Look again' });
  await hands.click(looks.at(-1)!);
  await hands.click(within(screen.getByRole('radiogroup', { name: /^corner/ })).getByText('5'));
  await press('Save the scores');
  await settled();
  expect(parseFloat(cells('corner')[4]!)).toBeCloseTo(4.3, 1);
  await press('Print it again');
  await pick('Value to change', 'Fan');
  await write('To', 'seven');
  await press('Make the job');
  expect((await screen.findByRole('alert')).textContent).toMatch(/seven/);
  await write('To', '80');
  await press('Make the job');
  await settled();
  expect(cells('corner')).toHaveLength(6);
  await show(`/checks/references/${part!.id}`, 'viewer');
  expect(screen.queryByRole('button', { name: 'Print it again' })).toBeNull();
});
test('a machine that is added is asked what is on it: what is refused is told, and what was chosen otherwise since is recorded anew', async () => {
  const main = await show('/machines/new', 'lead');
  await pick('Printer profile', 'Ardesia 220');
  await write('Name', 'Rifugio Mulaz');
  await write('Place', 'Attic');
  await press('Add the machine');
  await settled();
  await pick('Tool', '0.4 brass');
  await write('Code of its spool', 'S-9999');
  await press('Record what is on it');
  const alert = await within(main).findByRole('alert');
  expect(alert.textContent).toMatch(/No spool or bottle has the code S-9999.* Recorded before it: tool\./);
  await pick('Tool', '0.6 hardened');
  await write('Code of its spool', '');
  await write('Bed surface', 'smooth sheet');
  await press('Record what is on it');
  await settled();
  const { id } = (await ask<{ id: string; name: string }[]>('/api/machines')).find((m) => m.name === 'Rifugio Mulaz')!;
  const page = await ask<{ mounted: { name: string }; fitted: { note: string }[] }>(`/api/machines/${id}`);
  expect([page.mounted.name, page.fitted[0]!.note]).toEqual(['0.6 hardened', 'smooth sheet']);
});
test('a defect noted on a job has its causes ranked for the machine it was printed on, and says by what', async () => {
  const [failed] = (await ask<ListPage<Row>>('/api/jobs?search=before%20the%20proof')).rows;
  const main = await show(`/checks/${failed!.id}`, 'technician');
  const outcome = within(main).getByRole('region', { name: 'Outcome' });
  const ranked = await ask<{ cause: string; says: string[] }[]>(
    `/api/machines/${machineId('Rifugio Vodice')}/causes?sign=top-gaps`,
  );
  const [first] = ranked;
  await within(outcome).findByText(`· ${first!.says.join('; ')}`);
  const shown = within(outcome)
    .getAllByRole('listitem')
    .map((li) => li.textContent);
  expect(shown.map((text, i) => text.startsWith(ranked[i]!.cause))).toEqual(ranked.map(() => true));
  expect(refused).toEqual([]);
});
