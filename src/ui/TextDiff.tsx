import { diffLines } from 'diff';
import { useMemo } from 'react';

const SIGN = { added: '+', removed: '−', same: ' ' } as const;

/** Two versions of a text of several lines, line by line: what went is marked −, what came +, both in words for a screen reader. */
export function TextDiff({ before, after }: { readonly before: string; readonly after: string }) {
  const lines = useMemo(
    () =>
      diffLines(before, after).flatMap((part) => {
        const is = part.added ? 'added' : part.removed ? 'removed' : 'same';
        return part.value
          .replace(/\n$/, '')
          .split('\n')
          .map((text) => ({ is, text }) as const);
      }),
    [before, after],
  );
  return (
    <pre className="textdiff" aria-label="Difference line by line">
      {lines.map(({ is, text }, i) => (
        <div key={i} data-is={is}>
          {SIGN[is]} {is === 'added' ? <ins>{text}</ins> : is === 'removed' ? <del>{text}</del> : text}
        </div>
      ))}
    </pre>
  );
}

/** Whether a difference of two values is better read line by line. */
export const isLongText = (...values: unknown[]): boolean =>
  values.some((v) => typeof v === 'string' && v.includes('\n'));
export const textOf = (value: unknown): string => (typeof value === 'string' ? value : '');
