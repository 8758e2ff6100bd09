interface Named {
  readonly id: string;
  readonly kind?: string;
  readonly state?: string;
}
/** Every page of the application, with one record of each kind; `ask` reads what an address of the API answers. */
export async function addressesOf(ask: <T>(path: string) => Promise<T>): Promise<readonly string[]> {
  const [trials, jobs, profiles, recipes, requests, containers] = await Promise.all(
    ['trials', 'jobs', 'profiles', 'recipes', 'requests', 'containers'].map((name) =>
      ask<{ rows: Named[] }>(`/api/${name}`),
    ),
  );
  const machines = await ask<Named[]>('/api/machines');
  const references = await ask<Named[]>('/api/references');
  return [
    '/',
    '/library',
    '/library/new',
    '/library/recipes',
    '/library/recipes/new',
    `/library/recipes/${recipes!.rows[0]!.id}`,
    '/library/pairings',
    `/library/compare?refs=profile:${profiles!.rows[0]!.id},profile:${profiles!.rows[1]!.id}`,
    '/library/bulk',
    '/library/exchange',
    '/library/settings',
    `/library/${profiles!.rows.find((p) => p.kind === 'material')!.id}`,
    '/trials',
    '/trials/new',
    '/trials/signs',
    '/trials/due',
    `/trials/${trials!.rows.find((t) => t.state === 'measuring')!.id}`,
    `/trials/${trials!.rows.find((t) => t.state === 'accepted')!.id}`,
    '/checks',
    '/checks/new',
    '/checks/queue',
    '/checks/rules',
    '/checks/references',
    `/checks/references/${references[0]!.id}`,
    '/checks/requests',
    '/checks/requests/new',
    `/checks/requests/${requests!.rows[0]!.id}`,
    `/checks/${jobs!.rows[0]!.id}`,
    '/machines',
    '/machines/spools',
    '/machines/spools/new',
    `/machines/spools/${containers!.rows[0]!.id}`,
    '/machines/care',
    `/machines/care/plans/${profiles!.rows.find((p) => p.kind === 'printer')!.id}`,
    `/machines/${machines[0]!.id}/care`,
    '/machines/coverage',
    '/machines/maintenance',
    '/machines/drift',
    '/machines/policy',
    '/machines/new',
    `/machines/${machines[0]!.id}`,
    `/machines/${machines[0]!.id}/change`,
    `/machines/${machines[0]!.id}/copy`,
    '/people',
    '/me',
    '/status',
    '/log',
  ];
}
