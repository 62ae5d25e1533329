/** Sound files: what kind they are, what they hold, read and written. */
export { decode, isForBrowsers } from './decode'
export { lengthOfAac, lengthOfMp4 } from './mp4'
export { HALF, sidesOf, togetherOf } from './sides'
export { isSoundType, sniffed, SOUND_TYPES, type SoundType } from './sniff'
export { samplesIn, wavLayout, type WavLayout } from './wav'
export { checkSamples, SoundError, type Decoded } from './sound-error'
