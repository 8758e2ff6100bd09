/** Those who ask the same at once are answered together: while one answer is made whoever comes waits for the next, so that nobody is told
 *  what was read before they asked, and however many ask, one is made at a time. */
export class Together<T> {
  private next: Promise<T> | null = null;
  private made: Promise<unknown> = Promise.resolve();

  ask(make: () => Promise<T>): Promise<T> {
    this.next ??= this.made.then(() => {
      this.next = null;
      const answer = make();
      this.made = answer.catch(() => undefined); // the next one is made whatever becomes of this
      return answer;
    });
    return this.next;
  }
}
