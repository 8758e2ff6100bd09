import fc from 'fast-check';
import { expect, test } from 'vitest';
import { fit, moved, pictureIn, placeAt, zoomed } from './view.ts';

const figure = fc.double({ min: -300, max: 300, noNaN: true });
test('everything in the frame is in the picture', () => {
  const v = fit([10, 30, -5, 5], 400, 300, 10);
  expect(v).toEqual({ xMm: 20, yMm: 0, pxPerMm: 19 });
  expect(placeAt(v, -190, 0)[0]).toBeCloseTo(10, 9);
});
test('a view moved to and fro is where it was, and zooming keeps the place under the finger', () =>
  fc.assert(
    fc.property(figure, figure, figure, figure, fc.double({ min: 0.2, max: 5, noNaN: true }), (x, y, dx, dy, f) => {
      const v = { xMm: x, yMm: y, pxPerMm: 4 };
      const back = moved(moved(v, dx, dy), -dx, -dy);
      expect([back.xMm, back.yMm]).toEqual([expect.closeTo(x, 9), expect.closeTo(y, 9)]);
      const near = zoomed(v, f, dx, dy, 0.1);
      const [p, q] = [placeAt(v, dx, dy), placeAt(near, dx, dy)];
      expect([q[0], q[1]]).toEqual([expect.closeTo(p[0], 9), expect.closeTo(p[1], 9)]);
    }),
    { seed: 2 },
  ));
test('a picture drawn for one view lies where its places lie in another', () =>
  fc.assert(
    fc.property(figure, figure, figure, figure, (x, y, dx, dy) => {
      const drawn = { xMm: x, yMm: y, pxPerMm: 4 };
      const now = zoomed(moved(drawn, dx, dy), 1.5, 20, -30, 0.1);
      const [left, top, stretch] = pictureIn(now, drawn, 640, 380);
      const place = placeAt(drawn, 50 - 320, 60 - 190); // pixel 50, 60 of the picture
      const px = 320 + (place[0] - now.xMm) * now.pxPerMm;
      const py = 190 - (place[1] - now.yMm) * now.pxPerMm;
      expect([left + 50 * stretch, top + 60 * stretch]).toEqual([expect.closeTo(px, 6), expect.closeTo(py, 6)]);
    }),
    { seed: 4 },
  ));
