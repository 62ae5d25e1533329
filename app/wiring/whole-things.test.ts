import { describe, expect, it } from 'vitest'
import { channelAt, eventsOf, positionAt, prepare, run, walksOf, type RunEvent } from '~~/core/engine'
import { fragmentOf, paste, patchOf, readShow, withParts, type Show } from '~~/core/show'
import { point, show as smallShow, SOUND, walk } from '~~/core/testing/small-show'
import { stamp } from '~/document/kit-parts'
import { shiftedBy } from '~/document/placement'
import { refOf } from '~/document/things'
import { moveThings } from '~/plan/thing-forms'
import { makeWhole, WHOLE_THINGS } from './whole-things'

/** A hall with a zone in which nothing happens, and things near it. */
const hall = smallShow({
  place: {
    floors: [
      {
        id: 'f',
        name: 'Hall',
        y: 0,
        outline: [
          [-2, -6],
          [40, -6],
          [40, 6],
          [-2, 6],
        ],
      },
    ],
    lights: [
      { id: 'far', name: 'Far lamp', kind: 'point', at: [30, 2, 0], candela: 10 },
      { id: 'lamp', name: 'Lamp', kind: 'point', at: [4, 2, 1], candela: 10 },
    ],
    props: [
      { id: 'jar', name: 'Jar', kind: 'cylinder', at: [5, 1, 1], size: [0.3, 0.3, 0.3] },
      { id: 'door', name: 'Door', kind: 'box', at: [8, 0, 0], size: [1, 2, 0.1], form: 'door', hinge: 'right' },
    ],
  },
  sounds: [SOUND, { ...SOUND, id: 'tune', name: 'Tune', seconds: 12 }],
  pools: [{ id: 'clinks', name: 'Clinks', sounds: [{ sound: SOUND.id }] }],
  cues: [],
  zones: [{ id: 'z', name: 'Corner', shape: { kind: 'box', at: [5, 0, 0], size: [2, 2.5, 4] } }],
  walks: [
    walk('w', point(0), point(5, { use: true, pause: 3 }), point(9), point(5, { use: true, pause: 3 }), point(0)),
  ],
})
const thing = (name: string) => WHOLE_THINGS.find((each) => each.name === name)!
const again = (show: Show): Show => readShow(JSON.parse(JSON.stringify(show)))
/** The hall with a whole thing, as it is kept and read again; the whole of it is one edit. */
const withThing = (name: string, base: Show = hall, asKit = false): Show =>
  again(patchOf(base, (edit) => makeWhole(edit, 'z', thing(name), asKit)).show)
/** A walk that was not made for a way through is sent back by it again and again: so it is ended. */
async function played(show: Show, length?: number) {
  await prepare(show)
  const made = run(show, walksOf(show, ['w']), { seed: 3, length })
  return { made, events: eventsOf(made) }
}
const fires = (events: readonly RunEvent[]) => events.flatMap((event) => (event.kind === 'fire' ? [event.t] : []))
const steps = (events: readonly RunEvent[], of: string) =>
  events.filter((event) => event.kind === 'step' && event.of === of)

