import { GcodeWriter, type WriterMark } from '../gcode/write.ts';
import { beadAreaMm2, beadSpacingMm, filamentAreaMm2 } from './bead.ts';
import { fillBlock } from './couponPath.ts';
import { Head, type Heads, type OtherRole } from './heads.ts';
import { fillLines } from './infill.ts';
import { LayerCommands } from './layerCommands.ts';
import type { HeldLine } from './layerLines.ts';
import { paceFor, secondsOf, SLOWEST_SHARE } from './pace.ts';
import type { PurgeTower } from './purgeTower.ts';
import type { Lay } from './referencePart.ts';
import type { ToolpathLayer } from './regions.ts';
import type { MeshToolpathSettings } from './settings.ts';

/** A travel of so many line widths needs no retraction. Common practice, no source. */
const SHORT_TRAVEL_WIDTHS = 5;
const HEIGHT_MM_PER_S = 8;
const LEAVES_BY_MM = 2;
/** Lines of the purge tower on a layer without a change stand so many spacings apart: they only carry what comes above. */
const TOWER_STEP_SPACINGS = 3;

/** Writes the program, head by head, and counts what is laid. */
export class PartWriter {
  partMm3 = 0;
  restMm3 = 0;
  purgeMm3 = 0;
  readonly commands: LayerCommands;
  readonly body: Head;
  private readonly heads: readonly Head[];
  private readonly byRole = new Map<OtherRole, Head>();
  private readonly w: GcodeWriter;
  private head: Head;
  private tower: PurgeTower | null = null;
  private height = 0;
  private zMm = 0;
  private layersBegun = 0;
  /** Above what it has laid, so that a change of head does not touch it. */
  private isRaised = false;
  private acceleration = NaN;
  private saidFanPercent = 0;
  private saidPressureS = NaN;
  /** Beside the part, where a layer waits until it may go on. */
  private besideMm: readonly [number, number] | null = null;
  /** Where the layer begins: its time counts from there. */
  private layerFrom: WriterMark;

  constructor(
    private readonly s: MeshToolpathSettings,
    { bodyTool, others }: Heads,
  ) {
    this.commands = new LayerCommands(s);
    // the offset is the machine's, as it is known of the head that lays the part body
    const offsetOf = (tool: number) => (tool === 1 ? s.headOffsetMm : ([0, 0] as const));
    this.head = this.body = new Head(bodyTool, s, offsetOf(bodyTool));
    const more = others.map(({ tool, roles, lay }) => {
      const head = new Head(tool, lay, offsetOf(tool));
      for (const role of roles) this.byRole.set(role, head);
      return head;
    });
    this.heads = [this.body, ...more];
    this.w = new GcodeWriter(s.dialect, filamentAreaMm2(s.filamentDiameterMm));
    this.layerFrom = this.w.mark();
    this.w.comment(s.title);
    if (s.chamberC !== null) this.w.raw(`M191 S${s.chamberC}`);
    if (this.heads.length > 1 || bodyTool !== 0) this.w.raw(`T${bodyTool}`);
    this.w.raw(...fillBlock(s.startBlock, { nozzle: s.nozzleFirstC, bed: s.bedC }));
    this.w.begin();
    this.body.saidC = s.nozzleFirstC;
    this.sayPressure();
  }

  /** The head that lays a role; the part body's where no other does. */
  readonly headOf = (role: OtherRole): Head => this.byRole.get(role) ?? this.body;

  /** Heads in the order that the fewest changes ask for, of those that lay something: the one at work goes on first. */
  private orderOf(used: ReadonlySet<Head>, atWork: Head): Head[] {
    return [...this.heads].filter((h) => used.has(h)).sort((a, b) => Number(b === atWork) - Number(a === atWork));
  }
  /** How often the head changes on each layer, where these lay on it. */
  changesOf(layers: readonly ReadonlySet<Head>[]): number[] {
    let atWork = this.head;
    return layers.map((used) => {
      const order = this.orderOf(used, atWork);
      const changes = order.filter((h) => h !== atWork).length;
      atWork = order.at(-1) ?? atWork;
      return changes;
    });
  }
  purgeAt(tower: PurgeTower | null): void {
    this.tower = tower;
  }

  /** Begins a layer: what is said at its height. */
  layer({ zMm, heightMm }: ToolpathLayer): void {
    this.layerFrom = this.w.mark();
    this.height = heightMm;
    this.layersBegun++;
    this.pullBack();
    this.zMm = roundMm(zMm);
    this.goToHeight(this.zMm);
    const { lines, isPause } = this.commands.begin(this.layersBegun, zMm - heightMm);
    this.sayHeat('M104');
    this.w.raw(...lines);
    this.sayFan();
    if (isPause) this.w.raw('M0');
  }

