import { withId } from '~~/core/base'
import {
  completeStep,
  freeId,
  freeName,
  references,
  type Editor,
  type Show,
  type Sound,
  type Step,
  type StepKind,
  completePool,
} from '~~/core/show'
import { keysWhere } from './prompt-keys'

/** The thing that stands nearest to a point, or the first. */
export function nearest<T extends { at: readonly number[] }>(
  things: readonly T[],
  point: readonly number[] | undefined,
): T | undefined {
  const far = (thing: T) => (point ? Math.hypot(...thing.at.map((v, i) => v - point[i]!)) : 0)
  return things.reduce<T | undefined>((best, thing) => (!best || far(thing) < far(best) ? thing : best), undefined)
}

/** Sounds from so long on lie rather than happen (s). */
const LONG = 8
export const isLong = ({ seconds }: Pick<Sound, 'seconds'>): boolean => seconds >= LONG
/** The sounds that something uses. */
export const usedSounds = (show: Show): Set<string> =>
  new Set(references(show).flatMap(({ to, id }) => (to === 'sounds' ? [id] : [])))
/** The last that nothing uses yet, as one is that was just brought in; or the first that fits. */
function soundFor(show: Show, fits: (sound: Sound) => boolean): Sound | undefined {
  const used = usedSounds(show)
  const fitting = show.sounds.filter(fits)
  return fitting.findLast(({ id }) => !used.has(id)) ?? fitting[0] ?? show.sounds[0]
}

/** The pool that has this sound alone: the one there is, or a new one. Gives its id. */
export function poolOfOne(edit: Editor, sound: string): string {
  const { pools, sounds } = edit.show
  const own = pools.find((pool) => pool.sounds.length === 1 && pool.sounds[0]!.sound === sound)
  if (own) return own.id
  const called = withId(sounds, sound).name
  const name = freeName(
    called,
    pools.map((pool) => pool.name),
  )
  const id = freeId(
    name,
    pools.map((pool) => pool.id),
  )
  edit.add(['pools'], completePool({ id, name, sounds: [{ sound, weight: 1 }] }))
  return id
}

/** What of a show a fresh step is about: things are taken near a point, where one is given. A cue doesn't end itself. */
const within = (show: Show, near?: readonly number[], cue?: string) => {
  const prop = nearest(show.place.props, near)
  return {
    // Who uses which sound is asked of the whole show: only for the steps that are of one.
    get spot() {
      return soundFor(show, (sound) => !isLong(sound))
    },
    get bed() {
      return soundFor(show, isLong)
    },
    pool: show.pools[0],
    light: nearest(show.place.lights, near),
    mark: nearest(
      show.place.marks.filter(({ kind }) => kind === 'standing'),
      near,
    ),
    camera: nearest(
      show.place.marks.filter(({ kind }) => kind === 'camera'),
      near,
    ),
    prop,
    anchor: prop ? { prop: prop.id } : show.zones[0] && { zone: show.zones[0].id },
    flag: show.flags[0],
    zone: show.zones[0],
    cue: show.cues.find(({ id }) => id !== cue),
    key: (cue !== undefined && keysWhere(show, cue)[0]) || 'E',
    bedGain: show.buses.find(({ id }) => id === 'bed')?.gain ?? 0,
  }
}
type Things = ReturnType<typeof within>

/** A second there and a second back, and held until somebody leaves: what people mean by a change. */
const HELD = {
  ramp: { seconds: 1, ease: 'linear' as const },
  release: { seconds: 1, ease: 'linear' as const },
  hold: 'release' as const,
}

/** What a show must have before a step of a kind can be. */
export type Want = 'sound' | 'pool' | 'light' | 'prop' | 'standing' | 'camera' | 'flag' | 'zone' | 'cue'
/** How it is made beside the table's defaults; where the show may lack what it needs, what that is. */
type Fresh<S extends Step> =
  | { wants?: undefined; make: (of: Things) => Partial<S> }
  | { wants: Want; make: (of: Things) => Partial<S> | undefined }

/** What a step of each kind begins as: it changes nothing until it is told to, as far as its kind allows. */
const FRESH: { [K in StepKind]: Fresh<Extract<Step, { kind: K }>> } = {
  sound: { wants: 'sound', make: ({ spot }) => spot && { sound: spot.id, where: { at: 'zone' } } },
  bed: { wants: 'sound', make: ({ bed }) => bed && { sound: bed.id } },
  scatter: { wants: 'pool', make: ({ pool }) => pool && { pool: pool.id, every: [4, 10], first: [1, 4] } },
  light: { wants: 'light', make: ({ light }) => light && { light: light.id, ...HELD } },
  level: { make: ({ bedGain }) => ({ bus: 'bed', gain: bedGain, ...HELD }) },
  atmosphere: { make: () => ({ ...HELD }) },
  prompt: { wants: 'prop', make: ({ anchor, key }) => anchor && { text: 'Press to look', key, anchor } },
  fade: { make: () => ({ in: 0.5, stay: 0.5, out: 0.8 }) },
  freeze: { make: () => ({ locks: ['walk'], hold: 2 }) },
  camera: {
    wants: 'camera',
    make: ({ camera }) =>
      camera && {
        marks: [{ mark: camera.id, travel: 0, ease: 'linear', stay: 2 }],
        back: { seconds: 0, ease: 'linear' },
      },
  },
  move: { wants: 'standing', make: ({ mark }) => mark && { mark: mark.id } },
  flag: {
    wants: 'flag',
    make: ({ flag }) => flag && { flag: flag.id, set: typeof flag.start === 'boolean' ? true : 1 },
  },
  signal: { make: () => ({ name: 'go' }) },
  drift: { wants: 'light', make: ({ light }) => light && { target: { light: light.id }, rate: 1, to: light.candela } },
  prop: { wants: 'prop', make: ({ prop }) => prop && { prop: prop.id, ...HELD } },
  fling: {
    wants: 'prop',
    make: ({ prop, pool }) => prop && { prop: prop.id, speed: [3, 5], yaw: 0, pitch: 30, spread: 10, impact: pool?.id },
  },
  burst: { make: () => ({ where: { at: 'zone' }, count: [6, 10], life: [0.6, 1.2] }) },
  zone: { wants: 'zone', make: ({ zone }) => zone && { zone: zone.id, enabled: zone.enabled } },
  stop: { wants: 'cue', make: ({ cue }) => cue && { cue: cue.id, fade: 0.5 } },
}
/** An id that no step of the show has. */
export const freeStepId = ({ cues }: Show, wanted: string): string =>
  freeId(
    wanted,
    cues.flatMap(({ steps }) => steps.map(({ id }) => id)),
  )

/** What a step of a kind wants first; undefined where it can be made. */
export const wantOf = (show: Show, kind: StepKind, cue?: string): Want | undefined =>
  freshStep(show, kind, 'x', undefined, cue) ? undefined : FRESH[kind].wants

/** What a step of a kind begins as in a cue: with the hold people mean. Undefined where the show lacks what it needs. */
export function freshStep(
  show: Show,
  kind: StepKind,
  id: string,
  near?: readonly number[],
  cue?: string,
): Step | undefined {
  const fresh = FRESH[kind].make(within(show, near, cue))
  return fresh && completeStep({ ...fresh, id, kind })
}
