import { writeFileSync } from 'node:fs';
import { figuresOf, keptBodies, keptFigures, measuredOf } from '../test/meshes/kept.ts';
import { keptPrograms, reportOf, type KeptProgram } from '../test/programs/kept.ts';

/** What is read of seeded programs (test/programs/kept.json) and measured of small bodies (test/meshes/kept.json): a difference shows in
 *  their diff. */
const kept = keptPrograms.map((seed): KeptProgram => ({ seed, report: reportOf(seed) }));
writeFileSync('test/programs/kept.json', `[\n${kept.map((k) => JSON.stringify(k)).join(',\n')}\n]\n`);

const bodies = [
  ...Object.keys(keptBodies).map((name) => ({ name, measured: measuredOf(name) })),
  ...Object.keys(keptFigures).map((name) => ({ name, measured: figuresOf(name) })),
];
writeFileSync('test/meshes/kept.json', `[\n${bodies.map((b) => JSON.stringify(b)).join(',\n')}\n]\n`);
