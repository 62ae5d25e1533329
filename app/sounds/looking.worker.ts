import { expose } from 'comlink'
import {
  aboutSound,
  countSprinkle,
  pictureOf,
  seamsOf,
  sprinkled,
  type About,
  type Drop,
  type Seam,
  type SoundPicture,
  type Sprinkle,
  type Sprinkled,
} from '~~/core/sound'
import type { Show } from '~~/core/show'

const BANDS = 96
let held: { channels: Float32Array[]; rate: number } | undefined

const worker = {
  /** Measures a sound that only a browser decodes. */
  about: (channels: Float32Array[], rate: number): About => aboutSound({ channels, rate }),
  /** A sound over its length; it is held for what is asked next. */
  look(channels: Float32Array[], rate: number, columns: number): SoundPicture {
    held = { channels, rate }
    return pictureOf(channels, rate, columns, BANDS)
  },
  /** How the sound that was looked at last closes between two times, and how other ends nearby would. */
  seams(trim: [number, number]): { here: Seam; others: Seam[] } | undefined {
    return held && seamsOf(held.channels[0]!, held.rate, trim)
  },
  sprinkle(
    show: Pick<Show, 'sounds' | 'pools' | 'player' | 'buses'>,
    step: Sprinkle,
    seconds: number,
    seed: number,
  ): { drops: Drop[]; counted: Sprinkled } {
    const drops = sprinkled(show, step, seconds, seed)
    return { drops, counted: countSprinkle(drops, seconds) }
  },
}
export type LookingWorker = typeof worker
expose(worker)
