import { StateMark } from '../../../ui/StateMark.tsx';
import type { CareRow } from '../model/pages.ts';

/** Whether a task is due, and by what. */
export const CareState = ({ of: c }: { readonly of: CareRow }) => (
  <>
    {c.state === 'due' || c.state === 'soon' ? (
      <StateMark mark={c.state === 'due' && c.task.isBlocking ? 'outside' : 'due'} />
    ) : (
      <StateMark mark={c.state === 'in time' ? 'proven' : 'note'} />
    )}{' '}
    {c.isUnderWay ? 'under way' : c.state === 'due' && c.task.isBlocking ? 'due, nothing starts before it' : c.state}
    <span className="hint"> {c.says}</span>
  </>
);