  /** Writes a layer, slower where it would take less than the least time a layer may, and waits for what is still missing. */
  write(held: readonly HeldLine[]): void {
    const { s } = this;
    const isFirst = this.layersBegun === 1;
    if (isFirst) this.besideMm = held[0] ? [held[0].points[0]!, held[0].points[1]!] : null;
    const linesS = held.reduce(
      (sum, { lay, points }) => sum + lengthMm(points) / (lay.speedMmPerS * this.commands.speed),
      0,
    );
    if (isFirst || !(linesS > 0) || linesS >= s.minimumLayerTimeS) return this.writeAt(1, held);
    const back = this.remember();
    const { acceleration } = this;
    const { timeS } = paceFor(s.minimumLayerTimeS, linesS, (share) => {
      back();
      this.writeAt(share, held);
      return this.layerS(acceleration);
    });
    if (timeS < s.minimumLayerTimeS * 0.99) this.wait(s.minimumLayerTimeS, acceleration);
  }
  /** What takes it back to here. */
  private remember(): () => void {
    const mark = this.w.mark();
    const { head, isRaised, acceleration, saidFanPercent, saidPressureS, partMm3, restMm3, purgeMm3 } = this;
    const heads = this.heads.map(({ isBack, saidC }) => ({ isBack, saidC }));
    return () => {
      this.w.rewind(mark);
      Object.assign(this, { head, isRaised, acceleration, saidFanPercent, saidPressureS, partMm3, restMm3, purgeMm3 });
      this.heads.forEach((h, i) => Object.assign(h, heads[i]));
    };
  }
  private writeAt(share: number, held: readonly HeldLine[]): void {
    const pace = this.commands.speed * Math.max(SLOWEST_SHARE, share);
    let changes = 0;
    for (const head of this.orderOf(new Set(held.map((h) => h.head)), this.head)) {
      if (head !== this.head) {
        this.take(head);
        const strip = this.tower?.strips[changes++];
        if (strip) this.fillTower(strip, 1); // with what was left in the nozzle
      }
      for (const line of held) if (line.head === head) this.line(line, pace);
    }
    if (this.tower && this.layersBegun - 1 <= this.tower.lastLayer)
      for (const strip of this.tower.strips.slice(changes)) this.fillTower(strip, TOWER_STEP_SPACINGS);
  }
  private line({ lay, points, widthsMm, isPart }: HeldLine, pace: number): void {
    const { w, head } = this;
    const [dx, dy] = head.offsetMm;
    const flow = head.s.flow * this.commands.flow;
    this.goTo(points[0]! + dx, points[1]! + dy);
    this.startAs(lay);
    for (let i = 2; i < points.length; i += 2) {
      const [x, y] = [points[i]! + dx, points[i + 1]! + dy];
      const widthMm = Math.max(widthsMm?.[i / 2 - 1] ?? lay.widthMm, this.height);
      const volume = flow * beadAreaMm2(widthMm, this.height) * w.distanceTo(x, y);
      if (!(volume > 0)) continue;
      if (isPart) this.partMm3 += volume / flow;
      else this.restMm3 += volume / flow;
      w.line(x, y, volume, lay.speedMmPerS * pace);
    }
  }

  /** Leaves one head for another: drawn back and above everything, the one that goes standing by, the one that comes hot. */
  private take(head: Head): void {
    const { w } = this;
    this.pullBack();
    this.goToHeight(roundMm(this.zMm + LEAVES_BY_MM));
    this.isRaised = true;
    const [x, y] = this.tower?.middleMm ?? this.besideMm ?? [NaN, NaN];
    if (!Number.isNaN(x)) w.travel(x + this.head.offsetMm[0], y + this.head.offsetMm[1], this.s.travelSpeedMmPerS);
    const { standbyC } = this.head.s;
    if (standbyC !== null && standbyC < this.head.saidC) {
      w.raw(`M104 T${this.head.tool} S${standbyC}`);
      this.head.saidC = standbyC;
    }
    w.raw(`T${head.tool}`);
    w.otherFilament(filamentAreaMm2(head.s.filamentDiameterMm));
    this.head = head;
    this.sayHeat('M109');
    this.sayPressure();
    this.sayFan();
  }
  private fillTower(strip: PurgeTower['strips'][number], spacings: number): void {
    const lay = this.layersBegun === 1 ? this.head.s.firstLayer : this.head.s.solidFill;
    const step = spacings * beadSpacingMm(Math.max(lay.widthMm, this.height), this.height);
    const before = this.restMm3;
    for (const points of fillLines(strip, step, this.layersBegun % 2 === 0 ? 0 : Math.PI / 2))
      this.line({ head: this.head, lay, points, isPart: false }, 1);
    this.purgeMm3 += this.restMm3 - before;
  }

