/** Line of the position a JSON parser complains about, from 1; the last line where it names none. */
export function lineOfPosition(text: string, error: unknown): number {
  const match = /position (\d+)/.exec(error instanceof Error ? error.message : '');
  return (match ? text.slice(0, Number(match[1])) : text).split('\n').length;
}

/** The first name that stands twice in one object of well-formed JSON, with its line. A parser would keep the last in silence. */
export function findDuplicateMember(text: string): { readonly name: string; readonly line: number } | null {
  const open: (Set<string> | null)[] = []; // a set of names per open object, null per open array
  let line = 1;
  for (let i = 0; i < text.length; i++) {
    const c = text[i]!;
    if (c === '\n') line++;
    else if (c === '{') open.push(new Set());
    else if (c === '[') open.push(null);
    else if (c === '}' || c === ']') open.pop();
    else if (c === '"') {
      const from = i;
      for (i++; text[i] !== '"'; i++) if (text[i] === '\\') i++;
      const names = open.at(-1);
      if (!names || !isBeforeColon(text, i + 1)) continue;
      const name = JSON.parse(text.slice(from, i + 1)) as string;
      if (names.has(name)) return { name, line };
      names.add(name);
    }
  }
  return null;
}
function isBeforeColon(text: string, from: number): boolean {
  let i = from;
  while (i < text.length && /\s/.test(text[i]!)) i++;
  return text[i] === ':';
}
