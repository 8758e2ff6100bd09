/** One straight piece of a move as the motors take it. */
export interface Piece {
  readonly lengthMm: number;
  /** Unit direction. */
  readonly along: readonly [number, number, number];
  readonly mmPerS: number;
  readonly mmPerS2: number;
  /** One of the chords of an arc but the first: the way bends without a corner. */
  readonly isBend?: boolean;
}

/** Pieces that a controller knows ahead, as many as its memory has room for: it never goes faster than it can brake from by the end of what
 *  it knows. Its own arithmetic, none of the planner's that estimates are made by. */
export class MotionBuffer<P extends Piece> {
  private readonly pieces: P[] = [];
  /** Highest speed into each piece by the corner before it. */
  private readonly corners: number[] = [];
  private nowMmPerS = 0;

  constructor(
    private readonly jumpMmPerS: number,
    private readonly done: (piece: P, tookS: number, topMmPerS: number) => void,
    private readonly room = 48,
  ) {}

  push(piece: P): void {
    const before = this.pieces.at(-1);
    this.corners.push(before ? this.cornerMmPerS(before, piece) : this.nowMmPerS);
    this.pieces.push(piece);
    if (this.pieces.length > this.room) this.move();
  }
  /** Goes on to a standstill. */
  rest(): void {
    while (this.pieces.length > 0) this.move();
  }

  private cornerMmPerS(before: P, next: P): number {
    const most = Math.min(before.mmPerS, next.mmPerS);
    if (next.isBend) return most;
    const jump = Math.max(...next.along.map((u, k) => Math.abs(u - before.along[k]!)));
    return jump * most > this.jumpMmPerS ? this.jumpMmPerS / jump : most;
  }

  private move(): void {
    const { pieces, corners } = this;
    let exit = 0;
    for (let i = pieces.length - 1; i > 0; i--)
      exit = Math.min(corners[i]!, Math.sqrt(exit * exit + 2 * pieces[i]!.mmPerS2 * pieces[i]!.lengthMm));
    const piece = pieces.shift()!;
    corners.shift();
    const { lengthMm, mmPerS, mmPerS2: a } = piece;
    const from = this.nowMmPerS;
    const to = Math.min(exit, Math.sqrt(from * from + 2 * a * lengthMm));
    const top = Math.max(from, to, Math.min(mmPerS, Math.sqrt((from * from + to * to) / 2 + a * lengthMm)));
    const changingMm = (2 * top * top - from * from - to * to) / (2 * a);
    this.nowMmPerS = to;
    this.done(piece, (2 * top - from - to) / a + Math.max(0, lengthMm - changingMm) / top, top);
  }
}
