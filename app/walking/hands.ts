import { useEventListener, useGamepad } from '@vueuse/core'
import type { Ref } from 'vue'
import type { Hands } from '~~/core/walking'

/** A mouse turns the head by so much for each pixel, a finger by so much (degrees). */
const MOUSE = 0.12
const FINGER = 0.3
/** A stick turns the head as fast as this when it is pushed all the way (degrees a second); what is less is its own trembling. */
const STICK = 140
const TREMBLES = 0.15
/** A finger that goes so far walks as fast as one can (pixels). */
const THUMB = 60
/** A finger that goes no further than this only taps (pixels). */
const TAPS = 8

/** Where on the keyboard one goes; whatever letters are written there. */
const WAYS: { [code: string]: readonly [ahead: number, aside: number] } = {
  KeyW: [1, 0],
  KeyS: [-1, 0],
  KeyA: [0, -1],
  KeyD: [0, 1],
  ArrowUp: [1, 0],
  ArrowDown: [-1, 0],
}
/** With these keys the head is turned, where there is no mouse (degrees a second). */
const TURNS: { [code: string]: number } = { ArrowLeft: 120, ArrowRight: -120 }

/** The name that a key has in a show: a letter as a capital. */
export const nameOfKey = ({ key }: KeyboardEvent): string => (key.length === 1 ? key.toUpperCase() : key)

/** What hands want: by keys and mouse, by fingers, by a gamepad. `presses` tells which keys are the show's own. */
export function useHands(place: Ref<HTMLElement | undefined>, presses: (key: string) => boolean) {
  const held = new Set<string>()
  const pressed: string[] = []
  let turns = 0
  let tilts = 0
  let jumps = false
  /** Whether the page has the mouse to itself. */
  const hasMouse = ref(false)
  const isTouched = ref(false)

  useEventListener(place, 'keydown', (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey || isTyped(event)) return
    if (presses(nameOfKey(event))) {
      if (!event.repeat) pressed.push(nameOfKey(event))
    } else if (event.code === 'Space') jumps = true
    else if (event.code in WAYS || event.code in TURNS || event.key === 'Shift') held.add(event.code)
    else return
    event.preventDefault()
    event.stopPropagation()
  })
  useEventListener(window, 'keyup', ({ code }) => held.delete(code))
  useEventListener(window, 'blur', () => held.clear())

  useEventListener(document, 'pointerlockchange', () => (hasMouse.value = document.pointerLockElement === place.value))
  /** Takes the mouse, where the browser gives it. */
  const takeMouse = () => void Promise.resolve(place.value?.requestPointerLock()).catch(() => undefined)
  const giveMouseBack = () => hasMouse.value && document.exitPointerLock()
  onBeforeUnmount(giveMouseBack)

  /** Fingers on the left half walk, on the right half turn; a tap there presses. */
  const fingers = new Map<number, { walks: boolean; from: [number, number]; at: [number, number]; far: boolean }>()
  useEventListener(place, 'pointermove', (event: PointerEvent) => {
    if (hasMouse.value || (event.pointerType === 'mouse' && event.buttons === 1)) {
      turns -= event.movementX * MOUSE
      tilts -= event.movementY * MOUSE
    }
    const finger = fingers.get(event.pointerId)
    if (!finger) return
    const [dx, dy] = [event.clientX - finger.at[0], event.clientY - finger.at[1]]
    finger.at = [event.clientX, event.clientY]
    finger.far ||= Math.hypot(event.clientX - finger.from[0], event.clientY - finger.from[1]) > TAPS
    if (finger.walks) return
    turns -= dx * FINGER
    tilts -= dy * FINGER
  })
  function touch(event: PointerEvent): void {
    isTouched.value = true
    const from: [number, number] = [event.clientX, event.clientY]
    fingers.set(event.pointerId, { walks: event.clientX < window.innerWidth / 2, from, at: from, far: false })
  }
  function letGo(event: PointerEvent, key: string): void {
    const finger = fingers.get(event.pointerId)
    fingers.delete(event.pointerId)
    if (finger && !finger.far && !finger.walks) pressed.push(key)
  }
  const { gamepads } = useGamepad()
  let wasDown = { press: false, jump: false }

  /** What has been wanted since it was asked last, over a while (s). */
  function take(seconds: number): Hands {
    let [ahead, aside] = [0, 0]
    for (const code of held) {
      const way = WAYS[code]
      if (way) [ahead, aside] = [ahead + way[0], aside + way[1]]
      turns += (TURNS[code] ?? 0) * seconds
    }
    for (const { walks, from, at } of fingers.values())
      if (walks) [ahead, aside] = [ahead + (from[1] - at[1]) / THUMB, aside + (at[0] - from[0]) / THUMB]
    let runs = held.has('ShiftLeft') || held.has('ShiftRight')
    for (const { connected, axes, buttons } of gamepads.value) {
      if (!connected) continue
      const [x = 0, y = 0, turn = 0, tilt = 0] = axes.map((value) => (Math.abs(value) < TREMBLES ? 0 : value))
      ;[ahead, aside] = [ahead - y, aside + x]
      turns -= turn * STICK * seconds
      tilts -= tilt * STICK * seconds
      const down = { jump: buttons[0]?.pressed ?? false, press: buttons[2]?.pressed ?? false }
      if (down.jump && !wasDown.jump) jumps = true
      if (down.press && !wasDown.press) pressed.push('E')
      wasDown = down
      runs ||= buttons[10]?.pressed ?? false
    }
    const within = (value: number) => Math.min(1, Math.max(-1, value))
    const hands = { ahead: within(ahead), aside: within(aside), runs, jumps, turns, tilts, key: pressed.shift() }
    turns = tilts = 0
    jumps = false
    return hands
  }
  return { take, touch, letGo, takeMouse, giveMouseBack, hasMouse, isTouched, jump: () => (jumps = true) }
}
const isTyped = ({ target }: KeyboardEvent): boolean =>
  target instanceof HTMLElement && target.matches('input, textarea, select, [contenteditable=true]')
