import { createContext, useContext, type ReactNode } from 'react';

export interface SignedIn { readonly id: string; readonly name: string; readonly role: 'viewer' | 'technician' | 'lead' }
const Current = createContext<SignedIn>({ id: '', name: '', role: 'viewer' });
export const PersonProvider = ({ person, children }: { readonly person: SignedIn; readonly children: ReactNode }) => <Current.Provider value={person}>{children}</Current.Provider>;
export const usePerson = (): SignedIn => useContext(Current);
export const useMayChange = (): boolean => usePerson().role !== 'viewer';
