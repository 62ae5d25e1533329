import type { Show, Sound } from '~~/core/show'
import { usedSounds } from '~/document/making/fresh-step'
import type { Asked, Heard } from './heard'

/** A sound, a pool or none, as one chooses among them. */
export interface SoundChoice {
  key: string
  words: string
  heard: Heard
  /** What is heard of it before it is chosen; of a pool its first. */
  sound?: Sound
  /** It came in last, and nothing uses it yet. */
  isNew?: boolean
}

/** What can be chosen, the sound that came in last before all others. */
export function soundsToChoose(show: Show, { perhaps, pools }: Asked): SoundChoice[] {
  const used = usedSounds(show)
  const byId = new Map(show.sounds.map((sound) => [sound.id, sound]))
  const latest = show.sounds.at(-1)
  const sounds = show.sounds.toReversed().map((sound): SoundChoice => ({
    key: `sound/${sound.id}`,
    words: sound.name,
    heard: { sound: sound.id },
    sound,
    isNew: sound === latest && !used.has(sound.id),
  }))
  const ofPools = (pools ? show.pools : []).map((pool): SoundChoice => ({
    key: `pool/${pool.id}`,
    words: `one of ${pool.name}`,
    heard: { pool: pool.id },
    sound: byId.get(pool.sounds[0]?.sound ?? ''),
  }))
  const without: SoundChoice[] = perhaps ? [{ key: 'none', words: 'no sound', heard: {} }] : []
  return [...sounds.slice(0, 1), ...without, ...sounds.slice(1), ...ofPools]
}
