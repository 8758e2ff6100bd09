import type { Heaters } from '../heaters.ts';
import type { FedPiece } from '../machineMotion.ts';
import { PlateMap, type Foot } from './plateMap.ts';
import type { Tell } from './troubles.ts';
import type { World } from './world.ts';

const AREA_MM2 = Math.PI * 0.875 ** 2;
const STEP_MM = 0.2;
/** Flow is felt over so much path. */
const FLOW_OVER_MM = 2;
/** Share of a line lost from which its gaps are seen. */
const SEEN_LOSS = 0.02;
/** So much of a layer laid on what is still soft, twice in a row, and it gives way. */
const SOFT_SHARE = 0.5;
const HELD_BY_BED_MM = 1.5;
/** What lies beside a strand so near and yet does not bear it lets it curl down, whatever holds its ends. */
const EDGE_MM = 1;
/** A strand that nothing bears may hang so far out, or so far between two ends where it bends. */
const HANGS_MM = 2;
const BENT_HANGS_MM = 6;
const STRAIGHT_RAD = 0.45;
const EDGE_SHARE = 0.8;
/** What was laid in the same layer bears nothing. */
const SAME_LAYER_MM = 0.02;
/** So much of it in one layer spoils an underside. */
const DROOPS_OVER_MM = 6;
/** Clear of the plate the tip passes over what it has laid, and so far into it a knock is felt. */
const KNOCKS_MM = 0.6;
const REACH_MM = 18;
/** Strings are seen where so many travels leave some. */
const SEEN_TRAVELS = 8;
const STRINGS_SEEN = 3;
const LOOSE_SHARE = 0.3;
/** The bed may cool so far below what the first layer needs before the part lets go. */
const LETS_GO_C = 25;
const SLENDER = 3.5;
/** A brim or raft: the first layer holds by more than the part above it does. */
const BRIM_SHARE = 1.12;

/** A run of a strand that nothing bears. */
interface FreeRun {
  mm: number;
  /** How much of it lies beside what does not bear it. */
  edgeMm: number;
  isFromHeld: boolean;
  turned: number;
  angle: number;
}

/** The plastic of a print as it comes to lie, and what is wrong with it. */
export class LaidPlastic {
  private readonly plate: PlateMap;
  private readonly feedMm: number[] = [];
  private readonly grams: number[] = [];
  private readonly drawn: number[] = [];
  private readonly passes: Uint16Array[] = [];
  private readonly flow: { mm: number; s: number; mm3: number }[] = [];
  private flowMm = 0;
  private layerZ = 0;
  private layerMm = 0;
  private isFirst = true;
  private laidMm = 0;
  private softMm = 0;
  private softLayers = 0;
  private hangingMm = 0;
  private coldMm = 0;
  private hotMm = 0;
  private firstMm = 0;
  private firstLine = 0;
  private firstFeet: readonly Foot[] = [];
  private thirdFeet: readonly Foot[] | null = null;
  private layers = 0;
  private firstLayerMm = 1;
  private free: FreeRun | null = null;
  private lastTo: readonly [number, number, number] | null = null;
  private stringy = 0;
  private starved = 0;

  constructor(
    private readonly world: World,
    private readonly heaters: Heaters,
    private readonly tell: Tell,
  ) {
    const [x, y] = world.lowestMm;
    this.plate = new PlateMap(x, y, world.travelMm[0], world.travelMm[1]);
  }
  get highestMm(): number {
    return this.plate.highestMm;
  }
  drawnMm(head: number): number {
    return this.drawn[head] ?? 0;
  }

