import { length as lengthOf } from '~/words/lengths'
import { stateAt, type ChannelFields, type Run, partsOf } from '~~/core/engine'
import type { Lock, Show } from '~~/core/show'
import { flagValue } from '~/words/flag-value'
import { busName, flagName, lightName, markName, propName, soundName, zoneName } from '~/words/names'
import type { Sense } from '~/words/step-kinds'
import { plain } from '~/words/time'
import { namesIn } from '~~/core/base'

/** What a cue leaves behind when everything that ends has ended, in words. */
export interface LeftOver {
  sense: Sense
  words: string
}
const isSame = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)
const LOCKS: { [lock in Lock]: string } = { walk: 'walking', jump: 'jumping', look: 'looking', use: 'using' }

interface Said<Fields> {
  sense: Sense
  says: (show: Show, id: string, now: Fields, before: Fields) => (string | false)[]
}
/** What of a channel is otherwise at the end, by the kind of channel. */
const CHANNELS: { [Kind in keyof ChannelFields]: Said<ChannelFields[Kind]> } = {
  light: {
    sense: 'light',
    says: (show, id, now, before) => [
      now.on !== before.on && `${lightName(show, id)} stays ${now.on ? 'on' : 'off'}`,
      now.candela !== before.candela && `${lightName(show, id)} stays at ${plain(now.candela, 1)} cd`,
      now.colour !== before.colour && `${lightName(show, id)} stays ${now.colour}`,
      !isSame(now.flicker, before.flicker) &&
        `${lightName(show, id)} ${now.flicker ? 'goes on flickering' : 'no longer flickers'}`,
    ],
  },
  bus: {
    sense: 'hear',
    says: (show, id, now) => [`${busName(show, id)} stays at ${plain(now.gain, 1)} dB`],
  },
  prop: {
    sense: 'world',
    says: (show, id, now, before) => [
      now.shown !== before.shown && `${propName(show, id)} stays ${now.shown ? 'shown' : 'hidden'}`,
      now.turn !== before.turn && `${propName(show, id)} stays turned ${plain(now.turn, 0)}°`,
      !isSame(now.slide, before.slide) &&
        `${propName(show, id)} stays slid by ${lengthOf(Math.hypot(...now.slide), 2)}`,
      now.colour !== before.colour && `${propName(show, id)} stays tinted`,
    ],
  },
  atmosphere: {
    sense: 'light',
    says: (_, __, now, before) => [
      now.level === before.level
        ? 'The atmosphere stays otherwise'
        : `The atmosphere stays at level ${plain(now.level)}`,
    ],
  },
  prompt: { sense: 'hands', says: (_, __, now) => [`“${now.text}” still stands`] },
  controls: {
    sense: 'hands',
    says: (_, __, { locks }) => [
      `No ${namesIn(LOCKS)
        .filter((lock) => locks.includes(lock))
        .map((lock) => LOCKS[lock])
        .join(', ')}, for good`,
    ],
  },
  picture: { sense: 'picture', says: (_, __, now) => [`The picture stays ${now.colour}`] },
  camera: {
    sense: 'picture',
    says: (show, _, { mark }) => [mark !== null && `The picture stays at ${markName(show, mark)}`],
  },
}

const isKind = (kind: string): kind is keyof ChannelFields => kind in CHANNELS
/** Which fields a channel has goes with its name. */
const saidOf = (kind: keyof ChannelFields) => CHANNELS[kind] as Said<object>

/** What a preview's run has left otherwise at its end. `own`: zones that are the preview's. */
export function leftOver(show: Show, run: Run, own: (zone: string) => boolean = () => false): LeftOver[] {
  const before = stateAt(show, run, -1)
  const now = stateAt(show, run, run.length)
  const found: LeftOver[] = []
  const compare = (channel: string, after: object, first: object | undefined) => {
    const { kind, id } = partsOf(channel)
    if (!first || !isKind(kind) || isSame(after, first)) return
    const { sense, says } = saidOf(kind)
    for (const words of says(show, id, after, first)) if (words) found.push({ sense, words })
  }
  for (const [channel, after] of Object.entries(now.channels)) compare(channel, after, before.channels[channel])
  for (const [player, channels] of Object.entries(now.players)) {
    const first = before.players[player]
    // Where one looks from and how dark nothing is are no matter of the cue's.
    if (channels.camera.mark === first?.camera.mark) channels.camera = first.camera
    if (channels.picture.opacity === first?.picture.opacity) channels.picture = first.picture
    for (const [channel, after] of Object.entries(channels)) compare(channel, after, first?.[channel])
  }
  for (const { sound } of now.sounding) found.push({ sense: 'hear', words: `${soundName(show, sound)} goes on` })
  for (const prop of new Set(run.flights.map((flight) => flight.prop)))
    found.push({ sense: 'world', words: `${propName(show, prop)} lies where it fell` })
  for (const [flag, value] of Object.entries(now.flags))
    if (value !== before.flags[flag])
      found.push({
        sense: 'signals',
        words: `${flagName(show, flag)} is ${flagValue(value)}`,
      })
  for (const [zone, on] of Object.entries(now.zones))
    if (on !== before.zones[zone] && !own(zone))
      found.push({ sense: 'signals', words: `${zoneName(show, zone)} is ${on ? 'on' : 'off'}` })
  return found.filter(({ words }, i) => found.findIndex((other) => other.words === words) === i)
}
