import { readFileSync } from 'node:fs';
import { contextOfFile } from '../areas/rules/contextFile.ts';
import { fileOfContext } from '../areas/rules/fileOfContext.ts';
import type { CheckContext } from '../areas/rules/context.ts';
import { CommandFailure, printJson, readArguments, refuse, type Options } from './options.ts';

/** A job's surroundings from a file of them (docs/formats/context.md); `fileName` is the job's where that says none. */
export function readContext(file: string, fileName?: string): CheckContext {
  let raw: unknown;
  try {
    raw = JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    throw new CommandFailure(
      code ? `${file}: cannot be read (${code}); check the path` : `${file}: ${(error as Error).message}`,
    );
  }
  const context = contextOfFile(raw, fileName);
  return context.ok ? context.value : refuse(context.failure, file);
}

/** `context --machine NAME --material KEY --process KEY [--class CLASS]`: the surroundings a job would be checked in, as a file. */
export async function runContext(args: string[]): Promise<number> {
  const text = { type: 'string' } as const;
  const { values, positionals } = readArguments(args, { machine: text, material: text, process: text, class: text });
  if (positionals.length > 0) throw new CommandFailure('context takes no file; it writes one to stdout');
  printJson(fileOfContext(await fetchContext(values, 'job')));
  return 0;
}

/** The limits of a machine as the running server knows them (CANTIERE_URL, CANTIERE_TOKEN; a demonstration needs no token). */
export async function fetchContext(values: Options, fileName: string): Promise<CheckContext> {
  for (const name of ['machine', 'material', 'process'])
    if (!values[name]) throw new CommandFailure(`--${name} is missing`);
  const base = process.env['CANTIERE_URL'] ?? 'http://127.0.0.1:4321';
  const token = process.env['CANTIERE_TOKEN'];
  const query = new URLSearchParams({
    machine: String(values['machine']),
    material: String(values['material']),
    process: String(values['process']),
    class: String(values['class'] ?? 'in-house'),
    fileName,
  });
  try {
    const headers: Record<string, string> = token
      ? { authorization: `Bearer ${token}` }
      : { cookie: await demoCookie(base) };
    const response = await fetch(`${base}/api/limits?${query}`, { headers });
    const body = (await response.json()) as CheckContext & { title?: string };
    if (!response.ok) throw new CommandFailure(body.title ?? `the server answered ${response.status}`);
    return body;
  } catch (error) {
    if (error instanceof CommandFailure) throw error;
    throw new CommandFailure(`no server at ${base}; run npm start or set CANTIERE_URL`);
  }
}
async function demoCookie(base: string): Promise<string> {
  const signIn = await fetch(`${base}/api/sign-in/demo`, {
    method: 'POST',
    headers: { origin: base, 'content-type': 'application/json' },
    body: '{"role":"viewer"}',
  });
  return signIn.headers
    .getSetCookie()
    .map((c) => c.split(';')[0])
    .join('; ');
}