  /** Filament alone, back or on; true where the print is over. */
  drew(head: number, deMm: number, line: number): boolean {
    if (deMm < 0) {
      this.drawn[head] = this.drawnMm(head) - deMm;
      return this.ground(head, deMm, line);
    }
    const back = Math.min(deMm, this.drawnMm(head));
    this.drawn[head] = this.drawnMm(head) - back;
    return deMm > back && this.pushed(head, deMm - back, line);
  }
  private ground(head: number, deMm: number, line: number): boolean {
    const passes = (this.passes[head] ??= new Uint16Array(1 << 17));
    const from = this.feedMm[head] ?? 0;
    let most = 0;
    for (let mm = Math.floor(from + deMm); mm < Math.floor(from); mm++)
      if (mm >= 0 && mm < passes.length) most = Math.max(most, ++passes[mm]!);
    if (most <= this.world.truth.grindsAfter) return false;
    this.tell('ground filament', line, `${most} times`);
    return true;
  }
  /** Filament that really leaves the spool. */
  private pushed(head: number, mm: number, line: number): boolean {
    const { plastics, spoolsG } = this.world;
    const plastic = plastics[head]!;
    this.feedMm[head] = (this.feedMm[head] ?? 0) + mm;
    this.grams[head] = (this.grams[head] ?? 0) + (mm * AREA_MM2 * plastic.densityGPerCm3) / 1000;
    const celsius = this.heaters.reallyC(head);
    if (celsius < plastic.pushesFromC) {
      this.tell('jammed', line, `${celsius.toFixed(0)} °C`);
      return true;
    }
    if (celsius > plastic.charsAtC) this.tell('charred', line, `${celsius.toFixed(0)} °C`);
    if (this.grams[head] <= spoolsG[head]!) return false;
    this.tell('ran out', line, `${spoolsG[head]!.toFixed(0)} g`);
    return true;
  }

  /** What a piece did in the time it took; true where the print is over. */
  took(piece: FedPiece, tookS: number, topMmPerS: number, nowS: number): boolean {
    if (piece.fedMm < 0) this.drawn[piece.head] = this.drawnMm(piece.head) - piece.fedMm;
    if (!piece.isLaid) {
      this.endFree(false, piece.line);
      return this.travelled(piece);
    }
    const { head, line, lengthMm, fedMm } = piece;
    this.drawn[head] = 0;
    if (this.pushed(head, fedMm, line)) return true;
    const z = piece.to[2];
    this.enter(z, line);
    this.melts(piece, tookS, topMmPerS);
    if (this.knocks(piece)) return true;
    if (this.isFirst) this.bonds(lengthMm, head);
    else if (this.heaters.bed.nowC < this.world.plastics[head]!.bondsFromC - LETS_GO_C)
      this.tell('came loose', line, `bed at ${this.heaters.bed.nowC.toFixed(0)} °C`, z);
    this.lay(piece, nowS);
    return false;
  }

  private enter(z: number, line: number): void {
    if (this.firstLine === 0) this.firstLine = line;
    if (Math.abs(z - this.layerZ) < 1e-4) return;
    const isDown = z < this.layerZ;
    this.endLayer(line);
    this.layerMm = isDown || this.layerZ === 0 ? z : z - this.layerZ;
    if (this.layers === 0) this.firstLayerMm = z;
    if (this.isFirst && this.layerZ > 0 && !isDown) {
      this.isFirst = false;
      this.firstFeet = this.plate.feet();
    }
    this.layers = isDown ? 0 : this.layers + 1;
    if (this.layers === 4) this.thirdFeet ??= this.plate.feet();
    this.layerZ = z;
  }
  private endLayer(line: number): void {
    this.endFree(false, line);
    const isSoft = this.laidMm > 0 && this.softMm > SOFT_SHARE * this.laidMm && this.layerZ > HELD_BY_BED_MM;
    this.softLayers = isSoft ? this.softLayers + 1 : 0;
    if (this.softLayers >= 2)
      this.tell('slumped', line, `${(this.softMm / this.laidMm).toFixed(2)} of it`, this.layerZ);
    if (this.hangingMm > DROOPS_OVER_MM)
      this.tell('drooped', line, `${this.hangingMm.toFixed(0)} mm hang`, this.layerZ);
    this.laidMm = this.softMm = this.hangingMm = 0;
  }

