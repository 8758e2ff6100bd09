import { StackPrinter } from '../../devices/stackPrinter.ts';
import { StackPrint } from '../stackPrint.ts';
import type { Adapter } from './define.ts';

/** Layer stacks over HTTP (docs/formats/stack-protocol.md). */
export const stack: Adapter<'stack'> = {
  isSeenAtWork: true,
  look: async ({ host, port }) => {
    const { phase, resinC, layer, layers } = await new StackPrinter(host, port).state();
    const isAtWork = phase === 'printing' || phase === 'paused';
    return {
      says: `${phase}, resin ${resinC} °C`,
      does: isAtWork ? `it says that it is ${phase}` : null,
      figures: [
        { what: 'State', value: isAtWork ? `${phase}, layer ${layer} of ${layers}` : phase },
        { what: 'Resin temperature', value: `${resinC} °C` },
      ],
      codes: null,
    };
  },
  stop: async ({ host, port }) => {
    await new StackPrinter(host, port).cancel();
  },
  program: null,
  stack: ({ host, port }, stack, log, epoch) => new StackPrint(stack, log, new StackPrinter(host, port, epoch)).run(),
};
