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
}
