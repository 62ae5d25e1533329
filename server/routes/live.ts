import { isUuid } from '../http/id'
import { noteOpened } from '../shows/list'
import { inTurn, openShow } from '../shows/open'
import { joinShow, leaveShows } from '../shows/windows'

/** The one socket of a window: it says which show it has open and hears what others do to it. */
export default defineWebSocketHandler({
  async message(peer, message) {
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
    leaveShows(peer.id)
  },
})
