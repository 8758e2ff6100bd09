/** Every page's address, the more particular first; `App.tsx` has a screen for each. What stands in the parentheses is the record's id. */
export const addresses = {
  today: /^\/$/,
  library: /^\/library$/,
  newProfile: /^\/library\/new$/,
  recipes: /^\/library\/recipes$/,
  recipe: /^\/library\/recipes\/([^/]+)$/,
  pairings: /^\/library\/pairings$/,
  compare: /^\/library\/compare$/,
  bulk: /^\/library\/bulk$/,
  exchange: /^\/library\/exchange$/,
  settings: /^\/library\/settings$/,
  profile: /^\/library\/([^/]+)$/,
  trials: /^\/trials$/,
  newTrial: /^\/trials\/new$/,
  signs: /^\/trials\/signs$/,
  due: /^\/trials\/due$/,
  trial: /^\/trials\/([^/]+)$/,
  jobs: /^\/checks$/,
  newJob: /^\/checks\/new$/,
  queue: /^\/checks\/queue$/,
  ruleRecord: /^\/checks\/rules$/,
  references: /^\/checks\/references$/,
  reference: /^\/checks\/references\/([^/]+)$/,
  requests: /^\/checks\/requests$/,
  newRequest: /^\/checks\/requests\/new$/,
  request: /^\/checks\/requests\/([^/]+)$/,
  job: /^\/checks\/([^/]+)$/,
  floor: /^\/machines$/,
  coverage: /^\/machines\/coverage$/,
  maintenance: /^\/machines\/maintenance$/,
  drift: /^\/machines\/drift$/,
  policy: /^\/machines\/policy$/,
  spools: /^\/machines\/spools$/,
  receive: /^\/machines\/spools\/new$/,
  spool: /^\/machines\/spools\/([^/]+)$/,
  care: /^\/machines\/care$/,
  carePlan: /^\/machines\/care\/plans\/([^/]+)$/,
  newMachine: /^\/machines\/new$/,
  changeMachine: /^\/machines\/([^/]+)\/change$/,
  copyMachine: /^\/machines\/([^/]+)\/copy$/,
  machineCare: /^\/machines\/([^/]+)\/care$/,
  machine: /^\/machines\/([^/]+)$/,
  people: /^\/people$/,
  person: /^\/me$/,
  status: /^\/status$/,
  log: /^\/log$/,
} as const satisfies Readonly<Record<string, RegExp>>;
export type PageName = keyof typeof addresses;

/** The page of an address and the record it names; null where nothing has it. */
export function pageAt(path: string): { readonly name: PageName; readonly id: string } | null {
  for (const [name, pattern] of Object.entries(addresses)) {
    const match = pattern.exec(path);
    if (match) return { name: name as PageName, id: match[1] ?? '' };
  }
  return null;
}
