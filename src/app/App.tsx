import { MantineProvider } from '@mantine/core';
import { Notifications } from '@mantine/notifications';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { NuqsAdapter } from 'nuqs/adapters/react';
import { lazy, Suspense, useEffect, useState, type ComponentType } from 'react';
import { TodayScreen } from '../areas/today/ui/TodayScreen.tsx';
import { PersonProvider, type SignedIn } from '../ui/person.tsx';
import { Router, usePath } from '../ui/router.tsx';
import { pageAt, type PageName } from './addresses.ts';
import { Shell } from './Shell.tsx';
import { inks, theme } from './theme.ts';

type Screen = ComponentType<{ readonly id: string }>;
const load = (fetch: () => Promise<Screen>): Screen => lazy(async () => ({ default: await fetch() }));
/** Screens by address; heavy ones come when first needed. */
const screens: Readonly<Record<PageName, Screen>> = {
  today: TodayScreen,
  library: load(async () => (await import('../areas/library/ui/LibraryScreen.tsx')).LibraryScreen),
  newProfile: load(async () => (await import('../areas/library/ui/NewProfileScreen.tsx')).NewProfileScreen),
  recipes: load(async () => (await import('../areas/library/ui/RecipesScreen.tsx')).RecipesScreen),
  recipe: load(async () => (await import('../areas/library/ui/RecipeScreen.tsx')).RecipeScreen),
  pairings: load(async () => (await import('../areas/library/ui/PairingsScreen.tsx')).PairingsScreen),
  compare: load(async () => (await import('../areas/library/ui/CompareScreen.tsx')).CompareScreen),
  bulk: load(async () => (await import('../areas/library/ui/BulkScreen.tsx')).BulkScreen),
  exchange: load(async () => (await import('../areas/library/ui/ExchangeScreen.tsx')).ExchangeScreen),
  settings: load(async () => (await import('../areas/library/ui/SettingsScreen.tsx')).SettingsScreen),
  profile: load(async () => (await import('../areas/library/ui/ProfileScreen.tsx')).ProfileScreen),
  trials: load(async () => (await import('../areas/trials/ui/TrialsScreen.tsx')).TrialsScreen),
  newTrial: load(async () => (await import('../areas/trials/ui/NewTrialScreen.tsx')).NewTrialScreen),
  signs: load(async () => (await import('../areas/trials/ui/SignsScreen.tsx')).SignsScreen),
  due: load(async () => (await import('../areas/trials/ui/DueScreen.tsx')).DueScreen),
  trial: load(async () => (await import('../areas/trials/ui/TrialScreen.tsx')).TrialScreen),
  jobs: load(async () => (await import('../areas/checks/ui/JobsScreen.tsx')).JobsScreen),
  newJob: load(async () => (await import('../areas/checks/ui/NewJobScreen.tsx')).NewJobScreen),
  queue: load(async () => (await import('../areas/checks/ui/QueueScreen.tsx')).QueueScreen),
  ruleRecord: load(async () => (await import('../areas/checks/ui/RuleRecordScreen.tsx')).RuleRecordScreen),
  references: load(async () => (await import('../areas/references/ui/ReferencesScreen.tsx')).ReferencesScreen),
  reference: load(async () => (await import('../areas/references/ui/ReferenceScreen.tsx')).ReferenceScreen),
  requests: load(async () => (await import('../areas/requests/ui/RequestsScreen.tsx')).RequestsScreen),
  newRequest: load(async () => (await import('../areas/requests/ui/NewRequestScreen.tsx')).NewRequestScreen),
  request: load(async () => (await import('../areas/requests/ui/RequestScreen.tsx')).RequestScreen),
  job: load(async () => (await import('../areas/checks/ui/JobScreen.tsx')).JobScreen),
  floor: load(async () => (await import('../areas/today/ui/FloorScreen.tsx')).FloorScreen),
  coverage: load(async () => (await import('../areas/trials/ui/CoverageScreen.tsx')).CoverageScreen),
  maintenance: load(async () => (await import('../areas/machines/ui/MaintenanceScreen.tsx')).MaintenanceScreen),
  drift: load(async () => (await import('../areas/trials/ui/DriftScreen.tsx')).DriftScreen),
  policy: load(async () => (await import('../areas/trials/ui/PolicyScreen.tsx')).PolicyScreen),
  spools: load(async () => (await import('../areas/machines/ui/SpoolsScreen.tsx')).SpoolsScreen),
  receive: load(async () => (await import('../areas/machines/ui/ReceiveScreen.tsx')).ReceiveScreen),
  spool: load(async () => (await import('../areas/machines/ui/SpoolScreen.tsx')).SpoolScreen),
  care: load(async () => (await import('../areas/machines/ui/CareScreen.tsx')).CareScreen),
  carePlan: load(async () => (await import('../areas/machines/ui/CarePlanScreen.tsx')).CarePlanScreen),
  newMachine: load(async () => (await import('../areas/machines/ui/NewMachineScreen.tsx')).NewMachineScreen),
  changeMachine: load(async () => (await import('../areas/machines/ui/ChangeMachineScreen.tsx')).ChangeMachineScreen),
  copyMachine: load(async () => (await import('../areas/machines/ui/CopyMachineScreen.tsx')).CopyMachineScreen),
  machineCare: load(async () => (await import('../areas/machines/ui/MachineCareScreen.tsx')).MachineCareScreen),
  machine: load(async () => (await import('../areas/machines/ui/MachineScreen.tsx')).MachineScreen),
  people: load(async () => (await import('../areas/people/ui/PeopleScreen.tsx')).PeopleScreen),
  person: load(async () => (await import('./PersonScreen.tsx')).PersonScreen),
  status: load(async () => (await import('../areas/today/ui/StatusScreen.tsx')).StatusScreen),
  log: load(async () => (await import('../areas/today/ui/LogScreen.tsx')).LogScreen),
};

