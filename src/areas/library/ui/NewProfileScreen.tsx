import { Box, Button, Group, NativeSelect, Textarea, TextInput } from '@mantine/core';
import { useState, type ChangeEvent } from 'react';
import { post } from '../../../ui/api.ts';
import { LibraryRooms } from './LibraryRooms.tsx';
import { navigate } from '../../../ui/router.tsx';
import { notifySuccess } from '../../../ui/notify.tsx';
import { parseSetting } from '../model/values.ts';
import { findSetting } from '../settings/catalogue.ts';
import type { SettingValue } from '../settings/define.ts';
import { RecordPick } from '../../../ui/RecordPick.tsx';
import { IN_USE } from '../model/list.ts';

type Kind = 'printer' | 'tool' | 'material' | 'process';
type Technology = 'filament' | 'resin';
/** What is asked for at once; everything else comes from the parent or is typed in the ledger. `must` ones cannot be left empty. */
const asked: Record<
  `${Technology} ${Kind}`,
  readonly { readonly key: string; readonly must?: boolean; readonly ask?: string }[]
> = {
  'filament printer': [
    { key: 'travelXMm', must: true, ask: 'Drive the tool from stop to stop: left to right' },
    { key: 'travelYMm', must: true, ask: 'Front to back' },
    { key: 'travelZMm', must: true, ask: 'From the plate up' },
    { key: 'heads', ask: 'Heads that programs call by number; one where it is left empty' },
    { key: 'bedMaxC' },
    { key: 'accelerationMmPerS2' },
    { key: 'startBlock', ask: 'Lines sent before every print; {bed} and {nozzle} stand for their temperatures' },
    { key: 'endBlock', ask: 'Lines sent after every print' },
  ],
  'resin printer': [
    { key: 'travelXMm', must: true, ask: 'Lit width of the screen' },
    { key: 'travelYMm', must: true, ask: 'Lit depth of the screen' },
    { key: 'travelZMm', must: true, ask: 'From the film up to the stop' },
    { key: 'pixelMm', must: true },
    { key: 'irradianceMwPerCm2' },
  ],
  'filament tool': [
    { key: 'nozzleDiameterMm', must: true },
    { key: 'nozzleMaterial' },
    { key: 'hotEndMaxC', must: true },
    { key: 'catalogueFlowMm3PerS' },
  ],
  'resin tool': [],
  'filament material': [
    { key: 'family', must: true },
    { key: 'brand', must: true },
    { key: 'colour', must: true },
    { key: 'densityGPerCm3', must: true },
    { key: 'nozzleRangeC', ask: 'As printed on the spool, “240 to 260”' },
    { key: 'bedRangeC' },
    { key: 'nozzleC', ask: 'To begin with; proven by a trial later' },
    { key: 'bedC', ask: 'To begin with' },
    { key: 'pricePerKg' },
  ],
  'resin material': [
    { key: 'brand', must: true },
    { key: 'resinKind' },
    { key: 'colour', must: true },
    { key: 'workingRangeC', ask: 'As printed on the bottle, “20 to 30”' },
    { key: 'wavelengthNm' },
  ],
  'filament process': [
    { key: 'layerHeightMm', must: true },
    { key: 'lineWidthMm' },
    { key: 'visibleWallSpeedMmPerS', must: true },
  ],
  'resin process': [
    { key: 'resinLayerMm', must: true },
    { key: 'exposureS', must: true, ask: 'For this layer height; proven later' },
    { key: 'exposureBottomS', must: true },
    { key: 'liftFirstMm', must: true },
    { key: 'liftFirstMmPerS', must: true },
  ],
};

