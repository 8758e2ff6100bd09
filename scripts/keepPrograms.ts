import { writeFileSync } from 'node:fs';
import { KEPT_PROGRAMS, reportOfSeed, type KeptProgram } from '../test/programs/kept.ts';

/** test/programs/kept.json: what is read of seeded programs; a difference shows in its diff. */
const kept = Array.from({ length: KEPT_PROGRAMS }, (_, i): KeptProgram => ({
  seed: i + 1,
  report: reportOfSeed(i + 1),
}));
writeFileSync('test/programs/kept.json', `[\n${kept.map((k) => JSON.stringify(k)).join(',\n')}\n]\n`);
