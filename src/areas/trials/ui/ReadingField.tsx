import type { CSSProperties } from 'react';
import type { MeasuringPointKey } from './measuringPoint.ts';
import type { Readings } from './useReadings.ts';

interface Props {
  readonly place: MeasuringPointKey;
  readonly label: string;
  readonly readings: Readings;
  readonly mayChange: boolean;
  readonly order: readonly MeasuringPointKey[];
  readonly onFocus?: () => void;
  readonly up?: MeasuringPointKey | undefined;
  readonly down?: MeasuringPointKey | undefined;
  readonly style?: CSSProperties;
  /** What stands in it while it is empty. */
  readonly placeholder?: string;
}
const focus = (key: MeasuringPointKey | undefined): void => {
  if (key) document.getElementById(`place-${key}`)?.focus();
};

/** One large field: Enter goes to the next place, arrows to the neighbours; a second figure supersedes the first, which is kept. */
export function ReadingField({
  place,
  label,
  readings: r,
  mayChange,
  order,
  onFocus,
  up,
  down,
  style,
  placeholder = '·',
}: Props) {
  const there = r.kept.get(place);
  return (
    <input
      id={`place-${place}`}
      style={style}
      inputMode="decimal"
      aria-label={label}
      aria-invalid={r.slips[place] ? true : undefined}
      disabled={!mayChange}
      placeholder={placeholder}
      title={
        there
          ? `${there.personName}, ${there.instrument}${there.supersedes ? '; corrected, the first reading is kept' : ''}`
          : undefined
      }
      value={r.typed[place] ?? there?.typed ?? ''}
      onFocus={onFocus}
      onChange={(e) => r.type(place, e.target.value)}
      onBlur={() => r.leave(place)}
      onKeyDown={(e) => {
        if (e.key === 'Enter') {
          e.preventDefault();
          const next = order[order.indexOf(place) + 1];
          if (next) focus(next);
          else e.currentTarget.blur();
        }
        if (e.key === 'ArrowUp' && up) {
          e.preventDefault();
          focus(up);
        }
        if (e.key === 'ArrowDown' && down) {
          e.preventDefault();
          focus(down);
        }
      }}
    />
  );
}
