import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { processNames, variables, whatIsWrong } from '../../src/platform/configuration.ts';

const units = readdirSync('deploy').filter((f) => /\.(service|target)$/.test(f));
const started = (unit: string): string | undefined =>
  /^ExecStart=\/usr\/bin\/node (?:--\S+ )*(\S+)$/m.exec(readFileSync(`deploy/${unit}`, 'utf8'))?.[1];

test('every process has a unit, each is started by what the build makes, and none runs as root', () => {
  const bundled = readFileSync('scripts/bundle.mjs', 'utf8');
  const services = units.filter((u) => u.endsWith('.service'));
  expect(services.map((u) => /^cantiere-(\w+)/.exec(u)![1]).sort()).toEqual([...processNames].sort());
  for (const unit of services) {
    const script = started(unit)!;
    const name = /^dist\/processes\/(\w+)\.mjs$/.exec(script)?.[1];
    expect(name ? bundled.includes(`${name}: 'src/`) : existsSync(script), `${unit} starts ${script}`).toBe(true);
    expect(readFileSync(`deploy/${unit}`, 'utf8'), unit).toMatch(/^User=cantiere$[^]*^NoNewPrivileges=yes$/m);
  }
});
test.skipIf(spawnSync('systemd-analyze', ['--version']).status !== 0)('the units hold before systemd itself', () => {
  const said = spawnSync('systemd-analyze', ['verify', ...units.map((u) => `deploy/${u}`)], { encoding: 'utf8' });
  const ofOurs = said.stderr.split('\n').filter((line) => line.includes('cantiere'));
  expect(ofOurs.filter((line) => !/is not executable|No such file/.test(line))).toEqual([]); // where it is not installed
});
test('the start command gives each process what it asks for, and no secret that it does not', () => {
  const [, table] = /const NEEDS = (\{[^]*?\n\});/.exec(readFileSync('scripts/processes.mjs', 'utf8'))!;
  const needs = JSON.parse(
    execFileSync(process.execPath, ['-e', `console.log(JSON.stringify(${table}))`], { encoding: 'utf8' }),
  ) as Record<string, string[]>;
  for (const name of processNames) {
    const asked = Object.entries(variables).filter(([, v]) => (v.for as readonly string[]).includes(name));
    expect(needs[name], name).toEqual(expect.arrayContaining(asked.map(([key]) => key)));
    const secrets = Object.entries(variables).filter(([, v]) => 'isSecret' in v && !(v.for as readonly string[]).includes(name)); // prettier-ignore
    for (const [key] of secrets) expect(needs[name], name).not.toContain(key);
  }
});
test('whatever the service reads of its surroundings is declared, but what belongs to the demonstration', () => {
  const OF_THE_DEMONSTRATION = ['CANTIERE_DEMO_PASSWORD', 'CANTIERE_SEEDING', 'CANTIERE_STANDIN_PORT'];
  const read = execFileSync('git', ['grep', '-hoE', `process\\.env\\['[A-Z_]+'\\]`, '--', 'src', ':!src/cli', ':!src/operate', ':!*.test.ts'], { encoding: 'utf8' }); // prettier-ignore
  const keys = new Set([...read.matchAll(/'(\w+)'/g)].map(([, key]) => key!));
  expect([...keys].filter((key) => !(key in variables) && !OF_THE_DEMONSTRATION.includes(key))).toEqual([]);
});
test('a process whose surroundings are wrong does not start, and says why', () => {
  const run = spawnSync(process.execPath, ['--import', 'tsx', 'src/workers/migrate.ts'], { encoding: 'utf8', env: { PATH: process.env['PATH'] } }); // prettier-ignore
  expect([run.status, run.stderr]).toEqual([78, expect.stringMatching(/^cantiere migrate: DATABASE_OWNER_URL is not set/)]); // prettier-ignore
  expect(whatIsWrong('migrate', {})).toHaveLength(1);
});
