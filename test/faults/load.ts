import type { ListPage } from '../../src/core/lists/list.ts';
import { createHash } from 'node:crypto';
import { asDrawn } from '../../src/core/mesh/placement.ts';
import { boxMesh } from '../../src/core/mesh/solids.ts';
import { writeStl } from '../../src/core/mesh/writeStl.ts';
import type { Client } from './client.ts';

/** What was acknowledged, kept outside of everything that is killed. */
export interface Ledger {
  /** Notes of maintenance, each once. */
  readonly notes: string[];
  /** Titles of jobs, each once, with the digest of their file. */
  readonly jobs: Map<string, { readonly id: string; readonly sha: string }>;
  /** By trial and place: all readings, in the order in which they were acknowledged. */
  readonly readings: Map<string, string[]>;
  /** Lots that were received, each once, with what a scale said was left. */
  readonly lots: Map<string, number>;
  /** Rounds of care that were done to their last step. */
  readonly cared: string[];
  /** Jobs that wait in a queue, in the order in which they were put there. */
  readonly queued: string[];
  /** Trials whose coupon came to its end. */
  readonly printed: string[];
  /** What was refused for good, with the words: under faults alone nothing is. */
  readonly refused: string[];
}
export const emptyLedger = (): Ledger => ({
  notes: [],
  jobs: new Map(),
  readings: new Map(),
  lots: new Map(),
  cared: [],
  queued: [],
  printed: [],
  refused: [],
});

interface Card {
  readonly id: string;
  readonly name: string;
  readonly state: string;
  readonly technology: string;
  readonly isStoppedFromHere: boolean;
  readonly mounted: { readonly id: string } | null;
  readonly loaded: { readonly id: string } | null;
}
interface TrialPage {
  readonly state: string;
  readonly readings: readonly {
    readonly id: string;
    readonly band: number;
    readonly feature: string;
    readonly repeat: number;
  }[];
}
const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

export class Load {
  private n = 0;
  constructor(
    private readonly client: Client,
    private readonly ledger: Ledger,
    private readonly isOver: () => boolean,
  ) {}

  private refuse(what: string, answer: { readonly status: number; readonly body: unknown } | null): void {
    if (answer) this.ledger.refused.push(`${what}: ${answer.status} ${JSON.stringify(answer.body).slice(0, 160)}`);
  }

  /** Machines that print filament, and a process for them. */
  async bench(): Promise<{ readonly machines: Card[]; readonly processId: string }> {
    const cards = (await this.client.get<Card[]>('/api/machines'))!;
    const processes = (await this.client.get<ListPage<{ id: string }>>('/api/profiles?kind=process&search=Stout'))!;
    return {
      machines: cards.filter((m) => m.technology === 'filament' && m.isStoppedFromHere && m.mounted && m.loaded),
      processId: processes.rows[0]!.id,
    };
  }

  /** Somebody logs work on a machine, over and over. */
  async keepLogging(m: Card): Promise<void> {
    while (!this.isOver()) {
      const note = `wiped ${++this.n}`;
      const answer = await this.client.ask('POST', `/api/machines/${m.id}/maintenance`, { kind: 'cleaning', note });
      if (answer?.status === 200) this.ledger.notes.push(note);
      else this.refuse('maintenance', answer);
      await pause(60);
    }
  }

  /** Somebody receives spools, loads each by its code and weighs it, over and over. */
  async keepLoading(m: Card): Promise<void> {
    while (!this.isOver()) {
      const lot = `F${++this.n}`;
      const came = { materialId: m.loaded!.id, lot, netG: 1000, tareG: null, place: 'shelf', code: null, count: 1 };
      const received = await this.client.ask('POST', '/api/containers', came);
      if (received?.status !== 200) {
        this.refuse('receiving', received);
        continue;
      }
      this.ledger.lots.set(lot, 1000);
      const [{ id, code }] = received.body as [{ id: string; code: string }];
      const loaded = await this.client.ask('POST', `/api/machines/${m.id}/load`, { code });
      if (loaded?.status !== 200) this.refuse('loading', loaded);
      const leftG = 500 + (this.n % 400);
      const weighed = await this.client.ask('POST', `/api/containers/${id}/weigh`, { leftG, why: 'on the scale' });
      if (weighed?.status === 200) this.ledger.lots.set(lot, leftG);
      else this.refuse('weighing', weighed);
      await pause(60);
    }
  }

  /** Somebody cleans the bed of a machine step by step, over and over. */
  async keepCaring(m: Card): Promise<void> {
    while (!this.isOver()) {
      const begun = await this.client.ask('POST', `/api/machines/${m.id}/care`, { key: 'surface' });
      if (begun?.status !== 200) {
        this.refuse('care', begun);
        continue;
      }
      const round = (begun.body as { id: string }).id;
      let isDone = false;
      for (let step = 0; step < 2; step++) {
        const done = await this.client.ask('POST', `/api/machines/${m.id}/care/step`, { round, step, reading: null });
        if (done?.status !== 200) this.refuse('care step', done);
        else isDone = (done.body as { isDone: boolean }).isDone;
      }
      if (isDone) this.ledger.cared.push(round);
      await pause(60);
    }
  }

