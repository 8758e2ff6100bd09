import { Table, TextInput } from '@mantine/core';
import { useState } from 'react';
import { formatFigure, formatQuantity } from '../../../core/units/format.ts';
import { SignDrawing } from '../../../ui/SignDrawing.tsx';
import { rulesThatRead } from '../../rules/readers.ts';
import { catalogue } from '../settings/catalogue.ts';
import { groups, type Setting } from '../settings/define.ts';
import { LibraryRooms } from './LibraryRooms.tsx';
import { WideTable } from '../../../ui/WideTable.tsx';

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
      <WideTable isText>
        <Table.Thead>
          <Table.Tr>
            <Table.Th>Setting</Table.Th>
            <Table.Th>What it does</Table.Th>
            <Table.Th>Too low</Table.Th>
            <Table.Th>Too high</Table.Th>
            <Table.Th>Stands in</Table.Th>
            <Table.Th className="n">Can be meant</Table.Th>
            <Table.Th>Where empty</Table.Th>
            <Table.Th>Read by</Table.Th>
          </Table.Tr>
        </Table.Thead>
        {groups.map((g) => {
          const inGroup = found.filter((s) => s.group === g);
          return inGroup.length === 0 ? null : (
            <Table.Tbody key={g}>
              <Table.Tr className="sub">
                <Table.Th colSpan={8}>{g}</Table.Th>
              </Table.Tr>
              {inGroup.map((s) => (
                <Row key={s.key} s={s} />
              ))}
            </Table.Tbody>
          );
        })}
      </WideTable>
      {found.length === 0 && <p className="empty">No setting speaks of “{text}”.</p>}
    </>
  );
}

function Row({ s }: { readonly s: Setting }) {
  const rules = rulesThatRead(s.key).map((r) => r.title);
  return (
    <Table.Tr id={s.key}>
      <Table.Td>
        <b>{s.label}</b>
        <div className="hint f">{s.key}</div>
      </Table.Td>
      <Table.Td>{s.what}</Table.Td>
      <Table.Td>
        {s.seen && <SignDrawing sign={s.seen[0]} />}
        <div>{s.tooLow}</div>
      </Table.Td>
      <Table.Td>
        {s.seen && <SignDrawing sign={s.seen[1]} />}
        <div>{s.tooHigh}</div>
      </Table.Td>
      <Table.Td>
        {s.owners.join(', ')}
        <div className="hint">{s.technology === 'both' ? 'filament and resin' : s.technology}</div>
      </Table.Td>
      <Table.Td className="n">
        {'range' in s
          ? `${formatFigure(s.range[0], s.quantity)} to ${formatQuantity(s.range[1], s.quantity)}`
          : s.type === 'choice'
            ? ''
            : s.type}
      </Table.Td>
      <Table.Td>
        {'formula' in s && s.formula
          ? `= ${s.formula.text}`
          : 'default' in s && s.default !== undefined
            ? String(s.default)
            : '–'}
      </Table.Td>
      <Table.Td>
        {s.provenBy && <div>{s.provenBy.replace('-', ' ')} trial</div>}
        {s.restsOn && <div>rests on {s.restsOn}</div>}
        {rules.slice(0, 2).map((t) => (
          <div key={t} className="hint">
            {t}
          </div>
        ))}
        {rules.length > 2 && <div className="hint">and {rules.length - 2} more rules</div>}
      </Table.Td>
    </Table.Tr>
  );
}
