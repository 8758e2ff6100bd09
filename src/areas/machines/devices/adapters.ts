import type { Address, WayOfConnection } from '../model/connection.ts';
import { LineLink } from './line.ts';
import { StackPrinter } from './stackPrinter.ts';

/** What a device shows that is only looked at. */
export interface DeviceLook {
  readonly says: string;
  /** What it does although nobody may have asked for it; null where it neither heats nor prints. */
  readonly does: string | null;
}
export interface Adapter {
  /** Looks at a device and changes nothing; throws where it does not answer, or in another language. */
  readonly look: (at: Address) => Promise<DeviceLook>;
}
export const adapters: Readonly<Record<WayOfConnection, Adapter>> = {
  line: {
    async look({ host, port }) {
      const { nozzleC, nozzleTargetC, bedC, bedTargetC } = await LineLink.look(host, port);
      return {
        says: `nozzle ${nozzleC} °C, bed ${bedC} °C`,
        does:
          nozzleTargetC === 0 && bedTargetC === 0
            ? null
            : `it heats (nozzle to ${nozzleTargetC} °C, bed to ${bedTargetC} °C)`,
      };
    },
  },
  stack: {
    async look({ host, port }) {
      const { phase, resinC } = await new StackPrinter(host, port).state();
      const isAtWork = phase === 'printing' || phase === 'paused';
      return { says: `${phase}, resin ${resinC} °C`, does: isAtWork ? `it says that it is ${phase}` : null };
    },
  },
};
