import { StateMark, type Mark } from '../../../ui/StateMark.tsx';

/** One thing that needs somebody: where it is, what is the matter, and what else helps to find it. */
export function Item({
  href,
  title,
  mark,
  says,
  hint,
}: {
  readonly href: string;
  readonly title: string;
  readonly mark: Mark;
  readonly says: string;
  readonly hint?: string;
}) {
  return (
    <article>
      <a className="t" href={href}>
        {title}
      </a>
      <span className="marked">
        <StateMark mark={mark} />
        {says}
      </span>
      {hint && <span className="hint">{hint}</span>}
    </article>
  );
}
