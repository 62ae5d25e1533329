import { describe, expect, it } from 'vitest'
import { channelAt, eventsOf, positionAt, prepare, run, walksOf, type RunEvent } from '~~/core/engine'
import { cueAt, kitRulesOf, fragmentOf, paste, patchOf, readShow, withParts, type Show, type Step } from '~~/core/show'
import { point, show as smallShow, SOUND, walk } from '~~/core/testing/small-show'
import { middleOf, solidOf } from '~~/core/space'
import { leftAt, stamp } from '~/document/making/kit-parts'
import { shiftedBy } from '~/document/making/placement'
import { refOf } from '~/document/things'
import { moveThings } from '~/plan/forms/thing-forms'
import { ledThrough, waysFrom } from './way-through'
import type { Heard } from './heard'
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
const withThing = (name: string, base: Show = hall, asKit = false, heard: Heard = { sound: SOUND.id }): Show =>
  again(patchOf(base, (edit) => makeWhole(edit, 'z', thing(name), { asKit, heard })).show)
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
      expect(() => withThing(name, bare, false, {})).not.toThrow()
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
  it('a door has a sound as it opens, and another as it is let go', async () => {
    const show = withThing('A door that slides', hall, false, { sound: SOUND.id, then: { sound: 'tune' } })
    const { events } = await played(show)
    const heard = events.flatMap((event) => (event.kind === 'sound' ? [event.sound] : []))
    expect(heard).toEqual([SOUND.id, 'tune', SOUND.id, 'tune'])
    // However long the first is, the other is heard as somebody leaves.
    const long = withThing('A door that slides', { ...hall, sounds: hall.sounds.map((each) => (each.id === SOUND.id ? { ...each, seconds: 60 } : each)) }, false, { sound: SOUND.id, then: { sound: 'tune' } }) // prettier-ignore
    const after = (await played(long)).events
    const leaves = after.flatMap((event) => (event.kind === 'leave' ? [event.t] : []))
    expect(after.flatMap((event) => (event.kind === 'sound' && event.sound === 'tune' ? [event.t] : []))).toEqual(
      leaves,
    )
    const silent = withThing('A door that slides', hall, false, { sound: SOUND.id, then: {} })
    expect(silent.cues).toHaveLength(1)
  })
  it('what is picked up goes along, and its board is gone for good', async () => {
    const show = withThing('Something to pick up')
    const { made, events } = await played(show)
    const taken = events.find((event) => event.kind === 'press')!.t
    const carried = (t: number) => channelAt(show, made, 'prop:jar', t, 0).carried
    expect([carried(taken - 0.1), carried(taken + 0.1), carried(made.length)]).toEqual([null, 'w', 'w'])
    const board = show.cues[0]!.steps[0]!.id
    const shown = (t: number) => channelAt(show, made, `prompt:${board}`, t, 0).shown
    expect([shown(taken - 0.1), shown(taken + 0.1), shown(made.length - 6)]).toEqual([true, false, false])
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
  it('a way through leaves walks as they are, until one is led through', async () => {
    const made = withThing('A way through with a fade')
    expect(made.walks).toEqual(hall.walks)
    const [way] = waysFrom(made, made.zones[0]!)
    const led = ledThrough(made, made.walks[0]!, way!)!
    const show = again(patchOf(made, (edit) => edit.set(['walks', 'w', 'points'], led)).show)
    expect(ledThrough(show, show.walks[0]!, way!)).toBeUndefined()
    await goesOn(show)
  })
  const goesOn = async (show: Show) => {
    const { made, events } = await played(show)
    expect(events.filter(({ kind }) => kind === 'move')).toHaveLength(1)
    const [path] = made.paths
    expect(positionAt(path!, made.length)[0]).toBeGreaterThan(14)
  }
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
  it('a door is hung in the doorway beside the zone where none hangs near', () => {
    const walls = [
      { id: 'w', from: [6.5, -6], to: [6.5, 6], openings: [{ id: 'o', at: 5, width: 1.2, height: 2.2 }] },
      { id: 'far', from: [38, -6], to: [38, 6], openings: [{ id: 'p', at: 5, width: 1, height: 2.2 }] },
    ]
    const props = hall.place.props.filter(({ form }) => form !== 'door')
    const doorless = readShow({ ...hall, place: { ...hall.place, props, walls } })
    expect(thing('A door that slides').gives!(hall, hall.zones[0]!)).toBeUndefined()
    expect(thing('A door that slides').gives!(doorless, doorless.zones[0]!)).toBe('hangs a door')
    const hung = withThing('A door that slides', doorless)
    const door = hung.place.props.find(({ form }) => form === 'door')!
    expect(door).toMatchObject({ at: [6.5, 0, -0.4], size: [1.2, 2.2, 0.05], solid: false })
    const moved = hung.cues[0]!.steps.find(({ kind }) => kind === 'prop')
    expect(moved).toMatchObject({ prop: door.id, slide: { by: [1.2, 0, 0] } })
    const bare = withThing('A door that swings', readShow({ ...hall, place: { ...hall.place, props } }))
    expect(bare.place.props.find(({ form }) => form === 'door')!.at).toEqual([5, 0, 0])
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
    const show = withThing('Music until it has ended', hall, false, { sound: 'tune' })
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

  it('is heard as it was chosen: the sound, one of a pool, or nothing', async () => {
    for (const [heard, step] of [[{ sound: 'tune' }, { sound: 'tune' }], [{ pool: 'clinks' }, { pool: 'clinks' }], [{}, undefined]] as const) {
      const show = withThing('A switch', hall, false, heard)
      const sounds = show.cues.map(({ steps }) => steps.find(({ kind }) => kind === 'sound'))
      for (const sound of sounds) expect(sound === undefined ? undefined : { ...sound }).toEqual(step && expect.objectContaining(step))
    } // prettier-ignore
  })
  it('what falls is heard where it hits, in a show without pools too', async () => {
    const show = withThing('A thing that falls', again({ ...hall, pools: [] }))
    expect(show.pools.map(({ sounds }) => sounds.map(({ sound }) => sound))).toEqual([[SOUND.id]])
    const { events } = await played(show)
    expect(events.some((event) => event.kind === 'sound' && event.sound === SOUND.id)).toBe(true)
    expect(withThing('A thing that falls', show).pools).toHaveLength(1)
  })
  it('a switch and a thing that falls bring what they are of', async () => {
    const bare = again({ ...hall, place: { ...hall.place, lights: [], props: [] } })
    for (const name of ['A switch', 'A thing that falls']) {
      expect(thing(name).gives!(bare, bare.zones[0]!)).toBeDefined()
      const { events } = await played(withThing(name, bare))
      expect(fires(events).length).toBeGreaterThan(0)
    }
  })
  it('a camera and a far end are put where one stands and sees: within the walls', () => {
    const box = (x0: number, z0: number, x1: number, z1: number) =>
      [[x0, z0, x1, z0], [x1, z0, x1, z1], [x1, z1, x0, z1], [x0, z1, x0, z0]].map(([a, b, c, d], i) => ({ id: `w-${i}`, y: 0, height: 3, from: [a, b], to: [c, d] })) // prettier-ignore
    // A narrow cell: three metres off lies outside of it, whichever way.
    const cell = again({ ...hall, place: { ...hall.place, walls: box(3.5, -2, 6.5, 2) as never } })
    for (const name of ['Freeze with a camera', 'A way through with a fade'])
      for (const { at } of withThing(name, cell).place.marks) {
        expect(at[0]).toBeGreaterThan(3.5)
        expect(at[0]).toBeLessThan(6.5)
        expect(Math.abs(at[2])).toBeLessThan(2)
      }
  })
  it.each(WHOLE_THINGS.filter(({ isKit }) => !isKit).map(({ name }) => name))(
    '%s, stamped three times, acts each time at its own place',
    async (name) => {
      const made = withThing(name, hall, true)
      const far = [7, 14, 21]
      const stamped = again(patchOf(made, (edit) => stamp(edit, 'z', far.map((x) => shiftedBy(x, 0)))).show) // prettier-ignore
      expect(stamped.zones).toHaveLength(4)
      const kit = stamped.kits.find(({ id }) => id === stamped.zones[0]!.kit)!
      expect(leftAt(stamped, kit, stamped.zones[0]!)).toEqual([])
      for (const [i, x] of [0, ...far].entries()) {
        const zone = stamped.zones[i]!
        for (const rule of kitRulesOf(stamped, zone))
          for (const step of cueAt(stamped, rule.cue, zone)!.steps)
            for (const spot of spotsOf(stamped, zone, step)) expect(Math.abs(spot - (5 + x)), `${name}: ${step.kind}`).toBeLessThan(4) // prettier-ignore
      }
    },
  )
  it('made at a zone of a kit, it is of all its zones', async () => {
    const show = withThing('A prompt at this', withThing('A switch', hall, true), true)
    expect(show.kits).toHaveLength(1)
    expect(show.kits[0]!.rules).toHaveLength(3)
    expect(show.zones[0]!.rules).toEqual([])
  })
})

/** Where along the hall what a step is about stands (m). */
function spotsOf(show: Show, zone: Show['zones'][number], step: Step): number[] {
  const { lights, props, marks } = show.place
  const x = (id: string) =>
    [...lights, ...props, ...marks].find((each) => each.id === id)?.at[0] ??
    middleOf(solidOf(show.zones.find((each) => each.id === id)!.shape))[0]
  switch (step.kind) {
    case 'light':
      return [x(step.light)]
    case 'prop':
    case 'fling':
      return [x(step.prop)]
    case 'prompt':
      return [x(Object.values(step.anchor)[0]!)]
    case 'camera':
      return step.marks.map(({ mark }) => x(mark))
    case 'sound':
    case 'burst':
      return 'prop' in step.where ? [x(step.where.prop)] : step.where.at === 'zone' ? [x(zone.id)] : []
    default:
      return []
  }
}
