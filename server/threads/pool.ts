import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { Refusal } from '../http/refusal'
import { REFUSED } from '../http/refused'
import type { Tasks } from './tasks'

/** bin/ builds the thread there. */
const BUILT = join(process.env.ESVIK_BUILD ?? join(process.cwd(), '.build'), 'thread.mjs')
/** A file of the largest size takes some seconds; what takes longer is given up (ms). */
const LONGEST = 60_000
/** A thread's memory (MiB): some times the largest file. */
const MEMORY = 1024
/** A thread that nobody has needed for so long is ended (ms). */
const IDLE = 20_000
/** What is no larger than this is done soon (bytes): one thread is kept free for it. */
const SMALL = 1024 * 1024

export interface Asked {
  task: keyof Tasks
  input: unknown
}
export type Answer =
  | { done: unknown }
  | { refused: { status: number; message: string; data: { [key: string]: unknown } } }
  | { failed: { message: string; stack?: string; name: string; code?: string; parent?: { code?: string } } }

interface Job extends Asked {
  isSmall: boolean
  transfer: ArrayBuffer[]
  done: (value: never) => void
  fail: (error: Error) => void
}
interface Lane {
  takes(job: Job): boolean
  worker?: Worker
  isBusy?: boolean
  idle?: NodeJS.Timeout
}
/** What waits, the oldest first. */
const waiting: Job[] = []
/** A dear file never keeps a cheap one waiting: the first thread does what is small, the second what is large, or small if nothing else is. */
const lanes: Lane[] = [{ takes: ({ isSmall }) => isSmall }, { takes: () => true }]

/**
 * Has a task done in a thread of its own. Bytes that are given go over there, and are gone here. `size`: how much there is to do (bytes).
 * @throws Refusal as the task does, and 422 where it takes too long
 */
export function inThread<Name extends keyof Tasks>(
  task: Name,
  input: Parameters<Tasks[Name]>[0],
  size: number,
): ReturnType<Tasks[Name]> {
  return new Promise((done, fail) => {
    waiting.push({ task, input, isSmall: size <= SMALL, transfer: buffersIn(input), done, fail })
    lanes.forEach(goOn)
  }) as ReturnType<Tasks[Name]>
}

/** Bytes that are large have memory of their own, which can be handed over. */
function buffersIn(input: unknown): ArrayBuffer[] {
  const values = input instanceof Uint8Array ? [input] : Object.values((input ?? {}) as object)
  return values.flatMap((value) =>
    value instanceof Uint8Array && value.buffer.byteLength > Buffer.poolSize ? [value.buffer as ArrayBuffer] : [],
  )
}

function goOn(lane: Lane): void {
  if (lane.isBusy) return
  const fit = waiting.filter((job) => lane.takes(job))
  const job = fit.find(({ isSmall }) => !isSmall) ?? fit[0]
  if (!job) return
  waiting.splice(waiting.indexOf(job), 1)
  clearTimeout(lane.idle)
  const worker = (lane.worker ??= begun(lane))
  worker.ref()
  lane.isBusy = true
  const settle = (work: () => void) => {
    clearTimeout(timer)
    worker.off('message', hear).off('error', stumble).off('exit', end)
    worker.unref()
    lane.isBusy = false
    lane.idle = setTimeout(() => giveUp(lane), IDLE).unref()
    work()
    goOn(lane)
  }
  const fail = (error: Error) => {
    giveUp(lane)
    settle(() => job.fail(error))
  }
  const hear = (answer: Answer) =>
    settle(() => {
      if ('done' in answer) job.done(answer.done as never)
      else if ('failed' in answer) job.fail(Object.assign(new Error(), answer.failed))
      else job.fail(new Refusal(answer.refused.status, answer.refused.message, answer.refused.data))
    })
  const stumble = (error: Error & { code?: string }) =>
    fail(error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? REFUSED.noRoomToRead() : error)
  const end = () => fail(new Error('The thread ended'))
  const timer = setTimeout(() => fail(REFUSED.readsTooLong()), LONGEST)
  worker.on('message', hear).on('error', stumble).on('exit', end)
  worker.postMessage({ task: job.task, input: job.input } satisfies Asked, job.transfer)
}

function begun(lane: Lane): Worker {
  const worker = new Worker(BUILT, { resourceLimits: { maxOldGenerationSizeMb: MEMORY } })
  // What goes wrong in it while it has nothing to do ends the thread, and not the server.
  worker.on('error', (error) => console.error(error))
  worker.on('exit', () => {
    if (lane.worker === worker && !lane.isBusy) lane.worker = undefined
  })
  return worker
}

function giveUp(lane: Lane): void {
  const { worker } = lane
  lane.worker = undefined
  void worker?.terminate()
}
