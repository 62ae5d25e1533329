import { describe, expect, it } from 'vitest'
import { patchOf, readShow, stepKinds, type Show, type Step, type StepKind } from '~~/core/show'
import { SOUND } from '~~/core/testing/small-show'
import { full, leaves, WHOLE, withSteps } from '~~/core/testing/whole-steps'
import { stepWords } from '~/words/step-kinds'
import { lengthsOf } from './lengths'
import { putInStep } from './step-pieces'
import type { SentencePart } from '~/sentence/pieces'
import { sentenceOf } from './step-sheets'

const partsOf = (show: Show, step: Step): SentencePart[] =>
  sentenceOf(show, show.cues[0]!, step).filter((piece): piece is SentencePart => typeof piece !== 'string')

const KINDS = Object.keys(stepKinds) as StepKind[]
/** What has no part of its own in the sentence: what a step is, and what its row's button does. */
const ELSEWHERE = ['id', 'kind', 'muted']

describe('the sentence of a step', () => {
  it.each(KINDS)('has a part for every field that the format gives a %s', (kind) => {
    const show = withSteps(kind, WHOLE[kind])
    const ways = show.cues[0]!.steps.flatMap((step) => partsOf(show, step)).map(({ way }) => way)
    const wanted = new Set(leaves(stepKinds[kind]).filter((leaf) => !ELSEWHERE.includes(leaf)))
    const isReached = (leaf: string) => ways.some((path) => leaf === path || leaf.startsWith(`${path}.`))
    expect([...wanted].filter((leaf) => !isReached(leaf))).toEqual([])
  })

  it.each(KINDS)('of a %s reads as words, whatever it says', (kind) => {
    const show = withSteps(kind, WHOLE[kind])
    for (const step of show.cues[0]!.steps) {
      const names = partsOf(show, step).map(({ name }) => name)
      expect(new Set(names).size).toBe(names.length)
      for (const part of partsOf(show, step))
        if (part.as === 'choice') expect(part.options.map(({ value }) => value)).toContainEqual(part.value)
      const words = sentenceOf(show, show.cues[0]!, step).map((piece) => (typeof piece === 'string' ? piece : 'X'))
      expect(words.join('')).not.toMatch(/undefined|NaN|\[object/)
    }
  })

  it.each(KINDS)('of a %s leaves a show that can be read, whatever is chosen in it', (kind) => {
    const show = withSteps(kind, WHOLE[kind])
    let chosen = 0
    for (const step of show.cues[0]!.steps)
      for (const part of partsOf(show, step)) {
        if (part.as !== 'choice') continue
        for (const { value } of part.options) {
          const made = patchOf(show, (edit) => {
            const put = putInStep(edit, 'cue', step.id)
            if (part.choose) part.choose(put, value, edit)
            else put(part.way, value as never)
          })
          // A pool or a sound, a set or an add: what is read again is a whole show.
          expect(() => readShow(JSON.parse(JSON.stringify(made.show)))).not.toThrow()
          chosen++
        }
      }
    if (kind !== 'fade' && kind !== 'freeze' && kind !== 'signal') expect(chosen).toBeGreaterThan(0)
  })

  it('offers camera marks alone for a picture to go to', () => {
    const show = withSteps('camera', WHOLE.camera)
    const stops = partsOf(show, show.cues[0]!.steps[0]!).find(({ as }) => as === 'stops')
    expect(stops).toMatchObject({ value: [{ mark: 'eye' }, { mark: 'far' }] })
  })
  it('turns a door about its hinge once it is told to, and slides one that slides by its width', () => {
    const told = (name: string, more: object = {}) => {
      const show = withSteps('prop', [{ prop: 'door' }])
      const door = { ...show.place.props[0]!, ...more }
      const own = { ...show, place: { ...show.place, props: [door] } }
      const [step] = own.cues[0]!.steps
      const part = partsOf(own, step!).find((each) => each.name === name)
      if (part?.as !== 'choice') throw new Error('no such part')
      return patchOf(own, (edit) => part.choose!(putInStep(edit, 'cue', step!.id), true, edit)).show.cues[0]!.steps[0]
    }
    expect(told('Turns')).toMatchObject({ turn: { by: -90, about: [0.5, 0] } })
    expect(told('Turns', { hinge: 'left' })).toMatchObject({ turn: { by: 90, about: [-0.5, 0] } })
    expect(told('Slides', { hinge: 'slides' })).toMatchObject({ slide: { by: [1, 0, 0] } })
    expect(told('Slides', { form: 'lamp' })).toMatchObject({ slide: { by: [0, 0, 0] } })
  })
  it('offers the parts of the kit that alone fires its cue, by what they are called', () => {
    const show = readShow({
      ...full,
      zones: full.zones.map((zone) => ({ ...zone, rules: [], kit: 'kit', parts: { own: 'lamp' } })),
      kits: [
        {
          id: 'kit',
          name: 'Kit',
          parts: [{ id: 'own', name: 'Lantern', is: 'light' }],
          rules: [{ id: 'r', on: { at: 'enter' }, cue: 'cue' }],
        },
      ],
      cues: [{ ...full.cues[0]!, steps: [{ id: 's', kind: 'light', light: 'part:own', on: true }] }, full.cues[1]!],
    })
    const light = partsOf(show, show.cues[0]!.steps[0]!).find(({ name }) => name === 'Light')
    if (light?.as !== 'choice') throw new Error('no such part')
    expect(light.options.map(({ words }) => words)).toEqual(['its Lantern', 'Lamp'])
    expect(stepWords(show, show.cues[0]!.steps[0]!)).toBe('its Lantern on')
  })
})

describe('the lengths a step may need', () => {
  const lengths = (steps: object[]) => {
    const show = readShow({
      ...full,
      cues: [{ ...full.cues[0]!, steps: steps.map((step, i) => ({ id: `s-${i}`, ...step })) }, full.cues[1]!],
    })
    return lengthsOf(show, show.cues[0]!, show.cues[0]!.steps[0]!).map(({ seconds }) => seconds)
  }
  const dim = { kind: 'light', light: 'lamp', candela: 1, at: 0.5, ramp: { seconds: 0.8 }, hold: 'cue' }
  it('are its own change, and what is left till others are over', () => {
    const thud = { kind: 'sound', sound: SOUND.id, where: { at: 'head' }, at: 1 }
    expect(lengths([dim, thud, { kind: 'fade', in: 1, stay: 1, out: 2 }])).toEqual([0.8, 2.5, 3.5])
  })
  it('leave out what is over before it begins, what is muted, and what somebody else ends', () => {
    const flash = { kind: 'fade', in: 0.1, stay: 0.1, out: 0.1 }
    expect(
      lengths([dim, flash, { ...flash, at: 9, muted: true }, { kind: 'bed', sound: SOUND.id, hold: 'release' }]),
    ).toEqual([0.8])
  })
})
