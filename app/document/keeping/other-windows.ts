import { ref, shallowRef } from 'vue'
import { socketAt } from './socket'
import type { Done, Shown, Told, Word } from '~~/server/shows/messages'

const JOIN_AGAIN = 1000

/** Hears what other windows do with a show; after a break it joins again. `at` tells how far the show is then. */
export function useWindows(hears: { at: (revision: number) => void; edited: (edit: Done) => void }) {
  /** How many other windows have the show open. */
  const others = ref(0)
  /** How many walk together in it. */
  const walkers = ref(0)
  /** How many other windows follow this one; whether this one follows others, and what those look at. */
  const followers = ref(0)
  const follows = ref(false)
  const shown = shallowRef<Shown>()
  let socket: WebSocket | undefined

  function join(show: string): void {
    socket?.close()
    const mine = socketAt('/live')
    socket = mine
    mine.onopen = () => {
      mine.send(show)
      if (follows.value) tell({ follows: true })
    }
    mine.onmessage = ({ data }) => {
      const word = JSON.parse(String(data)) as Word
      if (word.kind === 'others') others.value = word.count
      else if (word.kind === 'at') hears.at(word.revision)
      else if (word.kind === 'walkers') walkers.value = word.count
      else if (word.kind === 'followers') followers.value = word.count
      else if (word.kind === 'shown') shown.value = word.shown
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
    others.value = walkers.value = followers.value = 0
    follows.value = false
  }
  const tell = (told: Told) => socket?.readyState === WebSocket.OPEN && socket.send(JSON.stringify(told))
  /** Goes where others' playheads go, or no more. */
  function follow(now: boolean): void {
    follows.value = now
    shown.value = undefined
    tell({ follows: now })
  }
  const show = (shown: Shown) => void tell({ shown })
  return { others, walkers, followers, follows, shown, follow, show, join, leave }
}
