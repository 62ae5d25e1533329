import { once } from 'node:events'
import { WebSocket } from 'ws'
import { setTimeout as pause } from 'node:timers/promises'
import { edit, newShow } from '../harness/api'
import { openPlace, type Figures } from './place'

/** Many windows on one show: each hears of each edit, once, in order. */
export async function windows(open: number, edits: number): Promise<Figures> {
  const place = await openPlace()
  const made = await newShow(place.url, 'Watched')
  const heard: number[][] = []
  const sockets = await Promise.all(
    Array.from({ length: open }, async (_, i) => {
      heard[i] = []
      const socket = new WebSocket(`${place.url.replace('http', 'ws')}/live`, { origin: place.url })
      socket.on('message', (data) => {
        const word = JSON.parse(String(data))
        if (word.kind === 'edit') heard[i]!.push(word.revision)
      })
      await once(socket, 'open')
      socket.send(made.id)
      return socket
    }),
  )
  await pause(200)
  for (let n = 1; n <= edits; n++)
    await edit(place.url, made.id, n, [{ op: 'replace', path: '/note', value: `note ${n}` }])
  for (const end = Date.now() + 5000; heard.some((all) => all.length < edits) && Date.now() < end;) await pause(10)
  sockets.forEach((socket) => socket.terminate())
  await place.close()
  const inOrder = heard.filter((all) => all.every((revision, i) => revision === i + 2)).length
  return {
    windows: open,
    deliveries: heard.reduce((sum, all) => sum + all.length, 0),
    missing: open * edits - heard.reduce((sum, all) => sum + Math.min(edits, all.length), 0),
    'out of order': open - inOrder,
  }
}
