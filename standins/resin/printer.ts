import { createHash } from 'node:crypto';
import { inflateSync } from 'node:zlib';
import { decodeGreyPng } from '../../src/core/resin/png.ts';
import { readStack, type Stack } from '../../src/core/resin/readStack.ts';
import type { StackManifest } from '../../src/core/resin/stack.ts';
import { PrintedStack } from './printed.ts';
import { resinTruthOf, ROOM_C, type ResinTruth } from './truth.ts';

export type ResinPhase = 'idle' | 'printing' | 'paused' | 'fault' | 'done' | 'cancelled';
export type ResinFault = 'film' | 'vat' | 'lamp' | 'door';
const WORDS: Record<ResinFault, string> = {
  film: 'the film tore',
  vat: 'resin is running low',
  lamp: 'the lamp gave no light',
  door: 'the cover is open',
};
/** State as the printer tells it (docs/formats/stack-protocol.md). */
export interface ResinState {
  readonly phase: ResinPhase;
  readonly digest: string | null;
  readonly layer: number;
  readonly layers: number;
  readonly zMm: number;
  readonly resinC: number;
  readonly message: string | null;
}
const TICK_MS = 50;
/** What the vat's heater brings, and what counts as there. */
const HEATS_C_PER_S = 0.02;
const NEAR_C = 0.2;
/** Prints that lie on the bench at the most. */
const KEPT = 12;
const inflate = (packed: Uint8Array, most: number): Uint8Array => inflateSync(packed, { maxOutputLength: most });

/** A simulated resin printer: takes a layer stack, runs its sequence at a time scale, can fail, and keeps what it printed. */
export class SimulatedResinPrinter {
  readonly truth: ResinTruth;
  fault: ResinFault | null = null;
  /** Answers nothing while true. */
  isDeaf = false;
  /** What it printed, the newest last. */
  private readonly prints: PrintedStack[] = [];
  private resinC = ROOM_C;
  private stack: { readonly stack: Stack; readonly digest: string } | null = null;
  private phase: ResinPhase = 'idle';
  private layer = 0;
  private elapsedS = 0;
  private message: string | null = null;
  private timer: NodeJS.Timeout | null = null;
  /** The highest host that gave an order. */
  private host = 0;

  constructor(
    readonly key: string,
    readonly seed: number,
    readonly pixels: readonly [number, number],
    private readonly timeScale: number,
  ) {
    this.truth = resinTruthOf(seed);
  }

  /** The newest print, or of a set of plates the newest that shows a band. */
  printOf(band?: number): PrintedStack | null {
    const newest = this.prints.at(-1) ?? null;
    const of = newest?.stack.manifest.plate?.of;
    if (band === undefined || !newest || of === undefined) return newest;
    const { title } = newest.stack.manifest;
    return (
      this.prints.findLast(({ stack: { manifest: m } }) => m.title === title && m.plate?.of === of && shows(m, band)) ??
      null
    );
  }

  state(): ResinState {
    const layers = this.stack?.stack.manifest.layers ?? [];
    return {
      phase: this.phase,
      digest: this.stack?.digest ?? null,
      layer: this.layer,
      layers: layers.length,
      zMm: layers[this.layer - 1]?.zMm ?? 0,
      resinC: Number(this.resinC.toFixed(1)),
      message: this.message,
    };
  }

  /** Whether it takes orders from a host: from the one that came last, and not from one before it. */
  heeds(host: number): boolean {
    if (!(host >= this.host)) return false;
    this.host = host;
    return true;
  }
  /** Takes a stack, or says in one sentence why not. */
  load(zip: Uint8Array): string | null {
    if (this.phase === 'printing' || this.phase === 'paused') return 'a print is running';
    const digestOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');
    const read = readStack(zip, digestOf);
    if (!read.ok) return `${read.failure.where ? `${read.failure.where}: ` : ''}${read.failure.what}`;
    const { pixels } = read.value.manifest.printer;
    if (pixels[0] !== this.pixels[0] || pixels[1] !== this.pixels[1])
      return `made for ${pixels.join(' × ')} pixels; this screen has ${this.pixels.join(' × ')}`;
    for (const [name, png] of read.value.images) {
      const picture = decodeGreyPng(png, pixels, inflate);
      if (!picture.ok) return `${name} ${picture.failure.what}`;
    }
    this.stack = { stack: read.value, digest: digestOf(zip) };
    this.phase = 'idle';
    this.layer = 0;
    this.message = null;
    return null;
  }

  /** Starts from the first layer, or goes on after a pause or a fault that somebody has seen to. */
  start(): string | null {
    if (!this.stack) return 'no stack is loaded';
    if (this.phase === 'printing') return null;
    if (this.phase === 'idle' || this.phase === 'done' || this.phase === 'cancelled') {
      this.layer = 0;
      this.elapsedS = 0;
      const { title, plate } = this.stack.stack.manifest;
      const kept = plate ? this.prints.filter((p) => p.stack.manifest.title === title) : [];
      this.prints.splice(0, this.prints.length, ...kept);
    }
    this.fault = null;
    this.message = null;
    this.phase = 'printing';
    this.timer ??= setInterval(() => this.tick(), TICK_MS);
    return null;
  }
  pause(): void {
    if (this.phase === 'printing') this.phase = 'paused';
  }
  cancel(): void {
    if (this.phase === 'idle' || this.phase === 'done') return;
    this.finish('cancelled', 'lamp off, plate raised');
  }
  stop(): void {
    if (this.timer) clearInterval(this.timer);
    this.timer = null;
  }

  private tick(): void {
    if (this.phase !== 'printing' || !this.stack) return;
    const { manifest } = this.stack.stack;
    const passedS = (TICK_MS / 1000) * this.timeScale;
    if (this.layer === 0 && !this.warm(manifest.resinC ?? ROOM_C, passedS)) return;
    this.elapsedS += passedS;
    for (;;) {
      if (this.fault) {
        this.message = WORDS[this.fault];
        this.phase = 'fault';
        return;
      }
      const next = manifest.layers[this.layer];
      if (!next) {
        this.finish('done', null);
        return;
      }
      const takes = takesS(manifest, next);
      if (this.elapsedS < takes) return;
      this.elapsedS -= takes;
      this.layer++;
    }
  }

  /** Heats or cools the resin towards what is wanted; true once it is there. */
  private warm(wantedC: number, passedS: number): boolean {
    const off = wantedC - this.resinC;
    this.resinC += Math.sign(off) * Math.min(Math.abs(off), HEATS_C_PER_S * passedS);
    return Math.abs(wantedC - this.resinC) <= NEAR_C;
  }

  private finish(phase: 'done' | 'cancelled', message: string | null): void {
    if (this.layer > 0 && this.stack) this.prints.push(new PrintedStack(this.stack.stack, this.layer, this.resinC));
    this.prints.splice(0, this.prints.length - KEPT);
    this.phase = phase;
    this.message = message;
    this.stop();
  }
}

/** What a layer takes, summed up move by move and not as the product does it. */
function takesS(m: StackManifest, layer: StackManifest['layers'][number]): number {
  const { pauseBeforeLiftS, lift, pauseAtTopS, return: back, pauseBeforeExposureS } = layer.motion ?? m.motion;
  let s = pauseBeforeLiftS + pauseAtTopS + pauseBeforeExposureS;
  for (const { seconds } of layer.exposures) s += seconds;
  for (const { mm, mmPerS } of [...lift, ...back]) if (mm > 0) s += mm / mmPerS;
  return s;
}

const shows = ({ places }: StackManifest, band: number): boolean => places?.some((p) => p.band === band) === true;
