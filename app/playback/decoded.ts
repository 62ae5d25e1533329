import { wrap, transfer, type Remote } from 'comlink'
import { samplesIn, wavLayout, type WavLayout } from '~~/core/audio'
import { partsOfKey, PIECE } from './pieces'
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

/** A file as the browser decodes it. That needs no permission to play: an offline context does it before the first gesture. */
export const decodedBytes = (bytes: ArrayBuffer): Promise<AudioBuffer> =>
  new OfflineAudioContext(1, 1, RATE).decodeAudioData(bytes)

export const channelsOf = (buffer: AudioBuffer): Float32Array[] =>
  Array.from({ length: buffer.numberOfChannels }, (_, i) => buffer.getChannelData(i).slice())

/** The sound of an asset, fetched and decoded; undefined where its file is not here. */
export async function decoded(asset: string): Promise<AudioBuffer | undefined> {
  const answer = await fetch(`/api/assets/${asset}`)
  if (!answer.ok) return undefined
  const bytes = await answer.arrayBuffer()
  if (answer.headers.get('content-type') === 'audio/aiff') return decodedHere(bytes)
  // What this browser doesn't read, we may.
  return decodedBytes(bytes).catch(async () => decodedHere(await (await fetch(`/api/assets/${asset}`)).arrayBuffer()))
}

/** So much of a file is fetched to find where its samples are (bytes). */
const HEAD = 65_536
/** Where the samples of an uncompressed long file lie, by asset; undefined of one that must be decoded whole. */
const layouts = new Map<string, Promise<WavLayout | undefined>>()
/** The long file that was decoded whole last. */
let whole: { asset: string; buffer: Promise<AudioBuffer | undefined> } | undefined

const partOf = async (asset: string, first: number, last: number): Promise<Uint8Array | undefined> => {
  const answer = await fetch(`/api/assets/${asset}`, { headers: { range: `bytes=${first}-${last}` } })
  return answer.ok ? new Uint8Array(await answer.arrayBuffer()) : undefined
}
function layoutIn(asset: string): Promise<WavLayout | undefined> {
  const known = layouts.get(asset)
  if (known) return known
  const asked = partOf(asset, 0, HEAD - 1).then((bytes) => bytes && wavLayout(bytes))
  layouts.set(asset, asked)
  asked.catch(() => layouts.delete(asset))
  return asked
}

/** A piece of a long sound: of an uncompressed file no more is fetched than that. */
export async function decodedPiece(asset: string, index: number): Promise<AudioBuffer | undefined> {
  const layout = await layoutIn(asset)
  if (!layout) return cut(asset, index)
  const { channels: count, rate, frameBytes, dataAt, frames } = layout
  const first = Math.round(index * PIECE * rate)
  // A little more, so that what is read between samples at its end has something to go on to.
  const end = Math.min(frames, Math.round((index + 1) * PIECE * rate) + OVERLAP)
  if (end <= first) return undefined
  const bytes = await partOf(asset, dataAt + first * frameBytes, dataAt + end * frameBytes - 1)
  if (!bytes) return undefined
  const buffer = new AudioBuffer({ length: end - first, numberOfChannels: count, sampleRate: rate })
  samplesIn(bytes, layout).forEach((samples, i) => buffer.copyToChannel(samples as Float32Array<ArrayBuffer>, i))
  return buffer
}
const OVERLAP = 64

/** A piece of a file that is packed, cut from the whole. */
async function cut(asset: string, index: number): Promise<AudioBuffer | undefined> {
  if (whole?.asset !== asset) whole = { asset, buffer: decoded(asset) }
  const from = await whole.buffer
  if (!from) return undefined
  const first = Math.round(index * PIECE * from.sampleRate)
  const end = Math.min(from.length, first + PIECE * from.sampleRate + OVERLAP)
  if (end <= first) return undefined
  const buffer = new AudioBuffer({
    length: end - first,
    numberOfChannels: from.numberOfChannels,
    sampleRate: from.sampleRate,
  })
  for (let i = 0; i < from.numberOfChannels; i++) buffer.copyToChannel(from.getChannelData(i).subarray(first, end), i)
  return buffer
}

/** A sound or a piece of one, by what it is called. */
export function decodeKey(key: string): Promise<AudioBuffer | undefined> {
  const { asset, index } = partsOfKey(key)
  return index === undefined ? decoded(asset) : decodedPiece(asset, index)
}
