import { wrap, transfer, type Remote } from 'comlink'
import type { DecodeWorker } from './decode.worker'

/** The rate at which sounds are decoded (Hz). */
export const RATE = 48_000

let worker: Remote<DecodeWorker> | undefined
/** What a browser can't decode is decoded by our own means, in a worker. */
async function decodedHere(bytes: ArrayBuffer): Promise<AudioBuffer> {
  worker ??= wrap<DecodeWorker>(new Worker(new URL('./decode.worker.ts', import.meta.url), { type: 'module' }))
  const { channels, rate } = await worker.decode(transfer(bytes, [bytes]))
  const buffer = new AudioBuffer({ length: channels[0]!.length, numberOfChannels: channels.length, sampleRate: rate })
  channels.forEach((samples, i) => buffer.copyToChannel(samples as Float32Array<ArrayBuffer>, i))
  return buffer
}

/** The sound of an asset, fetched and decoded; undefined where its file is not here. */
export async function decoded(asset: string): Promise<AudioBuffer | undefined> {
  const answer = await fetch(`/api/assets/${asset}`)
  if (!answer.ok) return undefined
  const bytes = await answer.arrayBuffer()
  if (answer.headers.get('content-type') === 'audio/aiff') return decodedHere(bytes)
  // Decoding needs no permission to play; an offline context does it before the first gesture.
  return new OfflineAudioContext(1, 1, RATE).decodeAudioData(bytes)
}