  private melts({ head, lengthMm, fedMm, line }: FedPiece, tookS: number, topMmPerS: number): void {
    const mm3 = fedMm * AREA_MM2;
    this.flow.push({ mm: lengthMm, s: tookS, mm3 });
    this.flowMm += lengthMm;
    while (this.flow.length > 1 && this.flowMm - this.flow[0]!.mm >= FLOW_OVER_MM) this.flowMm -= this.flow.shift()!.mm;
    if (this.flowMm < FLOW_OVER_MM) return;
    const { truth, plastics } = this.world;
    const mean = this.flow.reduce((sum, p) => sum + p.mm3, 0) / this.flow.reduce((sum, p) => sum + p.s, 0);
    // a long line is laid at its top speed for as much path, however slowly it begins
    const rate = lengthMm >= 2 * FLOW_OVER_MM ? (mm3 / lengthMm) * topMmPerS : mean;
    const melts = truth.meltMm3PerS * (1 + 0.012 * (this.heaters.reallyC(head) - plastics[head]!.idealC));
    if ((rate - melts) * truth.meltLoss > SEEN_LOSS) this.tell('gaps', line, `${rate.toFixed(2)} mm³/s`);
  }

  private bonds(lengthMm: number, head: number): void {
    const plastic = this.world.plastics[head]!;
    this.firstMm += lengthMm;
    if (this.heaters.bed.nowC < plastic.bondsFromC) this.coldMm += lengthMm;
    if (this.heaters.bed.nowC > plastic.spreadsAtC) this.hotMm += lengthMm;
  }

  private lay({ from, to, lengthMm, fedMm, line }: FedPiece, nowS: number): void {
    const { truth } = this.world;
    const steps = Math.max(1, Math.ceil(lengthMm / STEP_MM));
    const step = lengthMm / steps;
    const angle = Math.atan2(to[1] - from[1], to[0] - from[0]);
    const z = to[2];
    const isChained = this.lastTo !== null && Math.hypot(from[0] - this.lastTo[0], from[1] - this.lastTo[1]) < 1e-3;
    if (!isChained) this.endFree(false, line);
    const bearsMm = this.layerMm * Math.tan((truth.droopsAtDeg * Math.PI) / 180) + 0.02;
    let wasHeld = isChained && this.free === null;
    this.laidMm += lengthMm;
    for (let k = 0; k < steps; k++) {
      const t = (k + 0.5) / steps;
      const [x, y] = [from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t];
      const isBorne = this.isFirst || this.layers === 0 || this.plate.isBorne(x, y, z, this.layerMm, bearsMm);
      if (!isBorne) {
        this.free ??= { mm: 0, edgeMm: 0, isFromHeld: wasHeld, turned: 0, angle };
        if (this.plate.isBorne(x, y, z - SAME_LAYER_MM, this.layerMm, EDGE_MM)) this.free.edgeMm += step;
        const turn = Math.abs(Math.atan2(Math.sin(angle - this.free.angle), Math.cos(angle - this.free.angle)));
        this.free.turned = Math.max(this.free.turned, turn);
        this.free.mm += step;
      } else if (this.free) this.endFree(true, line);
      wasHeld = isBorne;
    }
    const sinceS = this.mark(from, to, lengthMm, fedMm, nowS);
    if (sinceS < truth.slumpS) this.softMm += lengthMm;
    this.lastTo = to;
  }
  /** Marks the whole piece; the least time since anything was laid below it. */
  private mark(
    from: readonly [number, number, number],
    to: readonly [number, number, number],
    lengthMm: number,
    fedMm: number,
    nowS: number,
  ): number {
    const steps = Math.max(1, Math.ceil(lengthMm / (STEP_MM / 2)));
    let least = Infinity;
    for (let k = 0; k <= steps; k++) {
      const t = k / steps;
      const [x, y] = [from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t];
      const since = this.plate.lay(x, y, to[2], nowS);
      if (since < least) least = since;
      if (this.isFirst) this.plate.hold(x, y, (fedMm * AREA_MM2) / (steps + 1));
    }
    return least;
  }
  /** A run that nothing bore is over; at its end there is something again, or there is not. */
  private endFree(isToHeld: boolean, line: number): void {
    const run = this.free;
    this.free = null;
    if (!run) return;
    const isStraight = run.turned < STRAIGHT_RAD;
    if (run.edgeMm > EDGE_SHARE * run.mm && run.mm > HANGS_MM) this.hangingMm += run.mm;
    else if (run.isFromHeld && isToHeld && isStraight) {
      if (run.mm > this.world.truth.sagsAtMm) this.tell('sagged', line, `${run.mm.toFixed(0)} mm`, this.layerZ);
    } else if (run.mm > (run.isFromHeld && isToHeld ? BENT_HANGS_MM : HANGS_MM)) this.hangingMm += run.mm;
  }

