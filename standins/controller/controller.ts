import { LETTER, LineWords, checksumOf, scanLine } from '../../src/core/gcode/words.ts';
import { exampleLimits } from '../../src/core/motion/limits.ts';
import { Heaters } from './heaters.ts';
import { OwnMotion } from './ownMotion.ts';
import { truthOf, type Truth } from './truth.ts';

export type Fault = 'sensor' | 'noise' | 'drop' | 'disconnect';
const TICK_S = 1;
const HELD_REPORT_MS = 100;
const STOPPED = 'fault stopped by hand; heaters off';
const TAKEN = 'fault another host has this machine';
/** A machine in the middle of a program that hears no host for so long parks and cools. */
export const HEARS_FOR_S = 30;
/** One connection of a host: which of all hosts it is. */
export interface Host {
  epoch: number;
}

/** One simulated machine: takes numbered, checked lines one at a time, heats with a lag, moves in planned time, and keeps
 *  every line it accepted, from which alone its printed coupon is made. */
export class SimulatedController {
  readonly truth: Truth;
  readonly accepted: string[] = [];
  private printed: readonly string[] | null = null;
  lastLine = 0;
  zMm = 0;
  readonly heaters: Heaters;
  /** The head at work. */
  head = 0;
  fault: Fault | null = null;
  /** Next lines to spoil for a fault of the line. */
  spoil = 0;
  /** Stands before this line, hot and talking, until it is released. */
  holdAt = Infinity;
  private motion: OwnMotion;
  /** How long the program at hand has taken, s. */
  private clockS = 0;
  private words = new LineWords();
  private owedS = 0;
  /** The highest host that has claimed it, and when it last heard one. */
  private hostEpoch = 0;
  /** What its readers find on the spool of each head; null of a machine without readers. */
  codes: readonly (string | null)[] | null = null;
  private heardAt = 0;
  private isAtWork = false;
  /** What it has to say once to the next line. */
  private toSay: string | null = null;
  /** Stopped by hand: nothing heats or moves until a new program begins. */
  private isStopped = false;

  constructor(
    readonly key: string,
    readonly seed: number,
    private readonly timeScale: number,
  ) {
    this.truth = truthOf(seed);
    this.heaters = new Heaters(this.truth);
    this.motion = new OwnMotion(exampleLimits, this.truth);
  }

  /** Answers one line as received; `report` sends temperature lines while waiting. */
  async take(
    raw: string,
    report: (line: string) => void,
    host: Host = { epoch: this.hostEpoch },
  ): Promise<string | null> {
    this.isAtWork = true; // it hears, and what it was told takes its time
    try {
      return await this.answer(raw, report, host);
    } finally {
      this.isAtWork = false;
      this.heardAt = performance.now();
    }
  }

  /** In the middle of a program, and hot, it parks and cools when no host is heard. */
  watch(now = performance.now()): void {
    const isHot = this.bedTargetC > 0 || this.nozzleTargetC > 0;
    if (this.isAtWork || !isHot || this.lastLine === 0 || now - this.heardAt < 1000 * HEARS_FOR_S) return;
    this.heaters.off();
    this.toSay = `fault no host was heard for ${HEARS_FOR_S} s; parked, heaters off`;
  }

  private async answer(raw: string, report: (line: string) => void, host: Host): Promise<string | null> {
    let line = raw.trim();
    if (line === '@last') return `last ${this.lastLine} Z:${this.zMm.toFixed(3)}`;
    if (line === '@state') return this.temperatures();
    if (line === '@slots')
      return this.codes === null
        ? 'no readers'
        : `slots ${this.codes.map((code, head) => `${head}:${code ?? '-'}`).join(' ')}`;
    if (line === '@clock') {
      this.motion.rest();
      await this.move(report);
      return `clock ${this.clockS.toFixed(1)}`;
    }
    if (line === '@stop') {
      this.stop();
      return 'ok @stop';
    }
    const claims = /^@host (\d+)$/.exec(line);
    if (claims) {
      if (Number(claims[1]) < this.hostEpoch) return TAKEN;
      this.hostEpoch = host.epoch = Number(claims[1]);
      return `ok ${line}`;
    }
    if (host.epoch < this.hostEpoch) return TAKEN;
    if (this.spoil > 0) {
      this.spoil--;
      if (this.fault === 'drop') return null;
      line = flipBit(line);
    }
    const aside = /^@aside (.*)\*(\d+)$/.exec(line);
    if (aside) {
      // outside the program: obeyed, neither counted nor part of the coupon
      if (checksumOf(Buffer.from(line, 'latin1'), 0, line.lastIndexOf('*')) !== Number(aside[2]))
        return 'Resend: @aside';
      if (this.isStopped) return STOPPED;
      const said = this.sayOnce();
      if (said !== null) return said;
      await this.execute(aside[1]!.trim(), report);
      if (this.isStopped) return STOPPED;
      return `ok @aside ${this.temperatures()}`;
    }
    const match = /^N(\d+)\s+(.*)\*(\d+)$/.exec(line);
    const bytes = Buffer.from(line, 'latin1');
    if (!match || checksumOf(bytes, 0, line.lastIndexOf('*')) !== Number(match[3]))
      return `Resend: ${this.lastLine + 1}`;
    const n = Number(match[1]);
    const text = match[2]!.trim();
    if (text === 'M110') {
      this.begin(n);
      return `ok ${n}`;
    }
    while (n >= this.holdAt && !this.isStopped) {
      report(this.temperatures());
      await new Promise((resolve) => setTimeout(resolve, HELD_REPORT_MS));
    }
    if (this.isStopped) return STOPPED;
    if (host.epoch < this.hostEpoch) return TAKEN; // by another while the line was held
    if (n !== this.lastLine + 1) return `Resend: ${this.lastLine + 1}`;
    const said = this.sayOnce();
    if (said !== null) return said;
    if (this.fault === 'sensor') {
      this.fault = null;
      this.heaters.off();
      return 'fault nozzle sensor gave no reading; heaters off';
    }
    await this.execute(text, report);
    if (this.isStopped) return STOPPED;
    this.accepted.push(text);
    this.printed = null;
    this.lastLine = n;
    return `ok ${n} Z:${this.zMm.toFixed(3)} ${this.temperatures()}`;
  }

