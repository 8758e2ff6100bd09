import type { JobAct } from './jobAct.ts';
import css from './OutcomePanel.module.css';
import { Box, Button, FileInput, Flex, MultiSelect, NumberInput, SegmentedControl, Textarea } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { get, Refused } from '../../../ui/api.ts';
import { dayAndTime } from '../../../ui/dates.ts';
import { notifyError } from '../../../ui/notify.tsx';
import { kindOf } from '../../trials/kinds/index.ts';
import { signs as allSigns, type Cause } from '../../trials/kinds/signs.ts';
import type { RankedCause } from '../../trials/model/causes.ts';
import { isOfLayers } from '../../rules/outcome.ts';
import { printResults, type PrintResult } from '../model/noted.ts';
import type { JobPage } from '../model/pages.ts';

/** What can be seen on parts of a technology. */
const signsOf = (isResin: boolean) => allSigns.filter((s) => s.technology === (isResin ? 'resin' : 'filament'));
const seenOf = (key: string): string => allSigns.find((s) => s.key === key)?.seen ?? key;

/** What became of the print, said now or weeks later: signs lead to their causes and to the trial that settles them. */
export function OutcomePanel({
  job: j,
  mayChange,
  act,
}: {
  readonly job: JobPage;
  readonly mayChange: boolean;
  readonly act: JobAct;
}) {
  const [isOpen, setOpen] = useState(false);
  const isUnderWay = j.state === 'printing' && j.wish !== 'idle';
  const isResin = j.run?.outcome ? isOfLayers(j.run.outcome) : false;
  return (
    <section className="stage" aria-label="Outcome">
      <h2>
        Outcome{' '}
        <span className="hint">
          {j.outcomes.length === 0 ? 'not recorded' : 'nothing is overwritten; later entries stand beside earlier ones'}
        </span>
      </h2>
      {j.outcomes.map((o) => (
        <Box key={o.id} mb={10} data-outcome={o.result}>
          <p>
            <b>{printResults[o.result]}</b>
            {o.layer !== null && ` at layer ${o.layer}`}{' '}
            <span className="hint">
              {o.personName}, {dayAndTime(o.at)}
            </span>
          </p>
          {o.note && <p>{o.note}</p>}
          {o.setAtMachine && <p className="hint">Set at the machine: {o.setAtMachine}</p>}
          {o.signs.map((key) => (
            <Causes key={key} sign={key} on={j.recipe} />
          ))}
          {o.hasPicture && (
            <img
              src={`/api/jobs/${j.id}/picture?outcome=${o.id}`}
              alt={`The print, ${printResults[o.result]}`}
              className={css.snap}
            />
          )}
        </Box>
      ))}
      {mayChange && !isOpen && !isUnderWay && (
        <Button variant="default" onClick={() => setOpen(true)}>
          {j.outcomes.length === 0 ? 'Record outcome' : 'Add to the outcome'}
        </Button>
      )}
      {isOpen && <OutcomeForm isResin={isResin} act={act} onClose={() => setOpen(false)} />}
    </section>
  );
}

/** A form that is fresh every time it is opened, and stays open with what was typed where it is refused. */
function OutcomeForm({
  isResin,
  act,
  onClose,
}: {
  readonly isResin: boolean;
  readonly act: JobAct;
  readonly onClose: () => void;
}) {
  const [result, setResult] = useState<PrintResult>('good');
  const [signs, setSigns] = useState<string[]>([]);
  const [layer, setLayer] = useState<number | string>('');
  const [setAtMachine, setSetAtMachine] = useState('');
  const [note, setNote] = useState('');
  const [picture, setPicture] = useState<File | null>(null);
  const isWell = result === 'good';
  const keep = async (): Promise<void> => {
    let pictureSha: string | null = null;
    try {
      pictureSha = picture && (await send(picture));
    } catch (e) {
      return notifyError(e);
    }
    const outcome = {
      result,
      layer: result === 'failed' && typeof layer === 'number' ? layer : null,
      signs: isWell ? [] : signs,
      setAtMachine,
      note,
      pictureSha,
    };
    if (await act('outcome', outcome, 'Outcome recorded')) onClose();
  };
  return (
    <form
      className="stacked"
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <SegmentedControl
        aria-label="Result"
        value={result}
        onChange={(v) => setResult(v as PrintResult)}
        data={Object.entries(printResults).map(([value, label]) => ({ value, label }))}
      />
      {!isWell && (
        <MultiSelect
          label="Defects seen"
          placeholder={signs.length === 0 ? 'what is seen on the part' : ''}
          data={signsOf(isResin).map((s) => ({ value: s.key, label: s.seen }))}
          value={signs}
          onChange={setSigns}
          searchable
          maxValues={12}
        />
      )}
      {result === 'failed' && (
        <NumberInput label="Failed at layer" min={1} allowDecimal={false} value={layer} onChange={setLayer} />
      )}
      <Textarea
        label="Set at the machine, if different from the list"
        value={setAtMachine}
        onChange={(e) => setSetAtMachine(e.currentTarget.value)}
        autosize
        minRows={1}
      />
      <Textarea label="Remark" value={note} onChange={(e) => setNote(e.currentTarget.value)} autosize minRows={1} />
      <FileInput
        label="Picture, PNG, JPEG or WebP"
        accept="image/png,image/jpeg,image/webp"
        value={picture}
        onChange={setPicture}
        clearable
      />
      <Flex component="span" gap={10}>
        <Button type="submit">Save</Button>
        <Button variant="default" type="button" onClick={onClose}>
          Cancel
        </Button>
      </Flex>
    </form>
  );
}

/** What a sign can come from, ranked for the machine it was printed on; the trial that settles it is planned there, with the same process. */
function Causes({ sign, on }: { readonly sign: string; readonly on: JobPage['recipe'] }) {
  const s = allSigns.find((x) => x.key === sign);
  const { data } = useQuery({
    queryKey: ['causes', on.machineId, sign],
    queryFn: () => get('/api/machines/[id]/causes', { id: on.machineId, sign }),
    enabled: s !== undefined,
  });
  if (!s) return null;
  const causes: readonly (Cause & Partial<RankedCause>)[] = data ?? s.causes;
  return (
    <Box mt={4} mb={4} ml={12}>
      <span>{seenOf(sign)}: </span>
      <span className="hint">the likeliest here first</span>
      <ol className={css.causes}>
        {causes.map((c) => (
          <li key={c.cause}>
            {c.cause} <span className="hint">({c.tells})</span>{' '}
            {c.trial ? (
              <a href={`/trials/new?kind=${c.trial}&machine=${on.machineId}&process=${on.processId}`}>
                run {kindOf(c.trial).label.toLowerCase()}
              </a>
            ) : (
              c.look && `then: ${c.look}`
            )}
            {c.care && (
              <>
                {' '}
                <a href={`/machines/${on.machineId}/care`}>care of the machine</a>
              </>
            )}
            {c.says && c.says.length > 0 && <span className="hint"> · {c.says.join('; ')}</span>}
          </li>
        ))}
      </ol>
    </Box>
  );
}

async function send(picture: File): Promise<string> {
  const r = await fetch('/api/files', { method: 'PUT', body: picture });
  const answer = (await r.json()) as { sha256?: string; title?: string };
  if (!r.ok || !answer.sha256) throw new Refused(r.status, 'picture', answer.title ?? 'The picture was not taken');
  return answer.sha256;
}
