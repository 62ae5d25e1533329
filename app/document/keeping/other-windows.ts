import { ref } from 'vue'
import type { Done, Word } from '~~/server/shows/messages'

const JOIN_AGAIN = 1000

/** Hears what other windows do with a show; after a break it joins again. `at` tells how far the show is then. */
export function useWindows(hears: { at: (revision: number) => void; edited: (edit: Done) => void }) {
  /** How many other windows have the show open. */
  const others = ref(0)
  let socket: WebSocket | undefined

  function join(show: string): void {
    socket?.close()
    const mine = new WebSocket(`${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/live`)
    socket = mine
    mine.onopen = () => mine.send(show)
    mine.onmessage = ({ data }) => {
      const word = JSON.parse(String(data)) as Word
      if (word.kind === 'others') others.value = word.count
      else if (word.kind === 'at') hears.at(word.revision)
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
