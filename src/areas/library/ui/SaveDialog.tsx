import { Button, Fieldset, Modal, NativeSelect, Radio, Table, TextInput } from '@mantine/core';
import { useState } from 'react';
import { post, type Answer } from '../../../ui/api.ts';
import { DayField } from '../../../ui/DayField.tsx';
import { useFigures, usePerson } from '../../../ui/person.tsx';
import type { ProfilePage } from '../model/pages.ts';
import type { ReasonKind, Reasons } from '../model/records.ts';
import { reasonKinds } from '../model/reasons.ts';
import { parseSetting, showValue } from '../model/values.ts';
import { isLongText, textOf, TextDiff } from '../../../ui/TextDiff.tsx';
import { findSetting } from '../settings/catalogue.ts';
import type { SettingValue } from '../settings/define.ts';
import { Touches } from './Touches.tsx';
import css from './SaveDialog.module.css';

const WORKAROUND: ReasonKind = 'works round a fault';
type Outcome = Answer<'/api/profiles/[id]/revisions', 'POST'>;

/** Shows the difference first, asks for a one-line reason, saves; where somebody saved the same setting meanwhile both values are
 *  shown and the saver chooses. */
export function SaveDialog({
  page,
  baseRevisionId,
  typed,
  before,
  onClose,
  onSaved,
}: {
  readonly page: ProfilePage;
  readonly baseRevisionId: string;
  readonly typed: Readonly<Record<string, string | null>>;
  /** What has to be over before anything is saved. */
  readonly before: () => Promise<void>;
  readonly onClose: () => void;
  readonly onSaved: (number: number, mergedWith: number | null, state: string) => void;
}) {
  const isLead = usePerson().role === 'lead';
  const figures = useFigures();
  const [message, setMessage] = useState('');
  const [kind, setKind] = useState<ReasonKind>('measured');
  const [until, setUntil] = useState('');
  const [validationError, setValidationError] = useState<string | null>(null);
  const [conflict, setConflict] = useState<Extract<Outcome, { saved: false }> | null>(null);
  const [choice, setChoice] = useState<Record<string, 'mine' | 'theirs'>>({});
  const base = page.revisions.find((r) => r.id === baseRevisionId) ?? page.head;
  const changes = Object.entries(typed).map(([key, text]) => {
    const setting = findSetting(key)!;
    const parsed = text === null || text === '' ? null : parseSetting(setting, text);
    return {
      key,
      setting,
      before: base.own[key] ?? page.rows.find((r) => r.key === key)?.profileValue ?? null,
      parsed,
    };
  });
  const bad = changes.filter((c) => c.parsed && !c.parsed.ok);
  const save = async (review: boolean): Promise<void> => {
    const own: Record<string, SettingValue> = { ...base.own };
    const reasons: Record<string, Reasons[string]> = { ...base.reasons };
    for (const c of changes) {
      const theirs = conflict?.conflicts.find((x) => x.key === c.key);
      if (theirs && choice[c.key] === 'theirs') {
        if (theirs.theirs === null) delete own[c.key];
        else own[c.key] = theirs.theirs;
        continue;
      }
      if (c.parsed?.ok) {
        own[c.key] = c.parsed.value;
        reasons[c.key] = { kind, text: message, ...(kind === WORKAROUND && { until }) };
      } else delete own[c.key];
    }
    try {
      await before();
      const outcome = await post(
        '/api/profiles/[id]/revisions',
        { id: page.id },
        {
          baseRevisionId,
          own,
          reasons,
          message,
          decided: conflict ? conflict.conflicts.filter((x) => choice[x.key]).map((x) => x.key) : [],
          review,
        },
      );
      if (outcome.saved) onSaved(outcome.number, outcome.mergedWith, outcome.state);
      else setConflict(outcome);
    } catch (e) {
      setValidationError((e as Error).message);
    }
  };
  const why =
    bad.length > 0
      ? `${bad[0]!.setting.label} cannot be read`
      : kind === WORKAROUND && !until
        ? 'Say when to look again'
        : null;
  const open = conflict?.conflicts.filter((c) => !choice[c.key]) ?? [];
  return (
    <Modal
      opened
      onClose={onClose}
      title={`Save ${page.name} as revision ${page.revisions[0]!.number + 1}`}
      size="lg"
      transitionProps={{ duration: 0 }}
    >
      <Table className="list">
        <Table.Thead>
          <Table.Tr>
            <Table.Th>Setting</Table.Th>
            <Table.Th className="n">Before</Table.Th>
            <Table.Th className="n">Typed</Table.Th>
            <Table.Th className="n">Now</Table.Th>
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {changes.map((c) => {
            const now = c.parsed?.ok ? c.parsed.value : null;
            if (isLongText(c.before, now))
              return (
                <Table.Tr key={c.key}>
                  <Table.Td>{c.setting.label}</Table.Td>
                  <Table.Td colSpan={3}>
                    <TextDiff before={textOf(c.before)} after={textOf(now)} />
                  </Table.Td>
                </Table.Tr>
              );
            return (
              <Table.Tr key={c.key}>
                <Table.Td>{c.setting.label}</Table.Td>
                <Table.Td className="n">{showValue(c.setting, c.before, figures)}</Table.Td>
                <Table.Td className="n">{typed[c.key] || '(cleared)'}</Table.Td>
                <Table.Td className="n">
                  {c.parsed === null
                    ? 'from parent'
                    : c.parsed.ok
                      ? showValue(c.setting, c.parsed.value, figures)
                      : c.parsed.failure.what}
                </Table.Td>
              </Table.Tr>
            );
          })}
        </Table.Tbody>
      </Table>
      {conflict && (
        <div role="alert" className="ledge doubt">
          <b>
            {conflict.theirs} saved revision {conflict.headNumber} meanwhile and changed the same.
          </b>
          {conflict.conflicts.map((c) => {
            const s = findSetting(c.key)!;
            return (
              <Fieldset
                key={c.key}
                variant="unstyled"
                py={6}
                legend={`${s.label}, before ${showValue(s, c.base, figures)}`}
              >
                <Radio
                  name={c.key}
                  onChange={() => setChoice((x) => ({ ...x, [c.key]: 'mine' }))}
                  label={
                    <>
                      mine: <span className="f">{showValue(s, c.mine, figures)}</span>
                    </>
                  }
                />{' '}
                <Radio
                  name={c.key}
                  onChange={() => setChoice((x) => ({ ...x, [c.key]: 'theirs' }))}
                  label={
                    <>
                      theirs: <span className="f">{showValue(s, c.theirs, figures)}</span>
                    </>
                  }
                />
              </Fieldset>
            );
          })}
        </div>
      )}
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void save(!isLead);
        }}
        className={css.why}
      >
        <TextInput
          label="Why, in one line"
          value={message}
          onChange={(e) => setMessage(e.currentTarget.value)}
          error={validationError}
          data-autofocus
        />
        <NativeSelect
          label="Kind of reason"
          data={[...reasonKinds]}
          value={kind}
          onChange={(e) => setKind(e.currentTarget.value as ReasonKind)}
        />
        {kind === WORKAROUND && (
          <DayField label="Look at it again from" value={until} onChange={setUntil} className={css.until} />
        )}
        <div className={css.acts}>
          <Button type="submit" disabled={why !== null || message.trim().length < 3 || open.length > 0}>
            {why ?? (open.length > 0 ? 'Choose for each setting' : isLead ? 'Release now' : 'Send to review')}
          </Button>
          {isLead && (
            <Button
              variant="default"
              type="button"
              disabled={why !== null || message.trim().length < 3 || open.length > 0}
              onClick={() => void save(true)}
            >
              Send to review
            </Button>
          )}
          <span className="hint">
            {isLead
              ? 'Released, it is in force at once.'
              : 'A lead releases it; until then the released values stay in force.'}
          </span>
        </div>
      </form>
      {/* counted while somebody already writes: below, it moves nothing under the pointer */}
      <Touches profileId={page.id} />
    </Modal>
  );
}
