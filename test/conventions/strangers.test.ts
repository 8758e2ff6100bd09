import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { bundled, complaints, editsOf, planted } from './overlay.ts';
import { everything, SETTINGS, strangers } from './strangers.ts';

/** The files that docs/architecture.md says are to be touched for one kind of change. */
function listed(change: string): string {
  const row = readFileSync('docs/architecture.md', 'utf8')
    .split('\n')
    .find((l) => l.startsWith(`| ${change} |`));
  if (!row) throw new RangeError(`docs/architecture.md does not say how to add ${change}`);
  return row;
}

describe.each(strangers)('$name that a stranger adds', ({ name, overlay, file, entry, most, bugs }) => {
  test(`asks for no more than ${most} files that are there, each of which docs/architecture.md names`, () => {
    const row = listed(name);
    const edits = editsOf(overlay);
    expect(edits.length).toBeLessThanOrEqual(most);
    for (const edit of edits) expect(row).toContain(edit.startsWith(SETTINGS) ? SETTINGS : edit);
  });
  test('holds', async () => {
    const { holds } = await bundled(overlay, file.replaceAll('/', '-'), entry);
    expect(holds!()).toBe(true);
  });
  test.each(bugs)('is caught with a slip in it: %s', async (what, from, to) => {
    const spoiled = planted(overlay, file, from, to);
    const { holds } = await bundled(spoiled, `${file}-${what}`.replaceAll(/[/ ]/g, '-'), entry);
    let noticed = true; // also where it does not even run
    try {
      noticed = !holds!();
    } catch {
      /* noticed */
    }
    expect(noticed).toBe(true);
  });
});

/** Everything at once, over the whole house. */
test('the compiler asks a stranger for nothing that docs/architecture.md does not name', () => {
  expect(complaints(everything())).toEqual([]);
}, 900_000);
