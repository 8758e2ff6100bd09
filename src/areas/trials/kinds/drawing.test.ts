import { expect, test } from 'vitest';
import { drawAtScale } from './drawing.ts';

const drawn = drawAtScale({
  title: 'Posts <b>',
  sizeMm: [60, 20, 45],
  shapes: [
    { view: 'plan', x: -20, y: 0, w: 9, h: 9, text: '0.4 & up' },
    { view: 'elevation', x: -20, y: 5, w: 9, h: 5, band: 1 },
  ],
});
const attribute = (tag: string, name: string): number =>
  Number(new RegExp(`<${tag}[^>]* ${name}="([\\d.-]+)`).exec(drawn)![1]);

test('a drawing for paper has a millimetre for every unit', () => {
  const [, width, height] = /viewBox="0 0 ([\d.]+) ([\d.]+)"/.exec(drawn)!.map(Number);
  expect(attribute('svg', 'width')).toBe(width);
  expect(attribute('svg', 'height')).toBe(height);
  expect(attribute('rect', 'width')).toBe(9);
  expect(drawn).toContain('h50');
});
test('its elevation stands on its floor and its words cannot become markup', () => {
  const floorY = Number(/<path d="M[\d.]+ ([\d.]+)h68"/.exec(drawn)![1]);
  const band = [...drawn.matchAll(/<rect x="[\d.]+" y="([\d.]+)" width="9" height="5"/g)][0]!;
  expect(Number(band[1])).toBeCloseTo(floorY - 10, 6);
  expect(drawn).toContain('Posts &#60;b&#62;');
  expect(drawn).toContain('0.4 &#38; up');
});
