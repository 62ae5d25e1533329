import { describe, expect, it } from 'vitest'
import { patchOf, readShow, type Step } from '~~/core/show'
import { across, oneRule, show as smallShow } from '~~/core/testing/small-show'
import { aligned, copiesOf, pasted, removeCue, replaceCue } from './cue-edits'

const rule = (id: string, cue: string) => ({ id, on: { at: 'enter' }, cue })
const fade = (id: string, at: number, stay = 1) => ({ id, kind: 'fade', at, in: 0, stay, out: 0 })
/** A cue that is fired by a zone, by a kit and by what a zone says otherwise of that kit, and ended by another. */
const show = smallShow({
  cues: [
    { id: 'boom', name: 'Boom', steps: [fade('boom-1', 0)] },
    { id: 'hush', name: 'Hush', steps: [{ id: 'end', kind: 'stop', cue: 'boom' }, fade('hush-1', 1)] },
  ],
  zones: [
    { id: 'a', name: 'A', ...across(2, 4), rules: [rule('r', 'boom'), rule('s', 'hush')] },
    { id: 'b', name: 'B', ...across(6, 8), kit: 'kit', overrides: { k: { chance: 0.5 }, l: { cue: 'boom' } } },
  ],
  kits: [{ id: 'kit', name: 'Kit', rules: [rule('k', 'boom'), rule('l', 'hush')] }],
})

describe('a cue that is deleted', () => {
  it('goes with the rules that fire it, the steps that end it, and what zones say otherwise of such rules', () => {
    const after = patchOf(show, (edit) => removeCue(edit, 'boom')).show
    expect(after.cues.map(({ id, steps }) => [id, steps.map((step) => step.id)])).toEqual([['hush', ['hush-1']]])
    expect(after.zones[0]!.rules.map(({ id }) => id)).toEqual(['s'])
    expect(after.kits[0]!.rules.map(({ id }) => id)).toEqual(['l'])
    expect(after.zones[1]!.overrides).toEqual({ l: {} })
    expect(() => readShow(JSON.parse(JSON.stringify(after)))).not.toThrow()
  })
  it('can leave all that to another', () => {
    const after = patchOf(show, (edit) => {
      replaceCue(edit, 'boom', 'hush')
      removeCue(edit, 'boom')
    }).show
    expect(after.zones[0]!.rules.map(({ cue }) => cue)).toEqual(['hush', 'hush'])
    expect(after.kits[0]!.rules.map(({ cue }) => cue)).toEqual(['hush', 'hush'])
  })
})

describe('copies of steps', () => {
  it('have ids that none of the show has, each its own', () => {
    const steps = show.cues[0]!.steps
    const made = copiesOf(show, [...steps, ...steps]).map(({ id }) => id)
    expect(new Set([...made, 'boom-1', 'hush-1', 'end']).size).toBe(5)
  })
  it('that are pasted begin as far apart as they did', () => {
    const own = oneRule({}, [fade('x', 2), fade('y', 3.5)])
    expect(pasted(own, own.cues[0]!.steps, 0.7).map(({ at }) => at)).toEqual([0.7, 2.2])
  })
})

describe('steps brought into line', () => {
  const steps = oneRule({}, [fade('x', 1, 2), fade('y', 2, 0.5), fade('z', 5)]).cues[0]!.steps
  const ends = steps.map((step) => ({ step, end: step.at + (step as Extract<Step, { kind: 'fade' }>).stay }))
  it.each([
    ['starts', [1, 1, 1]],
    ['ends', [4, 5.5, 5]],
    ['row', [1, 3, 3.5]],
  ] as const)('%s', (by, expected) => {
    expect(['x', 'y', 'z'].map((id) => aligned(ends, by).get(id))).toEqual(expected)
  })
})
