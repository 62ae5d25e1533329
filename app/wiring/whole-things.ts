import { needed, withId } from '~~/core/base'
import { freeId, type Editor, type Rule, type Show, type Zone } from '~~/core/show'
import { nearest, poolOfOne } from '~/document/making/fresh-step'
import { hingeOf } from '~/document/making/hinge'
import { shareWithParts } from '~/document/making/kit-parts'
import type { Asked, Heard } from './heard'
import { doorNear, Place, type Laid } from './place'
import { wayThrough } from './way-through'

/** Something whole that happens at a zone: its rules, cues, flags, marks and whatever is missing, all to be edited afterwards. */
export interface WholeThing {
  name: string
  says: string
  /** What the show must have for it, in words; nothing if it has. */
  lacks?: (show: Show) => string | undefined
  /** What is put there first where it lacks, in words. */
  gives?: (show: Show, zone: Zone) => string | undefined
  /** It shares its rules in any case. */
  isKit?: boolean
  /** What of it is heard is asked for first. */
  asks?: Asked
  make: (at: Place) => void
}
const ENTER: Rule['on'] = { at: 'enter' }
const USE = { at: 'use', key: 'E' } as const
const HEAD = { at: 'head' }
const HERE = { at: 'zone' }
const ramp = (seconds: number, ease = 'linear') => ({ seconds, ease })
const wants = (has: (show: Show) => boolean, what: string) => (show: Show) => (has(show) ? undefined : what)
const aSound = wants(({ sounds }) => sounds.length > 0, 'a sound')
const aProp = wants(({ place }) => place.props.length > 0, 'a prop')
const aLight = wants(({ place }) => place.lights.length > 0, 'a light')
/** How far away a camera is put, the nearer where the farther has no room (m). */
const BACKS = [3, 2.2, 1.5, 0.8]
const aDoor = (show: Show, zone: Zone) => (doorNear(show, zone) ? undefined : 'hangs a door')
const DOOR: Asked = {
  what: 'How does it sound as it opens?',
  perhaps: true,
  pools: true,
  then: { what: 'And as it closes?', perhaps: true, pools: true },
}
const EYES = 1.6

/** A sound as it was chosen: a step of it, or none. */
const heard = (at: Place, more: Omit<Laid, 'kind'>, { sound, pool }: Heard = at.heard): Laid[] =>
  sound !== undefined || pool !== undefined ? [{ kind: 'sound', sound, pool, ...more }] : []

/**
 * A door opens about its hinge, or slides by its width, while somebody is there; what is heard as it closes is fired by its being let go.
 * Then what is heard as it opens is a cue of its own: a long one would put off the end of the first, and with it the closing.
 */
function door(at: Place, slides: boolean): void {
  const prop = at.door()
  const where = { at: 'prop', prop: prop.id }
  const moves = slides
    ? { slide: { by: [prop.size[0], 0, 0] } }
    : { turn: { by: prop.hinge === 'right' ? -90 : 90, about: hingeOf(prop) ?? [0, 0] } }
  const opening = heard(at, { where })
  const closing = heard(at, { where }, at.heard.then ?? {})
  const cue = at.cue(`${prop.name} ${slides ? 'slides' : 'swings'}`, [
    { kind: 'prop', prop: prop.id, ...moves, ramp: ramp(1.2, 'inout'), release: ramp(1.5, 'inout'), hold: 'release' },
    ...(closing.length === 0 ? opening : []),
  ])
  // Who comes back while it still sounds finds it open none the less.
  at.rule(ENTER, cue, { busy: 'restart' })
  if (closing.length === 0) return
  if (opening.length > 0) at.rule(ENTER, at.cue(`${prop.name} opens`, opening), { busy: 'overlap' })
  const closes = at.cue(`${prop.name} closes`, closing)
  at.rule({ at: 'end', cue, why: 'released', inside: false }, closes, { busy: 'overlap' })
}

