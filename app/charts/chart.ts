/** Something that a chart shows: points by their x, drawn as a line, as steps, or as a stem for each. */
export interface Series {
  name: string
  /** How a value of it is said. */
  says: (y: number) => string
  points: readonly { x: number; y: number }[]
  as?: 'line' | 'steps' | 'stems'
  colour: string
  /** How much of what lies below it is filled, 0 to 1. */
  fill?: number
  dashed?: boolean
  width?: number
  /** It is drawn on the strip below the others. */
  below?: boolean
}
export interface Axis {
  min: number
  max: number
  /** Where it is named; nowhere if nothing is said. */
  ticks?: { every: number; says: (value: number) => string }
}
/** A level that is not to be passed. */
export interface Limit {
  y: number
  below?: boolean
  colour: string
}
/** A chart over one axis that all its series share. */
export interface Charted {
  /** What it shows, as it is read out. */
  name: string
  saysX: (x: number) => string
  series: readonly Series[]
  x: Axis
  y: Axis
  below?: Axis
  limits?: readonly Limit[]
}

/** The places along a chart at which anything has a value, in order, no more than so many of them. */
export function placesOf(series: readonly Series[], most = Infinity): number[] {
  const all = [...new Set(series.flatMap(({ points }) => points.map(({ x }) => x)))].sort((a, b) => a - b)
  if (all.length <= most) return all
  return Array.from({ length: most }, (_, i) => all[Math.round((i * (all.length - 1)) / (most - 1))]!)
}

/** What a series has at a place: of steps what holds there, of a line what is nearest, of stems only what stands there. */
export function valueAt({ points, as }: Series, x: number): number | undefined {
  if (as === 'stems') return points.find((point) => point.x === x)?.y
  if (as === 'steps') return points.findLast((point) => point.x <= x)?.y
  let best: { x: number; y: number } | undefined
  for (const point of points) if (!best || Math.abs(point.x - x) < Math.abs(best.x - x)) best = point
  return best?.y
}

/** What a series has at a place, in words; undefined where it has nothing. */
export function saysAt(series: Series, x: number): string | undefined {
  const y = valueAt(series, x)
  return y === undefined ? undefined : series.says(y)
}

/** A place of a chart in words: where, and what each series has there. */
export const saidAt = ({ saysX, series }: Charted, x: number): string =>
  [
    saysX(x),
    ...series.flatMap((one) => {
      const says = saysAt(one, x)
      return says === undefined ? [] : [`${one.name} ${says}`]
    }),
  ].join(', ')
