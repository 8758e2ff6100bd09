import { Box, Button, Group, TextInput } from '@mantine/core';
import { useState } from 'react';
import { Gauge } from '../../../ui/Gauge.tsx';
import { showValue } from '../../library/model/values.ts';
import { findSetting } from '../../library/settings/catalogue.ts';
import { kindOf } from '../kinds/index.ts';
import type { TrialPage } from '../model/pages.ts';

/** What accepting would change, and the ways to end a trial or to carry it on. */
export function Decide({
  trial: t,
  onDecide,
  onExtend,
}: {
  readonly trial: TrialPage;
  readonly onDecide: (outcome: 'accepted' | 'set aside', why: string) => void;
  readonly onExtend: (bands: readonly number[]) => void;
}) {
  const [why, setWhy] = useState('');
  const a = t.analysis;
  const first = a?.proven[0];
  const { isSeries = false } = kindOf(t.kind);
  return (
    <>
      {a && first && (
        <>
          <h3>Against today</h3>
          {a.proven.map((p) => {
            const s = findSetting(p.setting)!;
            const before = t.plan.conditions[p.setting] ?? null;
            return (
              <Box key={p.setting} mb={8}>
                {'range' in s && (
                  <Gauge
                    value={before}
                    hardware={t.plan.limits?.hardware[p.setting] ?? null}
                    supplier={t.plan.limits?.supplier[p.setting] ?? null}
                    proven={{ min: p.range.min, max: p.range.max, state: 'proven' }}
                    guard={s.range}
                    label={`${s.label} now ${before ?? 'not set'}, would be ${p.value}`}
                  />
                )}
                <p className="hint">
                  {s.label}: {before === null ? 'not set' : showValue(s, before)} now, <b>{showValue(s, p.value)}</b> if
                  accepted; allowed {showValue(s, p.range.min)} to {showValue(s, p.range.max)}
                  {p.range.heldTo !== undefined && `; it held to ${showValue(s, p.range.heldTo)}, the rest is margin`}
                  {p.range.maxEnd === 'failedBeyond' && ', failed above'}
                  {p.range.minEnd === 'failedBeyond' && ', failed below'}.
                </p>
              </Box>
            );
          })}
          <h3>If accepted</h3>
          <p className="hint">
            The pairing {t.machineName} · {t.toolName} · {t.materialName}{' '}
            {a.measurableChange ? 'gets this' : 'keeps its value, now proven,'} for {t.validDays} days, until
            maintenance touches it, or for another lot.
          </p>
          {t.openJobs.length > 0 && (
            <Box component="p" className="hint" mt={4}>
              To be checked again:{' '}
              {t.openJobs.map((j, i) => (
                <span key={j.id}>
                  {i > 0 && ', '}
                  <a href={`/checks/${j.id}`}>
                    {j.name} {j.title}
                  </a>
                </span>
              ))}
              .
            </Box>
          )}
        </>
      )}
      {t.changed.length > 0 && (
        <div role="status" className="ledge bad">
          <b>Changed since it was planned:</b> {t.changed.join('; ')}.
        </div>
      )}
      <TextInput size="xs" label="Remark" value={why} onChange={(e) => setWhy(e.currentTarget.value)} mt={10} mb={8} />
      <Group gap={8} align="stretch">
        <Button disabled={!(isSeries ? a : first) || t.state === 'printing'} onClick={() => onDecide('accepted', why)}>
          {first
            ? `Accept ${showValue(findSetting(first.setting)!, first.value)}${a.proven.length > 1 ? ` and ${a.proven.length - 1} more` : ''}`
            : isSeries
              ? 'Save to the series'
              : 'Accept'}
        </Button>
        {a?.extendTo && (
          <Button variant="default" onClick={() => onExtend(a.extendTo!)}>
            Extend the range
          </Button>
        )}
        <Button variant="default" disabled={t.state === 'printing'} onClick={() => onDecide('set aside', why)}>
          Set aside
        </Button>
      </Group>
    </>
  );
}
