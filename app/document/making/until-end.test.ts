import { describe, expect, it } from 'vitest'
import { channelAt, run, walksOf } from '~~/core/engine'
import { patchOf, readShow, type Show } from '~~/core/show'
import { across, point, show as smallShow, walk } from '~~/core/testing/small-show'
import { endsWith, holdUntilEnd, letGoByLeaving } from './until-end'

/** A larger zone that slows whoever is there, and within it one whose cue lasts 6 s. */
const scene = smallShow({
  cues: [
    { id: 'slow', name: 'Slow', steps: [{ id: 'pace', kind: 'freeze', locks: [], pace: 0.5, hold: 'release' }] },
    { id: 'film', name: 'Film', steps: [{ id: 'dark', kind: 'fade', in: 1, stay: 4, out: 1 }] },
  ],
  zones: [
    { id: 'large', name: 'Large', ...across(1, 3), rules: [{ id: 'r', on: { at: 'enter' }, cue: 'slow' }] },
    { id: 'small', name: 'Small', ...across(2, 3), rules: [{ id: 's', on: { at: 'enter' }, cue: 'film' }] },
  ],
  walks: [walk('w', point(0), point(20))],
})
const paceOf = (show: Show) => {
  const made = run(show, walksOf(show, ['w']), { seed: 1 })
  return (t: number) => channelAt(show, made, 'controls', t, 0).pace
}
const held = patchOf(scene, (edit) => holdUntilEnd(edit, 'slow', 'film')).show

describe('what is held until another cue ends', () => {
  it('is held after its body has left, and let go with that end', () => {
    expect(endsWith(held, 'slow')).toBe('film')
    // Slowed from 0.7 s on: the film begins after two metres more at half the pace, when 2.7 s are gone, and ends at 8.7 s.
    expect([2, 8, 9].map(paceOf(held))).toEqual([0.5, 0.5, 1])
    expect([2, 8].map(paceOf(scene))).toEqual([0.5, 1])
  })
  it('can be told of yet another cue, or let go by leaving as before, and leaves nothing behind', () => {
    const more = patchOf(held, (edit) => edit.add(['cues'], { ...held.cues[1]!, id: 'other', name: 'Other', steps: [] })).show // prettier-ignore
    const other = patchOf(more, (edit) => holdUntilEnd(edit, 'slow', 'other')).show
    expect([endsWith(other, 'slow'), other.rules.length]).toEqual(['other', 1])
    expect(other.cues.map(({ name }) => name)).toEqual(['Slow', 'Film', 'Other', 'Slow until Other ends'])
    const back = patchOf(held, (edit) => letGoByLeaving(edit, 'slow')).show
    expect(readShow(JSON.parse(JSON.stringify(back)))).toEqual(scene)
  })
})