/** A new profile by a short guided page: a printer asks for its travel, measured, and cannot be saved without the height. */
export function NewProfileScreen() {
  const [kind, setKind] = useState<Kind>('printer');
  const [technology, setTechnology] = useState<Technology>('filament');
  const [parentId, setParentId] = useState('');
  const [name, setName] = useState('');
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [validationError, setValidationError] = useState<string | null>(null);
  const questions = asked[`${technology} ${kind}`];
  const suggested =
    kind === 'material'
      ? [typed['brand'], technology === 'filament' ? typed['family'] : typed['resinKind'], typed['colour']]
          .filter(Boolean)
          .join(' ')
      : '';
  const parsedOf = (key: string) => (typed[key]?.trim() ? parseSetting(findSetting(key)!, typed[key].trim()) : null);
  const missing = questions.filter((q) => q.must && !typed[q.key]?.trim());
  const wrong = questions.filter((q) => parsedOf(q.key)?.ok === false);
  const full = (name.trim() || suggested).trim();
  const make = async (): Promise<void> => {
    const own: Record<string, SettingValue> = {};
    for (const q of questions) {
      const parsed = parsedOf(q.key);
      if (parsed?.ok) own[q.key] = parsed.value;
    }
    try {
      const made = await post('/api/profiles', {
        kind,
        technology,
        name: full,
        parentId: parentId || null,
        own,
      });
      notifySuccess(`${made.name} stands in the library`);
      navigate(`/library/${made.id}`);
    } catch (e) {
      setValidationError((e as Error).message);
    }
  };
  return (
    <>
      <LibraryRooms here="/library" />
      <div className="band">
        <div>
          <div className="kind">Library</div>
          <h1>A new {kind}</h1>
        </div>
      </div>
      <Box
        component="form"
        className="stage"
        maw={760}
        onSubmit={(e) => {
          e.preventDefault();
          void make();
        }}
      >
        <div className="fields">
          <NativeSelect
            label="Kind"
            value={kind}
            onChange={(e) => {
              setKind(e.currentTarget.value as Kind);
              setParentId('');
              setTyped({});
            }}
            data={['printer', 'tool', 'material', 'process']}
          />
          <NativeSelect
            label="Technology"
            value={technology}
            onChange={(e) => {
              setTechnology(e.currentTarget.value as Technology);
              setParentId('');
              setTyped({});
            }}
            data={['filament', 'resin']}
          />
          <RecordPick
            label="Parent"
            from="/api/profiles"
            of={{ kind, technology, state: IN_USE }}
            isOptional
            value={parentId}
            onChange={setParentId}
          />
          <TextInput
            label="Name"
            value={name}
            placeholder={suggested}
            onChange={(e) => setName(e.currentTarget.value)}
          />
        </div>
        {questions.length === 0 && (
          <Box component="p" className="hint" mt={14}>
            A resin printer has no tool.
          </Box>
        )}
        {kind === 'printer' && (
          <Box component="p" className="hint" mt={14}>
            Travel is what the machine reaches, measured; the size of the plate is something else.
          </Box>
        )}
        {kind === 'process' && technology === 'resin' && (
          <Box component="p" className="hint" mt={14}>
            Exposure belongs to its layer height: make one process for each.
          </Box>
        )}
        <Box className="fields" mt={14}>
          {questions.map((q) => {
            const s = findSetting(q.key)!;
            const parsed = parsedOf(q.key);
            const error =
              parsed && !parsed.ok ? [parsed.failure.what, parsed.failure.todo].filter(Boolean).join('; ') : null;
            const value = typed[q.key] ?? '';
            const set = (v: string): void => setTyped((t) => ({ ...t, [q.key]: v }));
            const field = {
              ...{ label: s.label, description: q.ask ?? s.what, value, withAsterisk: q.must ?? false },
              onChange: (e: ChangeEvent<HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement>) =>
                set(e.currentTarget.value),
            };
            if (s.type === 'choice')
              return <NativeSelect key={q.key} {...field} data={[{ value: '', label: 'choose…' }, ...s.choices]} />;
            return s.type === 'text' && s.isProgram ? (
              <Textarea key={q.key} {...field} error={error} autosize minRows={3} />
            ) : (
              <TextInput key={q.key} {...field} error={error} />
            );
          })}
        </Box>
        {validationError && (
          <Box component="p" role="alert" c="var(--oxide)" mt={10}>
            {validationError}
          </Box>
        )}
        <Group gap={12} mt={16} wrap="nowrap">
          <Button
            type="submit"
            disabled={missing.length > 0 || wrong.length > 0 || full.length < 2 || questions.length === 0}
          >
            Create profile
          </Button>
          {missing.length > 0 && (
            <span className="hint">Still missing: {missing.map((q) => findSetting(q.key)!.label).join(', ')}</span>
          )}
        </Group>
      </Box>
    </>
  );
}
