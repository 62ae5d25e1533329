import { stateAt, type Run, partsOf } from '~~/core/engine'
import type { Show } from '~~/core/show'
import { busName, flagName, lightName, markName, propName, soundName, zoneName } from '~/words/names'
import type { Sense } from '~/words/step-kinds'
import { plain } from '~/words/time'

/** What a cue leaves behind when everything that ends has ended, in words. */
export interface LeftOver {
  sense: Sense
  words: string
}
type Fields = { [field: string]: unknown }

const isSame = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)
const LOCKS: { [lock: string]: string } = { walk: 'walking', jump: 'jumping', look: 'looking', use: 'using' }

/** What of a channel is otherwise at the end, by the kind of channel. */
const CHANNELS: {
  [kind: string]: { sense: Sense; says: (show: Show, id: string, now: Fields, before: Fields) => (string | false)[] }
} = {
  light: {
    sense: 'light',
    says: (show, id, now, before) => [
      now.on !== before.on && `${lightName(show, id)} stays ${now.on ? 'on' : 'off'}`,
      now.candela !== before.candela && `${lightName(show, id)} stays at ${plain(now.candela as number, 1)} cd`,
      now.colour !== before.colour && `${lightName(show, id)} stays ${now.colour as string}`,
      !isSame(now.flicker, before.flicker) &&
        `${lightName(show, id)} ${now.flicker ? 'goes on flickering' : 'no longer flickers'}`,
    ],
  },
  bus: {
    sense: 'hear',
    says: (show, id, now) => [`${busName(show, id)} stays at ${plain(now.gain as number, 1)} dB`],
  },
  prop: {
    sense: 'world',
    says: (show, id, now, before) => [
      now.shown !== before.shown && `${propName(show, id)} stays ${now.shown ? 'shown' : 'hidden'}`,
      now.turn !== before.turn && `${propName(show, id)} stays turned ${plain(now.turn as number, 0)}°`,
      !isSame(now.slide, before.slide) &&
        `${propName(show, id)} stays slid by ${plain(Math.hypot(...(now.slide as number[])), 2)} m`,
      now.colour !== before.colour && `${propName(show, id)} stays tinted`,
    ],
  },
  atmosphere: {
    sense: 'light',
    says: (_, __, now, before) => [
      now.level === before.level
        ? 'The atmosphere stays otherwise'
        : `The atmosphere stays at level ${plain(now.level as number)}`,
    ],
  },
  prompt: { sense: 'hands', says: (_, __, now) => [`“${now.text as string}” still stands`] },
  controls: {
    sense: 'hands',
    says: (_, __, { locks }) => [
      `No ${Object.keys(LOCKS)
        .filter((lock) => (locks as string[]).includes(lock))
        .map((lock) => LOCKS[lock])
        .join(', ')}, for good`,
    ],
  },
  picture: { sense: 'picture', says: (_, __, now) => [`The picture stays ${now.colour as string}`] },
  camera: { sense: 'picture', says: (show, _, now) => [`The picture stays at ${markName(show, now.mark as string)}`] },
}

/** What a preview's run has left otherwise at its end. `own`: zones that are the preview's. */
export function leftOver(show: Show, run: Run, own: (zone: string) => boolean = () => false): LeftOver[] {
  const before = stateAt(show, run, -1)
  const now = stateAt(show, run, run.length)
  const found: LeftOver[] = []
  const compare = (channel: string, after: Fields, first: Fields) => {
    const named = partsOf(channel)
    const kind = CHANNELS[named.kind]
    if (!kind || isSame(after, first)) return
    // Where one looks from and how dark nothing is are no matter of the cue's.
    if (channel === 'camera' && after.mark === first.mark) return
    if (channel === 'picture' && after.opacity === first.opacity) return
    for (const words of kind.says(show, named.id, after, first)) if (words) found.push({ sense: kind.sense, words })
  }
  for (const [channel, after] of Object.entries(now.channels)) compare(channel, after, before.channels[channel]!)
  for (const [player, channels] of Object.entries(now.players))
    for (const [channel, after] of Object.entries(channels)) compare(channel, after, before.players[player]![channel]!)
  for (const { sound } of now.sounding) found.push({ sense: 'hear', words: `${soundName(show, sound)} goes on` })
  for (const prop of new Set(run.flights.map((flight) => flight.prop)))
    found.push({ sense: 'world', words: `${propName(show, prop)} lies where it fell` })
  for (const [flag, value] of Object.entries(now.flags))
    if (value !== before.flags[flag])
      found.push({
        sense: 'signals',
        words: `${flagName(show, flag)} is ${typeof value === 'number' ? plain(value) : value ? 'yes' : 'no'}`,
      })
  for (const [zone, on] of Object.entries(now.zones))
    if (on !== before.zones[zone] && !own(zone))
      found.push({ sense: 'signals', words: `${zoneName(show, zone)} is ${on ? 'on' : 'off'}` })
  return found.filter(({ words }, i) => found.findIndex((other) => other.words === words) === i)
}
