import { memo } from '~~/core/base'
import type { Show } from '~~/core/show'

/** So many colours are offered. */
const MOST = 18
const COLOUR = /^#[0-9a-f]{6}$/i

function collect(value: unknown, into: Map<string, number>): void {
  if (typeof value === 'string') {
    if (COLOUR.test(value)) into.set(value.toLowerCase(), (into.get(value.toLowerCase()) ?? 0) + 1)
  } else if (typeof value === 'object' && value !== null) for (const each of Object.values(value)) collect(each, into)
}

/** The colours that a show uses, those it uses most first. */
export const paletteOf = memo((show: Show): string[] => {
  const found = new Map<string, number>()
  const { place, atmosphere, atmospheres, cues } = show
  collect([place.lights, place.props, atmosphere, atmospheres, cues.map(({ steps }) => steps)], found)
  return [...found]
    .sort(([, a], [, b]) => b - a)
    .slice(0, MOST)
    .map(([colour]) => colour)
})