  /** The coupon as it stands: the same list until another line comes. */
  get coupon(): readonly string[] {
    return (this.printed ??= [...this.accepted]);
  }

  private sayOnce(): string | null {
    const said = this.toSay;
    this.toSay = null;
    return said;
  }
  /** At once, whatever it waits for. */
  private stop(): void {
    this.isStopped = true;
    this.heaters.off();
  }

  private begin(n: number): void {
    this.accepted.length = 0;
    this.printed = null;
    this.lastLine = n;
    this.isStopped = false;
    this.toSay = null;
    this.motion = new OwnMotion(exampleLimits, this.truth);
    this.clockS = 0;
  }

  private async execute(text: string, report: (line: string) => void): Promise<void> {
    const bytes = new TextEncoder().encode(text);
    const w = this.words;
    scanLine(bytes, 0, bytes.length, w);
    this.motion.execute(w, this.lastLine + 1);
    const code = w.mCount > 0 ? w.mCodes[0] : -1;
    const target = w.has(LETTER.S) ? w.values[LETTER.S]! : 0;
    if (w.has(LETTER.T) && w.mCount === 0) this.head = w.values[LETTER.T]!;
    const nozzle = w.has(LETTER.T) ? w.values[LETTER.T]! : this.head;
    const heater = code === 104 || code === 109 ? nozzle : code === 140 || code === 190 ? 'bed' : null;
    if (heater !== null) this.heaters.of(heater).targetC = target;
    if (w.gCount > 0 || w.has(LETTER.Z)) this.zMm = this.motion.zMm;
    const waits = code === 109 || code === 190;
    if (waits) this.motion.rest();
    await this.move(report);
    if (!waits || heater === null) return;
    while (!this.heaters.isReached(heater) && !this.isStopped) {
      await this.pass(TICK_S, report);
    }
  }

  /** Lets go by what moves that are done have taken; a host that waits for long hears of it meanwhile. */
  private async move(report: (line: string) => void): Promise<void> {
    let left = this.motion.takeOwedS();
    for (; left > TICK_S && !this.isStopped; left -= TICK_S) await this.pass(TICK_S, report);
    if (!this.isStopped) await this.pass(left, report);
  }

  /** Lets simulated seconds go by, and tells the temperatures whenever the host has really waited. */
  private async pass(seconds: number, report: (line: string) => void): Promise<void> {
    this.heaters.pass(seconds);
    this.clockS += seconds;
    this.owedS += seconds / this.timeScale;
    if (this.owedS < 0.004) return;
    const wait = this.owedS;
    this.owedS = 0;
    await new Promise((resolve) => setTimeout(resolve, wait * 1000));
    report(this.temperatures());
  }

  /** The hottest target of any nozzle. */
  get nozzleTargetC(): number {
    return Math.max(0, ...[...this.heaters.nozzles.values()].map((n) => n.targetC));
  }
  get bedTargetC(): number {
    return this.heaters.bed.targetC;
  }

  private temperatures(): string {
    const { bed } = this.heaters;
    const { nowC, targetC } = this.heaters.of(this.head);
    return `T:${nowC.toFixed(1)}/${targetC} B:${bed.nowC.toFixed(1)}/${bed.targetC}`;
  }
}

function flipBit(line: string): string {
  const at = Math.floor(line.length / 2);
  return line.slice(0, at) + String.fromCharCode(line.charCodeAt(at) ^ 1) + line.slice(at + 1);
}
