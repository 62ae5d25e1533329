import type { Show, Step } from '~~/core/show'

const soundSeconds = (show: Show, id: string): number => {
  const sound = show.sounds.find((each) => each.id === id)
  return !sound ? 0 : sound.trim ? sound.trim[1] - sound.trim[0] : sound.seconds
}

/** How long a step lasts by what it is (s): a sound's file, the longest of a pool's, what a fade adds up to, a burst's life, a change and its way back. Undefined where somebody else ends it. */
export function lengthOf(show: Show, step: Step): number | undefined {
  switch (step.kind) {
    case 'sound': {
      if (step.loop) return typeof step.hold === 'number' ? step.hold : undefined
      if (step.sound !== undefined) return soundSeconds(show, step.sound)
      const pool = show.pools.find(({ id }) => id === step.pool)
      return Math.max(0, ...(pool?.sounds ?? []).map(({ sound }) => soundSeconds(show, sound)))
    }
    case 'fade':
      return step.in + step.stay + step.out
    case 'camera':
      return step.marks.reduce((sum, { travel, stay }) => sum + travel + stay, 0) + (step.back?.seconds ?? 0)
    case 'burst':
      return step.life[1]
    default:
      return 'hold' in step && typeof step.hold === 'number' ? step.hold : undefined
  }
}
