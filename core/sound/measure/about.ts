import { sidesOf, togetherOf, type Decoded } from '../../audio'
import { envelopeOf } from './envelope'
import { measure, type Measured } from './measure'

/** What is kept of a sound beside its file, so that it need not be decoded again to know how loud it is. */
export interface About {
  seconds: number
  /** K-weighted mean square in 100 ms blocks, of what is heard of it at the head; 32-bit floats. */
  envelope: Float32Array
  /** The same of what is heard of it from one place, where that is not the same. */
  placed: Float32Array | undefined
  measured: Measured
}

/** What is to be known of a sound file: how long, how loud, its envelope. */
export function aboutSound({ channels, rate }: Decoded): About {
  // Of one channel or two what is heard at the head is what is measured.
  const envelope = envelopeOf(sidesOf(channels), rate)
  return {
    seconds: channels[0].length / rate,
    envelope,
    placed: channels.length > 1 ? envelopeOf([togetherOf(channels)], rate) : undefined,
    measured: measure(channels, rate, channels.length <= 2 ? envelope : undefined),
  }
}
