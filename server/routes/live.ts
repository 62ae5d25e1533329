import { socketRefused } from '../http/origin'
import { joinShow, leaveShows } from '../shows/windows'

/** The one socket of a window: it says which show it has open and hears what others do to it. */
export default defineWebSocketHandler({
  upgrade(request) {
    const refused = socketRefused(request.headers.get('host'), request.headers.get('origin'))
    if (refused) throw new Response(refused, { status: 403 })
  },
  message(peer, message) {
    const text = message.text()
    if (/^[0-9a-f-]{36}$/.test(text)) {
      leaveShows(peer)
      joinShow(text, peer)
    } else peer.close(1008, 'Say the id of a show')
  },
  close(peer) {
    leaveShows(peer)
  },
})
