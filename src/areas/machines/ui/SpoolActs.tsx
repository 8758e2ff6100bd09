import type { Act } from '../../../ui/api.ts';
import { Button, NumberInput, TextInput } from '@mantine/core';
import { useState } from 'react';
import { ActForm } from '../../../ui/ActForm.tsx';
import { containerWord, gramsTyped, leftOnScale, type ContainerPage } from '../model/containers.ts';
import { leftText } from '../model/leftText.ts';

export const SPOOL = '/api/containers/[id]';
/** What somebody does to a spool or bottle. */
export type SpoolAct = Act<typeof SPOOL>;

/** What is done with a spool or bottle: weighed, dried, thrown away. */
export function SpoolActs({ of: c, onAct }: { readonly of: ContainerPage; readonly onAct: SpoolAct }) {
  const isResin = c.technology === 'resin';
  return (
    <section className="stage" aria-label="Weigh, dry, discard">
      <Weigh of={c} onAct={onAct} />
      {!isResin && <Dry onAct={onAct} />}
      <Discard of={c} onAct={onAct} />
    </section>
  );
}

function Weigh({ of: c, onAct }: { readonly of: ContainerPage; readonly onAct: SpoolAct }) {
  const isResin = c.technology === 'resin';
  const one = containerWord(isResin);
  const [shown, setShown] = useState<number | string>('');
  const [why, setWhy] = useState('');
  const onScale = c.tareG === null ? null : c.tareG;
  const leftG =
    shown === '' ? null : onScale === null ? gramsTyped(shown, isResin) : leftOnScale(Number(shown), onScale);
  const isTooLight = leftG !== null && leftG < 0;
  return (
    <ActForm
      onAct={() => {
        if (leftG !== null) void onAct('weigh', { leftG, why: why.trim() || 'weighed' }, `${c.code} weighed`);
      }}
    >
      <NumberInput
        label={
          onScale !== null
            ? `On the scale, with the ${one}`
            : isResin
              ? 'Millilitres left'
              : 'Grams left, without spool'
        }
        suffix={onScale === null && isResin ? ' ml' : ' g'}
        min={0}
        value={shown}
        onChange={setShown}
        error={isTooLight ? `Less than the empty ${one}` : undefined}
      />
      <TextInput
        label="Why"
        placeholder="weighed"
        maxLength={500}
        value={why}
        onChange={(e) => setWhy(e.currentTarget.value)}
      />
      <Button variant="default" type="submit" disabled={leftG === null || isTooLight}>
        Weigh
      </Button>
      <span className="hint">
        {leftG !== null && !isTooLight
          ? `${leftText(leftG, isResin)} left, ${leftText(c.remainingG, isResin)} by the record.`
          : `${leftText(c.remainingG, isResin)} left by the record.`}
      </span>
    </ActForm>
  );
}

function Dry({ onAct }: { readonly onAct: SpoolAct }) {
  const [warm, setWarm] = useState<number | string>('');
  const [hours, setHours] = useState<number | string>('');
  return (
    <ActForm
      mt={12}
      onAct={() => {
        void onAct('dry', { dryC: Number(warm), dryH: Number(hours) }, 'Drying recorded').then((isDone) => {
          if (!isDone) return;
          setWarm('');
          setHours('');
        });
      }}
    >
      <NumberInput label="Dried at" suffix=" °C" min={30} max={150} value={warm} onChange={setWarm} />
      <NumberInput label="For" suffix=" h" min={0.5} max={72} value={hours} onChange={setHours} />
      <Button variant="default" type="submit" disabled={warm === '' || hours === ''}>
        Record drying
      </Button>
    </ActForm>
  );
}

function Discard({ of: c, onAct }: { readonly of: ContainerPage; readonly onAct: SpoolAct }) {
  const [why, setWhy] = useState('');
  const isLoaded = c.state === 'loaded';
  return (
    <ActForm
      mt={12}
      onAct={() => {
        void onAct('discard', { why: why.trim() }, `${c.code} discarded`);
      }}
    >
      <TextInput
        label="Discard, because"
        maxLength={500}
        value={why}
        disabled={isLoaded}
        onChange={(e) => setWhy(e.currentTarget.value)}
      />
      <Button variant="default" type="submit" disabled={isLoaded || why.trim() === ''}>
        Discard
      </Button>
      <span className="hint">
        {isLoaded ? 'It is loaded: unload it on its machine first.' : 'Its record stays; nothing more is done with it.'}
      </span>
    </ActForm>
  );
}
