import { number, object, string } from 'yup';
import { succeed } from '../../../core/result/result.ts';
import type { Figures } from '../../../core/units/figures.ts';
import { keepFigures, readerOf } from '../../../platform/auth/figures.ts';
import { command, reading } from '../../../platform/http/endpoint.ts';

const one = <T extends string>(...of: readonly T[]) =>
  string<T>()
    .oneOf([...of])
    .required();
const schema = object({
  speed: one<Figures['speed']>('mm/s', 'mm/min'),
  smallLength: one<Figures['smallLength']>('mm', 'µm'),
  temperature: one<Figures['temperature']>('°C', '°F'),
  decimal: one<Figures['decimal']>('point', 'comma'),
  money: object({
    code: string()
      .matches(/^[A-Z]{3}$/, 'Three capital letters, as CHF')
      .required(),
    perEuro: number().positive('More than nothing').max(1e6).required(),
  })
    .noUnknown()
    .nullable()
    .defined(),
})
  .noUnknown()
  .required();

export const GET = reading({ role: 'viewer', run: async ({ ctx }) => succeed(await readerOf(ctx.user)) });
export const PUT = command({
  role: 'viewer',
  schema,
  text: { noPerson: () => 'A token reads plain figures' },
  run: ({ ctx, body }) => keepFigures(ctx, body),
});
