import type { FloorRow } from '../../machines/model/pages.ts';
import type { MachineState } from '../../machines/model/states.ts';

/** A machine on the floor, with what is known of it beyond what it does. */
export interface FloorCard extends FloorRow {
  /** Values that are proven, and that are due, for what is mounted and loaded. */
  readonly evidence: { readonly proven: number; readonly due: number };
  /** Care that is due there. */
  readonly care: readonly { readonly name: string; readonly isBlocking: boolean; readonly isUnderWay: boolean }[];
  /** What waits for it and comes next. */
  readonly next: { readonly jobId: string; readonly name: string; readonly changes: readonly string[] } | null;
}

/** What a person has to do at a machine next. */
export interface Wanted {
  readonly says: string;
  readonly href: string;
  /** How badly: it does nothing until somebody comes, it will, or somebody may. */
  readonly how: 'stands' | 'soon' | 'may';
}
const pageOf = ({ of, ofId }: NonNullable<FloorRow['print']>): string =>
  `/${of === 'job' ? 'checks' : 'trials'}/${ofId}`;

/** Null where nobody is wanted. */
export function wantedAt(m: FloorCard): Wanted | null {
  const here = `/machines/${m.id}`;
  const blocking = m.care.find((c) => c.isBlocking || c.isUnderWay);
  switch (m.state) {
    case 'retired':
      return null;
    case 'unknown':
      return { says: 'go and look', href: here, how: 'stands' };
    case 'stopped':
      return { says: `see to ${m.stop?.name ?? 'the part'}: it stopped`, href: here, how: 'stands' };
    case 'waiting to be cleared':
      return { says: `take ${m.stop?.name ?? 'the part'} off the plate`, href: here, how: 'stands' };
    case 'printing':
      return m.print?.heard?.phase === 'paused'
        ? { says: 'resume it', href: pageOf(m.print), how: 'stands' }
        : m.print?.heard?.isUnheard
          ? { says: 'say when it is printed', href: pageOf(m.print), how: 'soon' }
          : null;
    case 'ready':
      if (blocking)
        return {
          says: blocking.isUnderWay ? `finish: ${blocking.name}` : blocking.name,
          href: `${here}/care`,
          how: 'stands',
        };
      if (m.print) return null; // about to begin
      if (m.next) {
        const first = m.next.changes[0];
        return {
          says: first ? `${first}, for ${m.next.name}` : `start ${m.next.name}`,
          href: `/checks/${m.next.jobId}`,
          how: 'soon',
        };
      }
      return m.care[0] ? { says: `${m.care[0].name} is due`, href: `${here}/care`, how: 'may' } : null;
  }
}

export const floorFilters = { all: 'All', wanted: 'Needs a person', printing: 'Printing', free: 'Free' } as const;
export type FloorFilter = keyof typeof floorFilters;
/** Machines that a filter and a search leave. */
export function shownOf(cards: readonly FloorCard[], filter: FloorFilter, search: string): readonly FloorCard[] {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  return cards.filter((m) => {
    const wanted = wantedAt(m);
    if (filter === 'wanted' && wanted?.how !== 'stands' && wanted?.how !== 'soon') return false;
    if (filter === 'printing' && m.state !== 'printing') return false;
    if (filter === 'free' && (m.state !== 'ready' || m.print !== null || wanted?.how === 'stands')) return false;
    const text = [
      m.name,
      m.place,
      m.printer,
      m.state,
      m.print?.name,
      ...m.onHeads.flatMap((h) => [h.toolName, h.materialName, h.code]),
    ]
      .join(' ')
      .toLowerCase();
    return words.every((w) => text.includes(w));
  });
}
/** Machines by place, as one walks by them. */
export function byPlace(cards: readonly FloorCard[]): readonly (readonly [string, readonly FloorCard[]])[] {
  const places = new Map<string, FloorCard[]>();
  for (const m of cards) places.set(m.place, [...(places.get(m.place) ?? []), m]);
  return [...places];
}
export const movingStates: readonly MachineState[] = ['printing', 'unknown'];
