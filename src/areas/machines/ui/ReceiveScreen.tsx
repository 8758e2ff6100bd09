import { Box, Button, NumberInput, TextInput } from '@mantine/core';
import { schemaResolver, useForm } from '@mantine/form';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { post } from '../../../ui/api.ts';
import { MachineRooms } from '../../../ui/MachineRooms.tsx';
import { useMayChange } from '../../../ui/person.tsx';
import { RecordPick } from '../../../ui/RecordPick.tsx';
import { FARM, IN_USE } from '../../library/model/list.ts';
import { containerWord, gramsTyped } from '../model/containers.ts';
import { receiveSchema } from '../model/schemas.ts';

interface Typed {
  readonly materialId: string;
  readonly lot: string;
  readonly content: number | string;
  readonly count: number | string;
  readonly tare: number | string;
  readonly place: string;
  readonly code: string;
}
const EMPTY: Typed = { materialId: '', lot: '', content: '', count: 1, tare: '', place: '', code: '' };
const figure = (v: number | string): number | undefined => (v === '' ? undefined : Number(v));
const sent = ({ content, count, tare, code, ...of }: Typed, isResin: boolean) => ({
  ...of,
  netG: content === '' ? undefined : gramsTyped(content, isResin),
  tareG: figure(tare) ?? null,
  count: figure(count),
  code: code.trim() || null,
});
/** The field of a figure that is sent under another name. */
const FIELD_OF: Readonly<Record<string, keyof Typed>> = { netG: 'content', tareG: 'tare' };

/** Spools or bottles of one lot come in: each gets a code that it is loaded by. */
export function ReceiveScreen() {
  const mayChange = useMayChange();
  return (
    <>
      <MachineRooms here={null} />
      <div className="band" data-kind="machine">
        <div>
          <div className="kind">
            <a href="/machines/spools">Spools and bottles</a>
          </div>
          <h1>Receive</h1>
        </div>
      </div>
      {mayChange ? <ReceiveForm /> : <p className="empty">A technician receives spools and bottles.</p>}
    </>
  );
}

function ReceiveForm() {
  const client = useQueryClient();
  const [isResin, setResin] = useState(false);
  const [made, setMade] = useState<readonly { id: string; code: string }[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const form = useForm<Typed>({
    mode: 'controlled',
    initialValues: EMPTY,
    validateInputOnBlur: true,
    validate: async (v) => {
      const wrong = await schemaResolver(receiveSchema)(sent(v, isResin));
      return Object.fromEntries(Object.entries(wrong).map(([key, why]) => [FIELD_OF[key] ?? key, why]));
    },
  });
  const receive = form.onSubmit(async (v) => {
    setProblem(null);
    try {
      setMade(await post('/api/containers', await receiveSchema.validate(sent(v, isResin), { strict: true })));
      form.setValues({ ...v, lot: '', code: '', count: 1 });
      await client.invalidateQueries();
    } catch (e) {
      setProblem((e as Error).message);
    }
  });
  const one = containerWord(isResin);
  return (
    <form onSubmit={receive} noValidate>
      <section className="stage" aria-label="What came">
        <div className="fields">
          <RecordPick<{ id: string; name: string; technology: string }>
            label="Material"
            from="/api/profiles"
            of={{ kind: 'material', state: IN_USE, origin: FARM }}
            value={form.values.materialId}
            error={form.errors['materialId']}
            onChange={(id, material) => {
              form.setFieldValue('materialId', id);
              setResin(material?.technology === 'resin');
            }}
          />
          <TextInput label="Lot" maxLength={40} {...form.getInputProps('lot')} />
          <NumberInput
            label={isResin ? 'Millilitres in each bottle' : 'Grams on each spool'}
            min={0}
            {...form.getInputProps('content')}
          />
          <NumberInput label="How many" min={1} max={100} allowDecimal={false} {...form.getInputProps('count')} />
          <TextInput label="Kept at" placeholder="dry cabinet 2" maxLength={60} {...form.getInputProps('place')} />
          <NumberInput
            label={`Empty ${one} weighs`}
            placeholder="not weighed"
            suffix=" g"
            min={0}
            {...form.getInputProps('tare')}
          />
          <TextInput label="Its own code" placeholder="one of ours" maxLength={40} {...form.getInputProps('code')} />
        </div>
        <p className="hint">
          The weight of the empty {one} lets anybody weigh it later without emptying it. A code that is on it already
          can be scanned into the last field; it is for one alone.
        </p>
        {problem && (
          <Box component="p" mt={10} role="alert" c="var(--oxide)">
            {problem}. Nothing was received.
          </Box>
        )}
      </section>
      <section className="stage">
        <Button type="submit">Receive</Button>
      </section>
      {made.length > 0 && (
        <section className="stage" role="status" aria-label="Received">
          <h2>Received</h2>
          <p>
            {made.map(({ id, code }, i) => (
              <span key={id}>
                {i > 0 && ', '}
                <a href={`/machines/spools/${id}`}>{code}</a>
              </span>
            ))}
          </p>
          <Button component="a" variant="default" href={`/api/containers/${made[0]!.id}/label`} target="_blank">
            Print labels
          </Button>
        </section>
      )}
    </form>
  );
}
