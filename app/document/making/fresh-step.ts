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
} from '~~/core/show'

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
  const called = sounds.find(({ id }) => id === sound)!.name
  const name = freeName(
    called,
    pools.map((pool) => pool.name),
  )
  const id = freeId(
    name,
    pools.map((pool) => pool.id),
  )
  edit.add(['pools'], { id, name, sounds: [{ sound, weight: 1 }] })
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

/** What a step of each kind begins as, beside the table's defaults: it changes nothing until it is told to, as far as its kind allows. Undefined where the show lacks what it needs. */
const FRESH: { [K in StepKind]: (of: Things) => Partial<Extract<Step, { kind: K }>> | undefined } = {
  sound: ({ spot }) => spot && { sound: spot.id, where: { at: 'zone' } },
  bed: ({ bed }) => bed && { sound: bed.id },
  scatter: ({ pool }) => pool && { pool: pool.id, every: [4, 10], first: [1, 4] },
  light: ({ light }) => light && { light: light.id, ...HELD },
  level: ({ bedGain }) => ({ bus: 'bed', gain: bedGain, ...HELD }),
  atmosphere: () => ({ ...HELD }),
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
  drift: ({ light }) => light && { target: { light: light.id }, rate: 1, to: light.candela },
  prop: ({ prop }) => prop && { prop: prop.id, ...HELD },
  fling: ({ prop, pool }) => prop && { prop: prop.id, speed: [3, 5], yaw: 0, pitch: 30, spread: 10, impact: pool?.id },
  burst: () => ({ where: { at: 'zone' }, count: [6, 10], life: [0.6, 1.2] }),
  zone: ({ zone }) => zone && { zone: zone.id, enabled: zone.enabled },
  stop: ({ cue }) => cue && { cue: cue.id, fade: 0.5 },
}

/** What a show must have before a step of a kind can be. */
export type Want = 'sound' | 'pool' | 'light' | 'prop' | 'standing' | 'camera' | 'flag' | 'zone' | 'cue'
const WANTS: { [kind in StepKind]?: Want } = {
  sound: 'sound',
  bed: 'sound',
  scatter: 'pool',
  light: 'light',
  prompt: 'prop',
  camera: 'camera',
  move: 'standing',
  flag: 'flag',
  drift: 'light',
  prop: 'prop',
  fling: 'prop',
  zone: 'zone',
  stop: 'cue',
}
/** What a step of a kind wants first; undefined where it can be made. */
export const wantOf = (show: Show, kind: StepKind, cue?: string): Want | undefined =>
  freshStep(show, kind, 'x', undefined, cue) ? undefined : WANTS[kind]

/** What a step of a kind begins as in a cue: with the hold people mean. Undefined where the show lacks what it needs. */
export function freshStep(
  show: Show,
  kind: StepKind,
  id: string,
  near?: readonly number[],
  cue?: string,
): Step | undefined {
  const fresh = FRESH[kind](within(show, near, cue))
  return fresh && completeStep({ ...fresh, id, kind })
}
