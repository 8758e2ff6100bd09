/** What lines have asked of the heaters: the bed, the head at work and each nozzle by its head. */
export function heatOf(lines: readonly string[]): {
  readonly bedC: number;
  readonly tool: number;
  readonly nozzlesC: ReadonlyMap<number, number>;
} {
  const nozzlesC = new Map<number, number>();
  let [bedC, tool] = [0, 0];
  for (const line of lines) {
    const [, taken] = /^T(\d+)/.exec(line) ?? [];
    if (taken !== undefined) tool = Number(taken);
    const [, code, words] = /^M(104|109|140|190)(?!\d)(.*)/.exec(line) ?? [];
    const [, target] = /[SR]([\d.]+)/.exec(words ?? '') ?? [];
    if (target === undefined) continue;
    if (code === '140' || code === '190') bedC = Number(target);
    else nozzlesC.set(Number(/T(\d+)/.exec(words!)?.[1] ?? tool), Number(target));
  }
  return { bedC, tool, nozzlesC };
}
