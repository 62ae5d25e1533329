import { parentPort } from 'node:worker_threads'
import { messageOf, needed } from '../../core/base'
import { prepare, RunError } from '../../core/engine'
import { applyPatch } from '../../core/show'
import { Party } from '../../core/together'
import { inOrder } from '../in-order'
import type { Word } from '../shows/messages'
import { sayIn, type FromThread, type ToThread } from './words'

/** Where all are is taken in, and what has been decided told, so often (ms). */
const BEAT = 25

const port = needed(parentPort, 'thread that began this one')
const tell = (word: FromThread) => port.postMessage(word)
const now = () => performance.now()
let party: Party | undefined
let told = ''

/** What takes time comes in turn; what is said meanwhile is heard after it. */
const turns = inOrder()
port.on('message', (word: ToThread) => void turns('all', () => hear(word)).catch(fail))

async function hear(word: ToThread): Promise<void> {
  if ('open' in word) {
    await prepare(word.open)
    party = new Party(word.open, word.beginning, now())
    setInterval(beat, BEAT)
  } else if (!party) return
  else if ('enter' in word) {
    const { enter: to } = word
    party.enter(to, word.looksOn, (packet) => tell({ to, text: JSON.stringify(packet) }), now())
  } else if ('say' in word) {
    const say = sayIn(word.say)
    if (say) party.hear(word.of, say, now())
  } else if ('leave' in word) party.leave(word.leave)
  else await edit(JSON.parse(word.word) as Word)
}

async function edit(word: Word): Promise<void> {
  if (word.kind !== 'edit' || !party) return
  await prepare(applyPatch(party.run.show, word.patch))
  party.edit(word.patch)
}

function beat(): void {
  if (!party) return
  try {
    party.beat(now())
  } catch (error) {
    fail(error)
  }
  const { walkers, isOver } = party
  if (told === `${walkers} ${isOver}`) return
  told = `${walkers} ${isOver}`
  tell({ walkers, isOver })
}

function fail(error: unknown): void {
  if (!(error instanceof RunError)) console.error(error)
  tell({ failed: messageOf(error) })
}
