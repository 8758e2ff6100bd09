import type { ChildProcess } from 'node:child_process';

export interface StartedFarm {
  readonly name: string;
  readonly url: string;
  readonly cluster: { readonly folder: string; readonly ownerUrl: string; alive(): boolean };
  readonly env: Readonly<Record<string, string>>;
  /** By label: stand-ins, worker, web. A child that was started again has taken the place of the one before. */
  readonly children: ReadonlyMap<string, ChildProcess>;
  stop(): Promise<void>;
}
export function startFarm(options: {
  name?: string;
  port?: number;
  empty?: boolean;
  fast?: boolean;
  fresh?: boolean;
  timeScale?: string;
  quiet?: boolean;
  data?: string;
}): Promise<StartedFarm>;
