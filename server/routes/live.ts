import { isUuid } from '../http/id'
import { RateLimit } from '../http/rate-limit'
import { noteOpened } from '../shows/list'
import { inTurn, openShow } from '../shows/open'
import { toldIn } from '../shows/told'
import { follow, joinShow, leaveShows, show } from '../shows/windows'
import { walkersOf } from '../together/parties'

/** A window says which show it has open when it opens one: nobody does that more often than so many times in so long (ms). */
const openings = new RateLimit(20, 10_000)
/** What it looks at it tells more often, and no longer than this. */
const looks = new RateLimit(100, 2_000)
const LONGEST = 40_000
const closed = new WeakSet<object>()

/** The one socket of a window: it says which show it has open and hears what others do to it. */
export default defineWebSocketHandler({
  async message(peer, message) {
    // What had come before it was closed is thrown away.
    if (closed.has(peer)) return
    const id = message.text()
    const tells = id.startsWith('{')
    if (id.length > LONGEST || (tells ? looks : openings).exceededBy(peer.id)) {
      closed.add(peer)
      return peer.terminate()
    }
    const told = tells ? toldIn(id) : undefined
    if (told) return 'shown' in told ? show(peer.id, told.shown) : follow(peer.id, told.follows)
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
    const count = walkersOf(id)
    if (count > 0) peer.send(JSON.stringify({ kind: 'walkers', count }))
    // Whether that is noted nobody waits for.
    await noteOpened(id).catch(() => undefined)
  },
  close(peer) {
    openings.forget(peer.id)
    looks.forget(peer.id)
    leaveShows(peer.id)
  },
})
