import type { ChildProcess } from 'node:child_process';

export function startChild(
  script: string,
  how: { readonly cwd?: string; readonly env?: NodeJS.ProcessEnv; readonly out: 'inherit' | 'ignore' | number },
): ChildProcess;
export function writePids(file: string, pids: Readonly<Record<string, unknown>>): void;
export function servedBy(file: string): number | null;
