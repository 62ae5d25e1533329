import { parentPort } from 'node:worker_threads'
import { decodeWav, WavError, type Wav } from './wav'

export type WavAnswer = Wav | { problem: string }

/** Reads WAV files one after the other, away from the thread that answers requests. */
parentPort!.on('message', (bytes: Uint8Array) => {
  parentPort!.postMessage(answer(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength)))
})

function answer(bytes: Buffer): WavAnswer {
  try {
    return decodeWav(bytes)
  } catch (error) {
    // What is wrong with a file must not end the thread for those after it.
    return { problem: error instanceof WavError ? error.message : `it can’t be read: ${(error as Error).message}` }
  }
}
