import type { Move } from '../../../src/core/gcode/interpreter.ts';
import { parametersOf } from '../../../src/core/gcode/reading.ts';
import { LETTER, LineWords, scanLine } from '../../../src/core/gcode/words.ts';
import { Heaters, type Heater } from '../heaters.ts';
import { MachineMotion, type FedPiece } from '../machineMotion.ts';
import { LaidPlastic } from './laidPlastic.ts';
import type { Trouble, TroubleKind } from './troubles.ts';
import type { World } from './world.ts';

/** What a controller of the line protocol obeys, beside the words its profile names. */
const OBEYED = new Set([
  ...[0, 1, 2, 3, 4, 10, 11, 17, 18, 19, 20, 21, 28, 29, 40, 49, 54, 61, 64, 80, 90, 90.1, 91, 91.1, 92, 94].map(
    (n) => `G${n}`,
  ),
  ...[2, 6, 17, 30, 73, 75, 76, 77, 82, 83, 105, 106, 107, 108, 110, 114, 115, 117, 118, 141, 191, 200, 205, 207].map(
    (n) => `M${n}`,
  ),
  ...['M300', 'M400', 'M420'],
]);
const WAITS_FOR_A_PERSON = new Set(['M0', 'M1', 'M25', 'M600', 'M601']);
const SLACK_MM = 0.05;
/** Slower than this no step is lost and no corner waves. */
const QUICK_MM_PER_S = 25;
const WAVES_SHARE = 1.25;

/** Follows a program as a machine really does it, and tells what goes wrong on the way. Nothing after a trouble that ends a print is looked
 *  at. */
class Follower extends MachineMotion {
  private readonly heaters: Heaters;
  private readonly plastic: LaidPlastic;
  private readonly found = new Map<TroubleKind, Trouble>();
  private nowS = 0;
  isOver = false;
  private isHeld = false;

  constructor(private readonly world: World) {
    super(world.limits, 1);
    this.heaters = new Heaters(world.truth);
    this.plastic = new LaidPlastic(world, this.heaters, (kind, line, figure, zMm) =>
      this.tell(kind, line, figure, zMm),
    );
  }

  private tell(kind: TroubleKind, line: number, figure: string, zMm = this.state.z): void {
    if (!this.isOver && !this.found.has(kind)) this.found.set(kind, { kind, line, figure, zMm });
  }
  private ends(kind: TroubleKind, line: number, figure: string): void {
    this.tell(kind, line, figure);
    this.isOver = true;
  }
  finish(): readonly Trouble[] {
    this.buffer.rest();
    this.plastic.finish();
    return [...this.found.values()].sort((a, b) => a.line - b.line);
  }

  take(text: string, line: number, words: LineWords): void {
    const bytes = new TextEncoder().encode(text);
    scanLine(bytes, 0, bytes.length, words);
    if (words.nameFrom >= 0)
      this.macro(text.slice(words.nameFrom, words.nameTo).toUpperCase(), text.slice(words.nameTo), line);
    else this.execute(words, line);
  }
  private macro(name: string, call: string, line: number): void {
    const steps = this.limits.reads?.macros?.[name];
    if (!steps) return this.unknown(name, line);
    this.buffer.rest();
    const asked = parametersOf(call);
    for (const { does, by } of steps) {
      const celsius = by === undefined ? 0 : Number(asked.get(by) ?? 0);
      if (does === 'homes') {
        this.state.homeAll();
        this.homed(line);
      } else if (does === 'heats nozzle') this.heat(this.head, celsius, true, line);
      else if (does === 'heats bed') this.heat('bed', celsius, true, line);
      else if (does === 'pauses') this.waitForPerson(line);
      else if (does === 'cools') this.heaters.off();
    }
  }

  protected pass(s: number): void {
    this.nowS += s;
    this.heaters.pass(s);
  }
  private heat(what: Heater, celsius: number, isWaited: boolean, line: number): void {
    this.heaters.of(what).targetC = celsius;
    if (isWaited) this.waitFor([what], line);
  }
  private waitFor(all: readonly Heater[], line: number): void {
    this.buffer.rest();
    for (const what of all) {
      const most = what === 'bed' ? this.world.bedMaxC : this.world.hotEndMaxC;
      const celsius = this.heaters.of(what).targetC;
      if (celsius > most) return this.ends('never got so hot', line, `${celsius} °C of ${most}`);
    }
    this.pass(Math.max(...all.map((what) => this.heaters.waitS(what))));
  }
  private waitForPerson(line: number): void {
    if (this.world.isUnattended) this.ends('waited for nobody', line, 'a pause');
  }

