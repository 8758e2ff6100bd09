// npm run faults -- --kills 200 --seed 7: builds what is stale, then runs the campaign of test/faults/run.ts.
import { spawn } from 'node:child_process';
import { root } from './cluster.mjs';
import { ensureBuild, ensureDependencies } from './prepare.mjs';

ensureDependencies();
ensureBuild();
const run = spawn(process.execPath, ['--import', 'tsx', 'test/faults/run.ts', ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
});
run.on('exit', (code) => process.exit(code ?? 1));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => run.kill(signal));
