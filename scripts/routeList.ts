import { readdirSync, statSync } from 'node:fs';
import path from 'node:path';

const ROOT = 'src/pages/api';
/** Routes that nobody needs to be signed in for, and the description itself. */
const OPEN = new Set([
  'health.ts',
  'sign-in/demo.ts',
  'sign-in/first.ts',
  'sign-in/link.ts',
  'auth/[...all].ts',
  'index.ts',
]);
const filesIn = (folder: string): string[] =>
  readdirSync(folder).flatMap((name) => {
    const at = path.join(folder, name);
    return statSync(at).isDirectory() ? filesIn(at) : [at];
  });

/** src/pages/api/_routes.ts, from the folder: `npm run docs` writes it. */
export function routeList(): string {
  const names = filesIn(ROOT)
    .map((f) => path.relative(ROOT, f))
    .filter((f) => !OPEN.has(f) && !path.basename(f).startsWith('_'))
    .sort();
  return [
    "import type { RouteFile } from '../../platform/http/endpoint.ts';",
    "import type { WireOf } from '../../platform/http/wire.ts';",
    ...names.map((name, i) => `import * as r${i} from './${name}';`),
    '',
    '/** Every route that needs a person, made by `npm run docs`. One without role and schema does not compile here. */',
    'export const routeFiles = {',
    ...names.map((name, i) => `  './${name}': r${i},`),
    '} satisfies Record<string, RouteFile>;',
    '/** The same by address, for the types of the client. */',
    'export type Wire = WireOf<typeof routeFiles>;',
    '',
  ].join('\n');
}
