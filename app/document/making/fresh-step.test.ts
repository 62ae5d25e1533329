import { describe, expect, it } from 'vitest'
import { eventsOf, run, stateAt } from '~~/core/engine'
import { readShow, stepKinds, type Show, type Step } from '~~/core/show'
import { show as smallShow, SOUND, across } from '~~/core/testing/small-show'
import { lengthWords } from '~/words/step-lengths'
import { OFFERED, stepWords } from '~/words/step-kinds'
import { freshStep, wantOf } from './fresh-step'

/** A show that has one of everything a step can be about. */
const full = smallShow({
  place: {
    props: [
      { id: 'far', name: 'Far', kind: 'box', at: [50, 0, 0], size: [1, 1, 1] },
      { id: 'near', name: 'Near', kind: 'box', at: [3, 0, 0], size: [1, 1, 1] },
    ],
    lights: [{ id: 'lamp', name: 'Lamp', kind: 'point', at: [3, 2, 0], candela: 10 }],
    marks: [
      { id: 'spot', name: 'Spot', kind: 'standing', at: [1, 0, 0] },
      { id: 'eye', name: 'Eye', kind: 'camera', at: [0, 3, 0] },
    ],
  },
  flags: [{ id: 'lit', name: 'Lit', start: false }],
  sounds: [SOUND],
  pools: [{ id: 'pool', name: 'Pool', sounds: [{ sound: SOUND.id }] }],
  cues: [{ id: 'cue', name: 'Cue', steps: [] }],
  zones: [
    { id: 'z', name: 'Zone', ...across(2, 4), rules: [{ id: 'r', on: { at: 'enter' }, cue: 'cue' }] },
    { id: 'other', name: 'Other', ...across(12, 14) },
  ],
})
const withStep = (step: Step): Show => readShow({ ...full, cues: [{ ...full.cues[0]!, steps: [step] }] })

describe('a fresh step', () => {
  it('can be of every kind', () => expect([...OFFERED].sort()).toEqual(Object.keys(stepKinds).sort()))

  describe.each(OFFERED)('%s', (kind) => {
    const step = freshStep(full, kind, 'fresh', [3, 0, 0])!
    it('fits the show, is run and logged', () => {
      const made = withStep(step)
      const events = eventsOf(run(made, made.walks, { seed: 1, length: 60, withoutFlights: true }))
      expect(events.some((event) => event.kind === 'step' && event.of === kind)).toBe(true)
    })
    it('says what it does and for how long', () => {
      expect(stepWords(full, step)).not.toMatch(/^$|undefined|NaN/)
      expect(lengthWords(full, step)).toMatch(/^(for|until|at once)/)
    })
  })

  it('takes what stands nearest to where it is set off', () => {
    expect(freshStep(full, 'prop', 'a', [4, 0, 0])).toMatchObject({ prop: 'near' })
    expect(freshStep(full, 'prop', 'a', [40, 0, 0])).toMatchObject({ prop: 'far' })
  })
  it('does no harm: a light, an atmosphere, a bus, a prop stay as they are until they are told to change', () => {
    for (const kind of ['light', 'atmosphere', 'level', 'prop', 'zone', 'drift'] as const) {
      const made = withStep(freshStep(full, kind, 'fresh', [3, 0, 0])!)
      const played = run(made, made.walks, { seed: 1, length: 20, withoutFlights: true })
      const [before, after] = [stateAt(made, played, -1), stateAt(made, played, 4)]
      expect([kind, after.channels, after.players, after.zones]).toEqual([
        kind,
        before.channels,
        { w: { ...before.players.w, camera: expect.anything() } },
        before.zones,
      ])
    }
  })
  it('sounds what was brought in last, as long as nothing uses it', () => {
    const more = { ...full, sounds: [...full.sounds, { ...full.sounds[0]!, id: 'own', name: 'Own' }] }
    expect(freshStep(more, 'sound', 'a')).toMatchObject({ sound: 'own' })
    const used = readShow({ ...more, pools: [...more.pools, { id: 'q', name: 'Q', sounds: [{ sound: 'own' }] }] })
    expect(freshStep(used, 'sound', 'a')).toMatchObject({ sound: SOUND.id })
  })
  it('never ends its own cue', () => {
    expect(freshStep(full, 'stop', 'a', undefined, 'cue')).toBeUndefined()
    expect(wantOf(full, 'stop', 'cue')).toBe('cue')
  })
  it('is none where the show lacks what it is about', () => {
    const bare = smallShow({})
    const possible = OFFERED.filter((kind) => freshStep(bare, kind, 'a') !== undefined)
    expect(possible.sort()).toEqual(['atmosphere', 'burst', 'fade', 'freeze', 'level', 'signal'])
    const wants = OFFERED.filter((kind) => !possible.includes(kind)).map((kind) => wantOf(bare, kind))
    expect(wants).not.toContain(undefined)
  })
})

describe('what a prop does, in words', () => {
  const prop = (more: object) => stepWords(full, { ...freshStep(full, 'prop', 'a', [3, 0, 0])!, ...more } as Step)
  it.each([
    [{}, 'Near stays'],
    [{ turn: { by: 90, about: [0, 0] } }, 'Near turns by 90°'],
    [{ slide: { by: [3, 4, 0] } }, 'Near slides by 5 m'],
    [{ turn: { by: 90, about: [0, 0] }, shown: false }, 'Near turns by 90°, is hidden'],
    [{ colour: '#ff0000' }, 'Near is tinted'],
    [{ turn: { by: 0, about: [0, 0] } }, 'Near stays'],
  ])('%o', (more, words) => expect(prop(more)).toBe(words))
})
