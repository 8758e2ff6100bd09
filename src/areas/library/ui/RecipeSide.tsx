import { Box, Button, Group } from '@mantine/core';
import { LayerTimePanel } from './LayerTimePanel.tsx';
import type { Values } from '../settings/define.ts';
import { countOf } from '../../../core/units/plural.ts';
import { useFigures } from '../../../ui/person.tsx';
import { NotChecked } from '../../../ui/NotChecked.tsx';
import { StateMark } from '../../../ui/StateMark.tsx';
import type { LedgerRow } from '../model/records.ts';
import type { Effective } from '../model/resolve.ts';
import { showValue } from '../model/values.ts';
import type { RecipeCheck, RecipeFinding } from '../../rules/run.ts';
import { findSetting } from '../settings/catalogue.ts';
import { maySetInRecipe } from '../settings/define.ts';
import { Side } from '../../../ui/Side.tsx';

const marks = { blocker: 'outside', caution: 'due', note: 'note' } as const;

/** Findings with their fixes in figures; where the chosen value comes from, formulas worked out. */
export function RecipeSide({
  findings,
  notChecked,
  ran,
  row,
  effective,
  onApply,
  resinValues,
}: {
  readonly findings: readonly RecipeFinding[];
  readonly notChecked: RecipeCheck['notChecked'];
  readonly ran: number;
  readonly row: LedgerRow | null;
  readonly effective: ReadonlyMap<string, Effective> | null;
  readonly onApply: ((f: RecipeFinding) => void) | null;
  /** Effective values of a resin recipe, whose layer takes a time worth drawing. */
  readonly resinValues: Values | null;
}) {
  return (
    <Side label="Findings and origin">
      {row && effective && <Origin row={row} effective={effective} />}
      <h3>Findings</h3>
      {findings.map((f) => (
        <div key={`${f.rule}${f.title}`} data-rule={f.rule} className="entry">
          <Group gap={6} align="baseline" wrap="nowrap">
            <StateMark mark={marks[f.severity]} />
            <b>{f.title}</b>
          </Group>
          <dl className="kv">
            <dt>{f.severity}</dt>
            <dd>{f.figure}</dd>
            <dt>limit</dt>
            <dd>{f.limit}</dd>
            <dt>from</dt>
            <dd>{f.origin}</dd>
          </dl>
          <Box component="p" fz={12.5} mt={2} mr={0} mb={4} ml={0}>
            <b>Fix:</b> {f.fix}
          </Box>
          <Box component="p" className="hint" mb={6}>
            {f.why}
          </Box>
          {onApply &&
            f.change?.values &&
            Object.keys(f.change.values).every((key) => maySetInRecipe(findSetting(key)!)) && (
              <Button variant="default" onClick={() => onApply(f)}>
                Set for this recipe
              </Button>
            )}
        </div>
      ))}
      {effective && (
        <p className="hint">
          {countOf(ran, 'check')} ran{notChecked.length > 0 && `, ${notChecked.length} not possible`}.
        </p>
      )}
      <NotChecked checks={notChecked} />
      {resinValues && <LayerTimePanel values={resinValues} />}
    </Side>
  );
}

function Origin({ row, effective }: { readonly row: LedgerRow; readonly effective: ReadonlyMap<string, Effective> }) {
  const figures = useFigures();
  const s = findSetting(row.key)!;
  const formula = 'formula' in s ? s.formula : undefined;
  const isWorked = effective.get(row.key)?.winner?.kind === 'formula';
  return (
    <>
      <h3>{s.label}</h3>
      <p className="hint">{s.what}</p>
      <div className="ledge good">
        <b>{showValue(s, row.value, figures).slice(0, 60)}</b> {row.origin}
        {row.reason && (
          <div>
            {row.reason.kind}: {row.reason.text}
          </div>
        )}
      </div>
      {isWorked && formula && (
        <dl className="kv">
          {formula.reads.map((key) => {
            const read = findSetting(key)!;
            return [
              <dt key={key}>{read.label}</dt>,
              <dd key={`${key}v`}>{showValue(read, effective.get(key)?.value, figures)}</dd>,
            ];
          })}
        </dl>
      )}
      {row.beaten.map((b) => (
        <div key={b.level} className="ledge dim">
          lost: {b.level} <span className="f">{showValue(s, b.value, figures).slice(0, 40)}</span>
        </div>
      ))}
    </>
  );
}
