import { parentPort } from 'node:worker_threads'
import { Refusal } from '../http/refusal'
import { tasks } from './tasks'
import type { Answer, Asked } from './pool'

/** Does one task after the other, away from the thread that answers requests. */
parentPort!.on('message', async ({ task, input }: Asked) => parentPort!.postMessage(await answer(task, revived(input))))

/** Bytes come through as an array of another kind. */
const revived = (input: unknown): unknown => {
  if (input instanceof Uint8Array) return Buffer.from(input.buffer, input.byteOffset, input.byteLength)
  if (typeof input !== 'object' || input === null) return input
  return Object.fromEntries(Object.entries(input).map(([key, value]) => [key, revived(value)]))
}

async function answer(task: Asked['task'], input: unknown): Promise<Answer> {
  try {
    return { done: await (tasks[task] as (input: unknown) => Promise<unknown>)(input) }
  } catch (error) {
    if (error instanceof Refusal) return { refused: { status: error.status, message: error.message, data: error.data } }
    const { message, stack, name, code, parent } = error as Error & { code?: string; parent?: { code?: string } }
    return { failed: { message, stack, name, code, parent: parent && { code: parent.code } } }
  }
}
