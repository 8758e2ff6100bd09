import type { MachineCard } from '../../machines/model/pages.ts';

/** The machine that could print at once: free, with tool and material on it; of several the one with most valid evidence for them. */
export function proposeMachine(machines: readonly MachineCard[]): MachineCard | null {
  const valid = (m: MachineCard): number => m.proofs.filter((p) => p.state === 'proven').length;
  return (
    machines
      .filter((m) => m.state === 'ready' && m.technology === 'filament' && m.mounted && m.loaded)
      .sort((a, b) => valid(b) - valid(a) || a.name.localeCompare(b.name, 'en'))[0] ?? null
  );
}
export const proposalText = (m: MachineCard): string =>
  `${m.name} is proposed: free, with ${m.mounted!.name} and ${m.loaded!.name}, lot ${m.loaded!.lot}.`;
