import { beadAreaMm2, beadSpacingMm } from './bead.ts';
import type { Head, Heads, OtherRole } from './heads.ts';
import { fillLines } from './infill.ts';
import { LayerCommands } from './layerCommands.ts';
import type { HeldLine } from './layerLines.ts';
import { paceFor, secondsOf } from './pace.ts';
import { ProgramWriter, WritingHead } from './programWriter.ts';
import type { PurgeTower } from './purgeTower.ts';
import type { ToolpathLayer } from './regions.ts';
import type { MeshToolpathSettings } from './settings.ts';

/** Lines of the purge tower on a layer without a change stand so many spacings apart: they only carry what comes above. */
const TOWER_STEP_SPACINGS = 3;

/** Writes a part, head by head: in what order, at what pace, with what purged, and counts what is laid. */
export class PartWriter {
  partMm3 = 0;
  purgeMm3 = 0;
  commands: LayerCommands;
  readonly body: Head;
  private readonly heads: readonly Head[];
  private readonly byRole = new Map<OtherRole, Head>();
  private readonly w: ProgramWriter<MeshToolpathSettings>;
  private tower: PurgeTower | null = null;
  private hidden: readonly ReadonlySet<Head>[] = [];
  private height = 0;
  private otherMm3 = 0;
  /** Beside the part, where a layer waits until it may go on. */
  private besideMm: readonly [number, number] | null = null;
  /** Where the layer begins: its time counts from there. */
  private layerFrom: ReturnType<ProgramWriter['mark']>;

  constructor(
    private readonly s: MeshToolpathSettings,
    { bodyTool, others }: Heads,
  ) {
    this.commands = new LayerCommands(s);
    // the offset is the machine's, as it is known of the head that lays the part body
    const offsetOf = (tool: number) => (tool === 1 ? s.headOffsetMm : ([0, 0] as const));
    this.body = new WritingHead(bodyTool, s, offsetOf(bodyTool));
    const more = others.map(({ tool, roles, lay }) => {
      const head = new WritingHead(tool, lay, offsetOf(tool));
      for (const role of roles) this.byRole.set(role, head);
      return head;
    });
    this.heads = [this.body, ...more];
    this.w = new ProgramWriter(s, this.heads);
    this.layerFrom = this.w.mark();
  }

  /** What is laid beside the part: skirt, brim, support, purge and refills. */
  get restMm3(): number {
    return this.otherMm3 + this.w.refilledMm3;
  }

  /** The head that lays a role; the part body's where no other does. */
  readonly headOf = (role: OtherRole): Head => this.byRole.get(role) ?? this.body;

  /** Heads in the order that the fewest changes ask for, of those that lay something: the one at work goes on first. */
  private orderOf(used: ReadonlySet<Head>, atWork: Head): Head[] {
    return [...this.heads].filter((h) => used.has(h)).sort((a, b) => Number(b === atWork) - Number(a === atWork));
  }
  /** How often the head changes on each layer where these lay on it, but for changes that are purged into what is hidden there. */
  changesOf(layers: readonly ReadonlySet<Head>[]): number[] {
    let atWork = this.w.head;
    return layers.map((used, k) => {
      const order = this.orderOf(used, atWork);
      const changes = order.filter((h) => h !== atWork && !this.hidden[k]?.has(h)).length;
      atWork = order.at(-1) ?? atWork;
      return changes;
    });
  }
  purgeAt(tower: PurgeTower | null): void {
    this.tower = tower;
  }
  /** Says of each layer which heads may purge into what is hidden there. */
  purgeInside(hidden: readonly ReadonlySet<Head>[]): void {
    this.hidden = hidden;
  }

  /** Goes on with another part beside what stands so high: everything begins anew there. */
  nextPart(overMm: number, toMm: readonly [number, number]): void {
    const hasOtherBed = this.commands.hasSetBed;
    this.commands = new LayerCommands(this.s);
    this.w.nextPart(overMm, toMm);
    if (hasOtherBed) this.w.raw(`M190 S${this.s.bedC}`);
  }
  /** Begins a layer: what is said at its height. */
  layer({ zMm, heightMm }: ToolpathLayer): void {
    const { w } = this;
    this.layerFrom = w.mark();
    this.height = heightMm;
    w.layer(zMm);
    const { lines, isPause } = this.commands.begin(w.layersBegun, w.zMm - heightMm);
    w.sayNozzle(this.nozzleOf(w.head), this.isFirst ? 'M109' : 'M104');
    w.raw(...lines);
    w.sayFan(this.fanOf(w.head));
    if (isPause) w.raw('M0');
  }
  private get isFirst(): boolean {
    return this.w.layersBegun <= 1;
  }
  private nozzleOf(head: Head): number {
    if (head === this.body) return this.commands.nozzleC;
    return this.isFirst ? head.s.nozzleFirstC : head.s.nozzleC;
  }
  private fanOf(head: Head): number {
    if (head === this.body) return this.commands.fanPercent;
    return this.isFirst ? 0 : head.s.fanPercent;
  }

