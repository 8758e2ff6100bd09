import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { layerCount, outlinesOf, subExposures, type PlateProgram } from '../../../core/resin/plate.ts';
import { call } from '../../../ui/api.ts';
import type { TrialPage } from '../model/pages.ts';

/** From little light to much, one sequence. */
const SHADES = [
  '#5a3a17',
  '#75491c',
  '#8f6024',
  '#a8772c',
  '#bb8e45',
  '#cba560',
  '#d9bd85',
  '#e6d3ab',
  '#f3e9d2',
] as const;
const shadeOf = (index: number, of: number): string =>
  SHADES[of <= 1 ? SHADES.length - 1 : Math.round((index * (SHADES.length - 1)) / (of - 1))]!;

/** The plate layer by layer as the printer will show it: each sub-exposure brighter than the one before, as it is lit longer. */
export function StackView({ trial: t }: { readonly trial: TrialPage }) {
  const { data: program, error } = useQuery({
    queryKey: ['plate', t.id],
    staleTime: Infinity,
    queryFn: () => call<PlateProgram>(`/api/trials/${t.id}/plate`),
  });
  const [layer, setLayer] = useState(0);
  if (error)
    return (
      <p className="hint" role="alert">
        {error.message}
      </p>
    );
  if (!program) return <p className="hint">Reading the plate…</p>;
  const last = layerCount(program) - 1;
  const shown = subExposures(program, layer);
  const [width, height] = program.pixels;
  const d = (fields: readonly number[]): string =>
    outlinesOf(program, fields, layer)
      .map((o) => {
        const points: string[] = [];
        for (let i = 0; i < o.length; i += 2) points.push(`${o[i]!.toFixed(2)} ${o[i + 1]!.toFixed(2)}`);
        return `M${points.join('L')}Z`;
      })
      .join('');
  const aspect = (program.pixelMm[1] * height) / (program.pixelMm[0] * width);
  return (
    <div>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        preserveAspectRatio="none"
        style={{ width: '100%', aspectRatio: `1 / ${aspect}`, background: '#1c1a17', display: 'block' }}
        role="img"
        aria-label={`Layer ${layer + 1} of ${last + 1}, ${shown.length} ${shown.length === 1 ? 'exposure' : 'exposures'}`}
      >
        {shown.map((e, i) => (
          <path key={i} d={d(e.fields)} fill={shadeOf(i, shown.length)} />
        ))}
      </svg>
      <div style={{ display: 'flex', gap: 12, alignItems: 'center', flexWrap: 'wrap', marginTop: 6 }}>
        <input
          type="range"
          aria-label="Layer"
          min={0}
          max={last}
          value={layer}
          onChange={(e) => setLayer(Number(e.currentTarget.value))}
          style={{ flex: 1, minWidth: 200 }}
        />
        <span className="f">
          layer {layer + 1} of {last + 1}, {((layer + 1) * program.layerMm).toFixed(3)} mm
        </span>
      </div>
      <p className="hint f" style={{ marginTop: 4 }}>
        {shown.map((e, i) => (
          <span key={i} style={{ marginRight: 14, whiteSpace: 'nowrap' }}>
            <i
              style={{
                display: 'inline-block',
                width: 10,
                height: 10,
                background: shadeOf(i, shown.length),
                border: '1px solid var(--line)',
              }}
            />{' '}
            {i + 1}. {e.seconds.toFixed(2)} s, {e.fields.length} {e.fields.length === 1 ? 'field' : 'fields'}
          </span>
        ))}
      </p>
    </div>
  );
}
