import { Box } from '@mantine/core';
import { useFigures } from '../../../ui/person.tsx';
import { showFigure } from '../../../core/units/figures.ts';
import { SignDrawing } from '../../../ui/SignDrawing.tsx';
import { day } from '../../../ui/dates.ts';
import { findSetting } from '../settings/catalogue.ts';
import type { ProfilePage } from '../model/pages.ts';
import type { LedgerRow } from '../model/records.ts';
import { bareUnit, showValue } from '../model/values.ts';
import { ValueHistory } from './ValueHistory.tsx';
import { Side } from '../../../ui/Side.tsx';

/** Help where the thing stands, where its value comes from, and its proof. */
export function SettingSide({ row, page }: { readonly row: LedgerRow; readonly page: ProfilePage }) {
  const s = findSetting(row.key)!;
  const p = row.proof;
  const figures = useFigures();
  const figure = (v: number): string => ('quantity' in s ? showFigure(v, s.quantity, s.range[1], figures) : String(v));
  return (
    <Side label={`About ${s.label}`}>
      <h3>{s.label}</h3>
      <p className="hint">{s.what}</p>
      <div className="seen">
        {s.seen && <SignDrawing sign={s.seen[0]} />}
        <p className="hint">
          <b>Too low:</b> {s.tooLow}
        </p>
      </div>
      <div className="seen">
        {s.seen && <SignDrawing sign={s.seen[1]} />}
        <p className="hint">
          <b>Too high:</b> {s.tooHigh}
        </p>
      </div>
      {'quantity' in s && (
        <Box component="p" className="hint" mt={6}>
          Type{' '}
          {s.type === 'range'
            ? 'two ends, “240 to 260”'
            : bareUnit(s, figures)
              ? `any unit; a bare figure is ${bareUnit(s, figures)}`
              : 'a figure'}
          ; {figure(s.range[0])} to {figure(s.range[1])} can be meant.
        </Box>
      )}
      {s.type === 'text' && typeof row.value === 'string' && row.value.includes('\n') && (
        <>
          <h3>As it stands</h3>
          <pre className="f text">{row.value}</pre>
        </>
      )}
      <h3>Where {s.type === 'text' ? 'it' : showValue(s, row.value, figures)} comes from</h3>
      <div className="ledge good">
        <b>{row.origin === 'own' ? `${page.name}, own value` : row.origin}</b>
        {row.reason && (
          <div>
            {row.reason.kind}: {row.reason.text}
          </div>
        )}
      </div>
      {row.beaten.map((b) => (
        <div key={b.level} className="ledge dim">
          {b.level} <span className="f">{showValue(s, b.value, figures)}</span>
        </div>
      ))}
      {(row.hardware || row.supplier) && (
        <>
          <h3>Limits</h3>
          <dl className="kv">
            {row.hardware && (
              <>
                <dt>hardware</dt>
                <dd>
                  {figure(row.hardware[0])} to {figure(row.hardware[1])}
                </dd>
              </>
            )}
            {row.supplier && (
              <>
                <dt>supplier</dt>
                <dd>
                  {figure(row.supplier[0])} to {figure(row.supplier[1])}
                </dd>
              </>
            )}
          </dl>
        </>
      )}
      {s.restsOn && (
        <>
          <h3>Proof</h3>
          <p className="hint">No trial of its own. It rests on {s.restsOn}.</p>
        </>
      )}
      {s.provenBy && (
        <>
          <h3>Proof</h3>
          {p ? (
            <dl className="kv">
              <dt>by</dt>
              <dd>{p.trialId ? <a href={`/trials/${p.trialId}`}>{p.trialName}</a> : p.trialName}</dd>
              <dt>on</dt>
              <dd>{day(p.provenOn)}</dd>
              <dt>value</dt>
              <dd>
                {figure(p.value)}
                {p.uncertainty > 0 && ` ± ${p.uncertainty.toFixed(3)}`}
              </dd>
              <dt>allowed</dt>
              <dd>
                {figure(p.range.min)} to {figure(p.range.max)}
              </dd>
              {p.range.heldTo !== undefined && (
                <>
                  <dt>held to</dt>
                  <dd>{figure(p.range.heldTo)}; less is the farm’s margin</dd>
                </>
              )}
              <dt>beyond</dt>
              <dd>{p.range.maxEnd === 'failedBeyond' ? 'failed beyond' : 'not tried'}</dd>
              {p.conditions.lot && (
                <>
                  <dt>lot</dt>
                  <dd>{p.conditions.lot}</dd>
                </>
              )}
              {p.because && (
                <>
                  <dt>{p.state}</dt>
                  <dd>{p.because}</dd>
                </>
              )}
            </dl>
          ) : (
            <p className="hint">
              None on this machine, tool and material. A {s.provenBy.replace('-', ' ')} trial proves it.
            </p>
          )}
        </>
      )}
      <ValueHistory key={row.key} profileId={page.id} settingKey={row.key} machineId={page.machine?.id ?? null} />
    </Side>
  );
}
