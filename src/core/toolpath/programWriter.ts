import { GcodeWriter, type Dialect, type WriterMark } from '../gcode/write.ts';
import { DrivePasses, MOST_PASSES } from '../gcode/drivePasses.ts';
import { filamentAreaMm2 } from './bead.ts';

/** A travel of so many line widths needs no retraction. Common practice, no source. */
const SHORT_TRAVEL_WIDTHS = 5;
const HEIGHT_MM_PER_S = 8;
const LEAVES_BY_MM = 2;

/** What a head does between its lines: effective values of its tool and material. */
export interface HeadSettings {
  readonly filamentDiameterMm: number;
  readonly lineWidthMm: number;
  readonly flow: number;
  readonly nozzleC: number;
  readonly nozzleFirstC: number;
  /** Nozzle temperature while another head is at work; null keeps it as hot as it lays. */
  readonly standbyC: number | null;
  readonly fanPercent: number;
  readonly travelSpeedMmPerS: number;
  readonly retractionMm: number;
  readonly retractionMmPerS: number;
  /** Filament fed on top of what was retracted, mm. */
  readonly refillMm: number;
  readonly liftMm: number;
  /** Added to every height that is written. */
  readonly zOffsetMm: number;
  /** The machine's own command that sets the pressure factor, with {value}; null where it has none. */
  readonly pressureCommand: string | null;
  readonly pressureS: number;
}
/** What a program begins and ends with. */
export interface ProgramSettings {
  readonly title: string;
  readonly startBlock: string;
  readonly endBlock: string;
  readonly dialect: Dialect;
  readonly bedC: number;
  /** Null where the machine cannot heat its chamber, or the recipe does not ask for it. */
  readonly chamberC: number | null;
}

/** A head while a program is written. */
export class WritingHead<S extends HeadSettings> {
  /** How far its filament is drawn back. */
  backMm = 0;
  /** Nozzle temperature it was last told; 0 where it was told none. */
  saidC = 0;
  /** Filament it has laid, and which pieces of it the drive took back. */
  fedMm = 0;
  readonly passes = new DrivePasses();
  constructor(
    readonly tool: number,
    public s: S,
    /** What is added to every place it lays. */
    readonly offsetMm: readonly [x: number, y: number],
  ) {}
}

/** The one writer of coupons and parts: what a machine does before, between and after lines, head by head. Places are where the plastic
 *  shall lie; the offset of the head at work is added here. */
export class ProgramWriter<S extends HeadSettings = HeadSettings> {
  layersBegun = 0;
  zMm = 0;
  head: WritingHead<S>;
  /** Filament fed on top of what was drawn back, by volume. */
  refilledMm3 = 0;
  private readonly w: GcodeWriter;
  private readonly first: WritingHead<S>;
  /** Above what it has laid, so that a change of head does not touch it. */
  private isRaised = false;
  private acceleration = NaN;
  private saidFanPercent = 0;
  private saidPressureS = NaN;

  /** @param heads the one that begins first
   *  @param isContinued laid after another in the same program: the filament is drawn back, the chamber warm */
  constructor(
    private readonly program: ProgramSettings,
    private readonly heads: readonly WritingHead<S>[],
    isContinued = false,
  ) {
    const { dialect, title, chamberC, startBlock, bedC } = program;
    this.head = this.first = heads[0]!;
    const { tool, s } = this.first;
    this.w = new GcodeWriter(dialect, filamentAreaMm2(s.filamentDiameterMm));
    this.w.comment(title);
    if (chamberC !== null && !isContinued) this.w.raw(`M191 S${chamberC}`);
    if (heads.length > 1 || tool !== 0) this.w.raw(`T${tool}`);
    this.w.raw(...fillBlock(startBlock, { nozzle: s.nozzleFirstC, bed: bedC }));
    this.w.begin();
    if (isContinued) this.first.backMm = s.retractionMm;
    this.first.saidC = s.nozzleFirstC;
    this.sayPressure(s.pressureS);
  }