function CurrentScreen() {
  const path = usePath();
  const page = pageAt(path);
  const Found = page && screens[page.name];
  if (Found)
    return (
      <>
        <Found key={path} id={page.id} />
        <MarkReady path={path} />
      </>
    );
  return (
    <p className="empty">
      Nothing has this address. <a href="/">Back to Today</a>
    </p>
  );
}

/** Says in the document which screen answers to hand and key, for tests and for assistive tools that wait, and names the tab by its heading. */
function MarkReady({ path }: { readonly path: string }) {
  useEffect(() => {
    document.body.dataset['ready'] = path;
    const titled = (): void => {
      const heading = document.querySelector('main h1')?.textContent?.trim();
      document.title = heading ? `${heading} · Cantiere` : 'Cantiere';
    };
    titled();
    const watch = new MutationObserver(titled);
    watch.observe(document.querySelector('main')!, { subtree: true, childList: true, characterData: true });
    return () => {
      watch.disconnect();
      delete document.body.dataset['ready'];
    };
  }, [path]);
  return null;
}

export function App({ path, person }: { readonly path: string; readonly person: SignedIn }) {
  const [client] = useState(
    () =>
      new QueryClient({ defaultOptions: { queries: { staleTime: 10_000, retry: 2, refetchOnWindowFocus: false } } }),
  );
  return (
    <MantineProvider theme={theme} cssVariablesResolver={inks} defaultColorScheme="auto">
      <QueryClientProvider client={client}>
        <PersonProvider person={person}>
          <NuqsAdapter>
            <Router initial={path}>
              <Notifications position="bottom-right" />
              <Shell>
                <Suspense fallback={<p className="empty">Opening…</p>}>
                  <CurrentScreen />
                </Suspense>
              </Shell>
            </Router>
          </NuqsAdapter>
        </PersonProvider>
      </QueryClientProvider>
    </MantineProvider>
  );
}
