import { Button, Group, SegmentedControl, TextInput } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { post } from '../../../ui/api.ts';
import { notifySuccess } from '../../../ui/notify.tsx';
import { usePerson } from '../../../ui/person.tsx';
import type { Place, ReferencePrint } from '../model/reference.ts';
import css from './ReferenceScreen.module.css';

const SCORES = ['–', '1', '2', '3', '4', '5'];

/** One look at a print, place by place; one's own last look can be corrected instead of added to. */
export function LookForm({
  referenceId,
  places,
  print,
  onClose,
}: {
  readonly referenceId: string;
  readonly places: readonly Place[];
  readonly print: ReferencePrint;
  readonly onClose: () => void;
}) {
  const client = useQueryClient();
  const person = usePerson();
  const own = print.looks.findLast((l) => l.byId === person.id);
  const [scores, setScores] = useState<Readonly<Record<string, number>>>({});
  const [note, setNote] = useState('');
  const [corrects, setCorrects] = useState<string | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const save = async (): Promise<void> => {
    try {
      await post('/api/references/[id]/looks', { id: referenceId }, { jobId: print.jobId, scores, note, corrects });
      notifySuccess(`${print.jobName} scored at ${Object.keys(scores).length} of ${places.length} places`);
      await client.invalidateQueries();
      onClose();
    } catch (e) {
      setRefusal((e as Error).message);
    }
  };
  return (
    <form
      className="stacked"
      aria-label={`Score ${print.jobName}`}
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      {corrects !== null && <h2>In place of your look before</h2>}
      <p className="hint">
        1 is worst, 5 is best. Look before you look at the scores of the print before; turn the part, or let somebody
        else look, for a second look.
      </p>
      {places.map(({ key, label, how }) => (
        <div key={key} className={css.place}>
          <div>
            {label} <span className="hint">{how}</span>
          </div>
          <SegmentedControl
            aria-label={label}
            data={SCORES}
            value={scores[key]?.toString() ?? '–'}
            onChange={(v) => {
              const { [key]: _, ...others } = scores;
              setScores(v === '–' ? others : { ...scores, [key]: Number(v) });
            }}
          />
        </div>
      ))}
      <TextInput label="Note" value={note} onChange={(e) => setNote(e.currentTarget.value)} />
      {refusal && (
        <p className="error" role="alert">
          {refusal}
        </p>
      )}
      <Group>
        <Button type="submit" disabled={Object.keys(scores).length === 0}>
          Save the scores
        </Button>
        {own && corrects === null && (
          <Button
            variant="default"
            onClick={() => {
              setCorrects(own.id);
              setScores(own.scores);
              setNote(own.note);
            }}
          >
            Correct my last look
          </Button>
        )}
        <Button variant="subtle" onClick={onClose}>
          Cancel
        </Button>
      </Group>
    </form>
  );
}
