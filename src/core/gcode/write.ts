import { asOneLine } from '../formats/plainText.ts';

/** How a machine's controller wants its programs; capability data of a printer profile. */
export interface Dialect {
  readonly relativeE: boolean;
  readonly volumetricE: boolean;
  readonly arcs: 'none' | 'ij' | 'r';
  readonly firmwareRetract: boolean;
  /** How the acceleration of lines is set; {value} is mm/s². */
  readonly acceleration: string;
  readonly lineLength: number;
  /** Coordinates of the corner of the plate from which parts are placed; 0 where nothing is said. */
  readonly cornerMm?: readonly [x: number, y: number];
}
export const plainDialect: Dialect = {
  relativeE: true,
  volumetricE: false,
  arcs: 'none',
  firmwareRetract: false,
  acceleration: 'M204 P{value}',
  lineLength: 96,
};

/** A figure without idle zeros; a loop from the end is a third quicker than a pattern, and coupons hold tens of thousands. */
function figure(value: number, digits: number): string {
  const t = value.toFixed(digits);
  let end = t.length;
  if (digits > 0) {
    while (t.charCodeAt(end - 1) === ZERO) end--;
    if (t.charCodeAt(end - 1) === POINT) end--;
  }
  const out = end === t.length ? t : t.slice(0, end);
  return out === '-0' ? '0' : out;
}
const ZERO = 48;
const POINT = 46;

export interface WriterMark {
  readonly lines: number;
  readonly e: number;
  readonly x: number;
  readonly y: number;
  readonly z: number;
  readonly feed: number;
  readonly filamentAreaMm2: number;
}

/** Writes G-code lines in a machine's dialect while keeping position, so that callers speak in millimetres of path. */
export class GcodeWriter {
  readonly lines: string[] = [];
  private e = 0;
  private x = NaN;
  private y = NaN;
  private z = NaN;
  private feed = NaN;

  constructor(
    private readonly dialect: Dialect,
    private filamentAreaMm2: number,
  ) {}

  comment(text: string): void {
    this.lines.push(`; ${asOneLine(text)}`);
  }
  raw(...lines: readonly string[]): void {
    this.lines.push(...lines);
  }

  /** Another head is at work, with filament of its own that is counted from here. */
  otherFilament(areaMm2: number): void {
    this.filamentAreaMm2 = areaMm2;
    if (this.dialect.relativeE) return;
    this.lines.push('G92 E0');
    this.e = 0;
  }

  acceleration(mmPerS2: number): void {
    this.lines.push(this.dialect.acceleration.replace('{value}', mmPerS2.toFixed(0)));
  }

  begin(): void {
    this.lines.push('G21', 'G90', this.dialect.relativeE ? 'M83' : 'M82', 'G92 E0');
    this.e = 0;
  }

  travel(x: number, y: number, mmPerS: number): void {
    this.lines.push(`G0 ${this.xy(x, y)}${this.withFeed(mmPerS)}`);
  }

  height(z: number, mmPerS: number): void {
    if (z === this.z) return;
    this.z = z;
    this.lines.push(`G0 Z${figure(z, 3)}${this.withFeed(mmPerS)}`);
  }

  /** A straight line laid with a filament volume. */
  line(x: number, y: number, volumeMm3: number, mmPerS: number): void {
    this.lines.push(
      `G1 ${this.xy(x, y)} E${this.feedOut(this.dialect.volumetricE ? volumeMm3 : volumeMm3 / this.filamentAreaMm2)}${this.withFeed(mmPerS)}`,
    );
  }

  /** An arc counter-clockwise to (x, y), fed evenly; (i, j) leads from the start to its middle. */
  arc(x: number, y: number, i: number, j: number, radius: number, volumeMm3: number, mmPerS: number): void {
    const how = this.dialect.arcs === 'r' ? `R${figure(radius, 3)}` : `I${figure(i, 3)} J${figure(j, 3)}`;
    this.lines.push(
      `G3 ${this.xy(x, y)} ${how} E${this.feedOut(this.dialect.volumetricE ? volumeMm3 : volumeMm3 / this.filamentAreaMm2)}${this.withFeed(mmPerS)}`,
    );
  }

  /** Filament only; negative pulls back. */
  filament(lengthMm: number, mmPerS: number): void {
    this.lines.push(
      `G1 E${this.feedOut(this.dialect.volumetricE ? lengthMm * this.filamentAreaMm2 : lengthMm)}${this.withFeed(mmPerS)}`,
    );
  }

  /** Where the program stands: lines and what is known of the machine. `rewind` goes back there. */
  mark(): WriterMark {
    return {
      lines: this.lines.length,
      e: this.e,
      x: this.x,
      y: this.y,
      z: this.z,
      feed: this.feed,
      filamentAreaMm2: this.filamentAreaMm2,
    };
  }
  rewind({ lines, e, x, y, z, feed, filamentAreaMm2 }: WriterMark): void {
    this.lines.length = lines;
    [this.e, this.x, this.y, this.z, this.feed, this.filamentAreaMm2] = [e, x, y, z, feed, filamentAreaMm2];
  }
  distanceTo(x: number, y: number): number {
    return Math.hypot(x - this.x, y - this.y);
  }
  text(): string {
    return `${this.lines.join('\n')}\n`;
  }

  private xy(x: number, y: number): string {
    this.x = x;
    this.y = y;
    const [left, front] = this.dialect.cornerMm ?? [0, 0];
    return `X${figure(x + left, 3)} Y${figure(y + front, 3)}`;
  }
  private feedOut(amount: number): string {
    if (this.dialect.relativeE) return figure(amount, 5);
    this.e += amount;
    return figure(this.e, 5);
  }
  private withFeed(mmPerS: number): string {
    if (mmPerS === this.feed) return '';
    this.feed = mmPerS;
    return ` F${figure(mmPerS * 60, 1)}`;
  }
}
