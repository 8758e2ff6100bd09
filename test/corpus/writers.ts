import type { Values } from '../../src/areas/library/settings/define.ts';
import type { Act, Plan } from './plan.ts';

const AREA_MM2 = Math.PI * 0.875 ** 2;
const RETRACT_MM = [1.2, 1.6];
const RETRACT_MM_PER_S = 35;
const TRAVEL_MM_PER_S = 120;
const LIFT_MM = 0.3;
/** Shorter ways are gone without drawing back. */
const SHORT_MM = 3;
const at = (v: number, digits: number): string => String(Number(v.toFixed(digits)));

/** Writes a plan as a program: what every dialect has in common. Each says for itself how it begins and ends, and how lines look. */
abstract class Writer {
  protected readonly lines: string[] = [];
  protected x = 0;
  protected y = 0;
  protected z = 0;
  protected e = 0;
  protected tool = 0;
  /** Figures of positions and filament. */
  protected readonly digits: readonly [mm: number, filament: number] = [3, 5];
  /** Where the corner of the plate is. */
  protected readonly corner: readonly [x: number, y: number] = [0, 0];

  constructor(protected readonly plan: Plan) {}

  program(): string {
    this.begin();
    const { acts } = this.plan;
    for (const [i, act] of acts.entries()) {
      if (act.do === 'layer' && act.zMm < this.z) this.goOver(acts.slice(i).find((a) => a.do === 'travel'));
      this.take(act);
    }
    this.end();
    return this.text();
  }
  protected text(): string {
    return `${this.lines.join('\n')}\n`;
  }
  protected say(...lines: string[]): void {
    this.lines.push(...lines);
  }
  protected abstract begin(): void;
  protected abstract end(): void;
  protected layer(_n: number, _zMm: number): void {}
  protected head(tool: number): void {
    this.say(`T${tool}`);
  }
  protected fan(percent: number): void {
    this.say(`M106 S${Math.round(2.55 * percent)}`);
  }
  /** Filament of a line or a retraction, as this dialect counts it. */
  protected feed(mm3: number): string {
    return at(mm3 / AREA_MM2, this.digits[1]);
  }
  protected draw(sign: 1 | -1): void {
    const mm3 = sign * (this.plan.retractMm ?? RETRACT_MM[this.tool]!) * AREA_MM2;
    this.say(`G1 E${this.feed(mm3)} F${60 * RETRACT_MM_PER_S}`);
  }
  protected xy(x: number, y: number): string {
    return `X${at(x + this.corner[0], this.digits[0])} Y${at(y + this.corner[1], this.digits[0])}`;
  }
  protected go(x: number, y: number): void {
    this.say(`G0 ${this.xy(x, y)} F${60 * TRAVEL_MM_PER_S}`);
  }
  protected height(zMm: number): void {
    this.say(`G1 Z${at(zMm, this.digits[0])} F480`);
  }
  protected line({ x, y, mm3, mmPerS, zMm }: Extract<Act, { do: 'line' }>): void {
    const z = zMm === undefined ? '' : ` Z${at(zMm, 4)}`;
    this.say(`G1 ${this.xy(x, y)}${z} E${this.feed(mm3)} F${at(60 * mmPerS, 1)}`);
  }
  /** As chords, where a dialect has no arcs. */
  protected arc(act: Extract<Act, { do: 'line' }>): void {
    const [cx, cy] = act.round!;
    const from = Math.atan2(this.y - cy, this.x - cx);
    const r = Math.hypot(act.x - cx, act.y - cy);
    const CHORDS = 48;
    for (let k = 1; k <= CHORDS; k++) {
      const angle = from + (Math.PI * k) / CHORDS;
      const [x, y] = [cx + r * Math.cos(angle), cy + r * Math.sin(angle)];
      this.line({ do: 'line', x, y, mm3: act.mm3 / CHORDS, mmPerS: act.mmPerS });
    }
  }
  private take(act: Act): void {
    switch (act.do) {
      case 'layer':
        this.layer(act.n, act.zMm);
        if (act.n > 0) this.draw(-1);
        this.z = act.zMm;
        this.height(this.z);
        if (act.n > 0) this.draw(1);
        return;
      case 'travel':
        return this.travel(act.x, act.y);
      case 'head':
        this.draw(-1);
        this.head(act.tool);
        this.tool = act.tool;
        this.draw(1);
        return;
      case 'fan':
        return this.fan(act.percent);
      case 'raw':
        return this.say(act.line);
      case 'line':
        if (act.round) this.arc(act);
        else this.line(act);
        [this.x, this.y] = [act.x, act.y];
    }
  }
  /** To the next part, over the one that stands. */
  private goOver(to: Extract<Act, { do: 'travel' }> | undefined): void {
    this.draw(-1);
    this.height(this.z + 5);
    this.go(to?.x ?? this.x, to?.y ?? this.y);
    [this.x, this.y] = [to?.x ?? this.x, to?.y ?? this.y];
    this.draw(1);
  }
  private travel(x: number, y: number): void {
    const isLong = Math.hypot(x - this.x, y - this.y) > SHORT_MM;
    if (isLong) {
      this.draw(-1);
      this.height(this.z + LIFT_MM);
    }
    this.go(x, y);
    if (isLong) {
      this.height(this.z);
      this.draw(1);
    }
    [this.x, this.y] = [x, y];
  }
  protected heat(first: string, then: string): void {
    this.say(...this.plan.nozzleC.map((c, tool) => `${first} T${tool} S${c}`));
    this.say(...this.plan.nozzleC.map((c, tool) => `${then} T${tool} S${c}`));
  }
  protected cool(): string[] {
    return [...this.plan.nozzleC.map((_, tool) => `M104 T${tool} S0`), 'M140 S0'];
  }
}

