import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { SoundError } from '../../core/audio'
import { inOrder } from '../in-order'
import type { SoundFile } from './sound-of'
import type { SoundAnswer } from './sound.worker'

/** bin/ builds the worker there. */
const BUILT = join(process.env.ESVIK_BUILD ?? join(process.cwd(), '.build'), 'sound.mjs')
/** A file of the largest size takes a few seconds; what takes longer is given up (ms). */
const LONGEST = 60_000
/** The worker's memory (MiB): some times the largest file. */
const MEMORY = 1024

const turns = inOrder()
let worker: Worker | undefined

/** Reads a sound file in a thread of its own, one at a time. @throws SoundError that says what is wrong */
export const readSound = (bytes: Buffer): Promise<SoundFile> => turns('sound', () => readOne(bytes))

function readOne(bytes: Buffer): Promise<SoundFile> {
  const reader = (worker ??= new Worker(BUILT, { resourceLimits: { maxOldGenerationSizeMb: MEMORY } }))
  reader.ref()
  return new Promise<SoundFile>((done, fail) => {
    const settle = (work: () => void) => {
      clearTimeout(timer)
      reader.off('message', hear).off('error', stumble)
      reader.unref()
      work()
    }
    const giveUp = (words: string) => {
      worker = undefined
      void reader.terminate()
      settle(() => fail(new SoundError(words)))
    }
    const hear = (answer: SoundAnswer) =>
      settle(() => ('problem' in answer ? fail(new SoundError(answer.problem)) : done(answer)))
    const stumble = (error: Error) => {
      console.error(error)
      giveUp('it can’t be read')
    }
    const timer = setTimeout(() => giveUp('it takes too long to be read'), LONGEST)
    reader.on('message', hear).on('error', stumble)
    reader.postMessage(bytes)
  })
}
