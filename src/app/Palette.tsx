import { Spotlight, spotlight } from '@mantine/spotlight';
import { useDebouncedValue } from '@mantine/hooks';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import '@mantine/spotlight/styles.layer.css';
import type { JobRow } from '../areas/checks/model/pages.ts';
import { IN_USE } from '../areas/library/model/list.ts';
import type { ProfileRow } from '../areas/library/model/records.ts';
import type { RecipeRow } from '../areas/recipes/model/recipe.ts';
import { combinationOf } from './combination.ts';
import type { ContainerRow } from '../areas/machines/model/containers.ts';
import type { MachineCard } from '../areas/machines/model/pages.ts';
import type { TrialRow } from '../areas/trials/model/pages.ts';
import { getList, type ListAddress, get } from '../ui/api.ts';
import { listQuery, TYPING_MS } from '../ui/listQuery.ts';
import { useMayChange } from '../ui/person.tsx';
import { navigate } from '../ui/router.tsx';

const pages = [
  ['/', 'Today'],
  ['/library', 'Library: profiles'],
  ['/library/recipes', 'Library: recipes'],
  ['/library/pairings', 'Library: pairings'],
  ['/library/compare', 'Library: compare'],
  ['/library/bulk', 'Library: bulk edit'],
  ['/library/exchange', 'Library: import & export'],
  ['/library/settings', 'Library: all settings'],
  ['/trials', 'Trials'],
  ['/trials/due', 'Trials that are due'],
  ['/trials/signs', 'Defects: from what is seen to the trial'],
  ['/checks', 'Job checks'],
  ['/checks/queue', 'Jobs: queue'],
  ['/checks/requests', 'Jobs: requests'],
  ['/checks/references', 'Jobs: reference parts'],
  ['/checks/rules', 'Jobs: rule track record'],
  ['/machines', 'Machines: floor'],
  ['/machines/spools', 'Machines: spools and bottles'],
  ['/machines/care', 'Machines: care'],
  ['/machines/coverage', 'Machines: coverage'],
  ['/machines/maintenance', 'Machines: maintenance'],
  ['/machines/policy', 'Machines: policy'],
  ['/log', 'Event log'],
  ['/status', 'State of the service'],
  ['/people', 'People of the farm'],
  ['/me', 'My units, password and sessions'],
] as const;
const acts = [
  ['/trials/new', 'Start a trial'],
  ['/checks/new', 'Check a job'],
  ['/checks/requests/new', 'Request a print'],
  ['/library/recipes/new', 'Add a recipe'],
  ['/library/new', 'Add a profile'],
  ['/machines/new', 'Add a machine'],
  ['/machines/spools/new', 'Receive spools or bottles'],
] as const;
/** What is open to whoever only reads. */
const FOR_ALL: readonly string[] = ['/checks/new', '/checks/requests/new'];
const MOST = 7;
interface Entry {
  readonly id: string;
  readonly label: string;
  readonly description?: string;
  readonly onClick: () => void;
}

/** The first of a list that hold what is asked for. */
function useFound<T>(from: ListAddress<T>, text: string, of: Readonly<Record<string, string>> = {}) {
  const [asked] = useDebouncedValue(text, TYPING_MS);
  const query = listQuery({ ...of, search: asked, limit: MOST, facets: 'none' });
  const { data, dataUpdatedAt, isFetching } = useQuery({
    queryKey: [from.slice('/api/'.length), query],
    queryFn: () => getList<T>(from, query),
    enabled: asked.length > 1,
  });
  return { rows: data?.rows ?? [], at: dataUpdatedAt, isFetching: isFetching || asked !== text };
}

/** Settings of materials, beside each machine that is named. */
const valuesOf = (
  { settings, machineIds }: ReturnType<typeof combinationOf>,
  materials: readonly ProfileRow[],
  machines: readonly MachineCard[],
  to: (path: string, label: string, description?: string) => Entry,
): Entry[] =>
  settings.flatMap((s) =>
    materials.flatMap((p) =>
      machineIds.length === 0
        ? [to(`/library/${p.id}?setting=${s.key}`, `${s.label} of ${p.name}`, 'value')]
        : machineIds.map((id) =>
            to(
              `/library/${p.id}?setting=${s.key}&machine=${id}`,
              `${s.label} of ${p.name} on ${machines.find((m) => m.id === id)!.name}`,
              'value',
            ),
          ),
    ),
  );

/** Everything that has an address, by name: what one does, where one goes, profiles, machines, recipes, trials, jobs, and values in a few
 *  words ("petg nozzle tissi"). */
