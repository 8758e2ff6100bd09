/** A page with the rows of the table under this head replaced. */
export function replaceTable(page: string, head: string, lines: readonly string[]): string {
  const from = page.indexOf(head);
  if (from < 0) throw new Error(`there is no table under ${head.split('\n')[0]}`);
  const after = page.slice(from + head.length).replace(/^(\n\|.*)*/, '');
  return `${page.slice(0, from)}${head}\n${lines.join('\n')}${after}`;
}
