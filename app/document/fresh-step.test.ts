import { describe, expect, it } from 'vitest'
import { eventsOf, run } from '~~/core/engine'
import { readShow, stepKinds, type Show, type Step } from '~~/core/show'
import { show as smallShow, SOUND, across } from '~~/core/testing/small-show'
import { lengthWords } from '~/words/sentences'
import { OFFERED, stepWords } from '~/words/step-kinds'
import { fieldsOf } from '~/desk/step-fields'
import { freshStep } from './fresh-step'

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
const at = (step: Step, path: readonly string[]): unknown =>
  path.reduce<unknown>((value, key) => (value as Record<string, unknown> | undefined)?.[key], step)

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
    it('shows what can be changed of it: what is there, or can be left out', () => {
      for (const field of fieldsOf(step)) {
        const value = at(step, field.path)
        if (field.as === 'choice' && value !== undefined)
          expect(field.options(full).map((option) => option.value)).toContainEqual(value)
        if (field.as === 'range' || field.as === 'hold' || field.as === 'locks') expect(value).toBeDefined()
      }
    })
  })

  it('takes what stands nearest to where it is set off', () => {
    expect(freshStep(full, 'prop', 'a', [4, 0, 0])).toMatchObject({ prop: 'near' })
    expect(freshStep(full, 'prop', 'a', [40, 0, 0])).toMatchObject({ prop: 'far' })
  })
  it('is none where the show lacks what it is about', () => {
    const bare = smallShow({})
    const possible = OFFERED.filter((kind) => freshStep(bare, kind, 'a') !== undefined)
    expect(possible.sort()).toEqual(['atmosphere', 'burst', 'fade', 'freeze', 'level', 'signal'])
  })
})

describe('what a prop does, in words', () => {
  const prop = (more: object) => stepWords(full, { ...freshStep(full, 'prop', 'a', [3, 0, 0])!, ...more } as Step)
  it.each([
    [{}, 'Near turns by 90°'],
    [{ turn: undefined, slide: { by: [3, 4, 0] } }, 'Near slides by 5 m'],
    [{ shown: false }, 'Near turns by 90°, is hidden'],
    [{ turn: undefined, colour: '#ff0000' }, 'Near is tinted'],
    [{ turn: { by: 0, about: [0, 0] } }, 'Near stays'],
  ])('%o', (more, words) => expect(prop(more)).toBe(words))
})