  /** Somebody approves what is checked, queues it and moves it to the end of its queue. */
  async keepQueueing(): Promise<void> {
    while (!this.isOver()) {
      await pause(200);
      const next = [...this.ledger.jobs.values()].find((j) => !this.ledger.queued.includes(j.id));
      const page = next && (await this.client.get<{ state: string }>(`/api/jobs/${next.id}`));
      if (page?.state !== 'checked') continue;
      const cleared = await this.client.ask('POST', `/api/jobs/${next!.id}/clear`, { why: 'as it is' });
      if (cleared?.status !== 200) {
        this.refuse('approving', cleared);
        continue;
      }
      const queued = await this.client.ask('POST', `/api/jobs/${next!.id}/queue`, { of: 'machine' });
      if (queued?.status === 200) this.ledger.queued.push(next!.id);
      else this.refuse('queueing', queued);
      const moved = await this.client.ask('POST', `/api/jobs/${next!.id}/queue`, { of: 'machine', before: null });
      if (moved?.status !== 200) this.refuse('moving in the queue', moved);
    }
  }

  /** Somebody reads and corrects, over and over, at a trial that stands. */
  async keepReading(m: Card, processId: string): Promise<void> {
    const trialId = await this.plan(m, processId);
    if (!trialId) return;
    const last = new Map<string, string>();
    while (!this.isOver()) {
      const place = { band: 1, feature: 'front', repeat: 1 + (this.n % 4) };
      const at = `${trialId}/${place.repeat}`;
      const typed = (0.4 + (++this.n % 97) / 1000).toFixed(3);
      const answer = await this.client.ask('POST', `/api/trials/${trialId}/readings`, {
        ...place,
        typed,
        instrument: 'calliper',
        replaces: last.get(at) ?? null,
      });
      if (answer?.status === 200) {
        last.set(at, (answer.body as { id: string }).id);
        this.ledger.readings.set(at, [...(this.ledger.readings.get(at) ?? []), typed]);
      } else this.refuse('reading', answer);
      await pause(60);
    }
  }

  /** Somebody brings files and has them checked, over and over. */
  async keepChecking(m: Card, processId: string): Promise<void> {
    while (!this.isOver()) {
      const size = 8 + (++this.n % 40) / 10;
      const bytes = writeStl(boxMesh([0, 0, 0], [size, size, 2 + (this.n % 7)]));
      const sha = createHash('sha256').update(bytes).digest('hex');
      const kept = await this.client.ask('PUT', '/api/files', bytes);
      if (kept?.status !== 200) {
        this.refuse('file', kept);
        continue;
      }
      const title = `Block ${this.n}`;
      const made = await this.client.ask('POST', '/api/jobs', {
        title,
        class: 'in-house',
        quantity: 1,
        machineId: m.id,
        toolId: m.mounted!.id,
        materialId: m.loaded!.id,
        processId,
        fileSha: sha,
        fileName: 'block.stl',
        mesh: { unit: null, placement: asDrawn(110, 105) },
      });
      if (made?.status === 200) this.ledger.jobs.set(title, { id: (made.body as { id: string }).id, sha });
      else this.refuse('job', made);
      await pause(250);
    }
  }

  /** A machine prints one coupon after the other; whatever stands on its plate is taken off, whatever it is found at. */
  async keepPrinting(m: Card, processId: string): Promise<void> {
    while (!this.isOver()) {
      const trialId = await this.plan(m, processId);
      if (!trialId) return;
      while (!this.isOver()) {
        const page = await this.client.get<TrialPage>(`/api/trials/${trialId}`);
        if (!page) break;
        if (page.state === 'measuring') {
          this.ledger.printed.push(trialId);
          break;
        }
        if (page.state === 'planned' || page.state === 'interrupted') {
          await this.free(m);
          await this.client.ask('POST', `/api/trials/${trialId}/print`, { wish: 'print' });
        }
        await pause(200);
      }
      await this.free(m);
    }
  }
  async free(m: Pick<Card, 'id'>): Promise<void> {
    const page = await this.client.get<Card>(`/api/machines/${m.id}`);
    if (page && page.state !== 'ready' && page.state !== 'printing')
      await this.client.ask('POST', `/api/machines/${m.id}/clear-plate`, { note: '' });
  }

  private async plan(m: Card, processId: string): Promise<string | null> {
    const made = await this.client.ask('POST', '/api/trials', {
      kind: 'flow',
      machineId: m.id,
      toolId: m.mounted!.id,
      materialId: m.loaded!.id,
      processId,
      bands: null,
      options: {},
      recipeId: null,
    });
    if (made?.status === 200) return (made.body as { id: string }).id;
    this.refuse('trial', made);
    return null;
  }
}
