// Dependencies when missing or changed, and the build when stale. Plain Node, no packages.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { installDebian, root, say } from './cluster.mjs';

const digest = (text) => createHash('sha256').update(text).digest('hex');
const stampFile = (name) => path.join(root, '.data', `${name}.stamp`);
const isStamped = (name, value) => existsSync(stampFile(name)) && readFileSync(stampFile(name), 'utf8') === value;
const stamp = (name, value) => {
  mkdirSync(path.join(root, '.data'), { recursive: true });
  writeFileSync(stampFile(name), value);
};

export function ensureDependencies() {
  const wanted = digest(readFileSync(path.join(root, 'package-lock.json')));
  if (existsSync(path.join(root, 'node_modules', '.bin')) && isStamped('dependencies', wanted)) return;
  say('Installing dependencies (npm ci)');
  const done = spawnSync('npm', ['ci', '--no-progress', '--no-audit', '--no-fund', '--prefer-offline'], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  if (done.status !== 0) {
    say('npm ci failed; see above');
    process.exit(1);
  }
  stamp('dependencies', wanted);
}

function newestState(folders) {
  const parts = [];
  const walk = (at) => {
    if (statSync(at).isDirectory())
      for (const name of readdirSync(at).sort()) {
        if (name !== 'node_modules') walk(path.join(at, name));
      }
    else if (!/\.test\.tsx?$/.test(at)) {
      const s = statSync(at);
      parts.push(`${at}:${s.size}:${s.mtimeMs}`);
    }
  };
  folders.filter((f) => existsSync(f)).forEach(walk);
  return digest(parts.join('\n'));
}

export function ensureBuild() {
  const state = newestState(
    ['src', 'standins', 'scripts', 'public', 'drizzle', 'astro.config.ts', 'package.json'].map((f) =>
      path.join(root, f),
    ),
  );
  if (existsSync(path.join(root, 'dist/server/web.mjs')) && isStamped('build', state)) return;
  say('Building');
  const done = spawnSync('npm', ['run', '-s', 'build'], {
    cwd: root,
    encoding: 'utf8',
    env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1' },
  });
  if (done.status !== 0) {
    say(`${done.stdout}\n${done.stderr}\nThe build failed; see above`);
    process.exit(1);
  }
  stamp('build', state);
}

export function ensureChromium() {
  if (!existsSync('/usr/bin/chromium')) installDebian(['chromium'], 'Chromium for the end-to-end tests');
}
