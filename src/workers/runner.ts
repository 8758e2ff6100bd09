import type { ChildProcess } from 'node:child_process';

export type ToRunner =
  { readonly do: 'check'; readonly runId: string; readonly from: 'queued' | 'running' } | { readonly do: 'leave off' };
/** A check has come to its end, or failed for a reason that is not the file's. */
export interface FromRunner {
  readonly failed: string | null;
}

/** What a check may take; beyond it its process is stopped. */
export interface RunnerLimits {
  readonly seconds: number;
  readonly residentBytes: number;
}
export interface RunnerHouse {
  readonly start: () => ChildProcess;
  /** Memory that a process holds, bytes; null where nobody can say. */
  readonly residentBytesOf: (pid: number) => number | null;
  readonly limits: RunnerLimits;
  readonly lookEveryMs: number;
  /** Called at each look while a check is under way: it is not left behind, whatever its process is busy with. */
  readonly onLook: (runId: string) => Promise<unknown>;
}

/** A check's process ended under it: by what it took, or by itself. */
export class CheckKilled extends Error {}

/** Has checks done one at a time by a process that is watched, stopped beyond its limits, and started anew. */
export class Runner {
  private child: ChildProcess | null = null;
  private last: Promise<unknown> = Promise.resolve();
  /** Check that is under way. */
  under: string | null = null;
  constructor(private readonly house: RunnerHouse) {}

  /** Waits for its turn, and for the end of the check. */
  run(runId: string, from: 'queued' | 'running'): Promise<void> {
    const turn = this.last.then(() => this.runNow(runId, from));
    this.last = turn.catch(() => undefined);
    return turn;
  }

  /** The check under way is put back; the process ends with the channel to it. */
  leaveOff(): Promise<unknown> {
    this.tell({ do: 'leave off' });
    return this.last;
  }

  private async runNow(runId: string, from: 'queued' | 'running'): Promise<void> {
    const child = (this.child ??= this.started());
    this.under = runId;
    let why: string | null = null;
    const began = performance.now();
    let hear: (message: unknown) => void = () => undefined;
    let gone: () => void = () => undefined;
    const look = setInterval(() => {
      void this.house.onLook(runId).catch(() => undefined);
      why ??= this.beyond(child, began);
      if (why !== null) child.kill('SIGKILL');
    }, this.house.lookEveryMs);
    try {
      const said = await new Promise<FromRunner | null>((resolve) => {
        hear = (message: unknown) => resolve(message as FromRunner);
        gone = () => resolve(null);
        child.once('message', hear);
        child.once('exit', gone);
        this.tell({ do: 'check', runId, from });
      });
      if (!said) throw new CheckKilled(why ?? `its process ended by itself (${child.signalCode ?? child.exitCode})`);
      if (said.failed !== null) throw new Error(said.failed);
    } finally {
      clearInterval(look);
      child.off('message', hear);
      child.off('exit', gone);
      this.under = null;
    }
  }

  private beyond(child: ChildProcess, began: number): string | null {
    const { seconds, residentBytes } = this.house.limits;
    if (performance.now() - began > seconds * 1000) return `it took more than ${seconds} s`;
    const resident = this.house.residentBytesOf(child.pid ?? 0);
    return resident !== null && resident > residentBytes
      ? `it took more than ${Math.round(residentBytes / 1e6)} MB of memory`
      : null;
  }

  private started(): ChildProcess {
    const child = this.house.start();
    child.once('exit', () => {
      if (this.child === child) this.child = null;
    });
    return child;
  }

  private tell(message: ToRunner): void {
    if (this.child?.connected) this.child.send(message, () => undefined); // one that is gone is told nothing: its end is heard of
  }
}
