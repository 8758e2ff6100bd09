import { createContext, useContext, type ReactNode } from 'react';
import { plainFigures, type Figures } from '../core/units/figures.ts';

export interface SignedIn {
  readonly id: string;
  readonly name: string;
  readonly role: 'viewer' | 'technician' | 'lead';
  readonly figures: Figures;
}
const Current = createContext<SignedIn>({ id: '', name: '', role: 'viewer', figures: plainFigures });
export const PersonProvider = ({ person, children }: { readonly person: SignedIn; readonly children: ReactNode }) => (
  <Current.Provider value={person}>{children}</Current.Provider>
);
export const usePerson = (): SignedIn => useContext(Current);
export const useMayChange = (): boolean => usePerson().role !== 'viewer';
/** How the person at the screen reads and types figures. */
export const useFigures = (): Figures => usePerson().figures;
