/** Lets so many through at once; others wait their turn, and leave without one when it does not come in time. */
export class Turns {
  private taken = 0;
  private readonly waiting: ((go: boolean) => void)[] = [];

  constructor(
    private readonly most: number,
    private readonly waitMs: number,
  ) {}

  /** What to do when done; null where no turn came. */
  async take(): Promise<(() => void) | null> {
    if (this.taken < this.most) this.taken++;
    else if (!(await this.wait())) return null;
    let isLeft = false;
    return () => {
      if (isLeft) return;
      isLeft = true;
      const next = this.waiting.shift();
      if (next)
        next(true); // it goes from hand to hand: nobody comes between
      else this.taken--;
    };
  }

  private wait(): Promise<boolean> {
    return new Promise((resolve) => {
      const late = setTimeout(() => {
        this.waiting.splice(this.waiting.indexOf(mine), 1);
        resolve(false);
      }, this.waitMs);
      const mine = (go: boolean): void => {
        clearTimeout(late);
        resolve(go);
      };
      this.waiting.push(mine);
    });
  }
}
