import { Box, Textarea, UnstyledButton } from '@mantine/core';
import { Gauge } from '../../../ui/Gauge.tsx';
import { useFigures } from '../../../ui/person.tsx';
import { StateMark } from '../../../ui/StateMark.tsx';
import type { LedgerRow, Proof } from '../model/records.ts';
import { fieldText, keptText, otherUnit, parseSetting, showValue, slipText } from '../model/values.ts';
import { findSetting } from '../settings/catalogue.ts';

export interface GaugeRowProps {
  readonly row: LedgerRow;
  readonly selected?: boolean;
  readonly onSelect?: () => void;
  readonly editing?: boolean;
  /** As typed; undefined where untouched. */ readonly typed?: string | null | undefined;
  readonly onType?: (text: string | null) => void;
}

/** Label · value with unit · gauge · origin · evidence: a number is never bare. */
export function GaugeRow({ row, selected, onSelect, editing, typed, onType }: GaugeRowProps) {
  const setting = findSetting(row.key)!;
  const figures = useFigures();
  const parsed = typed === undefined || typed === null ? null : parseSetting(setting, typed, row.profileValue);
  const value = parsed?.ok ? parsed.value : row.value;
  const shown = showValue(setting, value, figures);
  const isChip = setting.type === 'choice' || setting.type === 'flag';
  // an input of one line would join what stands on several
  const hasLines = setting.type === 'text' && (setting.isProgram === true || setting.areMacros === true);
  const before = editable(showValue(setting, row.profileValue, figures));
  const other = otherUnit(setting, value, figures);
  const isBeaten = editing && row.origin.startsWith('pairing');
  return (
    <div className="row" data-sel={selected} data-setting={row.key}>
      <UnstyledButton className="lab" onClick={onSelect} aria-expanded={selected}>
        {setting.label}
      </UnstyledButton>
      {editing && hasLines ? (
        <Textarea
          className="lines"
          autosize
          maxRows={14}
          spellCheck={false}
          aria-label={setting.label}
          error={parsed ? !parsed.ok : false}
          value={typed ?? before}
          onFocus={onSelect}
          onChange={(e) => onType?.(e.currentTarget.value === before ? null : e.currentTarget.value)}
        />
      ) : editing ? (
        <input
          className="edit"
          aria-label={setting.label}
          aria-invalid={parsed ? !parsed.ok : undefined}
          value={typed ? fieldText(setting, typed, figures) : (typed ?? before)}
          onFocus={onSelect}
          onChange={(e) => onType?.(e.target.value === before ? null : keptText(setting, e.target.value, figures))}
        />
      ) : (
        <span className="val f" title={shown}>
          {isChip ? '' : shown.split('\n')[0]!.slice(0, 24)}
          {other && <small>{other}</small>}
        </span>
      )}
      {setting.type === 'number' || setting.type === 'integer' ? (
        <Gauge
          value={typeof value === 'number' ? value : null}
          hardware={row.hardware}
          supplier={row.supplier}
          proven={row.proof && { ...row.proof.range, state: row.proof.state }}
          guard={setting.range}
          label={`${setting.label} ${shown}${row.supplier ? `, supplier ${row.supplier.join(' to ')}` : ''}${row.proof ? `, ${row.proof.state} ${row.proof.range.min} to ${row.proof.range.max}` : ''}`}
        />
      ) : editing && hasLines ? null : (
        <span className="gauge">{isChip ? <span className="chip">{shown}</span> : null}</span>
      )}
      <span className="or">
        {isBeaten
          ? `${row.origin} wins here: ${showValue(setting, row.value, figures)}`
          : typed !== undefined
            ? 'typed now'
            : row.origin}
        {row.reason && typed === undefined && (
          <>
            {' '}
            · <i>{row.reason.text}</i>
          </>
        )}
      </span>
      <span className="ev">
        <Evidence proof={row.proof} provenBy={setting.provenBy} />
      </span>
      {parsed && !parsed.ok && (
        <span className="slip" role="alert">
          {parsed.failure.what}
          {parsed.failure.todo ? `; ${parsed.failure.todo}` : ''}
        </span>
      )}
      {parsed?.ok && slipText(setting, parsed.value, row.profileValue) && (
        <Box component="span" className="slip" c="var(--ink)">
          <StateMark mark="due" /> {slipText(setting, parsed.value, row.profileValue)}
        </Box>
      )}
      {parsed?.ok && typed !== shown && (
        <Box component="span" className="slip" c="var(--dim)">
          reads as {shown}
        </Box>
      )}
    </div>
  );
}

const editable = (text: string): string => (text === '–' ? '' : text);

export function Evidence({ proof, provenBy }: { readonly proof: Proof | null; readonly provenBy: string | undefined }) {
  if (!proof)
    return provenBy ? (
      <>
        <StateMark mark="unproven" />
        <span className="dim">unproven</span>
      </>
    ) : null;
  const where = proof.trialId ? <a href={`/trials/${proof.trialId}`}>{proof.trialName}</a> : proof.trialName;
  if (proof.state === 'due')
    return (
      <>
        <StateMark mark="due" />
        <span>due: {proof.because}</span>
      </>
    );
  if (proof.state === 'sister')
    return (
      <>
        <StateMark mark="sister" />
        <span>proven on sister {proof.because}</span>
      </>
    );
  return (
    <>
      <StateMark mark="proven" />
      <span>
        proven {proof.ageDays} d ago · {where}
      </span>
    </>
  );
}
