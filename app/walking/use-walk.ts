import { useLocalStorage, useMediaQuery, useRafFn, watchThrottled } from '@vueuse/core'
import { messageOf, thousandths } from '~~/core/base'
import { channelAt, prepare, type Pose, type RunEvent } from '~~/core/engine'
import { shownLuminance } from '~~/core/light'
import { WalkIn, type Beginning, type Hands } from '~~/core/walking'
import { probe } from '~/document/probe'
import { walkedByHand } from '~/document/making/fresh'
import { useShow } from '~/document/show'
import { usePlayhead } from '~/frame/playhead'
import type { ShownMoment } from '~/frame/shown-moment'
import { useSelection } from '~/frame/selection'
import { useSound, type LentSound } from '~/playback/sound'
import { useRun } from '~/run/current-run'
import { eachOf } from '~~/core/space'
import { newId } from '~/words/new-id'
import { FlashCap } from './flash-cap'
import { ledgerOf, type LedgerLine } from './ledger'
import { withStillCameras } from './still-cameras'

/** How fast it goes on, from slow. */
export const PACES = [0.25, 0.5, 1] as const
/** A clock that stands still for so long is one that doesn't go: a page that isn't allowed to sound (ms). */
const STANDS = 400
/** An edit is heeded no later than this (ms). */
const HEEDS = 150
/** Eyes rise and sink with a step within about so long (s). */
const STEADIES = 0.08

