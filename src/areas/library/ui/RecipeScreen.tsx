import { Button, TextInput, UnstyledButton } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import { countOf } from '../../../core/units/plural.ts';
import { ask, get, post } from '../../../ui/api.ts';
import { day } from '../../../ui/dates.ts';
import { LibraryRooms } from './LibraryRooms.tsx';
import { useMayChange } from '../../../ui/person.tsx';
import { navigate } from '../../../ui/router.tsx';
import { InReview } from '../../../ui/InReview.tsx';
import { StateMark } from '../../../ui/StateMark.tsx';
import { notifySuccess, notifyError } from '../../../ui/notify.tsx';
import { workOut, type RecipeChoice, type RecipeSheet } from '../../recipes/model/recipe.ts';
import { hardwareRange, supplierRange } from '../model/limits.ts';
import type { LedgerRow } from '../model/records.ts';
import { parseSetting, showValue } from '../model/values.ts';
import { checkRecipe, type RecipeFinding } from '../../rules/run.ts';
import { findSetting, settingsOf } from '../settings/catalogue.ts';
import { groups, maySetInRecipe, type SettingValue, type Values } from '../settings/define.ts';
import { GaugeRow } from './GaugeRow.tsx';
import { RecipeParts } from './RecipeParts.tsx';
import { RecipeSide } from './RecipeSide.tsx';

const KINDS = ['printer', 'tool', 'material', 'process'] as const;
const EMPTY: RecipeChoice = {
  machineId: null,
  printerId: null,
  processId: '',
  roles: [{ role: 'part body', toolId: null, materialId: '' }],
};
const filters = {
  all: 'Everything',
  only: 'This recipe only',
  worked: 'Calculated',
  beaten: 'Overrides another value',
  proven: 'With evidence',
} as const;
const marks = { blocker: 'outside', caution: 'due', note: 'note' } as const;

/** A machine or printer, a process and what each role is printed with: every value in force with who won, and what the rules say
 *  while values are typed. */
