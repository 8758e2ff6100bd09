import { quantities, type Quantity, type QuantityKind } from './quantities.ts';

/** The figure as read on screen, with at most the quantity's digits and no trailing zeros beyond the first decimal place given. */
export function formatFigure(
  value: number,
  kind: QuantityKind,
  digits = (quantities[kind] as Quantity).digits,
): string {
  if (!Number.isFinite(value)) return '–';
  const fixed = value.toFixed(digits);
  const short = fixed.includes('.') ? fixed.replace(/\.?0+$/, '') : fixed;
  return short === '-0' ? '0' : short;
}

/** Figure and canonical unit, e.g. "60 mm/s". */
export function formatQuantity(value: number, kind: QuantityKind): string {
  const unit = quantities[kind].canonical;
  return unit ? `${formatFigure(value, kind)} ${unit}` : formatFigure(value, kind);
}

/** Hours and minutes of a print, "7 h 42"; below an hour "12 min", below a minute "38 s". */
export function formatDuration(timeS: number): string {
  if (!Number.isFinite(timeS) || timeS < 0) return '–';
  if (timeS < 60) return `${Math.round(timeS)} s`;
  const minutes = Math.round(timeS / 60);
  return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`;
}

const KB = 1024;
/** How large a file is: "84 B", "1.4 kB", "12 MB", "80.0 GB". */
export function formatBytes(bytes: number): string {
  if (bytes < KB) return `${bytes} B`;
  const [size, unit] =
    bytes < KB ** 2 ? [bytes / KB, 'kB'] : bytes < KB ** 3 ? [bytes / KB ** 2, 'MB'] : [bytes / KB ** 3, 'GB'];
  return `${size.toFixed(size < 10 || unit === 'GB' ? 1 : 0)} ${unit}`;
}