  /** Writes a layer, slower where it would take less than the least time a layer may, and waits for what is still missing. */
  write(held: readonly HeldLine[]): void {
    const { minimumLayerTimeS, lowestSpeedMmPerS } = this.s;
    if (this.isFirst) this.besideMm = held[0] ? [held[0].points[0]!, held[0].points[1]!] : null;
    const linesS = held.reduce(
      (sum, { lay, points }) => sum + lengthMm(points) / (lay.speedMmPerS * this.commands.speed),
      0,
    );
    if (this.isFirst || !(linesS > 0) || linesS >= minimumLayerTimeS) return this.writeAt(1, held);
    const back = this.remember();
    const fastest = held.reduce((most, { lay }) => Math.max(most, lay.speedMmPerS), 0) * this.commands.speed;
    const slowest = Math.min(1, lowestSpeedMmPerS / fastest);
    const { timeS } = paceFor(minimumLayerTimeS, linesS, slowest, (share) => {
      back();
      this.writeAt(share, held);
      return this.layerS();
    });
    if (timeS < minimumLayerTimeS * 0.99) this.wait(minimumLayerTimeS);
  }
  /** What takes it back to here. */
  private remember(): () => void {
    const back = this.w.remember();
    const { partMm3, otherMm3, purgeMm3 } = this;
    return () => {
      back();
      Object.assign(this, { partMm3, otherMm3, purgeMm3 });
    };
  }
  private writeAt(share: number, held: readonly HeldLine[]): void {
    const { w } = this;
    const pace = this.commands.speed * share;
    let changes = 0;
    for (const head of this.orderOf(new Set(held.map((h) => h.head)), w.head)) {
      let own = held.filter((line) => line.head === head);
      if (head !== w.head) {
        const isHidden = this.hidden[w.layersBegun - 1]?.has(head) === true;
        if (isHidden) own = [...own.filter((l) => l.isHidden), ...own.filter((l) => !l.isHidden)];
        w.leave(this.tower?.middleMm ?? this.besideMm);
        w.take(head, this.nozzleOf(head), this.fanOf(head));
        const strip = isHidden ? undefined : this.tower?.strips[changes++];
        if (strip) this.fillTower(strip, 1); // with what was left in the nozzle
      }
      for (const line of own) this.line(line, pace);
    }
    if (this.tower && w.layersBegun - 1 <= this.tower.lastLayer)
      for (const strip of this.tower.strips.slice(changes)) this.fillTower(strip, TOWER_STEP_SPACINGS);
  }
  private line({ head, lay, points, widthsMm, isPart }: HeldLine, pace: number): void {
    const { w } = this;
    const flow = head.s.flow * this.commands.flow;
    w.goTo(points[0]!, points[1]!);
    w.sayAcceleration(lay.accelerationMmPerS2);
    const mmPerS = Math.max(
      lay.speedMmPerS * pace,
      Math.min(lay.speedMmPerS * this.commands.speed, this.s.lowestSpeedMmPerS),
    );
    for (let i = 2; i < points.length; i += 2) {
      const [x, y] = [points[i]!, points[i + 1]!];
      const widthMm = Math.max(widthsMm?.[i / 2 - 1] ?? lay.widthMm, this.height);
      const volume = flow * beadAreaMm2(widthMm, this.height) * w.distanceTo(x, y);
      if (!(volume > 0)) continue;
      if (isPart) this.partMm3 += volume / flow;
      else this.otherMm3 += volume / flow;
      w.line(x, y, volume, mmPerS);
    }
  }
  private fillTower(strip: PurgeTower['strips'][number], spacings: number): void {
    const { head } = this.w;
    const lay = this.isFirst ? head.s.firstLayer : head.s.solidFill;
    const step = spacings * beadSpacingMm(Math.max(lay.widthMm, this.height), this.height);
    const before = this.restMm3;
    for (const points of fillLines(strip, step, this.w.layersBegun % 2 === 0 ? 0 : Math.PI / 2))
      this.line({ head, lay, points, isPart: false }, 1);
    this.purgeMm3 += this.restMm3 - before;
  }

  /** Stands still beside the part: a hot nozzle left on it melts a pit. */
  private wait(untilS: number): void {
    this.w.leave(this.besideMm);
    const leftS = untilS - this.layerS();
    if (leftS > 0) this.w.wait(leftS);
  }
  /** Seconds of the layer so far. */
  private layerS(): number {
    const { at, accelerationMmPerS2 } = this.layerFrom;
    return secondsOf(this.w.linesSince(at), at, this.s, accelerationMmPerS2);
  }
  end(): string {
    return this.w.end();
  }
}

function lengthMm(points: readonly number[]): number {
  let sum = 0;
  for (let i = 2; i < points.length; i += 2)
    sum += Math.hypot(points[i]! - points[i - 2]!, points[i + 1]! - points[i - 1]!);
  return sum;
}
