import { LETTER, type LineWords } from '../../src/core/gcode/words.ts';
import type { MotionLimits } from '../../src/core/motion/limits.ts';
import { MachineMotion } from './machineMotion.ts';
import type { Truth } from './truth.ts';

const OWN_RETRACTION_MM = 1;

/** The moves of a simulated controller: how long what it took takes. */
export class OwnMotion extends MachineMotion {
  private owedS = 0;

  constructor(
    limits: MotionLimits,
    private readonly truth: Truth,
  ) {
    super(limits, truth.hardShare);
  }

  get zMm(): number {
    return this.state.z;
  }
  /** Goes on to a standstill. */
  rest(): void {
    this.buffer.rest();
  }
  /** Seconds that went by since this was asked last. */
  takeOwedS(): number {
    const s = this.owedS;
    this.owedS = 0;
    return s;
  }

  protected pass(s: number): void {
    this.owedS += s;
  }
  protected went(): void {
    // its time has passed; what was laid is read from the lines
  }
  protected allows(): boolean {
    return true;
  }
  homed(): void {
    this.rest();
    this.pass(this.truth.homesS);
  }
  tool(tool: number): void {
    this.rest();
    if (tool !== this.head) this.pass(this.truth.changesHeadS);
    this.head = tool;
  }
  protected other(code: string, w: LineWords, line: number): void {
    if (code === 'G29') {
      this.rest();
      this.pass(this.truth.levelsS);
    } else if (code === 'G10' && !w.has(LETTER.L)) this.filament(-OWN_RETRACTION_MM, line);
    else if (code === 'G11') this.filament(OWN_RETRACTION_MM, line);
    else if (code === 'M400') this.rest();
  }
}
