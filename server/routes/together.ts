import { comeIn, goOut, hear } from '../together/parties'
import { helloIn } from '../together/words'

/** The line of a window that walks with others: first it says who it is, then where its body is, many times a second. */
const MOST_SAID = 100
const WITHIN = 1000
const LONGEST = 16_384

interface Line {
  show: string
  key: string
}
const lines = new Map<string, Line>()
const said = new Map<string, { since: number; count: number }>()
function saysTooMuch(peer: string): boolean {
  const now = Date.now()
  const lately = said.get(peer)
  if (lately && now - lately.since <= WITHIN) return ++lately.count > MOST_SAID
  said.set(peer, { since: now, count: 1 })
  return false
}

export default defineWebSocketHandler({
  async message(peer, message) {
    const text = message.text()
    if (saysTooMuch(peer.id) || text.length > LONGEST) return peer.terminate()
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
    said.delete(peer.id)
    if (line) goOut(line.show, line.key, peer.id, false)
  },
})
