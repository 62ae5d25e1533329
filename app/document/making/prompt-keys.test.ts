import { expect, it } from 'vitest'
import { patchOf, type Show } from '~~/core/show'
import { across, show as smallShow } from '~~/core/testing/small-show'
import { freshStep } from './fresh-step'
import { keysWhere, tellKey } from './prompt-keys'

const board = (id: string) => ({ id, name: id, steps: [{ id: `${id}-board`, kind: 'prompt', text: 'Ring', key: 'E', anchor: { prop: 'bell' } }] }) // prettier-ignore
const home = (id: string, ...keys: string[]) => ({
  id,
  name: id,
  ...across(1, 3),
  rules: [
    { id: `${id}-enter`, on: { at: 'enter' }, cue: `${id}-board` },
    ...keys.map((key) => ({ id: `${id}-${key.toLowerCase()}`, on: { at: 'use', key }, cue: 'ring' })),
  ],
})
const scene = smallShow({
  place: { props: [{ id: 'bell', name: 'Bell', kind: 'box', at: [2, 0, 0], size: [1, 1, 1] }] },
  cues: [board('a-board'), board('b-board'), { id: 'ring', name: 'Ring', steps: [] }],
  zones: [home('a', 'E'), home('b', 'E', 'F')],
})
const keyOf = ({ cues }: Show, cue: string) => {
  const step = cues.find(({ id }) => id === cue)!.steps[0]!
  return step.kind === 'prompt' ? step.key : undefined
}

it('a board tells the key that is heard where it hangs, also a fresh one', () => {
  expect(keysWhere(scene, 'b-board')).toEqual(['E', 'F'])
  const other = patchOf(scene, (edit) => edit.set(['zones', 'a', 'rules', 'a-e', 'on'], { at: 'use', key: 'Q' })).show
  expect(freshStep(other, 'prompt', 'p', undefined, 'a-board')).toMatchObject({ key: 'Q' })
})
it('a rule that hears another key has its board say so, unless the old one is still heard there', () => {
  const heard = (zone: string, rule: string) =>
    patchOf(scene, (edit) => {
      edit.set(['zones', zone, 'rules', rule, 'on'], { at: 'use', key: 'Q' })
      tellKey(edit, [zone], 'E', 'Q')
    }).show
  expect([keyOf(heard('a', 'a-e'), 'a-board'), keyOf(heard('a', 'a-e'), 'b-board')]).toEqual(['Q', 'E'])
  const both = patchOf(scene, (edit) => tellKey(edit, ['b'], 'E', 'Q')).show
  expect(keyOf(both, 'b-board')).toBe('E')
})
