import { describe, expect, it } from 'vitest'
import { completeStep, type Cue, type Rule, type Show, type Step } from '~~/core/show'
import { oneRule, SOUND } from '~~/core/testing/small-show'
import { cautionsOf } from './cautions'

const lamp = { id: 'lamp', name: 'Lamp', kind: 'point', at: [3, 2, 0], candela: 100 }
const carried = { ...lamp, id: 'hand', name: 'Lantern', tiedTo: { player: true } }
function said(steps: object[], shown: { lasted?: number; darkest?: number } = {}, rule: object = {}): string {
  const show: Show = oneRule(
    rule,
    steps.map((step, i) => ({ id: `s-${i}`, ...step })),
    {
      show: {
        place: { lights: [lamp, carried], marks: [{ id: 'eye', name: 'Eye', kind: 'camera', at: [0, 2, 0] }] },
        sounds: [SOUND],
      },
    },
  )
  const cue: Cue = show.cues[0]!
  const rules: Rule[] = show.zones[0]!.rules
  return cautionsOf(show, cue, cue.steps[0]!, rules, { lasted: undefined, ...shown })
    .map(({ says }) => says)
    .join(' ')
}
const freeze = { kind: 'freeze', locks: ['walk'] }
const dim = { kind: 'light', light: 'lamp', candela: 2, hold: 2 }

describe('what misleads is said', () => {
  it('a bed as long as a cue in which nothing takes time', () => {
    const bed = { kind: 'bed', sound: SOUND.id, hold: 'cue' }
    expect(said([bed], { lasted: 0 })).toContain('0 s')
    expect(said([bed], { lasted: 4 })).toBe('')
  })
  it('a move into a zone that it doesn’t set off', () => {
    const move = (quiet: boolean, at = [3, 0, 0]) => {
      const show = oneRule({}, [{ id: 'm', kind: 'move', mark: 'there', quiet }], {
        show: { place: { marks: [{ id: 'there', name: 'There', kind: 'standing', at }] } },
      })
      return cautionsOf(show, show.cues[0]!, show.cues[0]!.steps[0]!, [], undefined)
    }
    expect(move(true).map(({ says }) => says)).toEqual(['Whoever is put there is in Zone, and sets nothing off.'])
    expect(move(false)).toEqual([])
    expect(move(true, [9, 0, 0])).toEqual([])
  })
  it('a freeze for good', () => {
    expect(said([{ ...freeze, hold: 'keep' }])).toContain('nothing gives this back')
    expect(said([{ ...freeze, hold: 2 }])).toBe('')
    expect(said([{ kind: 'freeze', locks: [], pace: 0.5, hold: 'keep' }])).toMatch(/^Slowed for good/)
  })
  it('a key that no rule waits for', () => {
    const board = (key: string, on: object) =>
      said([{ kind: 'prompt', text: 'Open', key, anchor: { mark: 'eye' } }], {}, { on })
    expect(board('F', { at: 'enter' })).toBe('Nobody hears the key F: no rule waits for it.')
    expect(board('F', { at: 'use' })).toContain('Nobody hears the key F')
    expect(board('F', { at: 'use', key: 'F' })).toBe('')
  })
  it('how dark it really gets, and whose light stays', () => {
    expect(said([dim], { darkest: 37 })).toMatch(/37 lx stay.*Lantern/)
    expect(said([dim], { darkest: 0 })).toBe('')
    expect(said([{ ...dim, light: 'hand' }], { darkest: 37 })).not.toContain('Lantern')
  })
  it('what never gets there', () => {
    expect(said([{ ...dim, ramp: { seconds: 3 } }])).toContain('takes 3 s and lasts 2 s')
    expect(said([{ kind: 'bed', sound: SOUND.id, fadeIn: 5, hold: 2 }])).toContain('swells for 5 s')
  })
  it('what changes nothing yet', () => {
    expect(said([{ kind: 'light', light: 'lamp' }])).toContain('changes nothing yet')
    expect(said([{ kind: 'atmosphere' }])).toContain('changes nothing yet')
    expect(said([dim])).toBe('')
  })
  it('a picture taken away from whoever walks on', () => {
    const cut = { kind: 'camera', marks: [{ mark: 'eye', stay: 2 }], at: 1 }
    expect(said([cut])).toContain('walks on')
    expect(said([cut, { ...freeze, hold: 4 }])).toBe('')
    expect(said([cut, { ...freeze, hold: 4, at: 2 }])).toContain('walks on')
  })
  it('what waits for a release that no rule gives', () => {
    const bed = { kind: 'bed', sound: SOUND.id, hold: 'release' }
    expect(said([bed], {}, { onLeave: 'nothing' })).toContain('goes on')
    expect(said([bed])).toBe('')
  })
  it('more flashes than the show wishes for', () => {
    expect(said([{ ...dim, flicker: { pattern: 'tube', rate: 8, depth: 0.5 } }])).toContain('8 times a second')
    expect(said([{ ...dim, flicker: { pattern: 'tube', rate: 2, depth: 0.5 } }])).toBe('')
  })
  it('with a mend that takes it away', () => {
    const step = completeStep({ ...{ locks: ['walk'], hold: 'keep' }, id: 's', kind: 'freeze' }) as Step
    const show = oneRule({}, [step])
    const [caution] = cautionsOf(show, show.cues[0]!, step, [], undefined)
    const put: unknown[] = []
    caution!.mend!.put((way, value) => put.push([way, value]))
    expect(put).toEqual([['hold', 2]])
  })
})
