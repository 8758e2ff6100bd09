import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { figuresOf, keptBodies, keptFigures, measuredOf } from './kept.ts';

const kept = JSON.parse(readFileSync('test/meshes/kept.json', 'utf8')) as readonly { name: string; measured: object }[];

test('every small body is kept, and every one could be measured but what is far too tall or no layer high, lacks what it needs, or has no room', () => {
  expect(kept.map((k) => k.name)).toEqual([...Object.keys(keptBodies), ...Object.keys(keptFigures)]);
  expect(kept.filter((k) => 'failure' in k.measured).map((k) => k.name)).toEqual([
    'far too tall',
    'one whose recipe does not say how high its layers are',
    'lower than half a layer',
    'no room for what a second head purges',
    'a second head without what it needs',
  ]);
});
/** Not whether it is true, which closed forms and an oracle are asked elsewhere, but that it is what it was: to nine digits. */
test.each(kept.map((k) => [k.name, k.measured] as const))(
  'of %s is measured what was measured before',
  (name, measured) => expect(name in keptBodies ? measuredOf(name) : figuresOf(name)).toEqual(measured),
);
