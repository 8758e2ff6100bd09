import { Flex } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { get } from '../../../ui/api.ts';
import { day } from '../../../ui/dates.ts';
import { ShortList, type Column } from '../../../ui/ShortList.tsx';
import { MachineRooms } from '../../../ui/MachineRooms.tsx';
import { StateMark, type Mark } from '../../../ui/StateMark.tsx';
import { showValue } from '../../library/model/values.ts';
import { findSetting } from '../../library/settings/catalogue.ts';
import type { Drift, DriftState } from '../model/drift.ts';

const driftMark: Readonly<Record<DriftState, Mark>> = {
  outside: 'outside',
  run: 'due',
  steady: 'proven',
  'too few': 'unproven',
};
const says: Readonly<Record<DriftState, string>> = {
  outside: 'out of control',
  run: 'eight on one side',
  steady: 'steady',
  'too few': 'too few for limits',
};
const WIDTH = 220;
const HEIGHT = 44;
const PAD = 5;

const last = (d: Drift) => d.points[d.points.length - 1]!;
const settingOf = (d: Drift) => findSetting(d.setting)!;

const columns: Column<Drift>[] = [
  {
    key: 'state',
    title: 'State',
    of: (d) => says[d.state],
    show: (d) => (
      <Flex component="span" display="inline-flex" gap={6} align="center">
        <StateMark mark={driftMark[d.state]} />
        {says[d.state]}
      </Flex>
    ),
    noWrap: true,
    isFacet: true,
  },
  {
    key: 'machine',
    title: 'Machine',
    of: (d) => d.machineName,
    show: (d) => <a href={`/machines/${d.machineId}`}>{d.machineName}</a>,
    noWrap: true,
    isFacet: true,
  },
  { key: 'value', title: 'Value', of: (d) => settingOf(d).label, isFacet: true },
  { key: 'material', title: 'Material', of: (d) => d.materialName, isFacet: true },
  {
    key: 'series',
    title: 'Over time',
    of: (d) => d.points.map((p) => p.value).join(' '),
    show: (d) => <Series drift={d} />,
  },
  {
    key: 'last',
    title: 'Last found',
    of: (d) => last(d).value,
    show: (d) => (
      <a href={`/trials/${last(d).id}`} title={`${last(d).name}, ${day(last(d).at)}`}>
        {showValue(settingOf(d), last(d).value)}
      </a>
    ),
    isFigure: true,
    noWrap: true,
  },
  {
    key: 'limits',
    title: 'Limits',
    of: (d) => (d.chart ? d.chart.low : ''),
    show: (d) => (
      <>
        {d.chart && `${showValue(settingOf(d), d.chart.low)} to ${showValue(settingOf(d), d.chart.high)}`}
        {d.since && <div className="hint">since {d.since}</div>}
      </>
    ),
  },
];
const EMPTY =
  'No trial has been accepted yet. Once a value has been found four times on a machine, it gets limits here.';

/** Values of every machine over time against limits of their own: what leaves them has changed, whatever the range allows. */
export function DriftScreen() {
  const { data, error } = useQuery({ queryKey: ['drift'], queryFn: () => get('/api/trials/drift') });
  if (error && !data)
    return (
      <p className="empty" role="alert">
        {error.message}
      </p>
    );
  if (!data) return <p className="empty">Loading the series…</p>;
  const out = data.filter((d) => d.state === 'outside').length;
  return (
    <>
      <MachineRooms here="/machines/drift" />
      <div className="band" data-kind="machine">
        <div>
          <div className="kind">
            Individuals charts: mean ± 2.66 × mean moving range (ISO 7870-2), one for each machine, tool, material and
            value
          </div>
          <h1>{out === 0 ? 'Nothing is out of control' : `${out} out of control`}</h1>
        </div>
      </div>
      <ShortList name="series" rows={data} columns={columns} empty={EMPTY} />
    </>
  );
}

/** The series as a line with its limits; what came before the last work is faint. */
function Series({ drift }: { readonly drift: Drift }) {
  const { points, chart, from } = drift;
  const s = settingOf(drift);
  const figures = [...points.map((p) => p.value), ...(chart ? [chart.low, chart.high] : [])];
  const low = Math.min(...figures);
  const high = Math.max(...figures);
  const at = points.map((p) => Date.parse(p.at));
  const spanMs = at.at(-1)! - at[0]!;
  /** On a true axis of time: what was found close together lies close together. */
  const x = (i: number): number => PAD + (spanMs > 0 ? ((at[i]! - at[0]!) / spanMs) * (WIDTH - 2 * PAD) : 0);
  const y = (v: number): number =>
    high > low ? HEIGHT - PAD - ((v - low) * (HEIGHT - 2 * PAD)) / (high - low) : HEIGHT / 2;
  const path = (a: number, b: number): string =>
    points
      .slice(a, b)
      .map((p, i) => `${i === 0 ? 'M' : 'L'}${x(a + i).toFixed(1)} ${y(p.value).toFixed(1)}`)
      .join('');
  return (
    <svg width={WIDTH} height={HEIGHT} role="img" aria-label={`${points.length} values`}>
      {chart && (
        <>
          <rect
            x={x(from) - PAD}
            y={y(chart.high)}
            width={WIDTH - x(from) + PAD}
            height={Math.max(1, y(chart.low) - y(chart.high))}
            fill="var(--pine)"
            opacity=".1"
          />
          <line
            x1={x(from) - PAD}
            x2={WIDTH}
            y1={y(chart.centre)}
            y2={y(chart.centre)}
            stroke="var(--pine)"
            strokeDasharray="4 3"
          />
        </>
      )}
      <path d={path(0, from)} fill="none" stroke="var(--dim)" strokeWidth="1" opacity=".5" />
      <path d={path(from, points.length)} fill="none" stroke="var(--ink)" strokeWidth="1" />
      {points.map((p, i) => {
        const is = `${p.name}, ${day(p.at)}: ${showValue(s, p.value)}`;
        return chart?.outside.includes(i - from) ? (
          <path key={p.id + i} d={`M${x(i)} ${y(p.value) - 4}l4 4l-4 4l-4 -4z`} fill="var(--oxide)">
            <title>{is}</title>
          </path>
        ) : (
          <circle key={p.id + i} cx={x(i)} cy={y(p.value)} r="2" fill={i < from ? 'var(--dim)' : 'var(--ink)'}>
            <title>{is}</title>
          </circle>
        );
      })}
    </svg>
  );
}
