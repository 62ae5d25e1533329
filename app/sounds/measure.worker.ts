import { expose } from 'comlink'
import { measure, type Measured } from '~~/core/sound'

const worker = {
  /** Measures a sound that was decoded: samples from −1 to 1, one array a channel. */
  measure: (channels: Float32Array[], rate: number): Measured => measure(channels, rate),
}
export type MeasureWorker = typeof worker
expose(worker)
