import { demoMachines, demoReaders, demoResinPrinters } from '../machines.ts';
import { serveFarm } from './serve.ts';

const port = Number(process.env['CANTIERE_STANDIN_PORT']);
const farm = await serveFarm(port, demoMachines, demoResinPrinters, Number(process.env['CANTIERE_TIME_SCALE'] ?? 30));
if (process.env['CANTIERE_STANDIN_READERS']) for (const c of farm.controllers) c.codes = demoReaders[c.key] ?? null;
process.on('SIGTERM', () => {
  void farm.stop().then(() => process.exit(0));
});
