import { checkJob } from '../areas/checks/rules/index.ts';
import type { LimitSheet } from '../areas/checks/model/sheet.ts';
import { basename } from 'node:path';
import { inspectFile } from './inspect.ts';
import { CommandFailure, printJson, readArguments } from './options.ts';

/** `check FILE --machine NAME --material KEY --process KEY [--class CLASS] [--json]`: fetches the machine's limits from the
 *  running server (CANTIERE_URL) and runs the same rules here. Exit code 1 when blocked. */
export async function runCheck(args: string[]): Promise<number> {
  const text = { type: 'string' } as const;
  const { values, positionals } = readArguments(args, {
    machine: text,
    material: text,
    process: text,
    class: text,
    json: { type: 'boolean' },
  });
  const [file] = positionals;
  if (!file || positionals.length !== 1) throw new CommandFailure('check takes one file');
  for (const name of ['machine', 'material', 'process'] as const)
    if (!values[name]) throw new CommandFailure(`--${name} is missing`);
  const sheet = await fetchSheet({
    machine: String(values.machine),
    material: String(values.material),
    process: String(values.process),
    class: String(values.class ?? 'in-house'),
    fileName: basename(file),
  });
  const outcome = checkJob({ report: await inspectFile(file, sheet.machine.motion), sheet });
  if (values.json) {
    const { layerRows, ...report } = outcome.report;
    void layerRows;
    printJson({ ...outcome, report });
  } else
    process.stdout.write(
      `${outcome.sentence}\n${outcome.findings.map((f) => `${f.severity}: ${f.title}: ${f.figure}, limit ${f.limit} (${f.origin}); ${f.fix}`).join('\n')}\n`,
    );
  return outcome.verdict === 'blocked' ? 1 : 0;
}

async function fetchSheet(query: Record<string, string>): Promise<LimitSheet> {
  const base = process.env['CANTIERE_URL'] ?? 'http://127.0.0.1:4321';
  let cookie = '';
  try {
    const signIn = await fetch(`${base}/api/sign-in/demo`, {
      method: 'POST',
      headers: { origin: base, 'content-type': 'application/json' },
      body: '{"role":"viewer"}',
    });
    cookie = signIn.headers
      .getSetCookie()
      .map((c) => c.split(';')[0])
      .join('; ');
    const response = await fetch(`${base}/api/limits?${new URLSearchParams(query)}`, { headers: { cookie } });
    const body = (await response.json()) as LimitSheet & { title?: string };
    if (!response.ok) throw new CommandFailure(body.title ?? `the server answered ${response.status}`);
    return body;
  } catch (error) {
    if (error instanceof CommandFailure) throw error;
    throw new CommandFailure(`no server at ${base}; run npm start or set CANTIERE_URL`);
  }
}