/** A walk by hand in the show that is open: its time, what is seen, what has happened. `hands` are asked at each frame. */
export function useWalk(from: Beginning['from'], hands: (seconds: number) => Hands) {
  const doc = useShow()
  const runs = useRun()
  const sound = useSound()
  const playhead = usePlayhead()
  const selection = useSelection()
  /** Whether flashes are softened. */
  const softens = useLocalStorage('esvik:soft-flashes', false)
  const isStill = useMediaQuery('(prefers-reduced-motion: reduce)')
  const trouble = ref('')
  /** The walk that is walked by hand, and those beside it. */
  const walks = [...runs.walks]
  const walker = runs.run?.walks[runs.player] ?? walks[0] ?? ''
  const seed = runs.seed
  const t = ref('t' in from ? from.t : 0)
  const isPaused = ref(false)
  const pace = ref<number>(1)
  const ledger = shallowRef<LedgerLine[]>([])
  const events = shallowRef<readonly RunEvent[]>([])
  const moment = shallowRef<ShownMoment>()
  /** The walk that it was recorded as, and whether that comes out otherwise played back. */
  const kept = ref<string>()
  const differs = ref(false)
  let keptAt = 0
  let walk: WalkIn | undefined
  let lent: LentSound | undefined
  /** How high the eyes are, which follow the feet softly; where one looks while all stands still. */
  let eyes = 0
  let glance = { yaw: 0, pitch: 0 }
  /** The page's own clock, where that of the sound doesn't go. */
  let isStuck = false
  let went = { at: 0, since: 0 }
  let own = { costs: 0, frames: 0 }

  async function begin(): Promise<void> {
    const show = doc.now
    try {
      await prepare(show)
      if (isLeft) return
      const begun = new WalkIn(show, { seed, walks, player: Math.max(0, walks.indexOf(walker)), from })
      walk = begun
      lent = sound.lend(() => ({ show: begun.played, run: begun.now, player: begun.player, until: begun.t }))
    } catch (error) {
      trouble.value = messageOf(error)
      return
    }
    lent.want()
    heed()
    goOn()
  }
  let isLeft = false
  onBeforeUnmount(() => {
    isLeft = true
    lent?.end()
  })

  /** Takes over what the walk has come to. */
  function heed(): void {
    if (!walk) return
    t.value = walk.t
    tell()
    eyes = walk.stance.at[1]
    see(0)
  }
  function tell(): void {
    if (!walk) return
    events.value = [...walk.events]
    ledger.value = ledgerOf(walk.played, events.value, walker)
  }
  function see(seconds: number): void {
    if (!walk) return
    eyes += (walk.stance.at[1] - eyes) * (isStill.value ? 1 : Math.min(1, seconds / STEADIES))
    const { now } = walk
    moment.value = {
      show: walk.played,
      run: isStill.value ? withStillCameras(now) : now,
      t: walk.t,
      player: walk.player,
    }
  }
  const cap = new FlashCap()
  /** The share of its brightness that is left to the picture, where flashes are softened. */
  function dim(): number {
    if (!softens.value || !moment.value) return 1
    const { show, run, t, player } = moment.value
    return cap.dim(shownLuminance(show, run, player, t), performance.now() / 1000)
  }
  /** What is seen now: through a camera mark, or as the head is turned. */
  function pose(): Pose | undefined {
    if (!walk || !moment.value) return undefined
    const { show, run, t, player } = moment.value
    const seen = channelAt(show, run, 'camera', t, player)
    if (seen.mark !== null) return seen
    const [x, , z] = seen.at
    const at = [x, eyes + show.player.eye, z] as Pose['at']
    return { ...seen, at, yaw: seen.yaw + glance.yaw, pitch: walk.pitch + glance.pitch }
  }

  function goOn(): void {
    isPaused.value = false
    glance = { yaw: 0, pitch: 0 }
    if (walk) lent?.start(walk.t, pace.value)
    went = { at: -1, since: performance.now() }
    isStuck = false
  }
  function pause(): void {
    isPaused.value = true
    lent?.stop()
  }
  /** So many seconds further on by the clock of what is heard, or of the page where that stands still. */
  function gone(delta: number): number {
    if (!walk || !lent) return 0
    const now = lent.now()
    if (now !== went.at) went = { at: now, since: performance.now() }
    else if (performance.now() - went.since > STANDS) isStuck = true
    return isStuck ? (delta / 1000) * pace.value : Math.max(0, now - walk.t)
  }
  useRafFn(({ delta }) => {
    if (!walk) return
    const began = performance.now()
    const wanted = hands(delta / 1000)
    if (isPaused.value) {
      glance = { yaw: glance.yaw + wanted.turns, pitch: glance.pitch + wanted.tilts }
      return
    }
    const seconds = gone(delta)
    if (seconds === 0 && !wanted.key) {
      walk.turn(wanted)
      return
    }
    try {
      if (walk.step(seconds, wanted).length > 0) tell()
    } catch (error) {
      trouble.value = messageOf(error)
      return pause()
    }
    t.value = walk.t
    see(seconds)
    own = { costs: own.costs + performance.now() - began, frames: own.frames + 1 }
  })

  function back(seconds: number): void {
    if (!walk) return
    walk.back(seconds)
    again()
  }
  function again(): void {
    heed()
    if (!isPaused.value) goOn()
    lent?.change()
  }
  function setPace(faster: 1 | -1): void {
    const next = PACES[PACES.findIndex((each) => each === pace.value) + faster]
    if (next !== undefined) choosePace(next)
  }
  function choosePace(next: number): void {
    pace.value = next
    if (!isPaused.value) goOn()
  }
  // An edit is heeded from the next moment on.
  watchThrottled(
    () => doc.show && doc.now,
    async (show) => {
      if (!walk || !show) return
      try {
        await prepare(show)
        walk.retune(show)
        trouble.value = ''
      } catch (error) {
        trouble.value = messageOf(error)
      }
      again()
    },
    { throttle: HEEDS, trailing: true },
  )

  /** What was walked up to now becomes a walk of the show; once it has, it is made longer by what was walked since. */
  function keep(): void {
    if (!walk) return
    const { isSame, points, start } = walk.record()
    const known = kept.value
    if (known !== undefined && doc.now.walks.some(({ id }) => id === known)) {
      doc.edit('Go on recording', (edit) => edit.set(['walks', known, 'points'], points))
    } else {
      const body = doc.now.walks.find(({ id }) => id === walker)?.body ?? { kind: 'player', tags: [] }
      const made = walkedByHand(doc.now, body, start, points)
      if (!doc.edit(`Record ${made.name}`, (edit) => edit.add(['walks'], made))) return
      kept.value = made.id
    }
    keptAt = walk.t
    differs.value = !isSame
  }
  /** Puts a note down where one stands and looks. */
  function remark(text: string): void {
    if (!walk) return
    const { t: seconds, pitch, yaw, stance } = walk
    const made = {
      id: newId(),
      text,
      at: eachOf(stance.at, (value) => thousandths(value)),
      yaw: thousandths(yaw),
      pitch: thousandths(pitch),
      seconds: thousandths(seconds),
      walk: walker,
      seed,
      done: false,
    }
    doc.edit('Put down a note', (edit) => edit.add(['remarks'], made))
  }

  /** Back to the desk at this moment, with the zone that acted last chosen. */
  function leave(): void {
    const zone = ledger.value.findLast((line) => line.zone !== undefined)?.zone
    if (kept.value !== undefined) {
      if (walk && walk.t > keptAt) keep()
      // What was recorded is the walk that goes on.
      const recorded = kept.value
      runs.walks = walks.map((id) => (id === walker ? recorded : id))
    }
    playhead.seek(t.value)
    if (zone !== undefined) selection.choose('zone', zone)
  }
  probe({
    walking: () => ({
      t: t.value,
      at: walk?.stance.at,
      yaw: walk?.yaw,
      events: walk?.events,
      own: own.frames === 0 ? 0 : own.costs / own.frames,
    }),
  })
  return {
    trouble,
    walker,
    seed,
    t,
    isPaused,
    pace,
    ledger,
    events,
    moment,
    pose,
    dim,
    softens,
    begin,
    goOn,
    pause,
    back,
    setPace,
    choosePace,
    keep,
    kept,
    differs,
    remark,
    leave,
  }
}
