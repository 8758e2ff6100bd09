import { Box, Flex, SegmentedControl, Table, TextInput } from '@mantine/core';
import { useState } from 'react';
import { SignDrawing } from '../../../ui/SignDrawing.tsx';
import { kindOf } from '../kinds/index.ts';
import { signs } from '../kinds/signs.ts';
import { WideTable } from '../../../ui/WideTable.tsx';

/** From what is seen on a part to its causes, and from a cause to the trial that settles it. */
export function SignsScreen() {
  const [text, setText] = useState('');
  const [technology, setTechnology] = useState<'filament' | 'resin' | ''>('');
  const words = text.trim().toLowerCase().split(/\s+/);
  const found = signs.filter(
    (s) =>
      (technology === '' || s.technology === technology) &&
      words.every((w) => [s.seen, ...s.causes.flatMap((c) => [c.cause, c.tells])].join(' ').toLowerCase().includes(w)),
  );
  return (
    <>
      <div className="band">
        <div>
          <div className="kind">Trials</div>
          <h1>Defects</h1>
        </div>
        <span className="chip">
          {found.length} of {signs.length}
        </span>
        <div className="end">
          <TextInput
            size="xs"
            w={240}
            aria-label="Search defects"
            placeholder="What is seen, or a cause"
            value={text}
            onChange={(e) => setText(e.currentTarget.value)}
            autoFocus
          />
          <SegmentedControl
            size="xs"
            aria-label="Technology"
            value={technology}
            onChange={(v) => setTechnology(v)}
            data={[
              { value: '', label: 'Both' },
              { value: 'filament', label: 'Filament' },
              { value: 'resin', label: 'Resin' },
            ]}
          />
        </div>
      </div>
      <WideTable>
        <Table.Thead>
          <Table.Tr>
            <Table.Th>Seen</Table.Th>
            <Table.Th>Likely causes, the likeliest first</Table.Th>
            <Table.Th>What tells it apart</Table.Th>
            <Table.Th>Then</Table.Th>
          </Table.Tr>
        </Table.Thead>
        {found.map((s) => (
          <Table.Tbody key={s.key}>
            {s.causes.map((c, i) => (
              <Table.Tr key={c.cause}>
                {i === 0 && (
                  <Table.Td rowSpan={s.causes.length} w={250}>
                    <Flex component="span" gap={10} align="flex-start">
                      {s.drawn && <SignDrawing sign={s.drawn} />}
                      <span>
                        <b>{s.seen}</b>
                        <br />
                        <span className="hint">{s.technology}</span>
                      </span>
                    </Flex>
                  </Table.Td>
                )}
                <Table.Td pl={10}>
                  {i + 1}. {c.cause}
                </Table.Td>
                <Table.Td className="hint">{c.tells}</Table.Td>
                <Table.Td>
                  {c.trial ? <a href={`/trials/new?kind=${c.trial}`}>{kindOf(c.trial).label} trial</a> : c.look}
                </Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        ))}
      </WideTable>
      {found.length === 0 && <p className="empty">Nothing seen or suspected is described like this.</p>}
      <Box component="p" className="hint" py={10} px={20}>
        The ranking is common practice, without a published source.
      </Box>
    </>
  );
}
