import { useMediaQuery, useRafFn, watchThrottled } from '@vueuse/core'
import { messageOf } from '~~/core/base'
import { channelAt, prepare, type Pose, type RunEvent } from '~~/core/engine'
import { WalkIn, type Beginning, type Hands } from '~~/core/walking'
import type { Order, Together } from '~~/core/together'
import { probe } from '~/document/probe'
import { useShow } from '~/document/show'
import { usePlayhead } from '~/frame/playhead'
import type { ShownMoment } from '~/frame/shown-moment'
import type { Entrance } from '~/frame/walking-in'
import { useSelection } from '~/frame/selection'
import { useSound, type LentSound } from '~/playback/sound'
import { useRun } from '~/run/current-run'
import { newId } from '~/words/new-id'
import { ledgerOf, type LedgerLine } from './ledger'
import { withStillCameras } from './still-cameras'
import { useKeptWalk } from './kept-walk'
import { joinTogether } from './together-line'

/** How fast it goes on, from slow. */
export const PACES = [0.25, 0.5, 1] as const
/** A clock that stands still for so long is one that doesn't go: a page that isn't allowed to sound (ms). */
const STANDS = 400
/** An edit is heeded no later than this (ms). */
const HEEDS = 150
/** Further apart than this what is shown and what is heard leap (s). */
const LEAPS = 0.1
/** Eyes rise and sink with a step within about so long (s). */
const STEADIES = 0.08

/** What is walked by hand: a run of one's own, or one's part in a run of several. */
type ByHand = WalkIn | Together

/** A walk by hand in the show that is open: its time, what is seen, what has happened. `hands` are asked at each frame. */
export function useWalk({ together, ...from }: Entrance, hands: (seconds: number) => Hands) {
  const doc = useShow()
  const runs = useRun()
  const sound = useSound()
  const playhead = usePlayhead()
  const selection = useSelection()
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
  let walk: ByHand | undefined
  /** The same, if others walk too, and how many do. */
  let shared: Together | undefined
  const others = ref(0)
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
      const beginning = { seed, walks, player: Math.max(0, walks.indexOf(walker)), from }
      const begun = together ? await join(beginning) : new WalkIn(show, beginning)
      if (isLeft) return
      walk = begun
      lent = sound.lend(() => ({ show: begun.played, run: begun.now, player: begun.player, until: begun.t }))
    } catch (error) {
      trouble.value = messageOf(error)
      return
    }
    lent.want()
    heed()
    heedOthers()
    goOn()
  }
  let isLeft = false
  const leaving = [() => lent?.end()]
  onBeforeUnmount(() => {
    isLeft = true
    leaving.forEach((leave) => leave())
  })
  async function join(beginning: Beginning): Promise<Together> {
    const line = joinTogether(
      { show: doc.id, key: newId(), looksOn: together === 'looks on', beginning },
      { changed: () => walk && heedOthers(), ended },
    )
    leaving.push(line.leave)
    shared = line.together
    await shared.begun
    pace.value = shared.pace || 1
    return shared
  }
  function ended(why: string): void {
    trouble.value = why
    halt()
  }
  /** Somebody has come or gone, or the show is another. */
  function heedOthers(): void {
    if (!shared) return
    others.value = shared.others
    if (shared.over !== undefined) ended(shared.over)
    tell()
    lent?.change()
  }
  /** What all walk at the pace of is changed by any of them. */
  function keepPace(): void {
    if (!shared || trouble.value) return
    if (shared.pace === 0 && !isPaused.value) halt()
    else if (shared.pace > 0 && (isPaused.value || shared.pace !== pace.value)) {
      pace.value = shared.pace
      goOn()
    }
  }

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
    lent?.heard(events.value)
    ledger.value = ledgerOf(walk.played, events.value, walk.now.walks[walk.player] ?? walker)
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
      gone: shared?.gone,
    }
  }
  const { kept, differs, isRecording, keep, keepOn, remark } = useKeptWalk(
    () => (together === 'looks on' ? undefined : walk),
    walker,
    seed,
  )
  /** What is seen now: through a camera mark, or as the head is turned. */
  function pose(): Pose | undefined {
    if (!walk || !moment.value) return undefined
    const { show, run, t, player } = moment.value
    const seen = channelAt(show, run, 'camera', t, player)
    if (seen.mark !== null) return seen
    const [x, , z] = walk.stance.at
    const at = [x, eyes + show.player.eye, z] as Pose['at']
    return { ...seen, at, yaw: walk.yaw + glance.yaw, pitch: walk.pitch + glance.pitch }
  }

  function goOn(): void {
    isPaused.value = false
    glance = { yaw: 0, pitch: 0 }
    if (walk) lent?.start(walk.t, pace.value)
    went = { at: -1, since: performance.now() }
    isStuck = false
  }
  function halt(): void {
    isPaused.value = true
    lent?.stop()
  }
  /** Alone at once; with others once all do. */
  function toggle(): void {
    if (shared) order({ pace: isPaused.value ? pace.value : 0 })
    else if (isPaused.value) goOn()
    else halt()
  }
  const order = (what: Order) => together === 'walks' && shared?.order(what)
  /** So many seconds further on by the clock of what is heard, or of the page where that stands still. */
  function gone(delta: number): number {
    if (!walk || !lent) return 0
    // With others the server's clock goes.
    if (shared) return (delta / 1000) * pace.value
    const now = lent.now()
    if (now !== went.at) went = { at: now, since: performance.now() }
    else if (performance.now() - went.since > STANDS) isStuck = true
    return isStuck ? (delta / 1000) * pace.value : Math.max(0, now - walk.t)
  }
  useRafFn(({ delta }) => {
    if (!walk) return
    const began = performance.now()
    keepPace()
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
      return halt()
    }
    t.value = walk.t
    // What is known of others may be ahead of the sound's clock, or behind.
    if (shared && lent && Math.abs(lent.now() - walk.t) > LEAPS) lent.start(walk.t, pace.value)
    see(seconds)
    own = { costs: own.costs + performance.now() - began, frames: own.frames + 1 }
  })

  function back(seconds: number): void {
    if (!walk || together === 'looks on') return
    walk.back(seconds)
    if (!shared) again()
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
    if (shared) return void order({ pace: next })
    pace.value = next
    if (!isPaused.value) goOn()
  }
  // An edit is heeded from the next moment on.
  watchThrottled(
    () => doc.show && doc.now,
    async (show) => {
      // Where others walk the server tells of it when it is time.
      if (!(walk instanceof WalkIn) || !show) return
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

  /** Back to the desk at this moment, with the zone that acted last chosen. */
  function leave(): void {
    const zone = ledger.value.findLast((line) => line.zone !== undefined)?.zone
    // What was recorded is the walk that goes on.
    void keepOn().then(() => {
      const recorded = kept.value
      if (recorded !== undefined && doc.isOpen) runs.walks = walks.map((id) => (id === walker ? recorded : id))
    })
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
    begin,
    others,
    halt,
    goOn,
    toggle,
    back,
    setPace,
    choosePace,
    keep,
    kept,
    differs,
    isRecording,
    remark,
    leave,
  }
}
