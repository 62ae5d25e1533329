import { randomUUID } from 'node:crypto'
import { once } from 'node:events'
import { setTimeout as pause } from 'node:timers/promises'
import { WebSocket } from 'ws'
import { Together, type Packet } from '../../core/together'
import type { Hands } from '../../core/walking'
import { demo } from '../harness/api'
import { openPlace, type Figures } from './place'

/** How often a window's body goes on (ms). */
const FRAME = 16

/** A window on a line that takes a while each way (ms) and loses some of what is said on it. */
async function join(url: string, hello: object, lag: number, loss: number, luck: () => number) {
  const socket = new WebSocket(`${url.replace('http', 'ws')}/together`, { origin: url })
  await once(socket, 'open')
  socket.send(JSON.stringify(hello))
  const post = (take: () => void) => luck() >= loss && setTimeout(take, lag)
  /** When each beat with something decided came, by its time (ms, s). */
  const came = new Map<number, number>()
  let fastest = Infinity
  /** What was decided before it came it is told late (s). */
  let joined: number | undefined
  const window = new Together({
    say: (say) => post(() => socket.readyState === WebSocket.OPEN && socket.send(JSON.stringify(say))),
    clock: () => performance.now(),
  })
  socket.on('message', (data) =>
    post(() => {
      const packet = JSON.parse(String(data)) as Packet
      const now = performance.now()
      const last = packet.entries.at(-1)
      joined ??= last?.kind === 'beat' ? last.t : undefined
      for (const entry of packet.entries) {
        if (entry.kind !== 'beat') continue
        fastest = Math.min(fastest, now - entry.t * 1000)
        if (entry.events.length > 0 && entry.t > (joined ?? Infinity) && !came.has(entry.t)) came.set(entry.t, now)
      }
      window.hear(packet)
    }),
  )
  await window.begun
  /** By how much each came later than the fastest of all (ms). */
  const late = () => [...came].map(([t, now]) => now - t * 1000 - fastest)
  return { window, socket, late }
}

/** Numbers from 0 to 1, the same at every trial. */
function luckOf(seed: number): () => number {
  let last = seed
  return () => (last = (last * 48271) % 2147483647) / 2147483647
}

/** Two who wander about in the demo on bad lines: what was decided is known to both, once, and soon. */
export async function together(seconds: number, lag = 100, loss = 0.02): Promise<Figures> {
  const place = await openPlace()
  const { id, show } = await demo(place.url)
  const luck = luckOf(5)
  const walks = [show.walks.find(({ body }) => body.kind === 'player')!.id]
  const beginning = { seed: 7, walks, player: 0, from: { t: 20 } }
  const hello = () => ({ show: id, key: randomUUID(), looksOn: false, again: false, beginning })
  const guests = [await join(place.url, hello(), lag, loss, luck), await join(place.url, hello(), lag, loss, luck)]
  let pressed = 0
  for (const end = performance.now() + seconds * 1000; performance.now() < end; await pause(FRAME))
    for (const { window } of guests) {
      const presses = luck() < 0.01
      if (presses) pressed++
      const hands: Hands = { ahead: 1, aside: 0, runs: luck() < 0.3, jumps: luck() < 0.01, turns: (luck() - 0.5) * 60, tilts: 0, key: presses ? 'E' : undefined } // prettier-ignore
      window.step(FRAME / 1000, hands)
    }
  await pause(1500)
  const [one, two] = guests.map(({ window }) => window.events.map((event) => JSON.stringify(event))) as [string[], string[]] // prettier-ignore
  const shared = Math.min(one.length, two.length)
  const found = one.slice(0, shared).filter((event, i) => event !== two[i]).length
  const heard = one.filter((event) => event.includes('"press"')).length
  const late = guests.flatMap((guest) => guest.late()).sort((a, b) => a - b)
  const figures = {
    events: shared,
    'otherwise in the other window': found,
    'otherwise worked out': guests.reduce((sum, { window }) => sum + window.differs, 0),
    presses: heard,
    'lost presses': Math.max(0, pressed - heard),
    'doubled presses': Math.max(0, heard - pressed),
    'later than the line, 95 % (ms)': Math.round(late[Math.floor(late.length * 0.95)] ?? 0),
    'at most (ms)': Math.round(late.at(-1) ?? 0),
  }
  for (const { socket } of guests) socket.terminate()
  await place.close()
  return figures
}
