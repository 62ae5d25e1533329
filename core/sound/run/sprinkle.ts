import { run, walksOf, type Audible } from '../../engine'
import { readShow, type Pool, type Range, type Show, type Where } from '../../show'

/** How a scatter goes: as its step says. */
export interface Sprinkle {
  pool: string
  every: Range
  first?: Range
  where?: Where
  most?: number
  gain?: Range
  pitch?: Range
}
/** A single sound of it. */
export interface Drop {
  t: number
  sound: string
  gain: number
  pitch: number
  /** How far from the head (m). */
  distance: number
  /** Until when it sounds. */
  until: number
  /** It was drawn, but others sounded already, as many as may. */
  over: boolean
}

/** How long somebody would stand there at the longest, for anything to be sprinkled about them. */
const FAR_OFF = 3600

/** A scatter alone, about somebody who stands still, for so many seconds: what the engine draws, and which of that is not heard. */
export function sprinkled(
  { sounds, pools, player, buses }: Pick<Show, 'sounds' | 'pools' | 'player' | 'buses'>,
  step: Sprinkle,
  seconds: number,
  seed: number,
): Drop[] {
  const around = step.where?.at === 'around' ? step.where : undefined
  const drawn = (most: number): Audible[] => {
    const show = readShow({
      format: 'esvik-show',
      version: 1,
      title: 'Sprinkle',
      player,
      place: {},
      sounds,
      pools: pools as Pool[],
      buses,
      cues: [
        {
          id: 'cue',
          name: 'Cue',
          steps: [
            {
              id: 'step',
              kind: 'scatter',
              ...step,
              where: around ?? { at: 'head' },
              most,
              hold: FAR_OFF,
            },
          ],
        },
      ],
      rules: [{ id: 'rule', on: { at: 'clock', seconds: 0 }, cue: 'cue' }],
      walks: [{ id: 'walk', name: 'Walk', points: [{ at: [0, 0, 0], pause: FAR_OFF }] }],
    })
    return run(show, walksOf(show, ['walk']), { seed, length: seconds }).audible
  }
  const most = step.most ?? 4
  const heard = new Set(drawn(most).map(({ t }) => t))
  return drawn(1_000_000).map(({ t, sound, gain, pitch, place, until, fadeOut }) => ({
    t,
    sound,
    gain,
    pitch,
    distance: place === 'head' ? 0 : Math.hypot(place[0], place[2]),
    until: until + fadeOut,
    over: !heard.has(t),
  }))
}

/** What is asked of a sprinkle. */
export interface Sprinkled {
  heard: number
  over: number
  /** The most that sound at once, and how long nothing sounds at the longest (s). */
  atOnce: number
  longestQuiet: number
  /** How soon the same sound comes again at the soonest, and as a rule (s, the median); undefined where none does. */
  soonestAgain?: number
  againAsARule?: number
}

/** What a minute of a scatter comes to: how many are heard, how many at once, how long it is quiet. */
export function countSprinkle(drops: readonly Drop[], seconds: number): Sprinkled {
  const heard = drops.filter(({ over }) => !over)
  let [atOnce, longestQuiet, quietFrom] = [0, 0, 0]
  const last = new Map<string, number>()
  const again: number[] = []
  for (const drop of heard) {
    const sounding = heard.filter(({ t, until }) => t <= drop.t && until > drop.t).length
    atOnce = Math.max(atOnce, sounding)
    longestQuiet = Math.max(longestQuiet, drop.t - quietFrom)
    quietFrom = Math.max(quietFrom, drop.until)
    const before = last.get(drop.sound)
    if (before !== undefined) again.push(drop.t - before)
    last.set(drop.sound, drop.t)
  }
  longestQuiet = Math.max(longestQuiet, seconds - quietFrom)
  again.sort((a, b) => a - b)
  return {
    heard: heard.length,
    over: drops.length - heard.length,
    atOnce,
    longestQuiet,
    soonestAgain: again[0],
    againAsARule: again[Math.floor(again.length / 2)],
  }
}
