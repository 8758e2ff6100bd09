import { proofAt } from '../../library/model/along.ts';
import type { SettingKey } from '../../library/settings/catalogue.ts';
import type { Found, RecipeReader } from '../define.ts';
import { outsideProof } from '../evidence.ts';

/** A setting outside what is proven; `where` is the condition it was proven along (along.ts), where there is one. */
export function outsideProven(
  r: RecipeReader,
  key: SettingKey,
  label: string,
  where: number | null = null,
): readonly Found[] {
  const everywhere = r.input.proofs[key];
  const found = outsideProof({
    label,
    value: r.number(key),
    proof: everywhere && proofAt(everywhere, where),
    provenOnly: r.input.provenOnly,
    show: (v) => r.show(key, v),
    change: (end) => ({ values: { [key]: end } }),
  });
  return found ? [found] : [];
}

/** A setting above what the hardware can; the hardware's own figure is the fix. */
export function above(
  r: RecipeReader,
  key: SettingKey,
  limitKey: SettingKey,
  label: string,
  hardware: 'tool' | 'printer',
): readonly Found[] {
  const value = r.number(key);
  const limit = r.number(limitKey);
  if (value <= limit) return [];
  return [
    {
      severity: 'blocker',
      title: `${label} beyond the ${hardware === 'tool' ? 'tool' : 'machine'}`,
      figure: r.show(key),
      limit: r.show(limitKey),
      origin: `hardware, ${hardware}`,
      fix: `set ${r.show(key, limit)}`,
      change: { values: { [key]: limit } },
    },
  ];
}