export function RecipeScreen({ id }: { readonly id: string }) {
  const isNew = id === 'new';
  const mayChange = useMayChange();
  const client = useQueryClient();
  const machines = useQuery({ queryKey: ['machines'], queryFn: () => get('/api/machines') });
  const kept = useQuery({
    queryKey: ['recipe', id],
    queryFn: () => get('/api/recipes/[id]', { id }),
    enabled: !isNew,
  });
  const [choice, setChoice] = useState<RecipeChoice>(EMPTY);
  const [sheet, setSheet] = useState<RecipeSheet | null>(null);
  const [validationError, setValidationError] = useState<string | null>(null);
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [name, setName] = useState('');
  const [selected, setSelected] = useState<string | null>(null);
  const [filter, setFilter] = useState<keyof typeof filters>('all');
  const [editing, setEditing] = useState(false);
  const takenVersion = useRef<number | null>(null);
  useEffect(() => {
    if (!isNew) return;
    const asked = new URLSearchParams(location.search).get('process');
    if (asked) setChoice((c) => ({ ...c, processId: asked }));
  }, []); // the server knows no address bar
  useEffect(() => {
    // a snapshot or a refetch of the version at hand leaves alone what was typed since
    if (!kept.data || takenVersion.current === kept.data.version) return;
    takenVersion.current = kept.data.version;
    setChoice(kept.data.choice);
    setName(kept.data.name);
    setTyped(
      Object.fromEntries(Object.entries(kept.data.overrides).map(([k, v]) => [k, showValue(findSetting(k)!, v)])),
    );
  }, [kept.data]);
  useEffect(() => {
    setValidationError(null);
    if (!(choice.machineId || choice.printerId) || !choice.processId || choice.roles.some((r) => !r.materialId)) {
      setSheet(null);
      return;
    }
    let gone = false;
    ask('/api/recipes/sheet', choice).then(
      (s) => {
        if (!gone) setSheet(s);
      },
      (e: Error) => {
        if (!gone) {
          setValidationError(e.message);
          setSheet(null);
        }
      },
    );
    return () => {
      gone = true;
    };
  }, [choice]);
  const overrides = useMemo((): Values => {
    const own: Record<string, SettingValue> = {};
    for (const [key, text] of Object.entries(typed)) {
      const parsed = parseSetting(findSetting(key)!, text);
      if (parsed.ok) own[key] = parsed.value;
    }
    return own;
  }, [typed]);
  const worked = useMemo(() => {
    if (!sheet) return null;
    const { effective, input } = workOut(sheet, overrides);
    return { effective, input, without: workOut(sheet, {}).effective, check: checkRecipe(input) };
  }, [sheet, overrides]);
  if (kept.error)
    return (
      <p className="empty" role="alert">
        {kept.error.message}
      </p>
    );
  const place = (value: string): void => {
    const [what, placeId] = value.split(':');
    const m = machines.data?.find((x) => x.id === placeId);
    setChoice((c) => ({
      ...c,
      machineId: what === 'machine' ? placeId! : null,
      printerId: what === 'printer' ? placeId! : null,
      roles: c.roles.map((r) =>
        r.role === 'part body' && m
          ? { ...r, toolId: m.mounted?.id ?? r.toolId, materialId: m.loaded?.id ?? r.materialId }
          : r,
      ),
    }));
  };
  const keep = async (): Promise<void> => {
    try {
      const made = await post('/api/recipes', {
        id: isNew ? null : id,
        version: kept.data?.version ?? 1,
        name: called,
        choice,
        overrides,
      });
      notifySuccess(`${called} saved, version ${made.version}`);
      await client.invalidateQueries({ queryKey: ['recipe'] });
      if (isNew) navigate(`/library/recipes/${made.id}`);
    } catch (e) {
      notifyError(e);
    }
  };
  const pin = async (): Promise<void> => {
    try {
      await post('/api/recipes/[id]/pin', { id }, {});
      notifySuccess('Snapshot taken');
      await client.invalidateQueries({ queryKey: ['recipe', id] });
    } catch (e) {
      notifyError(e);
    }
  };
  const apply = (f: RecipeFinding): void => {
    setTyped((t) => ({
      ...t,
      ...Object.fromEntries(Object.entries(f.change?.values ?? {}).map(([k, v]) => [k, showValue(findSetting(k)!, v)])),
    }));
    notifySuccess(`Set for this recipe only: ${f.fix}`);
  };
  const isResin = sheet?.technology === 'resin';
  /** What a new recipe is called where nobody has said. */
  const called = name.trim() || (isNew && sheet ? `${sheet.process} on ${sheet.place}` : '');
  const rows: LedgerRow[] = worked
    ? settingsFor(sheet!.technology)
        .map((s) => {
          const e = worked.effective.get(s.key)!;
          const values = worked.input.values;
          return {
            key: s.key,
            value: e.value,
            profileValue: worked.without.get(s.key)!.value,
            parentValue: null,
            own: s.key in overrides,
            reason: e.winner?.reason ? { kind: e.winner.reason.kind, text: e.winner.reason.text } : null,
            origin: !e.winner ? 'not set' : e.winner.kind === 'formula' ? `= ${e.winner.level}` : e.winner.level,
            beaten: e.beaten.map((b) => ({ level: b.level, value: b.value })),
            hardware: hardwareRange(s, values),
            supplier: supplierRange(s, values),
            proof: sheet!.proofs[s.key] ?? null,
          };
        })
        .filter(
          (r) =>
            filter === 'all' ||
            (filter === 'only' && r.own) ||
            (filter === 'worked' && r.origin.startsWith('=')) ||
            (filter === 'beaten' && r.beaten.length > 0) ||
            (filter === 'proven' && r.proof !== null),
        )
    : [];
  const row = rows.find((r) => r.key === selected) ?? null;
  const findings = worked?.check.findings ?? [];
  const blockers = findings.filter((f) => f.severity === 'blocker').length;
  return (
    <>
      <LibraryRooms here="/library/recipes" />
      <div className="band">
        <div>
          <div className="kind">Recipe{sheet && ` for ${sheet.place}`}</div>
          <h1>{kept.data?.name ?? 'New recipe'}</h1>
        </div>
        {kept.data && <span className="chip">version {kept.data.version}</span>}
        {Object.keys(overrides).length > 0 && (
          <span className="chip">{Object.keys(overrides).length} for this recipe only</span>
        )}
        <div className="end">
          {mayChange && (
            <TextInput
              aria-label="Name of the recipe"
              placeholder={called || 'Recipe name'}
              size="xs"
              w={200}
              value={name}
              onChange={(e) => setName(e.currentTarget.value)}
            />
          )}
          {!isNew && mayChange && (
            <Button variant="default" onClick={() => void pin()}>
              Take snapshot
            </Button>
          )}
          {!isNew && !isResin && (
            <Button component="a" variant="default" href={`/checks/new?recipe=${id}`}>
              Check a job
            </Button>
          )}
          {!isNew && !isResin && mayChange && choice.machineId && (
            <Button component="a" variant="default" href={`/trials/new?recipe=${id}`}>
              Run a trial
            </Button>
          )}
          {!isNew && (
            <Button component="a" variant="default" href={`/library/compare?refs=recipe:${id}`}>
              Compare
            </Button>
          )}
          {worked && mayChange && (
            <Button variant="default" onClick={() => setEditing(!editing)}>
              {editing ? 'Done' : 'Edit'}
            </Button>
          )}
          {mayChange && (
            <Button disabled={!sheet || called.length < 2} onClick={() => void keep()}>
              Save
            </Button>
          )}
        </div>
      </div>
      {worked && (
        <div
          className="verdict"
          data-v={
            blockers > 0 ? 'blocked' : findings.some((f) => f.severity === 'caution') ? 'clear with cautions' : 'clear'
          }
          role="status"
          aria-live="polite"
        >
          <StateMark mark={findings[0] ? marks[findings[0].severity] : 'proven'} />
          <span>
            {findings.length === 0
              ? `No findings: ${countOf(worked.check.ran, 'check')} ran${worked.check.notChecked.length > 0 ? `, ${worked.check.notChecked.length} not possible` : ''}.`
              : `${findings[0]!.title}${findings.length > 1 ? `, and ${findings.length - 1} more` : ''}.`}
          </span>
        </div>
      )}
      <div className="page ledger recipe">
        <div className="left">
          <RecipeParts
            choice={choice}
            onChoose={setChoice}
            onPlace={place}
            machines={machines.data ?? []}
            isResin={isResin}
            mayChange={mayChange}
          />
          <InReview profileIds={[choice.processId, ...choice.roles.flatMap((r) => [r.toolId ?? '', r.materialId])]} />
          {worked && (
            <>
              <h3>Show</h3>
              <ul>
                {(Object.keys(filters) as (keyof typeof filters)[]).map((f) => (
                  <li key={f}>
                    <UnstyledButton aria-pressed={filter === f} onClick={() => setFilter(f)}>
                      {filters[f]}
                    </UnstyledButton>
                  </li>
                ))}
              </ul>
            </>
          )}
          {kept.data && kept.data.pins.length > 0 && (
            <>
              <h3>Snapshots</h3>
              {kept.data.pins.map((p) => (
                <div key={p.id} className="hint">
                  <span className="f">{p.sha256.slice(0, 10)}</span> {day(p.at)}, {p.byName}
                  {p.isNow ? ', as now' : ', changed since'}
                </div>
              ))}
            </>
          )}
        </div>
        <div>
          {validationError && (
            <p className="empty" role="alert">
              {validationError}
            </p>
          )}
          {!sheet && !validationError && (
            <p className="empty">
              Choose machine, process, tool and material. Every value in force appears here with its origin, and
              findings follow as you type.
            </p>
          )}
          {groups.map((g) => {
            const inGroup = rows.filter((r) => findSetting(r.key)!.group === g);
            return inGroup.length === 0 ? null : (
              <section key={g}>
                <div className="grp">
                  <h2>{g}</h2>
                </div>
                {inGroup.map((r) => (
                  <GaugeRow
                    key={r.key}
                    row={r}
                    selected={row?.key === r.key}
                    onSelect={() => setSelected(r.key)}
                    editing={editing && maySetInRecipe(findSetting(r.key)!)}
                    typed={typed[r.key]}
                    onType={(text) =>
                      setTyped((before) => {
                        const next = { ...before };
                        if (text === null) delete next[r.key];
                        else next[r.key] = text;
                        return next;
                      })
                    }
                  />
                ))}
              </section>
            );
          })}
          {worked && rows.length === 0 && <p className="empty">No value here is of this kind.</p>}
        </div>
        <RecipeSide
          findings={findings}
          notChecked={worked?.check.notChecked ?? []}
          ran={worked?.check.ran ?? 0}
          row={row}
          effective={worked?.effective ?? null}
          onApply={mayChange ? apply : null}
          resinValues={isResin && worked ? worked.input.values : null}
        />
      </div>
    </>
  );
}

const settingsFor = (technology: 'filament' | 'resin') => [...new Set(KINDS.flatMap((k) => settingsOf(k, technology)))];
