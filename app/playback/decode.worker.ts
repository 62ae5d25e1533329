import { expose, transfer } from 'comlink'
import { decode, type Decoded } from '~~/core/audio'

const worker = {
  /** Decodes a sound file as it came. @throws SoundError in words */
  async decode(bytes: ArrayBuffer): Promise<Decoded> {
    const { channels, rate } = await decode(new Uint8Array(bytes))
    return transfer({ channels, rate }, channels.map(({ buffer }) => buffer as ArrayBuffer)) // prettier-ignore
  },
}
export type DecodeWorker = typeof worker
expose(worker)
