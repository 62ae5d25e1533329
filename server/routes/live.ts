import { isUuid } from '../http/id'
import { noteOpened } from '../shows/list'
import { inTurn, openShow } from '../shows/open'
import { joinShow, leaveShows } from '../shows/windows'

/** The one socket of a window: it says which show it has open and hears what others do to it. */
/** A window says which show it has open when it opens one: nobody does that more often than so many times in so long (ms). */
const MOST_SAID = 20
const WITHIN = 10_000
const closed = new WeakSet<object>()
const said = new Map<string, number[]>()
function saysTooMuch(peer: string): boolean {
  const now = Date.now()
  const lately = (said.get(peer) ?? []).filter((at) => now - at < WITHIN)
  lately.push(now)
  said.set(peer, lately)
  return lately.length > MOST_SAID
}

export default defineWebSocketHandler({
  async message(peer, message) {
    // What had come before it was closed is thrown away.
    if (closed.has(peer)) return
    if (saysTooMuch(peer.id)) {
      closed.add(peer)
      return peer.terminate()
    }
    const id = message.text()
    if (!isUuid(id)) return peer.close(1008, 'Say the id of a show')
    leaveShows(peer.id)
    joinShow(id, {
      id: peer.id,
      send: (text) => void peer.send(text),
      waiting: () => peer.websocket.bufferedAmount ?? 0,
      close: () => peer.terminate(),
    })
    const open = await inTurn(id, () => openShow(id)).catch(() => undefined)
    if (!open) return
    peer.send(JSON.stringify({ kind: 'at', revision: open.revision }))
    // Whether that is noted nobody waits for.
    await noteOpened(id).catch(() => undefined)
  },
  close(peer) {
    said.delete(peer.id)
    leaveShows(peer.id)
  },
})
