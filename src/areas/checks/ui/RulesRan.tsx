import { countOf } from '../../../core/units/plural.ts';
import { NotChecked } from '../../../ui/NotChecked.tsx';
import { rules } from '../../rules/index.ts';
import type { Judged } from '../../rules/outcome.ts';

const title = new Map(rules.map((r) => [r.id, r.title]));

/** When findings bite, and which rules ran or could not. */
export function RulesRan({
  outcome,
  rulesVersion,
  note,
}: {
  readonly outcome: Judged;
  readonly rulesVersion: string | null;
  readonly note?: string | undefined;
}) {
  const silent = outcome.runs.filter((x) => !x.ran);
  return (
    <>
      <h3>Findings by build stage</h3>
      <dl className="kv">
        {(['before start', 'first layer', 'body', 'end'] as const).map((b) => [
          <dt key={b}>{b}</dt>,
          <dd key={`${b}n`}>{outcome.findings.filter((f) => f.stage === b).length}</dd>,
        ])}
      </dl>
      <h3>Checked</h3>
      <p className="hint">
        {countOf(outcome.runs.length - silent.length, 'check')} ran
        {silent.length > 0 && `, ${silent.length} not possible`}
        {rulesVersion && `; rules ${rulesVersion.slice(0, 8)}`}. {note}
      </p>
      <NotChecked checks={silent.map((s) => ({ title: title.get(s.rule) ?? s.rule, needs: s.needs ?? '' }))} />
    </>
  );
}
