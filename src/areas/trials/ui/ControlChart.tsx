import { Box, Table, useComputedColorScheme } from '@mantine/core';
import { Chart, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js';
import { useMemo } from 'react';
import { Line } from 'react-chartjs-2';
import { individualsChart } from '../../../core/fitting/controlChart.ts';
import { day } from '../../../ui/dates.ts';
import { navigate } from '../../../ui/router.tsx';
import { findSetting } from '../../library/settings/catalogue.ts';
import { showValue } from '../../library/model/values.ts';
import { lastRestart } from '../model/drift.ts';
import type { EarlierValue, TrialPage } from '../model/pages.ts';

Chart.register(LinearScale, LineElement, PointElement, Tooltip);
Chart.defaults.font = { ...Chart.defaults.font, family: "'Archivo Variable', sans-serif", size: 11 };
/** Dates that have room below the narrowest chart. */
const MOST_DATES = 3;

/** Inks of the scheme, as the page has them now. */
function useInks() {
  const scheme = useComputedColorScheme('light');
  return useMemo(() => {
    const style = getComputedStyle(document.documentElement);
    const ink = (name: string): string => style.getPropertyValue(`--${name}`).trim();
    return { scheme, ink: ink('ink'), dim: ink('dim'), out: ink('oxide'), limit: ink('pine'), grid: ink('line') };
  }, [scheme]);
}

/** What trials of a kind found on one machine with one material over time, with the limits of an individuals chart. A point opens its
 *  trial; the same stands below as a table. */
export function ControlChart({
  setting,
  values,
  work,
}: {
  readonly setting: string;
  readonly values: readonly EarlierValue[];
  readonly work: TrialPage['work'];
}) {
  const s = findSetting(setting)!;
  const inks = useInks();
  const { from, since } = lastRestart(values, setting, work);
  const chart = individualsChart(values.slice(from).map((v) => v.value));
  const isOutside = (i: number): boolean => chart?.outside.includes(i - from) ?? false;
  const at = values.map((v) => Date.parse(v.at));
  const limit = (y: number, isCentre: boolean) => ({
    data: [at[from]!, at.at(-1)!].map((x) => ({ x, y })),
    borderColor: inks.limit,
    borderWidth: isCentre ? 1.5 : 1,
    borderDash: isCentre ? [] : [4, 4],
    pointRadius: 0,
    pointHitRadius: 0,
  });
  return (
    <Box component="figure" mt={8} mr={0} mb={14} ml={0}>
      <figcaption className="hint">
        {s.label}, {values.length} accepted {values.length === 1 ? 'trial' : 'trials'}
        {chart
          ? `; mean ${showValue(s, chart.centre)}, limits ${showValue(s, chart.low)} to ${showValue(s, chart.high)}${chart.outside.length > 0 ? `; ${chart.outside.length} outside` : ''}${chart.runs.length > 0 ? '; a run of eight on one side' : ''}`
          : '; limits come with four'}
        {since && `; limits begin after: ${since}`}
      </figcaption>
      <Box h={150}>
        <Line
          key={inks.scheme}
          aria-label={`${s.label} over time`}
          options={{
            animation: false,
            maintainAspectRatio: false,
            onClick: (_, [point]) => {
              const of = point?.datasetIndex === 0 ? values[point.index] : undefined;
              if (of) navigate(`/trials/${of.id}`);
            },
            onHover: ({ native }, points) => {
              const canvas = native?.target;
              if (canvas instanceof HTMLElement) canvas.style.cursor = points.length > 0 ? 'pointer' : '';
            },
            plugins: {
              legend: { display: false },
              tooltip: {
                callbacks: {
                  title: ([item]) => {
                    const of = item && values[item.dataIndex];
                    return of ? `${of.name}, ${day(of.at)}` : '';
                  },
                  label: ({ dataIndex }) => showValue(s, values[dataIndex]!.value),
                },
              },
            },
            scales: {
              x: {
                type: 'linear',
                ...(values.length > 1 && { min: at[0]!, max: at.at(-1)! }),
                grid: { color: inks.grid },
                ticks: {
                  color: inks.dim,
                  maxTicksLimit: MOST_DATES,
                  maxRotation: 0,
                  callback: (x) => day(new Date(Number(x)).toISOString()),
                },
              },
              y: { grid: { color: inks.grid }, ticks: { color: inks.dim } },
            },
          }}
          data={{
            datasets: [
              {
                data: values.map((v, i) => ({ x: at[i]!, y: v.value })),
                borderColor: inks.ink,
                borderWidth: 1,
                pointRadius: 4,
                pointHitRadius: 12,
                pointBackgroundColor: values.map((_, i) => (isOutside(i) ? inks.out : inks.ink)),
                pointStyle: values.map((_, i) => (isOutside(i) ? 'rectRot' : 'circle')),
              },
              ...(chart ? [limit(chart.centre, true), limit(chart.low, false), limit(chart.high, false)] : []),
            ],
          }}
        />
      </Box>
      <details>
        <summary className="hint">As a table</summary>
        <Table>
          <Table.Tbody>
            {values.map((v, i) => (
              <Table.Tr key={v.id}>
                <Table.Td className="nowrap">{day(v.at)}</Table.Td>
                <Table.Td>
                  <a href={`/trials/${v.id}`}>{v.name}</a>
                </Table.Td>
                <Table.Td className="n">{showValue(s, v.value)}</Table.Td>
                <Table.Td>{isOutside(i) && 'outside'}</Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      </details>
    </Box>
  );
}
