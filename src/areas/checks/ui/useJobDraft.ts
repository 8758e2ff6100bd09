import { useEffect, useReducer, type Dispatch } from 'react';
import { emptyDraft, jobDraft, type JobAct, type JobDraft } from './jobDraft.ts';

/** The job that was being filled in, and the address it was begun from: whoever follows a link and comes back finds it, files and all. */
let kept: { readonly draft: JobDraft; readonly from: string } | null = null;

const forget = (): void => {
  kept = null;
};

/** A new job as it is being filled in. It outlives its page until it is forgotten; an address that asks for another begins anew. */
export function useJobDraft(): readonly [JobDraft, Dispatch<JobAct>, forget: () => void] {
  const [draft, act] = useReducer(jobDraft, null, () => {
    const asked = location.search;
    return kept && (asked === '' || asked === kept.from) ? kept.draft : emptyDraft;
  });
  useEffect(() => {
    kept = draft === emptyDraft ? null : { draft, from: location.search };
  }, [draft]);
  return [draft, act, forget];
}
