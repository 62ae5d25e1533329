import { CHANNEL, channelAt, frameIn, type Run } from '../engine'
import { carrierOf, lightPlace } from '../light'
import { alike, type Colour, type Light, type Point, type Prop, type Show, type Step } from '../show'
import { fromFrame } from '../space'

/** What a step of a cue touches, that can be looked at. */
export type Target = { prop: string } | { light: string } | { mark: string }

/** What somebody would look at because of a step; nothing for what is only heard or felt. */
function targetOf(step: Step): Target | undefined {
  switch (step.kind) {
    case 'prop':
    case 'fling':
      return { prop: step.prop }
    case 'light':
      return { light: step.light }
    case 'drift':
      return 'light' in step.target ? { light: step.target.light } : undefined
    case 'prompt':
      return 'zone' in step.anchor ? undefined : step.anchor
    case 'burst':
    case 'sound':
    case 'bed':
    case 'scatter':
      return step.where.at === 'prop' ? { prop: step.where.prop } : step.where.at === 'mark' ? { mark: step.where.mark } : undefined // prettier-ignore
    default:
      return undefined
  }
}

/** So many of the things that a cue touches are looked at, and no longer than so (s). */
const MOST = 4
export const LONGEST_LOOK = 10
/** The things that a cue touches by its steps and that can be looked at. */
export function targetsOf(steps: readonly Step[]): Target[] {
  const all = steps.flatMap((step) => (step.muted ? [] : (targetOf(step) ?? [])))
  return all.filter((target, i) => all.findIndex((other) => alike(other, target)) === i).slice(0, MOST)
}

/** A target as it is at a time: its middle, the points of it that can be seen, of what colour it is unless it shines by itself. */
export interface Body {
  middle: Point
  points: Point[]
  colour: Colour | undefined
  isThere: boolean
}
/** Corners are taken a little inside, so that what stands flush hides nothing of them. */
const INSET = 0.46
const CORNERS = [-1, 1].flatMap((x) => [-1, 1].flatMap((y) => [-1, 1].map((z): Point => [x * INSET, y * INSET, z * INSET]))) // prettier-ignore

function propBody(show: Show, run: Run, player: number, prop: Prop, t: number): Body {
  const { shown, colour } = channelAt(show, run, CHANNEL.prop(prop.id), t, player)
  const frame = frameIn(show, run, prop.id, t)
  const [w, h, d] = prop.size
  const at = ([x, y, z]: Point): Point => {
    const [px, pz] = fromFrame(x * w, z * d, frame)
    return [px, frame.at[1] + (y + 0.5) * h, pz]
  }
  return { middle: at([0, 0, 0]), points: [[0, 0, 0] as Point, ...CORNERS].map(at), colour, isThere: shown }
}
function lightBody(show: Show, run: Run, player: number, light: Light, t: number): Body {
  const { candela, on } = channelAt(show, run, CHANNEL.light(light.id), t, player)
  const middle = lightPlace(show, run, light, carrierOf(show, run), t)
  return { middle, points: around(middle, FLAME), colour: undefined, isThere: candela * on > 0 }
}
/** How large what shines is, and what sounds at a mark (m). */
const FLAME = 0.05
const around = (at: Point, r: number): Point[] => [
  at,
  [at[0] - r, at[1], at[2]],
  [at[0] + r, at[1], at[2]],
  [at[0], at[1], at[2] - r],
  [at[0], at[1], at[2] + r],
]

/** A target at a time of a run; undefined where the show has no such thing. */
export function bodyOf(show: Show, run: Run, player: number, target: Target, t: number): Body | undefined {
  if ('prop' in target) {
    const prop = show.place.props.find(({ id }) => id === target.prop)
    return prop && propBody(show, run, player, prop, t)
  }
  if ('light' in target) {
    const light = show.place.lights.find(({ id }) => id === target.light)
    return light && lightBody(show, run, player, light, t)
  }
  const mark = show.place.marks.find(({ id }) => id === target.mark)
  return mark && { middle: mark.at, points: around(mark.at, FLAME), colour: undefined, isThere: true }
}
