import { parentPort } from 'node:worker_threads'
import { SoundError } from '../../core/audio'
import { soundOf, type SoundFile } from './sound-of'

export type SoundAnswer = SoundFile | { problem: string }

/** Reads sound files one after the other, away from the thread that answers requests. */
parentPort!.on('message', async (bytes: Uint8Array) => parentPort!.postMessage(await answer(bytes)))

async function answer(bytes: Uint8Array): Promise<SoundAnswer> {
  try {
    return await soundOf(bytes)
  } catch (error) {
    // What is wrong with a file must not end the thread for those after it.
    return { problem: error instanceof SoundError ? error.message : `it can’t be read: ${(error as Error).message}` }
  }
}