describe('a whole thing at a zone', () => {
  it.each(WHOLE_THINGS.map(({ name }) => name))(
    '%s can be made twice, fires, and says no wrong names',
    async (name) => {
      const once = withThing(name)
      const twice = withThing(name, once)
      const names = [twice.cues, twice.zones, twice.flags, twice.place.marks, twice.atmospheres].map((list) =>
        (list as { name: string }[]).map((each) => each.name),
      )
      for (const list of names) expect(new Set(list).size).toBe(list.length)
      expect(once.cues.every((cue) => cue.steps.length > 0)).toBe(true)
      const { events } = await played(once, 60)
      expect(fires(events).length).toBeGreaterThan(0)
    },
  )

  it('is not offered where the show lacks what it is of', () => {
    const bare = smallShow({ zones: [{ id: 'z', name: 'Z', shape: { kind: 'sphere', at: [0, 0, 0], radius: 1 } }] })
    const lacking = WHOLE_THINGS.filter(({ lacks }) => lacks?.(bare)).map(({ name }) => name)
    expect(lacking).toContain('A switch')
    for (const { name } of WHOLE_THINGS.filter(({ lacks }) => !lacks?.(bare)))
      expect(() => withThing(name, bare)).not.toThrow()
  })

  it('a switch lights the nearest lamp by key, and puts it out by the next press', async () => {
    const show = withThing('A switch')
    const { made, events } = await played(show)
    const presses = events.flatMap((event) => (event.kind === 'press' ? [event.t] : []))
    expect(presses).toHaveLength(2)
    // It is on from the start: the first press puts it out.
    const on = (t: number) => channelAt(show, made, 'light:lamp', t, 0).on
    expect([on(0), on(presses[0]! + 0.1), on(presses[1]! + 0.1)]).toEqual([1, 0, 1])
    expect(channelAt(show, made, 'light:far', 30, 0).on).toBe(1)
  })
  it('a scare comes once, and gives everything back', async () => {
    const show = withThing('A scare')
    const { made, events } = await played(show)
    expect(fires(events)).toHaveLength(1)
    const t = fires(events)[0]!
    expect(channelAt(show, made, 'light:lamp', t + 1, 0).on).toBe(0)
    expect(channelAt(show, made, 'bus:bed', t + 1, 0).gain).toBe(-12)
    expect(channelAt(show, made, 'controls', t + 1, 0).locks).toEqual(['walk'])
    expect(channelAt(show, made, 'light:lamp', t + 9, 0).on).toBe(1)
    expect(channelAt(show, made, 'bus:bed', t + 9, 0).gain).toBe(0)
  })
  it('a way through leads to its other end and back, faded, without going round', async () => {
    const show = withThing('A way through with a fade')
    expect(show.zones).toHaveLength(2)
    const through = {
      ...show,
      walks: [{ ...show.walks[0]!, points: [point(0), point(5), point(5, { arrive: true })] }],
    }
    const own = readShow(JSON.parse(JSON.stringify(through)))
    const { made, events } = await played(own)
    const moves = events.flatMap((event) => (event.kind === 'move' ? [event] : []))
    expect(moves[0]).toMatchObject({ to: [13, 0, 0] })
    expect(moves).toHaveLength(1)
    expect(channelAt(own, made, 'picture', moves[0]!.t, 0).opacity).toBe(1)
    expect(positionAt(made.paths[0]!, moves[0]!.t + 0.1)[0]).toBeGreaterThan(10)
  })
  it('a walk that comes by a way through goes on from its far end, and does not come by again', async () => {
    const show = withThing('A way through with a fade')
    const { made, events } = await played(show)
    expect(events.filter(({ kind }) => kind === 'move')).toHaveLength(1)
    const [path] = made.paths
    expect(positionAt(path!, made.length)[0]).toBeGreaterThan(14)
  })
  it('a way through that is copied with both its ends leads from the one copy to the other', async () => {
    const show = withThing('A way through with a fade')
    const pair = withParts(
      show,
      show.zones.map(({ id }) => ({ list: 'zones', id })),
    )
    const copied = again(
      patchOf(show, (edit) => {
        const { added } = paste(edit, fragmentOf(show, pair), pair, { isOwn: true })
        const refs = added.flatMap(refOf)
        moveThings(edit, edit.show, refs, 0, 4)
      }).show,
    )
    expect([copied.zones.length, copied.place.marks.length, copied.kits.length, copied.cues.length]).toEqual([
      4, 4, 1, 1,
    ])
    const [, , near, far] = copied.zones
    const ways = [near!, far!].map((zone, i) => {
      const [x, y, z] = zone.shape.kind === 'box' ? zone.shape.at : [0, 0, 0]
      const points = [x - 3, x].map((each) => point(each, { at: [each, y, z] }))
      return walk(`way-${i}`, ...points, point(x, { at: [x, y, z], arrive: true }))
    })
    for (const way of ways) {
      const own = readShow(JSON.parse(JSON.stringify({ ...copied, walks: [way] })))
      await prepare(own)
      const moves = eventsOf(run(own, walksOf(own, [way.id as string]), { seed: 3 })).filter(
        ({ kind }) => kind === 'move',
      )
      expect(moves).toHaveLength(1)
      expect(moves[0]).toMatchObject({ to: [way.id === 'way-0' ? 13 : 5, 0, 4] })
    }
  })
  it('made to be copied, a switch has its lamp and its flag as parts: a stamped one lights its own', async () => {
    const show = withThing('A switch', hall, true)
    const [kit] = show.kits
    expect(kit!.parts.map(({ is }) => is).sort()).toEqual(['flag', 'light'])
    expect(show.zones[0]!.rules).toEqual([])
    const stamped = again(patchOf(show, (edit) => stamp(edit, 'z', [shiftedBy(4, 0)])).show)
    expect(stamped.place.lights).toHaveLength(3)
    const { made, events } = await played(
      readShow(
        JSON.parse(JSON.stringify({ ...stamped, walks: [walk('w', point(7.5), point(9, { use: true, pause: 3 }))] })),
      ),
    )
    expect(fires(events)).toHaveLength(1)
    const own = stamped.zones[1]!.parts![kit!.parts.find(({ is }) => is === 'light')!.id]!
    expect(channelAt(stamped, made, `light:${own}`, 2, 0).on).toBe(0)
    expect(channelAt(stamped, made, 'light:lamp', 2, 0).on).toBe(1)
  })
  it.each(WHOLE_THINGS.map(({ name }) => name))('%s can be made to be copied, and stamped', async (name) => {
    const show = withThing(name, hall, true)
    const stamped = again(patchOf(show, (edit) => stamp(edit, 'z', [shiftedBy(0, 1)])).show)
    expect(stamped.zones.at(-1)!.kit).toBe(stamped.zones[0]!.kit)
    expect(stamped.zones[0]!.kit).toBeDefined()
    const { events } = await played(stamped, 60)
    expect(fires(events).length).toBeGreaterThan(0)
  })
  it('a door opens about its hinge, or slides by its width, and closes behind whoever leaves', async () => {
    for (const [name, field, open] of [
      ['A door that swings', 'turn', -90],
      ['A door that slides', 'slide', [1, 0, 0]],
    ] as const) {
      const show = withThing(name)
      const { made, events } = await played(show)
      const entered = fires(events)[0]!
      expect(channelAt(show, made, 'prop:door', entered + 2, 0)[field]).toEqual(open)
      const leave = events.find((event) => event.kind === 'leave')!
      expect(channelAt(show, made, 'prop:door', leave.t + 2, 0)[field]).toEqual(field === 'turn' ? 0 : [0, 0, 0])
    }
  })
  it('dark goes and comes back with whoever is there, and the second one goes to the same atmosphere', async () => {
    const show = withThing('Dark and back')
    const { made, events } = await played(show)
    const [entered] = fires(events)
    expect(channelAt(show, made, 'atmosphere', entered! + 2, 0).level).toBe(0.08)
    const leave = events.find((event) => event.kind === 'leave')!
    expect(channelAt(show, made, 'atmosphere', leave.t + 3, 0).level).toBe(1)
    expect(withThing('Dark and back', show).atmospheres).toHaveLength(1)
  })
  it('a camera holds nobody longer than it lasts', async () => {
    const show = withThing('Freeze with a camera')
    const { events } = await played(show)
    const times = events.flatMap((event) => (event.kind === 'lock' || event.kind === 'unlock' ? [event.t] : []))
    expect(times[1]! - times[0]!).toBeCloseTo(4.2, 6)
    expect(steps(events, 'camera')).toHaveLength(1)
  })
  it('music is not begun again while it plays, and goes on when one leaves', async () => {
    const show = withThing('Music until it has ended')
    const { made, events } = await played(show)
    expect(fires(events)).toHaveLength(1)
    expect(made.audible[0]).toMatchObject({ sound: 'tune', bus: 'music' })
    expect(events.find((event) => event.kind === 'end')).toMatchObject({ why: 'done' })
  })
  it('what falls falls once, and hits', async () => {
    const { events } = await played(withThing('A thing that falls'))
    expect(steps(events, 'fling')).toHaveLength(1)
    expect(events.some((event) => event.kind === 'impact' && event.prop === 'jar')).toBe(true)
  })
})
