import { fail, succeed } from '../../../../core/result/result.ts';
import type { ReadingTable } from '../table.ts';
import { analyseLayerTime } from './analysis.ts';

/** A table has no coupon beside it, so the tower’s times are given at its foot and top and taken to fall evenly between. */
export const layerTimeTable: ReadingTable = {
  columns: [
    { name: 'side', what: 'a side', isText: true },
    { name: 'slump_mm', what: 'a height in mm', range: [0.001, 1000] },
  ],
  options: [
    { name: 'height-mm', what: 'height of the tower, mm' },
    { name: 'foot-s', what: 'layer time at its foot, s' },
    { name: 'top-s', what: 'layer time at its top, s' },
    { name: 'resolution-mm', what: 'step of the instrument, mm', default: 0.1, isZeroAllowed: true },
  ],
  fit: (rows, o) => {
    if (o['foot-s']! <= o['top-s']!)
      return fail({ code: 'taper', what: '--foot-s is not above --top-s', todo: 'layer times fall towards the top' });
    const layers = Array.from({ length: 11 }, (_, i) => ({
      zMm: (o['height-mm']! * i) / 10,
      timeS: o['foot-s']! + ((o['top-s']! - o['foot-s']!) * i) / 10,
    }));
    const fit = analyseLayerTime(
      rows.map((r) => ({ side: r.word('side'), heightMm: r.figure('slump_mm') })),
      layers,
      o['resolution-mm']!,
    );
    return fit.ok ? succeed(fit.value) : fit;
  },
};
