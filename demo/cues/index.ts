import { kilnToHorn } from './kiln-to-horn'
import { quayHallLoft } from './quay-hall-loft'
import { whatMoves } from './what-moves'

/** What the kelp works can do to whoever walks it at night. */
export const cues = [...quayHallLoft, ...kilnToHorn, ...whatMoves]
