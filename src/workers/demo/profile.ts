import type { NewProfile } from '../../areas/library/server/makeProfile.ts';
import type { Reasons } from '../../areas/library/model/records.ts';

/** A profile of the demonstration with the name of its parent. Everything here is made up (Quelmora Cooperative). */
export type DemoProfile = Omit<NewProfile, 'parentId' | 'message'> & { readonly parent?: string };

export const why = (kind: Reasons[string]['kind'], text: string): Reasons[string] => ({ kind, text });