  /** Begins a layer whose top is so high. */
  layer(zMm: number): void {
    if (!this.wouldGrind()) this.pullBack();
    this.layersBegun++;
    this.rise(zMm);
  }
  /** Up to a height, laying or not. */
  rise(zMm: number): void {
    this.zMm = roundMm(zMm);
    this.goToHeight(this.zMm);
  }
  /** Above what was laid, drawn back, and to a place beside it where one is known. */
  leave(toMm: readonly [number, number] | null): void {
    if (!this.wouldGrind()) this.pullBack();
    this.goToHeight(roundMm(this.zMm + LEAVES_BY_MM));
    this.isRaised = true;
    if (toMm) this.w.travel(...this.placed(...toMm), this.head.s.travelSpeedMmPerS);
  }
  /** Over everything that stands to where another part begins, whose layers count from the plate again. */
  nextPart(overMm: number, [x, y]: readonly [number, number]): void {
    this.pullBack();
    this.goToHeight(roundMm(overMm + LEAVES_BY_MM));
    this.w.travel(...this.placed(x, y), this.head.s.travelSpeedMmPerS);
    this.isRaised = false;
    this.layersBegun = 0;
  }
  /** Another head at work: the one that goes stands by, the one that comes is hot before it lays. */
  take(head: WritingHead<S>, nozzleC: number, fanPercent: number): void {
    const { standbyC } = this.head.s;
    if (standbyC !== null && standbyC < this.head.saidC) {
      this.w.raw(`M104 T${this.head.tool} S${standbyC}`);
      this.head.saidC = standbyC;
    }
    this.w.raw(`T${head.tool}`);
    this.w.otherFilament(filamentAreaMm2(head.s.filamentDiameterMm));
    this.head = head;
    this.sayNozzle(nozzleC, 'M109');
    this.sayPressure(head.s.pressureS);
    this.sayFan(fanPercent);
  }

  /** Goes to a place without laying: long ways drawn back and lifted. */
  goTo(x: number, y: number): void {
    const { s } = this.head;
    const isShort = this.distanceTo(x, y) <= SHORT_TRAVEL_WIDTHS * s.lineWidthMm;
    if (!isShort && !this.wouldGrind()) this.pullBack();
    const isLifted = this.head.backMm > 0 && s.liftMm > 0 && !this.isRaised;
    if (isLifted) this.goToHeight(roundMm(this.zMm + s.liftMm));
    this.w.travel(...this.placed(x, y), s.travelSpeedMmPerS);
    if (isLifted || this.isRaised) this.goToHeight(this.zMm);
    this.isRaised = false;
    this.feedBack();
  }
  /** Whether one more retraction would take a piece of filament back too often; a string is the lesser evil. */
  private wouldGrind(): boolean {
    const { passes, fedMm, s } = this.head;
    return passes.with(fedMm, s.retractionMm) > MOST_PASSES;
  }
  private fed(volumeMm3: number): void {
    this.head.fedMm += volumeMm3 / filamentAreaMm2(this.head.s.filamentDiameterMm);
  }
  line(x: number, y: number, volumeMm3: number, mmPerS: number): void {
    this.fed(volumeMm3);
    this.w.line(...this.placed(x, y), volumeMm3, mmPerS);
  }
  /** Counter-clockwise; (i, j) leads from where it stands to the middle. */
  arc(x: number, y: number, i: number, j: number, radiusMm: number, volumeMm3: number, mmPerS: number): void {
    this.fed(volumeMm3);
    this.w.arc(...this.placed(x, y), i, j, radiusMm, volumeMm3, mmPerS);
  }
  /** Filament into the open air while standing still. */
  strand(lengthMm: number, mmPerS: number): void {
    this.feedBack();
    this.w.filament(lengthMm, mmPerS);
    this.head.fedMm += lengthMm;
  }
  pullBack(): void {
    const { head, w } = this;
    const { retractionMm, retractionMmPerS } = head.s;
    if (head.backMm > 0 || this.layersBegun === 0 || !(retractionMm > 0) || Number.isNaN(w.distanceTo(0, 0))) return;
    if (this.program.dialect.firmwareRetract) w.raw('G10');
    else w.filament(-retractionMm, retractionMmPerS);
    head.passes.note(head.fedMm, retractionMm);
    head.backMm = retractionMm;
  }
  private feedBack(): void {
    const { head, w } = this;
    if (head.backMm === 0) return;
    const { refillMm, retractionMmPerS, filamentDiameterMm } = head.s;
    if (this.program.dialect.firmwareRetract) w.raw('G11');
    else {
      w.filament(head.backMm + refillMm, retractionMmPerS);
      this.refilledMm3 += refillMm * filamentAreaMm2(filamentDiameterMm);
    }
    head.backMm = 0;
    head.fedMm += refillMm;
  }

