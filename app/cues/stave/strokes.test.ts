import { describe, expect, it } from 'vitest'
import { eventsOf, run, walksOf } from '~~/core/engine'
import type { Show } from '~~/core/show'
import { oneRule, SOUND } from '~~/core/testing/small-show'
import { firersOf } from '../edits/firers'
import { placeOf, PREVIEW_WALK, previewShow } from '../preview/preview-show'
import { endOf } from '../kinds/stroke'
import { strokesOf } from '../preview/strokes'
import { stavesOf } from './staves'

const place = { lights: [{ id: 'lamp', name: 'Lamp', kind: 'point', at: [3, 2, 0], candela: 100 }] }
/** A cue as its preview goes, left at a time. */
function previewed(steps: object[], leaves = 5, more: object = {}) {
  const show = oneRule({ chance: 0.1, debounce: 9 }, steps, { show: { place, sounds: [SOUND], ...more } })
  const own = previewShow(show, show.cues[0]!, { leaves, listener: placeOf(show, show.cues[0]!) })
  const played = run(own, walksOf(own, [PREVIEW_WALK]), { seed: 1, length: 12 })
  return { show, own, played, strokes: strokesOf(own as Show, own.cues[0]!, played, leaves) }
}
const bed = { id: 'b', kind: 'bed', sound: SOUND.id }
const dim = { id: 'l', kind: 'light', light: 'lamp', candela: 20, at: 1, hold: 2 }

describe('a cue by itself', () => {
  it('is set off at once, whatever its gates, where it is fired, and left when it is assumed', () => {
    const { show, own, played } = previewed([bed])
    expect(firersOf(show, 'cue').map(({ zone, rule }) => [zone?.id, rule.id])).toEqual([['z', 'r']])
    expect(own.walks[0]!.points[0]!.at).toEqual([3, 0, 0])
    const events = eventsOf(played)
    expect(events.filter(({ kind }) => kind === 'fire')).toHaveLength(2)
    expect(events.find(({ kind }) => kind === 'fire')).toMatchObject({ t: 0, cue: 'cue' })
    expect(events.find(({ kind }) => kind === 'stepEnd')).toMatchObject({ t: 5, step: 'b' })
  })
  it('is left alone by everything else', () => {
    const { own, show } = previewed([bed])
    expect(own.zones.map(({ id }) => id)).not.toContain('z')
    expect(show.zones.map(({ id }) => id)).toEqual(['z'])
  })
})

describe('its strokes', () => {
  it('begin and end as the run has them; what is held until release ends where somebody leaves', () => {
    const { strokes } = previewed([bed, dim])
    const [held, light] = strokes
    expect([held!.from, held!.to, held!.released]).toEqual([0, 5, true])
    expect([light!.from, light!.to, light!.released]).toEqual([1, 3, false])
  })
  it('have what they change as a curve: the lamp from its own light down, and back', () => {
    const { strokes } = previewed([dim])
    const at = (t: number) => strokes[0]!.curve.reduce((a, b) => (Math.abs(b.t - t) < Math.abs(a.t - t) ? b : a)).value
    expect([at(0.5), at(2), at(4)]).toEqual([1, 0.2, 1])
  })
  it('flicker as they are told to, as long as they last', () => {
    const tube = { ...dim, candela: 100, flicker: { pattern: 'tube', rate: 8, depth: 1 } }
    const values = (from: number, to: number) =>
      new Set(
        previewed([tube])
          .strokes[0]!.curve.filter(({ t }) => t > from && t < to)
          .map(({ value }) => value),
      )
    expect(values(1.01, 2.99)).toEqual(new Set([0, 1]))
    expect(values(3.01, 6)).toEqual(new Set([1]))
  })
  it('have their sounds, as long as their files', () => {
    const { strokes } = previewed([{ id: 's', kind: 'sound', sound: SOUND.id, where: { at: 'head' }, at: 0.5 }])
    expect(strokes[0]!.sounds).toMatchObject([{ t: 0.5, seconds: 2, sound: SOUND.id }])
    expect(endOf(strokes[0]!, 12)).toBe(2.5)
  })
  it('that are muted stand where they would begin', () => {
    const { strokes } = previewed([{ ...dim, muted: true }])
    expect(strokes).toMatchObject([{ from: 1, to: undefined, curve: [] }])
  })
  it('lie in the lane of their sense, in the first row in which they lie on no other', () => {
    const again = (id: string, at: number) => ({ ...bed, id, at, hold: 1 })
    const { strokes } = previewed([again('one', 0), again('two', 0.5), again('three', 2), dim])
    const lanes = stavesOf(strokes, 12, () => 0.1)
    expect(lanes.map(({ sense, rows }) => [sense, rows.map((row) => row.map(({ step }) => step.id))])).toEqual([
      ['hear', [['one', 'three'], ['two']]],
      ['light', [['l']]],
      ['picture', []],
      ['hands', []],
      ['world', []],
      ['signals', []],
    ])
  })
})
