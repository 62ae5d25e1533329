import { describe, expect, it } from 'vitest'
import { run, walksOf, eventsOf, channelAt } from '~~/core/engine'
import { patchOf, readShow, type Show, type Step } from '~~/core/show'
import { turnedRound } from './turned-round'
import { wayOut } from './way-out'

const door = { id: 'door', name: 'Door', kind: 'box', at: [3, 0, 0], size: [1, 2, 0.1], colour: '#ffffff' }
const lamp = { id: 'lamp', name: 'Lamp', kind: 'point', at: [0, 2, 0], candela: 80, colour: '#ffffff' }
const made = (steps: object[]): Show =>
  readShow({
    format: 'esvik-show',
    version: 1,
    title: 'Out',
    place: { props: [door], lights: [lamp] },
    flags: [{ id: 'seen', name: 'Seen', start: false }, { id: 'count', name: 'Count', start: 0 }],
    sounds: [{ id: 'creak', name: 'Creak', asset: 'ab'.repeat(32), seconds: 1 }],
    cues: [{ id: 'open', name: 'Open', steps }],
    zones: [{ id: 'z', name: 'Z', shape: { kind: 'box', at: [3, 0, 0], size: [2, 2, 4] }, rules: [{ id: 'r', on: { at: 'enter' }, cue: 'open' }] }],
    walks: [{ id: 'w', name: 'W', points: [{ at: [0, 0, 0], pace: 1 }, { at: [20, 0, 0] }] }],
  }) // prettier-ignore
/** The show with the way out of its rule. */
function withWayOut(show: Show): Show {
  const out = wayOut(show, show.zones[0]!.rules[0]!)!
  return patchOf(show, (edit) => {
    edit.add(['cues'], out.cue)
    edit.add(['zones', 'z', 'rules'], out.rule)
  }).show
}
const kept = { hold: 'keep' }

describe('the way out of a rule', () => {
  it('takes back what stays, has places for sounds, and leaves out what goes back by itself', () => {
    const show = withWayOut(
      made([
        { id: 'turn', kind: 'prop', prop: 'door', turn: { by: 90 }, ...kept },
        { id: 'dim', kind: 'light', light: 'lamp', candela: 5, ...kept },
        { id: 'red', kind: 'light', light: 'lamp', colour: '#ff0000', hold: 'release' },
        { id: 'creak', kind: 'sound', sound: 'creak', where: { at: 'prop', prop: 'door' } },
        { id: 'flash', kind: 'fade', in: 0.1, stay: 0.1, out: 0.1 },
        { id: 'seen', kind: 'flag', flag: 'seen', set: true },
      ]),
    )
    expect(show.cues[1]).toMatchObject({ name: 'Open, way out' })
    expect(show.cues[1]!.steps.map(({ kind, muted }) => [kind, muted])).toEqual([
      ['prop', false],
      ['light', false],
      ['sound', true],
      ['flag', false],
    ])
    const result = run(show, walksOf(show, ['w']), { seed: 1 })
    const at = (t: number) => [channelAt(show, result, 'prop:door', t, 0).turn, channelAt(show, result, 'light:lamp', t, 0).candela] // prettier-ignore
    expect([at(1), at(2), at(5)]).toEqual([[0, 80], [90, 5], [0, 80]]) // prettier-ignore
  })
  it('is heard on leaving, and only where the first had fired', () => {
    const show = made([{ id: 'red', kind: 'light', light: 'lamp', colour: '#ff0000', hold: 'release' }])
    const fired = (show: Show) =>
      eventsOf(run(show, walksOf(show, ['w']), { seed: 1 })).flatMap((e) => (e.kind === 'fire' ? [[e.cue, Math.round(e.t * 10) / 10]] : [])) // prettier-ignore
    expect(fired(withWayOut(show))).toEqual([['open', 1.7], ['open-way-out', 4.3]]) // prettier-ignore
    const never = patchOf(show, (e) => e.set(['zones', 'z', 'rules', 'r', 'chance'], 0)).show
    expect(fired(withWayOut(never))).toEqual([])
  })
})

describe('a step turned round', () => {
  const round = (step: object): Step | undefined => {
    const show = made([{ id: 's', ...step }])
    return turnedRound(show, show.cues[0]!.steps[0]!)
  }
  it('takes back what it did', () => {
    expect(round({ kind: 'prop', prop: 'door', slide: { by: [1, 0, -2] }, ...kept })).toMatchObject({ slide: { by: [-1, 0, 2] } }) // prettier-ignore
    expect(round({ kind: 'flag', flag: 'count', add: 2 })).toMatchObject({ add: -2 })
    expect(round({ kind: 'zone', zone: 'z', enabled: false })).toMatchObject({ enabled: true })
    expect(round({ kind: 'freeze', locks: [], pace: 0.5, ...kept })).toMatchObject({ pace: 1 })
    expect(round({ kind: 'level', bus: 'bed', gain: -12, ...kept })).toMatchObject({ gain: 0 })
  })
  it('is none where it goes back by itself, or can’t be taken back', () => {
    expect(round({ kind: 'freeze', locks: ['walk'], hold: 2 })).toBeUndefined()
    expect(round({ kind: 'freeze', locks: ['walk'], ...kept })).toBeUndefined()
    expect(round({ kind: 'signal', name: 'go' })).toBeUndefined()
  })
})
