/** A run as somebody hears it, mixed into one file. */
export { Mix, type MixOptions } from './mix'
export { mixdown, MixError, type Mixing, type MixReport } from './mixdown'
export { resampled } from './resample'
export { RATE, sourceOf, type Source } from './source'
export { samplesOf, wavFile, type Marker } from './wav-file'
