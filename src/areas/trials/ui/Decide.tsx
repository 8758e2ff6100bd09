import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { Gauge } from '../../../ui/Gauge.tsx';
import type { TrialPage } from '../model/pages.ts';
import { FLOW_TOLERANCE } from '../model/trial.ts';

/** What accepting would change, and the two ways to end a trial. */
export function Decide({ trial: t, onDecide }: { readonly trial: TrialPage; readonly onDecide: (outcome: 'accepted' | 'set aside', why: string) => void }) {
  const [why, setWhy] = useState('');
  const value = t.analysis ? (t.analysis.measurableChange ? t.analysis.flow : t.plan.flow) : null;
  return (
    <>
      {t.analysis && value !== null && <><h3>Against today</h3><Gauge value={t.plan.flow} hardware={null} supplier={null} proven={{ min: value - FLOW_TOLERANCE, max: value + FLOW_TOLERANCE, state: 'proven' }} guard={[0.5, 1.5]} label={`Flow now ${t.plan.flow}, would be ${value.toFixed(3)}`} />
        <p className="hint">Tick: flow now, {t.plan.flow.toFixed(3)}. Bar: what would be allowed, {(value - FLOW_TOLERANCE).toFixed(3)} to {(value + FLOW_TOLERANCE).toFixed(3)}.</p>
        <h3>If accepted</h3><p className="hint">The pairing {t.machineName.replace('Rifugio ', '')} · {t.toolName} · {t.materialName} {t.analysis.measurableChange ? `gets flow ${value.toFixed(3)}` : `keeps flow ${value.toFixed(3)}, now proven`} for 90 days, until the nozzle changes, or for another lot.</p></>}
      <TextInput size="xs" label="Remark" value={why} onChange={(e) => setWhy(e.currentTarget.value)} mt={10} mb={8} />
      <div style={{ display: 'flex', gap: 8 }}><button className="btn p" disabled={!t.analysis || t.state === 'printing'} onClick={() => onDecide('accepted', why)}>{value === null ? 'Accept' : `Accept ${value.toFixed(3)}`}</button><button className="btn" disabled={t.state === 'printing'} onClick={() => onDecide('set aside', why)}>Set aside</button></div>
    </>
  );
}
