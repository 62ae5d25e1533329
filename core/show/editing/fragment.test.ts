import { describe, expect, it } from 'vitest'
import { fragmentOf, paste, patchOf, readShow, withParts, writeShow, type Listed, type Pasting, type Show } from '..'

const lamp = (id: string, x: number) => ({ id, name: id, kind: 'point', at: [x, 2, 0], candela: 3 })
const box = (x: number) => ({ kind: 'box', at: [x, 0, 0], size: [1, 2, 1] })
const ASSET = 'ab'.repeat(32)
/** A switch with its lamp as a kit, a bell with a sound, a door whose zone goes with it. */
const show = readShow({
  format: 'esvik-show',
  version: 1,
  title: 'Works',
  place: {
    lights: [lamp('lamp', 1), lamp('other', 9)],
    props: [{ id: 'door', name: 'Door', kind: 'box', at: [4, 0, 0], size: [1, 2, 0.1] }],
  },
  flags: [{ id: 'lit', name: 'Lit', start: false }],
  sounds: [{ id: 'bell', name: 'Bell', asset: ASSET, seconds: 2 }],
  cues: [
    {
      id: 'on',
      name: 'Light on',
      steps: [{ id: 'on-light', kind: 'light', light: 'part:lamp', on: true, hold: 'keep' }],
    },
    { id: 'ring', name: 'Ring', steps: [{ id: 'ring-bell', kind: 'sound', sound: 'bell', where: { at: 'head' } }] },
  ],
  kits: [
    {
      id: 'switch-kit',
      name: 'Switch',
      parts: [{ id: 'lamp', name: 'Lamp', is: 'light' }],
      rules: [{ id: 'press', on: { at: 'use' }, cue: 'on' }],
    },
  ],
  zones: [
    {
      id: 'switch',
      name: 'Switch',
      shape: box(1),
      kit: 'switch-kit',
      parts: { lamp: 'lamp' },
      overrides: { press: { chance: 0.5 } },
    },
    { id: 'bell-zone', name: 'Bell', shape: box(3), rules: [{ id: 'ring-it', on: { at: 'enter' }, cue: 'ring' }] },
    { id: 'by-door', name: 'By the door', shape: box(0), tiedTo: { prop: 'door' } },
  ],
})
const empty = readShow({ format: 'esvik-show', version: 1, title: 'Elsewhere', place: {} })
const zone = (id: string): Listed => ({ list: 'zones', id })

function pasted(into: Show, things: Listed[], how: Pasting, from = show) {
  const all = withParts(from, things)
  let result!: ReturnType<typeof paste>
  const { show: after } = patchOf(into, (edit) => (result = paste(edit, fragmentOf(from, all), all, how)))
  return { ...result, after: readShow(JSON.parse(writeShow(after))) }
}

describe('a fragment of a show', () => {
  it('is a show of the things and all that they need, and nothing else', () => {
    const bell = fragmentOf(show, [zone('bell-zone')])
    expect(readShow(JSON.parse(writeShow(bell)))).toEqual(bell)
    expect([bell.zones, bell.cues, bell.sounds, bell.place.lights, bell.kits].map((list) => list.length)).toEqual([
      1, 1, 1, 0, 0,
    ])
    const press = fragmentOf(show, withParts(show, [zone('switch')]))
    expect(press.place.lights.map(({ id }) => id)).toEqual(['lamp'])
    expect([press.kits.length, press.cues[0].id, press.sounds.length]).toEqual([1, 'on', 0])
  })

  it('comes into another show with everything, under the names that it had', () => {
    const { after, made } = pasted(empty, [zone('switch'), zone('bell-zone')], { isOwn: false })
    expect(after.zones).toEqual([show.zones[0], show.zones[1]])
    expect(after.cues.map(({ id }) => id)).toEqual(['on', 'ring'])
    expect(made[0]).toEqual(zone('switch'))
  })
  it('a second time: what is alike is there already, what is copied gets a name of its own', () => {
    const once = pasted(empty, [zone('switch'), zone('bell-zone')], { isOwn: false }).after
    const { after, added } = pasted(once, [zone('switch'), zone('bell-zone')], { isOwn: false })
    expect(added.map(({ list, id }) => `${list} ${id}`)).toEqual([
      'lights lamp-2',
      'zones switch-2',
      'zones bell-zone-2',
    ])
    expect(after.zones.at(-2)).toMatchObject({ name: 'Switch 2', parts: { lamp: 'lamp-2' }, kit: 'switch-kit' })
    expect(after.zones.at(-1)!.rules[0].id).toBe('ring-it-2')
  })
  it('where a thing of the same id is another, what names it is another too', () => {
    const other = readShow({
      ...show,
      flags: [],
      sounds: [{ id: 'gong', name: 'Gong', asset: ASSET, seconds: 2 }],
      cues: [
        { ...show.cues[0], name: 'On!' },
        { id: 'ring', name: 'Rings otherwise', steps: [] },
      ],
    })
    const { after } = pasted(other, [zone('switch'), zone('bell-zone')], { isOwn: false })
    const [press, bell] = after.zones.slice(-2)
    expect(press.kit).toBe('switch-kit-2')
    expect(after.kits.at(-1)).toMatchObject({ name: 'Switch 2', rules: [{ id: 'press-2', cue: 'on-2' }] })
    expect(press.overrides).toEqual({ 'press-2': { chance: 0.5 } })
    expect(after.cues.find(({ id }) => id === bell.rules[0].cue)!.steps[0]).toMatchObject({ sound: 'gong', id: 'ring-bell' }) // prettier-ignore
    expect(after.sounds).toHaveLength(1)
  })
  it('in its own show needs nothing again, even if that has changed since', () => {
    const changed = patchOf(show, (edit) => edit.set(['cues', 'ring', 'name'], 'Ring twice')).show
    const { after, added } = pasted(changed, [zone('bell-zone'), { list: 'props', id: 'door' }, zone('by-door')], {
      isOwn: true,
    })
    expect(added.map(({ id }) => id)).toEqual(['door-2', 'bell-zone-2', 'by-door-2'])
    expect(after.zones.at(-1)!.tiedTo).toEqual({ prop: 'door-2' })
    expect(after.zones.at(-2)!.rules[0].cue).toBe('ring')
  })
  it('brings back a thing as it was, with what has gone since', () => {
    const later = patchOf(show, (edit) => {
      edit.remove(['zones', 'bell-zone', 'rules', 'ring-it'])
      edit.remove(['cues', 'ring'])
      edit.set(['zones', 'bell-zone', 'rim'], 0.9)
    }).show
    const things = [zone('bell-zone')]
    const { after, added } = pasted(later, things, { isOwn: true, replaces: true })
    expect(after.zones[1]).toEqual(show.zones[1])
    expect(added).toEqual([{ list: 'cues', id: 'ring' }])
    const gone = patchOf(show, (edit) => edit.remove(['zones', 'bell-zone'])).show
    expect(pasted(gone, things, { isOwn: true, replaces: true }).after.zones.at(-1)).toEqual(show.zones[1])
  })
})
