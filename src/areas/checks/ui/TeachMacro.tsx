import { Button, Checkbox, Group, Modal, Stack, TextInput } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { macroEffects, type MacroEffect } from '../../../core/gcode/reading.ts';
import { get, post } from '../../../ui/api.ts';
import { usePerson } from '../../../ui/person.tsx';
import { notifyError, notifySuccess } from '../../../ui/notify.tsx';
import type { ProfilePage } from '../../library/model/pages.ts';

const SETTING = 'controllerWords';
const words: Readonly<Record<Exclude<MacroEffect, 'nothing'>, string>> = {
  homes: 'homes all axes',
  'heats nozzle': 'heats the nozzle and waits',
  'heats bed': 'heats the bed and waits',
  levels: 'probes the plate',
  cools: 'turns the heaters off',
  primes: 'primes or wipes the nozzle',
  pauses: 'waits for a person',
};
const isHeat = (e: MacroEffect): boolean => e === 'heats nozzle' || e === 'heats bed';

/** A word of the machine's own that no check can read: a lead says what it does, once for every machine of the profile. */
export function TeachMacro({
  word,
  machineId,
  onTaught,
}: {
  readonly word: string;
  readonly machineId: string;
  readonly onTaught: () => void;
}) {
  const isLead = usePerson().role === 'lead';
  const [isOpen, setOpen] = useState(false);
  if (!isLead) return null;
  return (
    <>
      <Button
        variant="subtle"
        size="compact-xs"
        aria-label={`describe what ${word} does`}
        onClick={() => setOpen(true)}
      >
        describe what it does
      </Button>
      {isOpen && (
        <TeachDialog
          word={word}
          machineId={machineId}
          onClose={() => setOpen(false)}
          onTaught={() => {
            setOpen(false);
            onTaught();
          }}
        />
      )}
    </>
  );
}

function TeachDialog({
  word,
  machineId,
  onClose,
  onTaught,
}: {
  readonly word: string;
  readonly machineId: string;
  readonly onClose: () => void;
  readonly onTaught: () => void;
}) {
  const client = useQueryClient();
  const [does, setDoes] = useState<readonly MacroEffect[]>([]);
  const [by, setBy] = useState<Partial<Record<MacroEffect, string>>>({});
  const { data: profile, error } = useQuery({
    queryKey: ['printer of', machineId],
    queryFn: async () => {
      const { printerId } = await get('/api/machines/[id]', { id: machineId });
      return get('/api/profiles/[id]', { id: printerId });
    },
  });
  /** What is said now would be released together with it. */
  const isWaiting = profile?.tip.state === 'in review';
  const steps = does.map((e) => (isHeat(e) ? `${e} by ${(by[e] ?? '').trim()}` : e));
  const line = `${word}: ${does.length === 0 ? 'nothing' : steps.join(', ')}`;
  const lacks = does.find((e) => isHeat(e) && !(by[e] ?? '').trim());
  const save = async (page: ProfilePage): Promise<void> => {
    const known = page.tip.own[SETTING] ?? page.rows.find((r) => r.key === SETTING)?.profileValue;
    const text = typeof known === 'string' && known.trim() !== '' ? `${known.trim()}\n${line}` : line;
    const message = `${word} is now known`;
    try {
      const done = await post(
        '/api/profiles/[id]/revisions',
        { id: page.id },
        {
          baseRevisionId: page.tip.id,
          own: { ...page.tip.own, [SETTING]: text },
          reasons: { ...page.tip.reasons, [SETTING]: { kind: 'measured', text: message } },
          message,
          decided: [],
          review: false,
        },
      );
      if (!done.saved) return notifyError('Somebody has changed the profile meanwhile; describe it again');
      notifySuccess(`${page.name} knows ${word} now; check again`);
      await client.invalidateQueries({ queryKey: ['printer of', machineId] });
      onTaught();
    } catch (e) {
      notifyError((e as Error).message);
    }
  };
  return (
    <Modal opened onClose={onClose} title={`What ${word} does`} transitionProps={{ duration: 0 }}>
      {error && <p role="alert">{error.message}</p>}
      {!profile && !error && <p className="hint">Opening the printer profile…</p>}
      {profile?.stock && <p role="alert">{profile.name} is stock and read-only: copy it for this machine first.</p>}
      {isWaiting && (
        <p role="alert">
          Revision {profile.tip.number} of <a href={`/library/${profile.id}`}>{profile.name}</a> waits for review:
          decide it first.
        </p>
      )}
      {profile && !profile.stock && !isWaiting && (
        <>
          <Checkbox.Group
            label="In the order in which it does them"
            description="A word that only shows a message or names a part does none of these."
            value={[...does]}
            onChange={(v) => setDoes(v)}
          >
            <Stack gap="xs" my="sm">
              {macroEffects
                .filter((e) => e !== 'nothing')
                .map((e) => (
                  <Stack key={e} gap={4}>
                    <Checkbox value={e} label={words[e]} />
                    {isHeat(e) && does.includes(e) && (
                      <TextInput
                        ml={32}
                        aria-label={`${words[e]}: name of the figure`}
                        placeholder="name of the figure that says how hot, as BED"
                        value={by[e] ?? ''}
                        onChange={(event) => setBy({ ...by, [e]: event.currentTarget.value })}
                      />
                    )}
                  </Stack>
                ))}
            </Stack>
          </Checkbox.Group>
          <p className="f">{line}</p>
          <p className="hint">It is saved under “Words of the controller” of {profile.name}, for all its machines.</p>
          <Group mt="sm">
            <Button disabled={lacks !== undefined} onClick={() => void save(profile)}>
              Save
            </Button>
            {lacks && <span className="hint">Which figure of the call says how hot?</span>}
          </Group>
        </>
      )}
    </Modal>
  );
}
