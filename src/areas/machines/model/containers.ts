import { movesAmong } from '../../../core/states/moves.ts';
import { RESIN_G_PER_ML } from '../../../core/resin/weight.ts';

/** Spools and bottles. */
export const containerStates = ['in stock', 'loaded', 'used up', 'discarded'] as const;
export type ContainerState = (typeof containerStates)[number];

export const containerMoves = movesAmong(containerStates, {
  load: { from: ['in stock'], to: 'loaded' },
  unload: { from: ['loaded'], to: 'in stock' },
  /** Nothing is left of it. */
  finish: { from: ['in stock', 'loaded'], to: 'used up' },
  /** There was something left after all. */
  find: { from: ['used up'], to: 'in stock' },
  discard: { from: ['in stock', 'used up'], to: 'discarded' },
});

export const entryKinds = ['received', 'loaded', 'unloaded', 'fed', 'weighed', 'dried', 'discarded'] as const;
export type EntryKind = (typeof entryKinds)[number];

/** A spool or a bottle in the list of all. */
export interface ContainerRow {
  readonly id: string;
  readonly code: string;
  readonly materialId: string;
  readonly material: string;
  readonly technology: 'filament' | 'resin';
  readonly lot: string;
  readonly state: ContainerState;
  readonly netG: number;
  readonly remainingG: number;
  readonly tareG: number | null;
  /** The machine it is loaded on, or where it is kept. */
  readonly place: string;
  readonly machineId: string | null;
  readonly openedAt: string | null;
  readonly driedAt: string | null;
  readonly driedC: number | null;
  readonly driedH: number | null;
}
export interface ContainerPage extends ContainerRow {
  readonly entries: readonly {
    readonly id: string;
    readonly what: EntryKind;
    readonly deltaG: number;
    readonly leftG: number;
    readonly where: string | null;
    readonly why: string | null;
    readonly byName: string;
    readonly at: string;
  }[];
}

/** What one is called. */
export const containerWord = (isResin: boolean): string => (isResin ? 'bottle' : 'spool');

/** What a container holds is typed as people read it: spools in grams, bottles in millilitres. */
export const gramsTyped = (typed: number | string, isResin: boolean): number =>
  isResin ? Number((Number(typed) * RESIN_G_PER_ML).toFixed(1)) : Number(typed);
/** What is left when a scale shows so much with the empty spool or bottle on it. */
export const leftOnScale = (grossG: number, tareG: number): number => Number((grossG - tareG).toFixed(1));