  private knocks({ from, to, lengthMm, line }: FedPiece): boolean {
    const steps = Math.max(1, Math.ceil(lengthMm / 2));
    for (let k = 1; k <= steps; k++) {
      const t = k / steps;
      const [x, y] = [from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t];
      const z = from[2] + (to[2] - from[2]) * t;
      if (this.plate.heightAt(x, y) <= z + KNOCKS_MM) continue;
      this.tell('collided', line, `the tip, ${(this.plate.heightAt(x, y) - z).toFixed(1)} mm deep`, z);
      return true;
    }
    if (this.plate.highestMm - to[2] <= this.world.clearanceMm) return false;
    if (this.plate.highestWithin(to[0], to[1], REACH_MM) - to[2] <= this.world.clearanceMm) return false;
    this.tell('collided', line, 'the carriage', to[2]);
    return true;
  }

  private travelled(piece: FedPiece): boolean {
    if (this.knocks(piece)) return true;
    this.lastTo = null;
    const { truth, plastics } = this.world;
    const { from, to, head, line } = piece;
    if (this.firstLine === 0 || piece.lengthMm < 4) return false;
    const steps = Math.ceil(piece.lengthMm);
    let openMm = 0;
    for (let k = 1; k < steps; k++) {
      const t = k / steps;
      const height = this.plate.heightAt(from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t);
      if (height < to[2] - 1) openMm++;
    }
    if (openMm < 3) return false;
    const drawn = this.drawnMm(head);
    const hotC = this.heaters.reallyC(head) - plastics[head]!.idealC;
    const strings = truth.strings * Math.exp(hotC / 30) * Math.exp(-truth.stringRate * drawn);
    if (strings > STRINGS_SEEN && ++this.stringy >= SEEN_TRAVELS)
      this.tell('strings', line, `${drawn.toFixed(2)} mm drawn back`);
    if (drawn > truth.gapFromMm + 0.5 && ++this.starved >= SEEN_TRAVELS)
      this.tell('gaps', line, `${drawn.toFixed(2)} mm drawn back`);
    return false;
  }

  /** What is seen only when it is done. */
  finish(): void {
    this.endFree(false, this.firstLine);
    const { truth, plastics, isClosed } = this.world;
    const tall = this.plate.highestMm;
    if (this.isFirst) this.firstFeet = this.plate.feet();
    if (this.firstMm === 0 || tall < 1) return;
    if (this.coldMm > LOOSE_SHARE * this.firstMm) this.tell('came loose', this.firstLine, 'the bed was too cold', 0);
    if (this.hotMm > LOOSE_SHARE * this.firstMm) this.tell('foot spread', this.firstLine, 'the bed was too hot', 0);
    for (const foot of this.thirdFeet ?? []) {
      const first = this.firstFeet.filter((f) => Math.hypot(f.x - foot.x, f.y - foot.y) < foot.lengthMm / 2 + 2);
      const held = first.reduce((sum, f) => sum + f.heldMm3, 0) / this.firstLayerMm;
      const firstMm2 = first.reduce((sum, f) => sum + f.areaMm2, 0);
      const top = this.plate.highestWithin(foot.x, foot.y, Math.max(2, foot.lengthMm / 2));
      if (held > 0 && top / Math.sqrt(held) > truth.leverMost)
        this.tell('came loose', this.firstLine, `${top.toFixed(0)} mm tall on ${held.toFixed(0)} mm²`, 0);
      const from = plastics[0]!.warpsFromMm;
      const isBrimmed = firstMm2 > BRIM_SHARE * foot.areaMm2;
      const bears = from === null ? Infinity : from * truth.warpShare * (isClosed ? 1 : 0.6);
      if (foot.lengthMm > bears && foot.lengthMm > SLENDER * foot.widthMm && !isBrimmed)
        this.tell('warped', this.firstLine, `${foot.lengthMm.toFixed(0)} mm long`, 0);
    }
  }
}
