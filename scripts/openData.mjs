// npm run open-data: fetches two packages of open meshes and holds what we read of them against other libraries.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, renameSync } from 'node:fs';
import path from 'node:path';
import { root, say } from './cluster.mjs';

/** Meshes that ship with Debian: test models of an import library (BSD), and the data of a geometry library's examples. */
const PACKAGES = ['assimp-testmodels', 'libcgal-demo'];
const folder = path.join(root, '.data', 'open-data');

function run(command, args, cwd) {
  const done = spawnSync(command, args, { cwd, stdio: ['ignore', 'ignore', 'inherit'] });
  if (done.status !== 0) {
    say(`${command} ${args.join(' ')} failed; see above`);
    process.exit(1);
  }
}

if (!existsSync(folder)) {
  const unfinished = `${folder}.${process.pid}`;
  mkdirSync(unfinished, { recursive: true });
  run('apt-get', ['download', ...PACKAGES], unfinished);
  for (const name of readdirSync(unfinished)) run('dpkg', ['-x', name, '.'], unfinished);
  const examples = path.join(unfinished, 'usr/share/doc/libcgal-dev');
  for (const name of readdirSync(examples).filter((f) => f.endsWith('.tar.gz'))) run('tar', ['xzf', name], examples);
  renameSync(unfinished, folder);
}
const { status } = spawnSync('npx', ['vitest', 'run', '--project', 'unit', 'test/meshes/openData.test.ts'], {
  cwd: root,
  stdio: 'inherit',
});
process.exit(status ?? 1);
