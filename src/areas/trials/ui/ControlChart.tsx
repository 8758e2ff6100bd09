import { Box } from '@mantine/core';
import { CategoryScale, Chart, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js';
import { Line } from 'react-chartjs-2';
import { individualsChart } from '../../../core/fitting/controlChart.ts';
import { day } from '../../../ui/dates.ts';
import { findSetting } from '../../library/settings/catalogue.ts';
import { showValue } from '../../library/model/values.ts';
import { lastRestart } from '../model/drift.ts';
import type { EarlierValue, TrialPage } from '../model/pages.ts';

Chart.register(CategoryScale, LinearScale, LineElement, PointElement, Tooltip);
const INK = '#22252b';
const PLUM = '#6a2e57';
const PINE = '#2f5d4a';
const LIME = '#c9c2b2';

/** What trials of a kind found on one machine with one material over time, with the limits of an individuals chart. */
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
  const { from, since } = lastRestart(values, setting, work);
  const chart = individualsChart(values.slice(from).map((v) => v.value));
  const isOutside = (i: number): boolean => chart?.outside.includes(i - from) ?? false;
  const line = (y: number) => values.map((_, i) => (i < from ? null : y));
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
          aria-label={`${s.label} over time`}
          options={{
            animation: false,
            maintainAspectRatio: false,
            plugins: { legend: { display: false } },
            scales: { x: { grid: { color: LIME } }, y: { grid: { color: LIME } } },
          }}
          data={{
            labels: values.map((v) => day(v.at)),
            datasets: [
              {
                data: values.map((v) => v.value),
                borderColor: INK,
                borderWidth: 1,
                pointRadius: 4,
                pointBackgroundColor: values.map((_, i) => (isOutside(i) ? PLUM : INK)),
                pointStyle: values.map((_, i) => (isOutside(i) ? 'rectRot' : 'circle')),
              },
              ...(chart
                ? [chart.centre, chart.low, chart.high].map((y, i) => ({
                    data: line(y),
                    borderColor: PINE,
                    borderWidth: i === 0 ? 1.5 : 1,
                    borderDash: i === 0 ? [] : [4, 4],
                    pointRadius: 0,
                  }))
                : []),
            ],
          }}
        />
      </Box>
    </Box>
  );
}
