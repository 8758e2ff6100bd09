import { MantineProvider } from '@mantine/core';
import { Notifications } from '@mantine/notifications';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { NuqsAdapter } from 'nuqs/adapters/react';
import { lazy, Suspense, useEffect, useState, type ComponentType } from 'react';
import { TodayScreen } from '../areas/today/ui/TodayScreen.tsx';
import { PersonProvider, type SignedIn } from '../ui/person.tsx';
import { Router, usePath } from '../ui/router.tsx';
import { Shell } from './Shell.tsx';
import { inks, theme } from './theme.ts';

type Screen = ComponentType<{ readonly id: string }>;
const load = (pick: () => Promise<Screen>) => lazy(async () => ({ default: await pick() }));
/** Screens by address; heavy ones come when first needed. */
const screens: readonly (readonly [RegExp, Screen])[] = [
  [/^\/$/, TodayScreen],
  [/^\/library$/, load(async () => (await import('../areas/library/ui/LibraryScreen.tsx')).LibraryScreen)],
  [/^\/library\/new$/, load(async () => (await import('../areas/library/ui/NewProfileScreen.tsx')).NewProfileScreen)],
  [/^\/library\/recipes$/, load(async () => (await import('../areas/library/ui/RecipesScreen.tsx')).RecipesScreen)],
  [
    /^\/library\/recipes\/([^/]+)$/,
    load(async () => (await import('../areas/library/ui/RecipeScreen.tsx')).RecipeScreen),
  ],
  [/^\/library\/pairings$/, load(async () => (await import('../areas/library/ui/PairingsScreen.tsx')).PairingsScreen)],
  [/^\/library\/compare$/, load(async () => (await import('../areas/library/ui/CompareScreen.tsx')).CompareScreen)],
  [/^\/library\/bulk$/, load(async () => (await import('../areas/library/ui/BulkScreen.tsx')).BulkScreen)],
  [/^\/library\/exchange$/, load(async () => (await import('../areas/library/ui/ExchangeScreen.tsx')).ExchangeScreen)],
  [/^\/library\/settings$/, load(async () => (await import('../areas/library/ui/SettingsScreen.tsx')).SettingsScreen)],
  [/^\/library\/([^/]+)$/, load(async () => (await import('../areas/library/ui/ProfileScreen.tsx')).ProfileScreen)],
  [/^\/trials$/, load(async () => (await import('../areas/trials/ui/TrialsScreen.tsx')).TrialsScreen)],
  [/^\/trials\/new$/, load(async () => (await import('../areas/trials/ui/NewTrialScreen.tsx')).NewTrialScreen)],
  [/^\/trials\/signs$/, load(async () => (await import('../areas/trials/ui/SignsScreen.tsx')).SignsScreen)],
  [/^\/trials\/due$/, load(async () => (await import('../areas/trials/ui/DueScreen.tsx')).DueScreen)],
  [/^\/trials\/([^/]+)$/, load(async () => (await import('../areas/trials/ui/TrialScreen.tsx')).TrialScreen)],
  [/^\/checks$/, load(async () => (await import('../areas/checks/ui/JobsScreen.tsx')).JobsScreen)],
  [/^\/checks\/new$/, load(async () => (await import('../areas/checks/ui/NewJobScreen.tsx')).NewJobScreen)],
  [/^\/checks\/queue$/, load(async () => (await import('../areas/checks/ui/QueueScreen.tsx')).QueueScreen)],
  [/^\/checks\/rules$/, load(async () => (await import('../areas/checks/ui/RuleRecordScreen.tsx')).RuleRecordScreen)],
  [
    /^\/checks\/references$/,
    load(async () => (await import('../areas/references/ui/ReferencesScreen.tsx')).ReferencesScreen),
  ],
  [
    /^\/checks\/references\/([^/]+)$/,
    load(async () => (await import('../areas/references/ui/ReferenceScreen.tsx')).ReferenceScreen),
  ],
  [/^\/checks\/requests$/, load(async () => (await import('../areas/requests/ui/RequestsScreen.tsx')).RequestsScreen)],
  [
    /^\/checks\/requests\/new$/,
    load(async () => (await import('../areas/requests/ui/NewRequestScreen.tsx')).NewRequestScreen),
  ],
  [
    /^\/checks\/requests\/([^/]+)$/,
    load(async () => (await import('../areas/requests/ui/RequestScreen.tsx')).RequestScreen),
  ],
  [/^\/checks\/([^/]+)$/, load(async () => (await import('../areas/checks/ui/JobScreen.tsx')).JobScreen)],
  [/^\/machines$/, load(async () => (await import('../areas/today/ui/FloorScreen.tsx')).FloorScreen)],
  [/^\/machines\/coverage$/, load(async () => (await import('../areas/trials/ui/CoverageScreen.tsx')).CoverageScreen)],
  [
    /^\/machines\/maintenance$/,
    load(async () => (await import('../areas/machines/ui/MaintenanceScreen.tsx')).MaintenanceScreen),
  ],
  [/^\/machines\/drift$/, load(async () => (await import('../areas/trials/ui/DriftScreen.tsx')).DriftScreen)],
  [/^\/machines\/policy$/, load(async () => (await import('../areas/trials/ui/PolicyScreen.tsx')).PolicyScreen)],
  [/^\/machines\/spools$/, load(async () => (await import('../areas/machines/ui/SpoolsScreen.tsx')).SpoolsScreen)],
  [
    /^\/machines\/spools\/new$/,
    load(async () => (await import('../areas/machines/ui/ReceiveScreen.tsx')).ReceiveScreen),
  ],
  [
    /^\/machines\/spools\/([^/]+)$/,
    load(async () => (await import('../areas/machines/ui/SpoolScreen.tsx')).SpoolScreen),
  ],
  [/^\/machines\/care$/, load(async () => (await import('../areas/machines/ui/CareScreen.tsx')).CareScreen)],
  [
    /^\/machines\/care\/plans\/([^/]+)$/,
    load(async () => (await import('../areas/machines/ui/CarePlanScreen.tsx')).CarePlanScreen),
  ],
  [/^\/machines\/new$/, load(async () => (await import('../areas/machines/ui/NewMachineScreen.tsx')).NewMachineScreen)],
  [
    /^\/machines\/([^/]+)\/change$/,
    load(async () => (await import('../areas/machines/ui/ChangeMachineScreen.tsx')).ChangeMachineScreen),
  ],
  [
    /^\/machines\/([^/]+)\/copy$/,
    load(async () => (await import('../areas/machines/ui/CopyMachineScreen.tsx')).CopyMachineScreen),
  ],
  [
    /^\/machines\/([^/]+)\/care$/,
    load(async () => (await import('../areas/machines/ui/MachineCareScreen.tsx')).MachineCareScreen),
  ],
  [/^\/machines\/([^/]+)$/, load(async () => (await import('../areas/machines/ui/MachineScreen.tsx')).MachineScreen)],
  [/^\/people$/, load(async () => (await import('../areas/people/ui/PeopleScreen.tsx')).PeopleScreen)],
  [/^\/me$/, load(async () => (await import('./PersonScreen.tsx')).PersonScreen)],
  [/^\/status$/, load(async () => (await import('../areas/today/ui/StatusScreen.tsx')).StatusScreen)],
  [/^\/log$/, load(async () => (await import('../areas/today/ui/LogScreen.tsx')).LogScreen)],
];

function CurrentScreen() {
  const path = usePath();
  for (const [pattern, Found] of screens) {
    const match = pattern.exec(path);
    if (match)
      return (
        <>
          <Found key={path} id={match[1] ?? ''} />
          <MarkReady path={path} />
        </>
      );
  }
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
