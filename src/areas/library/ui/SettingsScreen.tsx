import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { formatFigure, formatQuantity } from '../../../core/units/format.ts';
import { SignDrawing } from '../../../ui/SignDrawing.tsx';
import { rulesThatRead } from '../../rules/readers.ts';
import { catalogue } from '../settings/catalogue.ts';
import { groups, type Setting } from '../settings/define.ts';
import { LibraryRooms } from './LibraryRooms.tsx';

/** Every setting there is, in our own words. */
export function SettingsScreen() {
  const [text, setText] = useState('');
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const found = catalogue.filter((s) =>
    words.every((w) =>
      `${s.key} ${s.label} ${s.what} ${s.tooLow} ${s.tooHigh} ${s.technology} ${s.owners.join(' ')}`
        .toLowerCase()
        .includes(w),
    ),
  );
  return (
    <>
      <LibraryRooms here="/library/settings" />
      <div className="band">
        <div>
          <div className="kind">Library</div>
          <h1>Settings</h1>
        </div>
        <span className="chip">
          {found.length} of {catalogue.length}
        </span>
        <div className="end">
          <TextInput
            aria-label="Search settings"
            placeholder="Word of name or help"
            size="xs"
            w={260}
            value={text}
            onChange={(e) => setText(e.currentTarget.value)}
            autoFocus
          />
        </div>
      </div>
      <table className="list">
        <thead>
          <tr>
            <th>Setting</th>
            <th>What it does</th>
            <th>Too low</th>
            <th>Too high</th>
            <th>Stands in</th>
            <th className="n">Can be meant</th>
            <th>Where empty</th>
            <th>Read by</th>
          </tr>
        </thead>
        {groups.map((g) => {
          const inGroup = found.filter((s) => s.group === g);
          return inGroup.length === 0 ? null : (
            <tbody key={g}>
              <tr className="sub">
                <th colSpan={8}>{g}</th>
              </tr>
              {inGroup.map((s) => (
                <Row key={s.key} s={s} />
              ))}
            </tbody>
          );
        })}
      </table>
      {found.length === 0 && <p className="empty">No setting speaks of “{text}”.</p>}
    </>
  );
}

function Row({ s }: { readonly s: Setting }) {
  const rules = rulesThatRead(s.key).map((r) => r.title);
  return (
    <tr id={s.key}>
      <td>
        <b>{s.label}</b>
        <div className="hint f">{s.key}</div>
      </td>
      <td>{s.what}</td>
      <td>
        {s.seen && <SignDrawing sign={s.seen[0]} />}
        <div>{s.tooLow}</div>
      </td>
      <td>
        {s.seen && <SignDrawing sign={s.seen[1]} />}
        <div>{s.tooHigh}</div>
      </td>
      <td>
        {s.owners.join(', ')}
        <div className="hint">{s.technology === 'both' ? 'filament and resin' : s.technology}</div>
      </td>
      <td className="n">
        {'range' in s
          ? `${formatFigure(s.range[0], s.quantity)} to ${formatQuantity(s.range[1], s.quantity)}`
          : s.type === 'choice'
            ? ''
            : s.type}
      </td>
      <td>
        {'formula' in s && s.formula
          ? `= ${s.formula.text}`
          : 'default' in s && s.default !== undefined
            ? String(s.default)
            : '–'}
      </td>
      <td>
        {s.provenBy && <div>{s.provenBy.replace('-', ' ')} trial</div>}
        {s.restsOn && <div>rests on {s.restsOn}</div>}
        {rules.slice(0, 2).map((t) => (
          <div key={t} className="hint">
            {t}
          </div>
        ))}
        {rules.length > 2 && <div className="hint">and {rules.length - 2} more rules</div>}
      </td>
    </tr>
  );
}
