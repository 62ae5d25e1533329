import type { CameraStep, FadeStep, FreezeStep, Lock, MoveStep, Point } from '../../show'
import { cameraAt, isCameraOver, isFadeOver, opacityAt, OWN_FOV, type CameraClaim, type FadeClaim } from '../history'
import { lock, moveBodies, unlock } from '../play'
import { ownEyes, type Body } from '../ways'
import { audienceOf, facingNow, acquires, type Playing, type StepState, type World } from '../world'

const above = ([x, y, z]: Point, by: number): Point => [x, y + by, z]

/** What shows over the picture, or instead of it, ends early if its step is cut. */
function cutShort(world: World, shown: readonly { cut?: number }[], how: 'own' | 'cut'): void {
  if (how === 'cut') for (const made of shown) made.cut ??= world.now
}

/** What a fade does when it begins. */
export function fade(world: World, playing: Playing, state: StepState, step: FadeStep): number {
  const fades = audienceOf(world, playing).map((player) => {
    const on = world.on.fades[player.index].filter((each) => !isFadeOver(each, world.now))
    const made: FadeClaim = {
      t: world.now,
      colour: step.colour,
      in: step.in,
      stay: step.stay,
      out: step.out,
      from: opacityAt(on, world.now).opacity,
    }
    world.fades[player.index].push(made)
    world.on.fades[player.index] = [...on, made]
    return made
  })
  acquires(state, fades, cutShort)
  return state.plan.length!
}

/** What a cut to marks does when it begins. */
export function camera(world: World, playing: Playing, state: StepState, step: CameraStep): number {
  const { marks, show } = world.compiled
  const { eye } = show.player
  const stops = step.marks.map(({ mark, travel, ease, stay }) => {
    const at = marks.get(mark)!
    // From a standing mark one sees as somebody does who stands there.
    const seen = at.kind === 'camera' ? at : { ...at, at: above(at.at, eye), pitch: 0, fov: OWN_FOV }
    return { pose: { mark, at: seen.at, yaw: seen.yaw, pitch: seen.pitch, fov: seen.fov }, travel, ease, stay }
  })
  const back = { seconds: step.back?.seconds ?? 0, ease: step.back?.ease ?? ('linear' as const) }
  const claims = audienceOf(world, playing).map((player) => {
    const on = world.on.cameras[player.index].filter((each) => !isCameraOver(each, world.now))
    const eyes = () => ownEyes(world.compiled.show, player.path, world.now, facingNow(world, player))
    const from = cameraAt(on, world.now, eyes)
    const made: CameraClaim = { t: world.now, from, stops, back, ears: step.ears }
    world.cameras[player.index].push(made)
    world.on.cameras[player.index] = [...on, made]
    return made
  })
  acquires(state, claims, cutShort)
  return state.plan.length!
}

/** What a freeze does when it begins. */
export function freeze(world: World, playing: Playing, state: StepState, step: FreezeStep): undefined {
  const locks = [...step.locks].sort()
  const { pace } = step
  const players = audienceOf(world, playing)
  for (const player of players) lock(world, player, locks, pace, step.hold === 'keep')
  if (step.hold === 'keep') return
  acquires(state, { players, locks, pace }, unfreeze)
}

interface Frozen {
  players: readonly Body[]
  locks: readonly Lock[]
  pace: number | undefined
}
function unfreeze(world: World, { players, locks, pace }: Frozen): void {
  for (const player of players) unlock(world, player, locks, pace)
}

/** What a move to a mark does when it begins. */
export function move(world: World, playing: Playing, _: StepState, step: MoveStep): undefined {
  const mark = world.compiled.marks.get(step.mark)!
  const players = audienceOf(world, playing).filter((player) => player.present)
  // At a camera mark the eyes are there.
  const feet = mark.kind === 'camera' ? above(mark.at, -world.compiled.show.player.eye) : mark.at
  moveBodies(world, players, feet, mark.yaw, step.quiet)
}
