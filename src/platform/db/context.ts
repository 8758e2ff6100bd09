import type { Clock } from '../clock.ts';
import type { Db } from './client.ts';

export type PersonRole = 'viewer' | 'technician' | 'lead';
export interface Person {
  readonly id: string;
  readonly name: string;
  readonly role: PersonRole;
}
/** What a use-case works with. */
export interface Ctx {
  readonly db: Db;
  readonly user: Person;
  readonly clock: Clock;
  readonly newId: () => string;
  /** Of a reader for one page (`forOnePage`): what its reads by sets are kept under. */
  readonly reads?: object;
  /** Of a process that is about to end: whatever takes long leaves off where another can go on. */
  readonly ending?: AbortSignal;
}
/** Long work has left off because its process ends: it is neither done nor failed, and another goes on with it. */
export class LeftOff extends Error {
  constructor() {
    super('this process ends; another goes on');
  }
}
