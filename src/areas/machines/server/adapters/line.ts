import { LineLink, type SpoolCodes, type Temperatures } from '../../devices/line.ts';
import { LinePrint, stopDevice } from '../linePrint.ts';
import type { Adapter, DeviceLook } from './define.ts';

export const shownBy = ({
  nozzleC,
  nozzleTargetC,
  bedC,
  bedTargetC,
  codes,
}: Temperatures & { readonly codes: SpoolCodes | null }): DeviceLook => ({
  says: `nozzle ${nozzleC} °C, bed ${bedC} °C`,
  does:
    nozzleTargetC === 0 && bedTargetC === 0
      ? null
      : `it heats (nozzle to ${nozzleTargetC} °C, bed to ${bedTargetC} °C)`,
  figures: [
    { what: 'Nozzle temperature', value: asTold(nozzleC, nozzleTargetC) },
    { what: 'Bed temperature', value: asTold(bedC, bedTargetC) },
  ],
  codes,
});

const asTold = (nowC: number, targetC: number): string =>
  targetC > 0 ? `${nowC} °C, to ${targetC} °C` : `${nowC} °C, not heated`;

/** The line protocol (docs/formats/line-protocol.md) over TCP. */
export const line: Adapter<'line'> = {
  isSeenAtWork: true,
  look: async (at) => shownBy(await LineLink.look(at)),
  stop: stopDevice,
  program: (at, lines, log, epoch) => new LinePrint(lines, log, at, epoch).run(),
  stack: null,
};
