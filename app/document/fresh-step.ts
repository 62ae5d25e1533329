import { completeStep, type Prop, type Show, type Step, type StepKind } from '~~/core/show'
import { hingeOf } from './hinge'

/** The thing that stands nearest to a point, or the first. */
function nearest<T extends { at: readonly number[] }>(
  things: readonly T[],
  point: readonly number[] | undefined,
): T | undefined {
  const far = (thing: T) => (point ? Math.hypot(...thing.at.map((v, i) => v - point[i]!)) : 0)
  return things.reduce<T | undefined>((best, thing) => (!best || far(thing) < far(best) ? thing : best), undefined)
}

/** What of a show a fresh step is about: things are taken near a point, where one is given. */
const within = (show: Show, near?: readonly number[]) => {
  const prop = nearest(show.place.props, near)
  return {
    spot: show.sounds.find((s) => s.seconds < 8) ?? show.sounds[0],
    bed: show.sounds.find((s) => s.seconds >= 8) ?? show.sounds[0],
    pool: show.pools[0],
    light: nearest(show.place.lights, near),
    mark: show.place.marks.find((m) => m.kind === 'standing'),
    camera: show.place.marks.find((m) => m.kind === 'camera'),
    prop,
    anchor: prop ? { prop: prop.id } : show.zones[0] && { zone: show.zones[0].id },
    flag: show.flags[0],
    zone: show.zones[0],
    cue: show.cues[0],
  }
}
type Things = ReturnType<typeof within>

/** A second there and a second back, and held until somebody leaves: what people mean by a change. */
const HELD = {
  ramp: { seconds: 1, ease: 'linear' as const },
  release: { seconds: 1, ease: 'linear' as const },
  hold: 'release' as const,
}

/** A door slides by its width or turns about its hinge; anything else turns where it stands. */
const opened = (prop: Prop): Pick<Extract<Step, { kind: 'prop' }>, 'slide' | 'turn'> =>
  prop.form === 'door' && prop.hinge === 'slides'
    ? { slide: { by: [prop.size[0], 0, 0] } }
    : { turn: { by: prop.hinge === 'right' ? -90 : 90, about: hingeOf(prop) ?? [0, 0] } }

/** What a step of each kind begins as, beside the table's defaults; undefined where the show lacks what it needs. */
const FRESH: { [K in StepKind]: (of: Things) => Partial<Extract<Step, { kind: K }>> | undefined } = {
  sound: ({ spot }) => spot && { sound: spot.id, where: { at: 'zone' } },
  bed: ({ bed }) => bed && { sound: bed.id },
  scatter: ({ pool }) => pool && { pool: pool.id, every: [4, 10], first: [1, 4] },
  light: ({ light }) => light && { light: light.id, candela: 5, ...HELD },
  level: () => ({ bus: 'bed', gain: -6, ...HELD }),
  atmosphere: () => ({ level: 0.3, ...HELD }),
  prompt: ({ anchor }) => anchor && { text: 'Press to look', key: 'E', anchor },
  fade: () => ({ in: 0.5, stay: 0.5, out: 0.8 }),
  freeze: () => ({ locks: ['walk'], hold: 2 }),
  camera: ({ camera }) =>
    camera && {
      marks: [{ mark: camera.id, travel: 0, ease: 'linear', stay: 2 }],
      back: { seconds: 0, ease: 'linear' },
    },
  move: ({ mark }) => mark && { mark: mark.id },
  flag: ({ flag }) => flag && { flag: flag.id, set: typeof flag.start === 'boolean' ? true : 1 },
  signal: () => ({ name: 'go' }),
  drift: ({ light }) => light && { target: { light: light.id }, rate: 1, to: 1 },
  prop: ({ prop }) => prop && { prop: prop.id, ...opened(prop), ...HELD },
  fling: ({ prop, pool }) => prop && { prop: prop.id, speed: [3, 5], yaw: 0, pitch: 30, spread: 10, impact: pool?.id },
  burst: () => ({ where: { at: 'zone' }, count: [6, 10], life: [0.6, 1.2] }),
  zone: ({ zone }) => zone && { zone: zone.id, enabled: false },
  stop: ({ cue }) => cue && { cue: cue.id, fade: 0.5 },
}

/** What a step of a kind begins as: with the hold people mean. Undefined where the show lacks what it needs. */
export function freshStep(show: Show, kind: StepKind, id: string, near?: readonly number[]): Step | undefined {
  const fresh = FRESH[kind](within(show, near))
  return fresh && completeStep({ ...fresh, id, kind })
}
