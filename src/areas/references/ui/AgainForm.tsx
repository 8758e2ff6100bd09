import { Button, Group, Select, TextInput } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { sentenceOf } from '../../../core/result/result.ts';
import { post } from '../../../ui/api.ts';
import { notifySuccess } from '../../../ui/notify.tsx';
import { parseSetting } from '../../library/model/values.ts';
import { catalogue, findSetting } from '../../library/settings/catalogue.ts';
import { maySetInRecipe, type SettingValue } from '../../library/settings/define.ts';
import type { ReferencePage } from '../model/reference.ts';

/** Asks for the next print, with one value of the recipe changed or none. */
export function AgainForm({
  reference: r,
  onClose,
}: {
  readonly reference: ReferencePage;
  readonly onClose: () => void;
}) {
  const client = useQueryClient();
  const [key, setKey] = useState<string | null>(null);
  const [text, setText] = useState('');
  const [refusal, setRefusal] = useState<string | null>(null);
  const settings = catalogue.filter(
    (s) => maySetInRecipe(s) && (s.technology === r.technology || s.technology === 'both'),
  );
  const send = async (overrides: Readonly<Record<string, SettingValue>>): Promise<void> => {
    try {
      const { name } = await post('/api/references/[id]/print', { id: r.id }, { overrides });
      notifySuccess(`${name} received: it is checked, approved and printed as any job`);
      onClose();
      await client.invalidateQueries();
    } catch (e) {
      setRefusal((e as Error).message);
    }
  };
  const ask = (): Promise<void> | void => {
    const setting = key === null ? null : findSetting(key);
    if (!setting) return send({});
    const read = parseSetting(setting, text);
    return read.ok ? send({ [setting.key]: read.value }) : setRefusal(sentenceOf(read.failure));
  };
  return (
    <form
      className="stacked"
      aria-label="Print it again"
      onSubmit={(e) => {
        e.preventDefault();
        void ask();
      }}
    >
      <p className="hint">
        The same file, standing as it stood, with the recipe of the last print. Change one thing at a time: a value
        here, a value of a profile, the lot, or work on the machine. What was changed is read from the records.
      </p>
      <Group align="end">
        <Select
          label="Value to change"
          placeholder="none"
          searchable
          clearable
          data={settings.map((s) => ({ value: s.key, label: s.label }))}
          value={key}
          onChange={setKey}
        />
        {key !== null && <TextInput label="To" value={text} onChange={(e) => setText(e.currentTarget.value)} />}
      </Group>
      {refusal && (
        <p className="error" role="alert">
          {refusal}
        </p>
      )}
      <Group>
        <Button type="submit">Make the job</Button>
        <Button variant="subtle" onClick={onClose}>
          Cancel
        </Button>
      </Group>
    </form>
  );
}