export function Palette({ onClose }: { readonly onClose: () => void }) {
  const mayChange = useMayChange();
  const [text, setText] = useState('');
  const asked = text.trim();
  const machines = useQuery({ queryKey: ['machines'], queryFn: () => get('/api/machines') });
  const profiles = useFound<ProfileRow>('/api/profiles', asked, { state: IN_USE });
  const recipes = useFound<RecipeRow>('/api/recipes', asked);
  const trials = useFound<TrialRow>('/api/trials', asked);
  const jobs = useFound<JobRow>('/api/jobs', asked);
  const containers = useFound<ContainerRow>('/api/containers', asked);
  const combination = combinationOf(asked, machines.data ?? []);
  const isCombined = combination.settings.length > 0 && combination.rest.length > 1;
  const combined = useFound<ProfileRow>('/api/profiles', isCombined ? combination.rest : '', {
    state: IN_USE,
    kind: 'material',
  });
  const answers = [profiles, recipes, trials, jobs, containers, combined];
  useEffect(() => {
    spotlight.open();
  }, []);
  const holds = (...parts: readonly string[]): boolean =>
    asked
      .toLowerCase()
      .split(/\s+/)
      .every((w) => parts.join(' ').toLowerCase().includes(w));
  const to = (path: string, label: string, description?: string): Entry => ({
    id: path,
    label,
    ...(description && { description }),
    onClick: () => navigate(path),
  });
  const found: { readonly group: string; readonly actions: readonly Entry[] }[] = [
    {
      group: 'Do',
      actions: acts.filter(([p, n]) => (mayChange || FOR_ALL.includes(p)) && holds(n)).map(([p, n]) => to(p, n)),
    },
    {
      group: 'Go to',
      actions: pages
        .filter(([, n]) => holds(n))
        .slice(0, asked ? MOST : pages.length)
        .map(([p, n]) => to(p, n)),
    },
    ...(isCombined
      ? [{ group: 'Values', actions: valuesOf(combination, combined.rows, machines.data ?? [], to).slice(0, MOST) }]
      : []),
    ...(asked.length > 1
      ? [
          {
            group: 'Profiles',
            actions: profiles.rows.map((p) => to(`/library/${p.id}`, p.name, p.kind)),
          },
          {
            group: 'Machines',
            actions: (machines.data ?? [])
              .filter((m) => holds(m.name, m.place, m.loaded?.name ?? ''))
              .slice(0, MOST)
              .map((m) =>
                to(`/machines/${m.id}`, m.name, [m.mounted?.name, m.loaded?.name].filter(Boolean).join(' · ')),
              ),
          },
          {
            group: 'Spools and bottles',
            actions: containers.rows.map((c) => to(`/machines/spools/${c.id}`, c.code, `${c.material}, lot ${c.lot}`)),
          },
          {
            group: 'Recipes',
            actions: recipes.rows.map((r) => to(`/library/recipes/${r.id}`, r.name, 'recipe')),
          },
          {
            group: 'Trials',
            actions: trials.rows.map((t) =>
              to(`/trials/${t.id}`, `${t.name} · ${t.kind.replace('-', ' ')} on ${t.machineName}`, t.state),
            ),
          },
          {
            group: 'Jobs',
            actions: jobs.rows.map((j) => to(`/checks/${j.id}`, `${j.name} ${j.title}`, j.state)),
          },
        ]
      : []),
  ].filter((g) => g.actions.length > 0);
  // Enter without a choice takes the first. Keyed by what was asked and answered: actions are numbered as they mount, so a late answer must not come behind an early one.
  return (
    <Spotlight.Root
      query={text}
      onQueryChange={setText}
      shortcut={null}
      onSpotlightClose={onClose}
      scrollable
      maxHeight={460}
    >
      <Spotlight.Search
        placeholder="A profile, machine, trial, job or page…"
        aria-label="Find or go to"
        onKeyDown={(e) => {
          if (e.key === 'Enter' && !document.querySelector('[data-action][data-selected]')) {
            e.preventDefault();
            found[0]?.actions[0]?.onClick();
            spotlight.close();
          }
        }}
      />
      <Spotlight.ActionsList key={`${asked}|${answers.map((a) => a.at).join()}|${machines.dataUpdatedAt}`}>
        {found.map((g) => (
          <Spotlight.ActionsGroup key={g.group} label={g.group}>
            {g.actions.map((a) => (
              <Spotlight.Action key={a.id} label={a.label} description={a.description} onClick={a.onClick} />
            ))}
          </Spotlight.ActionsGroup>
        ))}
        {found.length === 0 && (
          <Spotlight.Empty>
            {answers.some((a) => a.isFetching) ? 'Looking…' : 'Nothing found under this name'}
          </Spotlight.Empty>
        )}
      </Spotlight.ActionsList>
    </Spotlight.Root>
  );
}
