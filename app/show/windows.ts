import { ref } from 'vue'
import type { Operation } from '../../core/show'

/** An edit that another window has made. */
export interface EditHeard {
  id: string
  revision: number
  patch: Operation[]
}
type Word = { kind: 'others'; count: number } | ({ kind: 'edit' } & EditHeard)

const JOIN_AGAIN = 1000

/** Hears what other windows do with a show; after a break it joins again, and `joined` catches up. */
export function useWindows(hears: { joined: () => void; edited: (edit: EditHeard) => void }) {
  /** How many other windows have the show open. */
  const others = ref(0)
  let socket: WebSocket | undefined

  function join(show: string): void {
    socket?.close()
    const mine = new WebSocket(`${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/live`)
    socket = mine
    mine.onopen = () => {
      mine.send(show)
      hears.joined()
    }
    mine.onmessage = ({ data }) => {
      const word = JSON.parse(String(data)) as Word
      if (word.kind === 'others') others.value = word.count
      else hears.edited(word)
    }
    mine.onclose = () => {
      if (socket === mine) setTimeout(() => socket === mine && join(show), JOIN_AGAIN)
    }
  }

  /** Stops listening: the show is closed. */
  function leave(): void {
    socket?.close()
    socket = undefined
    others.value = 0
  }
  return { others, join, leave }
}
