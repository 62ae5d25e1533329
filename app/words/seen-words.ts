import type { Sight, Unseen } from '~~/core/seen'
import { plain } from './time'

/** From so many degrees off the middle of the picture something is behind, or ahead, not aside. */
const BEHIND = 135
const AHEAD = 45

function whereabouts(bearing: number): string {
  const side = `${plain(Math.abs(bearing), 0)}° to the ${bearing < 0 ? 'left' : 'right'}`
  if (Math.abs(bearing) >= BEHIND) return `behind, ${side}`
  return Math.abs(bearing) < AHEAD ? `ahead, but out of the picture, ${side}` : side
}
const REASONS: Record<Unseen, (sight: Sight) => string> = {
  gone: () => 'isn’t there to be seen',
  outside: ({ bearing }) => `out of view: ${whereabouts(bearing)}`,
  hidden: () => 'hidden by what stands before it',
  dark: () => 'too dark to be seen',
  small: () => 'too small to be seen',
  veiled: () => 'under a fade',
}

/** What a player saw of a thing: for how long and how wide, or why not. */
export function sightWords(name: string, sight: Sight): string {
  if (sight.unseen) return `${name}: ${REASONS[sight.unseen](sight)}`
  const wide = sight.wide >= 0.5 ? `, ${plain(sight.wide, 0)}° wide` : ''
  return `${name} in view for ${plain(sight.seconds, 1)} s${wide}`
}