/** The whole things that can be made at a zone, in the order in which they are offered. */
export const WHOLE_THINGS: readonly WholeThing[] = [
  {
    name: 'Ambience here',
    says: 'a bed that swells in and dies away with who is here, and single sounds over it',
    lacks: aSound,
    asks: { what: 'Which sound lies here?' },
    make(at) {
      const cue = at.cue(`${at.zone.name} ambience`, [
        { kind: 'bed', sound: at.heard.sound, where: HEAD, fadeIn: 2, fadeOut: 3, gain: -6, hold: 'release' },
        { kind: 'scatter', hold: 'release' },
      ])
      at.rule(ENTER, cue)
    },
  },
  {
    name: 'A scare',
    says: 'once: a sound, the light out, beds down, and nobody walks for a moment',
    lacks: aSound,
    asks: { what: 'Which sound scares?', pools: true },
    make(at) {
      const cue = at.cue(
        `${at.zone.name} scare`,
        [
          ...heard(at, { where: HERE, bus: 'scare', gain: [3, 3] }),
          { kind: 'light', on: false, ramp: ramp(0), release: ramp(1.5), hold: 3 },
          { kind: 'level', bus: 'bed', gain: -12, ramp: ramp(0.2), release: ramp(3), hold: 4 },
          { kind: 'freeze', locks: ['walk'], hold: 1.2 },
        ],
        { scare: true },
      )
      at.rule(ENTER, cue, { limit: { times: 1 }, debounce: 0.5 })
    },
  },
  {
    name: 'A prompt at this',
    says: 'a board with a key, as long as somebody is here',
    make(at) {
      const prop = at.prop()
      const anchor = prop ? { prop: prop.id } : { zone: at.zone.id }
      const cue = at.cue(`${at.zone.name} prompt`, [{ kind: 'prompt', text: 'Look closer', key: 'E', anchor }])
      at.rule(ENTER, cue)
    },
  },
  {
    name: 'A door that swings',
    says: 'open while somebody is here',
    gives: aDoor,
    asks: DOOR,
    make: (at) => door(at, false),
  },
  {
    name: 'A door that slides',
    says: 'open while somebody is here',
    gives: aDoor,
    asks: DOOR,
    make: (at) => door(at, true),
  },
  {
    name: 'A switch',
    says: 'light by key, on and off: a flag, and two rules of which each asks what the other sets',
    lacks: aLight,
    gives: (show) => aLight(show) && 'hangs a lamp',
    asks: { what: 'Which sound has the switch?', perhaps: true, pools: true },
    make(at) {
      const light = nearest(at.show.place.lights, at.near) ?? at.lamp()
      const flag = at.flag(`${light.name} is on`, light.on)
      for (const on of [true, false]) {
        const cue = at.cue(`${light.name} ${on ? 'on' : 'off'}`, [
          { kind: 'light', light: light.id, on, ramp: ramp(0), release: undefined, hold: 'keep' },
          { kind: 'flag', flag, set: on },
          ...heard(at, { where: HERE }),
        ])
        at.rule(USE, cue, { when: [{ flag, is: '=', value: !on }] })
      }
    },
  },
  {
    name: 'Dark and back',
    says: 'another atmosphere as long as somebody is here',
    make(at) {
      let preset = at.show.atmospheres.find(({ level }) => level !== undefined && level < at.show.atmosphere.level)
      if (!preset) {
        preset = {
          id: freeId(
            'dark',
            at.show.atmospheres.map(({ id }) => id),
          ),
          name: 'Dark',
          level: 0.08,
          vignette: { amount: 0.4, softness: 0.6 },
        }
        at.edit.add(['atmospheres'], preset)
      }
      const cue = at.cue(`${at.zone.name} goes dark`, [
        {
          kind: 'atmosphere',
          preset: preset.id,
          ramp: ramp(1.5, 'inout'),
          release: ramp(2.5, 'inout'),
          hold: 'release',
        },
      ])
      at.rule(ENTER, cue)
    },
  },
  {
    name: 'Freeze with a camera',
    says: 'once: the picture goes to a mark and back, and nobody moves meanwhile',
    make(at) {
      const mark = at.mark('camera', at.seenFrom(BACKS, EYES), `${at.zone.name} seen`)
      const cue = at.cue(`${at.zone.name} cutscene`, [
        {
          kind: 'camera',
          marks: [{ mark, travel: 0.6, ease: 'inout', stay: 3 }],
          back: { seconds: 0.6, ease: 'inout' },
        },
        { kind: 'freeze', locks: ['walk', 'jump', 'look', 'use'], hold: 'cue' },
      ])
      at.rule(ENTER, cue, { limit: { times: 1 } })
    },
  },
  {
    name: 'A way through with a fade',
    says: 'both ends at once: here, and some metres off, to be dragged where it leads; walks stay as they are until you lead them through',
    isKit: true,
    make: wayThrough,
  },
  {
    name: 'Music until it has ended',
    says: 'a piece that goes on when one leaves, beds down under it, and not again for a while',
    lacks: aSound,
    asks: { what: 'Which piece is played?' },
    make(at) {
      const cue = at.cue(`${at.zone.name} music`, [
        ...heard(at, { where: HEAD, bus: 'music', fadeIn: 0.5, fadeOut: 1 }),
        { kind: 'level', bus: 'bed', gain: -8, ramp: ramp(1.5), release: ramp(3), hold: 'cue' },
      ])
      at.rule(ENTER, cue, { cooldown: { seconds: 30, from: 'end' } })
    },
  },
  {
    name: 'A thing that falls',
    says: 'once in a run: what stands nearest is thrown, and sounds where it hits',
    lacks: aProp,
    gives: (show) => aProp(show) && 'puts a crate there',
    asks: { what: 'Which sound is it where it hits?', perhaps: true, pools: true },
    make(at) {
      const prop = at.prop() ?? at.crate()
      const { sound, pool } = at.heard
      const impact = pool ?? (sound && poolOfOne(at.edit, sound))
      const cue = at.cue(`${prop.name} falls`, [
        { kind: 'fling', prop: prop.id, impact, speed: [1.5, 2.5], yaw: 0, pitch: 20, spread: 25, spin: [60, 180] },
      ])
      at.rule(ENTER, cue, { limit: { times: 1 }, per: 'run' })
    },
  },
  {
    name: 'Something to pick up',
    says: 'with a key, once: what stands nearest goes along with whoever takes it, with its lamp; its board goes',
    gives: (show) => aProp(show) && 'puts a crate there',
    asks: { what: 'How does it sound as it is taken?', perhaps: true, pools: true },
    make(at) {
      const prop = at.prop(({ form }) => form !== 'door') ?? at.crate()
      const flag = at.flag(`${prop.name} is taken`)
      const board = at.cue(`${prop.name} can be taken`, [
        { kind: 'prompt', text: `Take ${prop.name}`, key: USE.key, anchor: { prop: prop.id } },
      ])
      const taken = at.cue(`${prop.name} taken`, [
        { kind: 'prop', prop: prop.id, carried: true, ramp: ramp(0), release: undefined, hold: 'keep' },
        { kind: 'flag', flag, set: true },
        { kind: 'stop', cue: board, fade: 0.2 },
        ...heard(at, { where: { at: 'player' } }),
      ])
      const when: Rule['when'] = [{ flag, is: '=', value: false }]
      at.rule(ENTER, board, { when })
      at.rule(USE, taken, { when })
    },
  },
  {
    name: 'Bump and burst',
    says: 'a knock and sparks, at most every five seconds',
    lacks: aSound,
    asks: { what: 'Which sound is the knock?', pools: true },
    make(at) {
      const cue = at.cue(`${at.zone.name} bump`, [
        ...heard(at, { where: HERE }),
        { kind: 'burst', where: HERE, count: [12, 24], life: [0.4, 0.9], speed: [1, 3], rise: 1, colour: '#ffc46b' },
      ])
      at.rule(ENTER, cue, { cooldown: { seconds: 5, from: 'fire' } })
    },
  },
]

/** A whole thing by its name. */
export const wholeCalled = (name: string): WholeThing =>
  needed(
    WHOLE_THINGS.find((thing) => thing.name === name),
    name,
  )

/** What a kit is called that is made of it: a switch → Switch. */
const kindOf = ({ name }: WholeThing): string => name.replace(/^A ./, (start) => start.charAt(2).toUpperCase())

/** How a whole thing is made. */
export interface How {
  asKit?: boolean
  heard?: Heard
}
/** Makes a whole thing at a zone; `asKit`: its rules are shared, by the kit that the zone has or by a new one, with what they name as parts, so that the zone can be stamped. */
export function makeWhole(
  edit: Editor,
  zoneId: string,
  thing: WholeThing,
  { asKit = false, heard = {} }: How = {},
): void {
  const zone = () => withId(edit.show.zones, zoneId)
  const before = new Set(zone().rules.map(({ id }) => id))
  const shares = asKit && !thing.isKit
  thing.make(new Place(edit, zone(), heard))
  const made = zone().rules.flatMap(({ id }) => (before.has(id) ? [] : [id]))
  if (shares && made.length > 0) shareWithParts(edit, zoneId, made, `${kindOf(thing)}, ${zone().name}`)
}