  protected allows(move: Move, line: number): boolean {
    if (this.isOver) return false;
    const { state, world } = this;
    const isLift = state.isRelative && move.dz > 0 && move.dx === 0 && move.dy === 0;
    const [lowX, lowY] = world.lowestMm;
    const [wide, deep, tall] = world.travelMm;
    const isOut =
      state.x < lowX - SLACK_MM ||
      state.x > lowX + wide + SLACK_MM ||
      state.y < lowY - SLACK_MM ||
      state.y > lowY + deep + SLACK_MM ||
      state.z > tall + SLACK_MM;
    if (state.homed !== 7 && !isLift) this.ends('hit its stop', line, 'not homed');
    else if (isOut) this.ends('hit its stop', line, `X ${state.x.toFixed(1)} Y ${state.y.toFixed(1)}`);
    else if (move.hasXY && move.de > 0) {
      const round = this.limits.reads?.roundBed;
      if (!this.isHeld) this.tell('shifted', line, 'motors off');
      if (round && Math.hypot(state.x - round.x, state.y - round.y) > round.radiusMm)
        this.tell('came loose', line, 'beyond the round plate');
    }
    return !this.isOver;
  }

  protected went(piece: FedPiece, tookS: number, topMmPerS: number): void {
    if (this.isOver) return;
    const { truth } = this.world;
    if (topMmPerS > QUICK_MM_PER_S) {
      const hard = `${piece.mmPerS2.toFixed(0)} mm/s²`;
      if (piece.mmPerS2 > truth.shiftsAtMmPerS2) this.tell('shifted', piece.line, hard, piece.to[2]);
      else if (piece.isLaid && piece.mmPerS2 > WAVES_SHARE * truth.ringsAtMmPerS2)
        this.tell('waves', piece.line, hard, piece.to[2]);
    }
    this.isOver = this.plastic.took(piece, tookS, topMmPerS, this.nowS);
  }

  override filament(deMm: number, line: number): void {
    super.filament(deMm, line);
    if (!this.isOver) this.isOver = this.plastic.drew(this.head, deMm, line);
  }
  tool(tool: number, line: number): void {
    this.buffer.rest();
    if (tool >= this.world.plastics.length) this.ends('refused a word', line, `T${tool}`);
    else this.head = tool;
  }
  homed(line: number): void {
    this.buffer.rest();
    if ((this.state.homedLast & 4) !== 0 && this.plastic.highestMm > this.world.clearanceMm)
      return this.ends('collided', line, 'the carriage, homing beside what stands');
    this.isHeld = true;
    this.pass(this.world.truth.homesS);
  }

  protected other(code: string, w: LineWords, line: number): void {
    if (this.isOver) return;
    const v = w.values;
    const hot = w.has(LETTER.S) ? v[LETTER.S]! : w.has(LETTER.R) ? v[LETTER.R]! : 0;
    const head = w.has(LETTER.T) ? v[LETTER.T]! : this.head;
    if (code === 'M104' || code === 'M109') this.heat(head, hot, code === 'M109', line);
    else if (code === 'M140' || code === 'M190') this.heat('bed', hot, code === 'M190', line);
    else if (code === 'M116') this.waitFor(this.heaters.all, line);
    else if (code === 'M84' || code === 'M18') {
      this.buffer.rest();
      if (!w.has(LETTER.S)) this.isHeld = false;
    } else if (code === 'G11' || (code === 'G10' && !w.has(LETTER.L))) {
      const own = this.limits.reads?.ownRetraction?.mm ?? 1;
      this.filament(code === 'G10' ? -own : this.plastic.drawnMm(this.head), line);
    } else if (WAITS_FOR_A_PERSON.has(code)) this.waitForPerson(line);
    else if (!OBEYED.has(code) && !this.limits.reads?.macros?.[code]) this.unknown(code, line);
  }
  private unknown(word: string, line: number): void {
    if (this.world.stopsAtUnknown) this.ends('refused a word', line, word);
  }
}

/** What becomes of a program, line by line as it is sent: what goes wrong, in the order it does. */
export function fateOf(lines: Iterable<string>, world: World): readonly Trouble[] {
  const follower = new Follower(world);
  const words = new LineWords();
  let n = 0;
  for (const line of lines) {
    follower.take(line, ++n, words);
    if (follower.isOver) break;
  }
  return follower.finish();
}
