import { RateLimit } from '../http/rate-limit'
import { comeIn, goOut, hear } from '../together/parties'
import { helloIn } from '../together/words'

/** Nobody says something more often than so many times in so long (ms), nor more at once. */
const words = new RateLimit(100, 1000)
const LONGEST = 16_384

interface Line {
  show: string
  key: string
}
const lines = new Map<string, Line>()

/** The line of a window that walks with others: first it says who it is, then where its body is, many times a second. */
export default defineWebSocketHandler({
  async message(peer, message) {
    const text = message.text()
    if (words.exceededBy(peer.id) || text.length > LONGEST) return peer.terminate()
    const line = lines.get(peer.id)
    if (line) return text === 'leaves' ? goOut(line.show, line.key, peer.id, true) : hear(line.show, line.key, text)
    const hello = helloIn(text)
    if (!hello) return peer.close(1008, 'Say who comes, and into which show')
    lines.set(peer.id, hello)
    const why = await comeIn(hello, {
      line: peer.id,
      send: (packet) => void peer.send(packet),
      waiting: () => peer.websocket.bufferedAmount ?? 0,
      close: (reason) => peer.close(4000, reason),
    })
    if (why !== undefined) peer.close(4000, why)
  },
  close(peer) {
    const line = lines.get(peer.id)
    lines.delete(peer.id)
    words.forget(peer.id)
    if (line) goOut(line.show, line.key, peer.id, false)
  },
})