  private sayHeat(how: 'M104' | 'M109'): void {
    const { head } = this;
    const first = this.layersBegun <= 1;
    const wanted = head === this.body ? this.commands.nozzleC : first ? head.s.nozzleFirstC : head.s.nozzleC;
    if (wanted === head.saidC) return;
    this.w.raw(`${how} S${wanted}`);
    head.saidC = wanted;
  }
  private sayFan(): void {
    const { head } = this;
    const own = this.layersBegun <= 1 ? 0 : head.s.fanPercent;
    const wanted = head === this.body ? this.commands.fanPercent : own;
    if (wanted === this.saidFanPercent) return;
    this.w.raw(wanted > 0 ? `M106 S${Math.round(wanted * 2.55)}` : 'M107'); // a full fan is 255
    this.saidFanPercent = wanted;
  }
  private sayPressure(): void {
    const { pressureCommand, pressureS } = this.head.s;
    if (pressureCommand === null || pressureS === this.saidPressureS) return;
    this.w.raw(pressureCommand.replaceAll('{value}', String(Number(pressureS.toFixed(4)))));
    this.saidPressureS = pressureS;
  }

  /** Stands still beside the part: a hot nozzle left on it melts a pit. */
  private wait(untilS: number, acceleration: number): void {
    this.pullBack();
    this.goToHeight(roundMm(this.zMm + LEAVES_BY_MM));
    if (this.besideMm) this.w.travel(...this.besideMm, this.s.travelSpeedMmPerS);
    const leftS = untilS - this.layerS(acceleration);
    if (leftS > 0) this.w.raw(`G4 P${Math.round(leftS * 1000)}`);
  }
  /** Seconds of the layer so far, at the acceleration it began with. */
  private layerS(acceleration: number): number {
    return secondsOf(this.w.lines.slice(this.layerFrom.lines), this.layerFrom, this.s, acceleration);
  }
  private startAs(lay: Lay): void {
    if (lay.accelerationMmPerS2 === this.acceleration) return;
    this.acceleration = lay.accelerationMmPerS2;
    this.w.acceleration(lay.accelerationMmPerS2);
  }
  private goToHeight(zMm: number): void {
    this.w.height(Math.max(0, roundMm(zMm + this.head.s.zOffsetMm)), HEIGHT_MM_PER_S);
  }
  private goTo(x: number, y: number): void {
    const { s } = this.head;
    const far = !(this.w.distanceTo(x, y) <= SHORT_TRAVEL_WIDTHS * s.visibleWall.widthMm);
    if (far) this.pullBack();
    const isLifted = this.isBack && s.liftMm > 0 && !this.isRaised;
    if (isLifted) this.goToHeight(roundMm(this.zMm + s.liftMm));
    this.w.travel(x, y, s.travelSpeedMmPerS);
    if (isLifted || this.isRaised) this.goToHeight(this.zMm);
    this.isRaised = false;
    if (!this.isBack) return;
    if (s.dialect.firmwareRetract) this.w.raw('G11');
    else {
      this.w.filament(s.retractionMm + s.refillMm, s.retractionMmPerS);
      this.restMm3 += s.refillMm * filamentAreaMm2(s.filamentDiameterMm);
    }
    this.head.isBack = false;
  }
  private get isBack(): boolean {
    return this.head.isBack;
  }
  private pullBack(): void {
    const { s } = this.head;
    if (this.isBack || this.layersBegun === 0 || !(s.retractionMm > 0) || Number.isNaN(this.w.distanceTo(0, 0))) return;
    if (s.dialect.firmwareRetract) this.w.raw('G10');
    else this.w.filament(-s.retractionMm, s.retractionMmPerS);
    this.head.isBack = true;
  }
  end(): string {
    const { s, body, head } = this;
    this.pullBack();
    // a hot nozzle left on the part melts a pit into it
    this.goToHeight(roundMm(this.zMm + LEAVES_BY_MM));
    this.w.raw(
      'M107',
      ...(s.chamberC === null ? [] : ['M141 S0']),
      // an end block speaks to the head at work: the others are cooled here
      ...this.heads.filter((h) => h !== body && h.saidC > 0).map((h) => `M104 T${h.tool} S0`),
      ...(head === body ? [] : [`T${body.tool}`]),
      ...fillBlock(s.endBlock, { nozzle: 0, bed: 0 }),
    );
    return this.w.text();
  }
}

const roundMm = (v: number): number => Number(v.toFixed(4));
function lengthMm(points: readonly number[]): number {
  let sum = 0;
  for (let i = 2; i < points.length; i += 2)
    sum += Math.hypot(points[i]! - points[i - 2]!, points[i + 1]! - points[i - 1]!);
  return sum;
}
