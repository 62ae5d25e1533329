import type { ChartConfiguration, ChartDataset } from 'chart.js'
import { COLOURS, faint } from '~/canvas/colours'
import type { Axis, Charted, Limit, Series } from './chart'

type Kinds = 'line' | 'bar'
const STEM = 1
const HEAD = 2

function drawn(series: Series, y: Axis): ChartDataset<Kinds, { x: number; y: number }[]>[] {
  const { colour, fill, dashed, width = 1, below, as = 'line', points } = series
  const data = [...points]
  const yAxisID = below ? 'below' : 'y'
  if (as === 'stems')
    return [
      { type: 'bar', data, yAxisID, backgroundColor: colour, barThickness: STEM, base: y.min },
      { type: 'line', data, yAxisID, showLine: false, pointRadius: HEAD, pointBorderColor: colour, pointBackgroundColor: dashed ? 'transparent' : colour }, // prettier-ignore
    ]
  return [
    {
      type: 'line',
      data,
      yAxisID,
      borderColor: colour,
      borderWidth: width,
      borderDash: dashed ? [3, 3] : [],
      pointRadius: 0,
      stepped: as === 'steps' ? 'before' : false,
      fill: fill === undefined ? false : 'start',
      backgroundColor: faint(colour, fill ?? 0),
    },
  ]
}
const limited = ({ y, below, colour }: Limit, x: Axis): ChartDataset<Kinds, { x: number; y: number }[]> => ({
  type: 'line',
  data: [
    { x: x.min, y },
    { x: x.max, y },
  ],
  yAxisID: below ? 'below' : 'y',
  borderColor: colour,
  borderWidth: 1,
  borderDash: [3, 3],
  pointRadius: 0,
})
const scaled = (axis: Axis, more: object = {}) => ({
  type: 'linear' as const,
  min: axis.min,
  max: axis.max,
  border: { display: false },
  grid: { color: COLOURS.ink3, display: axis.ticks !== undefined, drawTicks: false },
  ticks: {
    display: axis.ticks !== undefined,
    stepSize: axis.ticks?.every,
    callback: (value: number | string) => axis.ticks?.says(Number(value)) ?? '',
    color: COLOURS.bone3,
    font: { family: 'Martian Mono Variable', size: 9 },
    padding: 3,
    maxRotation: 0,
  },
  ...more,
})

/** A chart as Chart.js draws it, in our colours, without its own legend, hints and movements. */
export const configOf = ({
  series,
  x,
  y,
  below,
  limits = [],
}: Charted): ChartConfiguration<Kinds, { x: number; y: number }[]> => ({
  type: 'line',
  data: { datasets: [...limits.map((limit) => limited(limit, x)), ...series.flatMap((one) => drawn(one, y))] },
  options: {
    animation: false,
    events: [],
    responsive: true,
    maintainAspectRatio: false,
    layout: { padding: 1 },
    plugins: { legend: { display: false }, tooltip: { enabled: false } },
    scales: {
      x: scaled(x, { grid: { display: false }, offset: false }),
      y: scaled(y, below ? { stack: 'all', stackWeight: 3, weight: 2 } : {}),
      ...(below && { below: scaled(below, { stack: 'all', stackWeight: 1, weight: 1 }) }),
    },
  },
})
