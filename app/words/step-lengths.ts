import { holdOf, ownLength } from '~~/core/engine'
import type { Hold, Show, Step } from '~~/core/show'
import { wordsOf } from './step-kinds'
import { seconds } from './time'

/** The seconds of what a step draws from: its sound, or those of its pool. */
function drawnOf(show: Show, step: Step): number[] {
  const secondsOf = (id: string) => {
    const sound = show.sounds.find((each) => each.id === id)
    return !sound ? 0 : sound.trim ? sound.trim[1] - sound.trim[0] : sound.seconds
  }
  if ('sound' in step && step.sound !== undefined) return [secondsOf(step.sound)]
  const pool = 'pool' in step && show.pools.find(({ id }) => id === step.pool)
  return pool ? pool.sounds.map(({ sound }) => secondsOf(sound)) : []
}

/** How long a step lasts by what it is (s): a sound's file, the longest of a pool's, what a fade adds up to, a burst's life, a change and its way back. Undefined where somebody else ends it. */
export function lengthOf(show: Show, step: Step): number | undefined {
  const own = ownLength(step)
  if (typeof own === 'number') return own
  const hold = holdOf(step)
  if (own === 'drawn' && hold === undefined) return Math.max(0, ...drawnOf(show, step))
  return typeof hold === 'number' ? hold : undefined
}

/** How long a step lasts, in words. */
export function lengthWords(show: Show, step: Step): string {
  const own = ownLength(step)
  if (typeof own === 'number') return `for ${wordsOf(step.kind).upTo ? 'up to ' : ''}${seconds(own)}`
  const hold = holdOf(step)
  if (hold !== undefined) return holdWords(hold)
  if (own !== 'drawn') return 'at once'
  return 'sound' in step && step.sound !== undefined
    ? `for its ${seconds(lengthOf(show, step) ?? 0)}`
    : 'for as long as the sound drawn'
}
export function holdWords(hold: Hold): string {
  if (typeof hold === 'number') return `for ${seconds(hold)}`
  return { cue: 'for as long as the cue', release: 'until released', keep: 'for good' }[hold]
}