/** Filament from the start, reset on every layer; a line that primes the nozzle, higher than the first layer. */
class Plain extends Writer {
  protected begin(): void {
    this.say(
      '; nozzle = 0.4',
      `; layer height = ${this.plan.layerMm}`,
      `M140 S${this.plan.bedC}`,
      'G21',
      'G90',
      'M82',
      'G28',
    );
    this.say(`M190 S${this.plan.bedC}`);
    this.heat('M104', 'M109');
    this.say('G92 E0', 'G0 X20 Y4 Z0.3 F6000', 'G1 X80 E5.4 F900 ; prime', 'G92 E0');
  }
  protected override layer(n: number): void {
    this.say(`; layer ${n + 1}`, 'G92 E0');
    this.e = 0;
  }
  protected override feed(mm3: number): string {
    this.e += mm3 / AREA_MM2;
    return at(this.e, 5);
  }
  protected override head(tool: number): void {
    this.say(`T${tool}`, 'G92 E0');
    this.e = 0;
  }
  protected end(): void {
    this.draw(-1);
    this.say(`G0 Z${at(this.plan.topMm + 15, 1)} F480`, 'M107', ...this.cool(), 'M84');
  }
}

/** As machine tools are written for: per-cent signs, numbers, spaces, comments in brackets, a line that may be left out, M6 and M30. */
class Numbered extends Writer {
  private n = 0;
  protected override say(...lines: string[]): void {
    for (const line of lines)
      this.lines.push(
        /^[%(]/.test(line) ? line : `${line.startsWith('/') ? '/' : ''}N${(this.n += 10)} ${line.replace('/', '')}`,
      );
  }
  protected begin(): void {
    this.say(
      '%',
      '( a part (of two (in all)) for the shop )',
      'G17 G21 G40 G49 G80 G90 G94',
      `M 140 S ${this.plan.bedC}`,
      'G 28',
      `m190 s${this.plan.bedC}`,
    );
    this.heat('M104', 'M109');
    this.say('M83', '/ M117 begin');
  }
  protected override xy(x: number, y: number): string {
    return `x ${at(x, 3)} y ${at(y, 3)}`;
  }
  protected override head(tool: number): void {
    this.say(`T${tool} M6`);
  }
  protected end(): void {
    this.draw(-1);
    this.say(`g0 z ${at(this.plan.topMm + 15, 1)} f480`, 'm107', ...this.cool(), 'M30');
    this.say('%');
  }
}

/** Filament as volume, lines that end with both marks, words with their own checksums. */
class Volumetric extends Writer {
  protected begin(): void {
    this.say('M200 D1.75', 'G28', 'G90', 'M83', `M140 S${this.plan.bedC}`, 'M105');
    this.heat('M104', 'M104');
    this.say('M116', 'M203 X300 Y300 Z12 E80', 'M220 S100', 'M221 S100');
  }
  protected override feed(mm3: number): string {
    return at(mm3, 4);
  }
  protected end(): void {
    this.draw(-1);
    this.say(`G0 Z${at(this.plan.topMm + 15, 1)} F480`, 'M106 S0', ...this.cool(), 'M18');
  }
  protected override text(): string {
    return this.lines
      .map((body, i) => {
        const numbered = `N${i + 1} ${body}`;
        return `${numbered}*${[...numbered].reduce((sum, c) => sum ^ c.charCodeAt(0), 0)}`;
      })
      .join('\r\n');
  }
}

/** Macros with parameters, in small letters. */
class Macros extends Writer {
  protected begin(): void {
    const [first, second] = this.plan.nozzleC;
    this.say(`begin_print bed=${this.plan.bedC} nozzle=${first} name="${this.plan.name}"`, 'g90', 'm83');
    if (second) this.say(`m109 t1 s${second}`);
    this.say('PRIME_LINE LENGTH=60 E=5');
  }
  protected override layer(n: number): void {
    this.say(`LAYER_IS N=${n + 1}`, `AREA_BEGINS NAME=${this.plan.name.replaceAll(' ', '_')}_1 X=400 E=41`);
  }
  protected end(): void {
    this.draw(-1);
    this.say(`g0 z${at(this.plan.topMm + 15, 1)} f480`, 'm107', 'finish_print');
  }
}

/** Arcs, the controller's own retraction, its origin in the middle of the plate, a lift before homing, harmless words. */
class Arcs extends Writer {
  protected override readonly corner = [-174, -171] as const;
  protected begin(): void {
    this.say('M207 S1.2 F2100', 'G91', 'G1 Z5 F600', 'G90', 'G28', 'G29', 'M420 S1', `M190 S${this.plan.bedC}`);
    this.heat('M104', 'M109');
    this.say('M300 S440 P200', 'M83', `M204 P${this.plan.mmPerS2 ?? 1500} T${this.plan.mmPerS2 ?? 1500}`);
  }
  protected override draw(sign: 1 | -1): void {
    if (this.tool === 1) super.draw(sign);
    else this.say(sign < 0 ? 'G10' : 'G11');
  }
  protected override arc({ x, y, mm3, mmPerS, round }: Extract<Act, { do: 'line' }>): void {
    const [i, j] = [round![0] - this.x, round![1] - this.y];
    this.say(`G3 ${this.xy(x, y)} I${at(i, 3)} J${at(j, 3)} E${this.feed(mm3)} F${60 * mmPerS}`);
  }
  protected end(): void {
    this.draw(-1);
    this.say('G91', 'G0 Z15 F480', 'G90', 'M107', ...this.cool(), 'M84', 'M300 S880 P500');
  }
}

/** No spaces, no idle zeros, lines that end as on old machines, a picture in comments; a round plate. */
class Compact extends Writer {
  protected begin(): void {
    this.say(
      '; picture begin 16x16',
      ...Array.from({ length: 6 }, (_, k) => `; iVBORw0KGgo${'QUJD'.repeat(12 + k)}==`),
      '; picture end',
    );
    this.say('M73 P0', 'G28', 'G90', 'M83', `M190S${this.plan.bedC}`);
    this.heat('M104', 'M109');
  }
  protected override say(...lines: string[]): void {
    this.lines.push(
      ...lines.map((l) => (l.startsWith(';') ? l : l.replaceAll(' ', '').replace(/([A-Z]-?)0\./g, '$1.'))),
    );
  }
  protected override layer(n: number): void {
    this.say(`M73 P${n}`, `;z=${n}`);
  }
  protected end(): void {
    this.draw(-1);
    this.say(`G0Z${at(this.plan.topMm + 15, 1)}F480`, 'M107', ...this.cool(), 'M84');
  }
  protected override text(): string {
    return `${this.lines.join('\r')}\r`;
  }
}

/** Inches. */
class Inches extends Writer {
  protected override readonly digits = [5, 6] as const;
  protected begin(): void {
    this.say('G20', 'G28', 'G90', 'M83', `M190 S${this.plan.bedC}`);
    this.heat('M104', 'M109');
  }
  protected override say(...lines: string[]): void {
    const inInches = (text: string): string =>
      /^G[0-3]\b/.test(text)
        ? text.replace(/([XYZEF])(-?[\d.]+)/g, (_, w: string, mm: string) => `${w}${at(Number(mm) / 25.4, 7)}`)
        : text;
    this.lines.push(...lines.map(inInches));
  }
  protected end(): void {
    this.draw(-1);
    this.say(`G0 Z${at(this.plan.topMm + 15, 1)} F480`, 'M107', ...this.cool(), 'M84');
  }
}

/** A dialect: how it writes, what the printer profile says of it, and what a check rightly says of each of its programs. */
export interface CorpusDialect {
  readonly name: string;
  readonly write: (plan: Plan) => string;
  readonly values: Values;
  readonly cautions: readonly string[];
}
const dialect = (
  name: string,
  of: new (plan: Plan) => Writer,
  values: Values = {},
  cautions: readonly string[] = [],
): CorpusDialect => ({ name, write: (plan) => new of(plan).program(), values, cautions });

export const dialects: readonly CorpusDialect[] = [
  dialect('plain', Plain),
  dialect('numbered', Numbered),
  dialect('volumetric', Volumetric),
  dialect('macros', Macros, {
    controllerWords:
      'BEGIN_PRINT: homes, heats bed by BED, heats nozzle by NOZZLE\nPRIME_LINE: primes\nLAYER_IS: nothing\nAREA_BEGINS: nothing\nFINISH_PRINT: cools',
  }),
  dialect('arcs', Arcs, { lowestXMm: -174, lowestYMm: -171 }),
  dialect('compact', Compact, { bedShape: 'round' }),
  dialect('inches', Inches, {}, ['in-millimetres']),
];
