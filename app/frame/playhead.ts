import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { RunEvent } from '~~/core/engine'
import { useRun } from '~/run/current-run'

export interface Span {
  from: number
  to: number
}
/** Something that keeps time while it plays: the sound's clock, or the window's. */
export interface TimeKeeper {
  start(at: number, speed: number): void
  stop(): void
  /** The time of the run now. */
  now(): number
}

function windowClock(): TimeKeeper {
  let began = 0
  let from = 0
  let rate = 1
  return {
    start(at, speed) {
      began = performance.now()
      from = at
      rate = speed
    },
    stop() {},
    now: () => from + ((performance.now() - began) / 1000) * rate,
  }
}

export const SPEEDS = [0.25, 1, 4] as const

/** Where in the run one is: the time, whether it plays, how fast, around what. */
export const usePlayhead = defineStore('playhead', () => {
  const runs = useRun()
  const t = ref(0)
  const playing = ref(false)
  const speed = ref<number>(1)
  /** What is marked on the clock; L goes round in it. */
  const marked = ref<Span>()
  const looping = ref(false)
  const keeper = shallowRef<TimeKeeper>(windowClock())
  const length = computed(() => runs.run?.length ?? 0)
  let frame = 0

  const within = (time: number) => Math.min(length.value, Math.max(0, time))

  function follow(): void {
    frame = requestAnimationFrame(follow)
    const now = keeper.value.now()
    const end = looping.value && marked.value ? marked.value.to : length.value
    if (now < end) {
      t.value = Math.max(0, now)
      return
    }
    if (looping.value && marked.value) return seek(marked.value.from)
    t.value = end
    pause()
  }

  function play(): void {
    if (playing.value || length.value === 0) return
    if (t.value >= length.value) t.value = 0
    if (looping.value && marked.value && (t.value < marked.value.from || t.value >= marked.value.to))
      t.value = marked.value.from
    playing.value = true
    keeper.value.start(t.value, speed.value)
    frame = requestAnimationFrame(follow)
  }
  function pause(): void {
    playing.value = false
    cancelAnimationFrame(frame)
    keeper.value.stop()
  }
  const toggle = () => (playing.value ? pause() : play())

  function seek(time: number): void {
    t.value = within(time)
    if (playing.value) {
      keeper.value.stop()
      keeper.value.start(t.value, speed.value)
    }
  }
  function setSpeed(rate: number): void {
    speed.value = rate
    if (playing.value) seek(keeper.value.now())
  }
  function setKeeper(other: TimeKeeper): void {
    const was = playing.value
    if (was) pause()
    keeper.value = other
    if (was) play()
  }

  const STOPS = new Set<RunEvent['kind']>(['enter', 'leave', 'fire', 'held', 'press', 'move', 'walkEnd'])
  /** To the next or the previous event that one would stop at. */
  function stepEvent(direction: 1 | -1): void {
    const times = runs.events.filter((event) => STOPS.has(event.kind)).map((event) => event.t)
    const found =
      direction > 0 ? times.find((time) => time > t.value + 1e-4) : times.findLast((time) => time < t.value - 1e-4)
    if (found !== undefined) seek(found)
  }
  function loop(): void {
    looping.value = !looping.value && marked.value !== undefined
  }
  return { t, playing, speed, marked, looping, length, play, pause, toggle, seek, setSpeed, setKeeper, stepEvent, loop }
})