  sayNozzle(c: number, how: 'M104' | 'M109'): void {
    if (c === this.head.saidC) return;
    this.w.raw(`${how} S${c}`);
    this.head.saidC = c;
  }
  sayFan(percent: number): void {
    if (percent === this.saidFanPercent) return;
    this.w.raw(percent > 0 ? `M106 S${Math.round(percent * 2.55)}` : 'M107'); // a full fan is 255
    this.saidFanPercent = percent;
  }
  sayPressure(factorS: number): void {
    const { pressureCommand } = this.head.s;
    if (pressureCommand === null || factorS === this.saidPressureS) return;
    this.w.raw(pressureCommand.replaceAll('{value}', String(Number(factorS.toFixed(4)))));
    this.saidPressureS = factorS;
  }
  sayAcceleration(mmPerS2: number): void {
    if (mmPerS2 === this.acceleration) return;
    this.acceleration = mmPerS2;
    this.w.acceleration(mmPerS2);
  }
  /** Stands still. */
  wait(seconds: number): void {
    this.w.raw(`G4 P${Math.round(seconds * 1000)}`);
  }
  /** A line of the machine's own. */
  raw(...lines: readonly string[]): void {
    this.w.raw(...lines);
  }

  distanceTo(x: number, y: number): number {
    return this.w.distanceTo(...this.placed(x, y));
  }
  /** Where the program stands, and the lines written since then. */
  mark(): { readonly at: WriterMark; readonly accelerationMmPerS2: number } {
    return { at: this.w.mark(), accelerationMmPerS2: this.acceleration };
  }
  linesSince({ lines }: WriterMark): readonly string[] {
    return this.w.lines.slice(lines);
  }
  /** What takes it back to here. */
  remember(): () => void {
    const at = this.w.mark();
    const { head, isRaised, acceleration, saidFanPercent, saidPressureS, refilledMm3 } = this;
    const heads = this.heads.map(({ backMm, saidC, fedMm }) => ({ backMm, saidC, fedMm }));
    const passes = this.heads.map((h) => h.passes.remember());
    return () => {
      this.w.rewind(at);
      Object.assign(this, { head, isRaised, acceleration, saidFanPercent, saidPressureS, refilledMm3 });
      this.heads.forEach((h, i) => Object.assign(h, heads[i]));
      for (const back of passes) back();
    };
  }

  /** @param isFollowed by another in the same program: the chamber stays warm */
  end(isFollowed = false): string {
    const { program, first, head } = this;
    this.leave(null); // a hot nozzle left on the part melts a pit into it
    this.w.raw(
      'M107',
      ...(program.chamberC === null || isFollowed ? [] : ['M141 S0']),
      // an end block speaks to the head at work: the others are cooled here
      ...this.heads.filter((h) => h !== first && h.saidC > 0).map((h) => `M104 T${h.tool} S0`),
      ...(head === first ? [] : [`T${first.tool}`]),
      ...fillBlock(program.endBlock, { nozzle: 0, bed: 0 }),
    );
    return this.w.text();
  }

  private goToHeight(zMm: number): void {
    this.w.height(Math.max(0, roundMm(zMm + this.head.s.zOffsetMm)), HEIGHT_MM_PER_S);
  }
  private placed(x: number, y: number): [number, number] {
    const [dx, dy] = this.head.offsetMm;
    return [x + dx, y + dy];
  }
}

/** Replaces {nozzle} and {bed} in a machine's own block. */
function fillBlock(block: string, values: Record<string, number>): string[] {
  return block
    .split('\n')
    .map((l) => l.trim())
    .filter(Boolean)
    .map((l) => l.replace(/\{(\w+)\}/g, (all, key: string) => (key in values ? String(values[key]) : all)));
}
const roundMm = (v: number): number => Number(v.toFixed(4));
