import { createContext, useContext, type ReactNode } from 'react';
import { plainFigures, type Figures } from '../core/units/figures.ts';

export interface SignedIn {
  readonly id: string;
  readonly name: string;
  readonly role: 'viewer' | 'technician' | 'lead';
  readonly figures: Figures;
  /** The farm is a demonstration: anybody may be anybody. */
  readonly isDemo: boolean;
}
const Current = createContext<SignedIn>({ id: '', name: '', role: 'viewer', figures: plainFigures, isDemo: false });
export const PersonProvider = ({ person, children }: { readonly person: SignedIn; readonly children: ReactNode }) => (
  <Current.Provider value={person}>{children}</Current.Provider>
);
export const usePerson = (): SignedIn => useContext(Current);
export const useMayChange = (): boolean => usePerson().role !== 'viewer';
/** How the person at the screen reads and types figures. */
export const useFigures = (): Figures => usePerson().figures;
