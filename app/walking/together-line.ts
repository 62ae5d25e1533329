import { Together, type Packet } from '~~/core/together'
import { socketAt } from '~/document/keeping/socket'
import type { Hello } from '~~/server/together/words'

/** A broken line is mended after so long (ms). */
const AGAIN = 500
/** The line was closed for a reason that is said. */
const SAID = 4000

/** A part in a run of several, on a line to the server that is mended when it breaks. `ended`: it can't be, and why. */
export function joinTogether(
  hello: Omit<Hello, 'again'>,
  hears: { changed: () => void; ended: (why: string) => void },
) {
  let socket: WebSocket | undefined
  let isLeft = false
  let again = false
  const together = new Together(
    {
      say: (say) => socket?.readyState === WebSocket.OPEN && socket.send(JSON.stringify(say)),
      clock: () => performance.now(),
      changed: hears.changed,
    },
    hello.looksOn,
  )
  function join(): void {
    const line = socketAt('/together')
    socket = line
    line.onopen = () => {
      together.joinedAgain()
      line.send(JSON.stringify({ ...hello, again } satisfies Hello))
      again = true
    }
    line.onmessage = ({ data }) => together.hear(JSON.parse(String(data)) as Packet)
    line.onclose = ({ code, reason }) => {
      if (isLeft || socket !== line) return
      if (code === SAID) hears.ended(reason)
      else setTimeout(() => !isLeft && join(), AGAIN)
    }
  }
  join()
  return {
    together,
    leave() {
      isLeft = true
      if (socket?.readyState === WebSocket.OPEN) socket.send('leaves')
      socket?.close()
    },
  }
}
