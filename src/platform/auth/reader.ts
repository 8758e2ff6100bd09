import type { Figures } from '../../core/units/figures.ts';
import { database } from '../db/client.ts';
import type { Person } from '../db/context.ts';
import { figuresOf } from './figures.ts';

/** A person as the pages know them: with how they read figures. */
export const readerOf = async (person: Person): Promise<Person & { readonly figures: Figures }> => ({ ...person, figures: await figuresOf(database(), person.id) });
