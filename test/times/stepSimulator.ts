/** What the machine of the simulator is set to. */
export interface StepMachine {
  readonly mmPerS2: number;
  readonly jumpMmPerS: number;
  /** X, Y, Z, E. */
  readonly mostMmPerS: readonly number[];
  readonly mostMmPerS2: readonly number[];
}
type Vector = readonly number[];
interface Node {
  /** From the node before to this one. */
  readonly stepMm: number;
  readonly along: Vector;
  readonly mmPerS: number;
  readonly mmPerS2: number;
  readonly isBend: boolean;
}
const STEP_MM = 0.02;
const CHORD_MM = 0.02;

const figureOf = (line: string, letter: string): number | null => {
  const match = new RegExp(`${letter}\\s*(-?\\d*\\.?\\d+)`, 'i').exec(line);
  return match ? Number(match[1]) : null;
};

/** How long the moves of a program take, s, by following them in steps of a fiftieth of a millimetre: what can be braked from is found by
 *  going back along the path, what can be reached by going on along it. Shares no code with the planner, nor with what reads programs. */
export function simulatedMovesS(program: string, machine: StepMachine): number {
  let [x, y, z, e, feed] = [0, 0, 0, 0, 0];
  let [isRelative, isFilamentRelative, motion] = [false, false, 0];
  let total = 0;
  let path: Node[] = [];
  const rest = (): void => {
    total += timeOf(path, machine);
    path = [];
  };
  const add = (to: Vector, de: number, isBend: boolean, radiusMm: number): void => {
    const by = [to[0]! - x, to[1]! - y, to[2]! - z];
    const length = Math.hypot(...by);
    if (length === 0) return;
    const along = by.map((v) => v / length);
    const shares = [...along.map(Math.abs), Math.abs(de) / length];
    // an arc turns through every direction: each axis is held to the whole speed
    const most = (limits: Vector): number =>
      Math.min(...limits.map((limit, axis) => (shares[axis]! > 1e-12 ? limit / shares[axis]! : Infinity)));
    const mmPerS2 = Math.min(machine.mmPerS2, most(machine.mostMmPerS2));
    const mmPerS = Math.min(feed, most(machine.mostMmPerS), Math.sqrt(mmPerS2 * radiusMm));
    const steps = Math.max(1, Math.ceil(length / STEP_MM));
    for (let k = 0; k < steps; k++)
      path.push({ stepMm: length / steps, along, mmPerS, mmPerS2, isBend: isBend || k > 0 });
    [x, y, z] = [to[0]!, to[1]!, to[2]!];
  };
  for (const raw of program.split(/\r\n|\n|\r/)) {
    const line = raw.replace(/;.*|\([^)]*\)|\*\d+\s*$/g, '').replace(/^\s*N\d+/i, '').trim(); // prettier-ignore
    if (line === '' || line.startsWith('%') || line.startsWith('/')) continue;
    const g = [...line.matchAll(/G\s*(\d+)/gi)].map((m) => Number(m[1]));
    if (/M\s*8[23]\b/i.test(line)) isFilamentRelative = /M\s*83/i.test(line);
    if (g.includes(90)) isRelative = false;
    if (g.includes(91)) isRelative = true;
    if (g.includes(28)) {
      rest();
      [x, y, z] = [0, 0, 0];
      continue;
    }
    if (g.includes(92)) {
      e = figureOf(line, 'E') ?? e;
      continue;
    }
    if (/^[MT]/i.test(line)) {
      if (/M\s*(109|190|116)\b/i.test(line) || /^T/i.test(line)) rest();
      continue;
    }
    for (const code of g) if (code <= 3) motion = code;
    if (g.some((code) => code > 3 && code !== 90 && code !== 91)) continue;
    const [tx, ty, tz, te, f] = ['X', 'Y', 'Z', 'E', 'F'].map((l) => figureOf(line, l));
    if (f !== null && f !== undefined) feed = f / 60;
    const to = [tx, ty, tz].map((v, axis) => {
      const now = [x, y, z][axis]!;
      return v === null || v === undefined ? now : isRelative ? now + v : v;
    });
    const de = te === null || te === undefined ? 0 : isFilamentRelative ? te : te - e;
    e += de;
    if (to.every((v, axis) => v === [x, y, z][axis]) && motion < 2) {
      if (de === 0) continue;
      rest();
      const speed = Math.min(feed, machine.mostMmPerS[3]!);
      const [mm, a] = [Math.abs(de), machine.mostMmPerS2[3]!];
      total += mm > (speed * speed) / a ? mm / speed + speed / a : 2 * Math.sqrt(mm / a);
      continue;
    }
    if (motion < 2) {
      add(to, de, false, Infinity);
      continue;
    }
    const [cx, cy] = [x + (figureOf(line, 'I') ?? 0), y + (figureOf(line, 'J') ?? 0)];
    const radius = Math.hypot(x - cx, y - cy);
    const from = Math.atan2(y - cy, x - cx);
    let sweep = Math.atan2(to[1]! - cy, to[0]! - cx) - from;
    if (motion === 3 && sweep <= 1e-9) sweep += 2 * Math.PI;
    if (motion === 2 && sweep >= -1e-9) sweep -= 2 * Math.PI;
    const chords = Math.max(8, Math.ceil((Math.abs(sweep) * radius) / CHORD_MM));
    for (let k = 1; k <= chords; k++) {
      const a = from + (sweep * k) / chords;
      add([cx + radius * Math.cos(a), cy + radius * Math.sin(a), z + ((to[2]! - z) * k) / chords], de / chords, k > 1, radius); // prettier-ignore
    }
  }
  rest();
  return total;
}

/** From rest to rest along a path. */
function timeOf(path: readonly Node[], { jumpMmPerS }: StepMachine): number {
  const n = path.length;
  if (n === 0) return 0;
  // highest speed at the beginning of each step
  const most = new Float64Array(n + 1);
  for (let i = 1; i < n; i++) {
    const [before, next] = [path[i - 1]!, path[i]!];
    most[i] = Math.min(before.mmPerS, next.mmPerS);
    if (next.isBend) continue;
    const jump = Math.max(...next.along.map((u, axis) => Math.abs(u - before.along[axis]!)));
    if (jump * most[i]! > jumpMmPerS) most[i] = jumpMmPerS / jump;
  }
  for (let i = n - 1; i >= 0; i--) {
    const { stepMm, mmPerS2 } = path[i]!;
    most[i] = Math.min(most[i]!, Math.sqrt(most[i + 1]! ** 2 + 2 * mmPerS2 * stepMm));
  }
  let total = 0;
  let v = 0;
  for (let i = 0; i < n; i++) {
    const { stepMm, mmPerS, mmPerS2: a } = path[i]!;
    const end = Math.min(most[i + 1]!, Math.sqrt(v * v + 2 * a * stepMm));
    const top = Math.min(mmPerS, Math.sqrt((v * v + end * end) / 2 + a * stepMm));
    const changing = (2 * top * top - v * v - end * end) / (2 * a);
    total += (2 * top - v - end) / a + Math.max(0, stepMm - changing) / top;
    v = end;
  }
  return total;
}
