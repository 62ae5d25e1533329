import { describe, expect, it } from 'vitest'
import { BrokenRun, run, walksOf, type Loop } from '~~/core/engine'
import { patchOf, type Show } from '~~/core/show'
import { across, show } from '~~/core/testing/small-show'
import { linksOf } from './loop-mends'

function loopOf(made: Show): Loop {
  try {
    run(made, walksOf(made, ['w']), { seed: 1 })
  } catch (error) {
    if (error instanceof BrokenRun && error.loop) return error.loop
  }
  return expect.unreachable('it has an end')
}
/** Each mend of each link by its words, with the show as it is after that. */
const mended = (made: Show) =>
  linksOf(made, loopOf(made)).flatMap(({ mends }) =>
    mends.map((mend) => ({ says: mend.says, after: patchOf(made, (edit) => mend.edit(edit)).show })),
  )

const ring = { id: 's', kind: 'signal', name: 'again' }
const clock = { id: 'a', on: { at: 'clock', seconds: 1 }, cue: 'c' }
const hears = { on: { at: 'signal', name: 'again' }, cue: 'c', busy: 'overlap' }
const cues = [{ id: 'c', name: 'Chime', steps: [ring] }]

describe('what a loop goes round in', () => {
  it.each([
    ['a rule of the show', show({ cues, rules: [clock, { id: 'b', ...hears }] })],
    [
      'a rule of a kit',
      show({
        cues,
        rules: [clock],
        kits: [{ id: 'k', name: 'Kit', rules: [{ id: 'b', ...hears }] }],
        zones: [{ id: 'z', name: 'Z', ...across(0, 3), kit: 'k' }],
      }),
    ],
  ])('is mended where it is: %s', (_, made) => {
    const after = mended(made)
    expect(after.map(({ says }) => says)).toEqual(['At most once', 'Rest 5 s'])
    for (const { after: then } of after) expect(() => run(then, walksOf(then, ['w']), { seed: 1 })).not.toThrow()
  })
  it('two zones that throw somebody back and forth: whoever is put there need not set off what is there', () => {
    const mark = (id: string, x: number) => ({ id, name: id, kind: 'standing', at: [x, 0, 0] })
    const to = (id: string) => ({ id, name: id, steps: [{ id: `m-${id}`, kind: 'move', mark: id, quiet: false }] })
    const zone = (id: string, x: number, cue: string) => ({
      id,
      name: id,
      ...across(x - 1, x + 1),
      rules: [{ id: `r-${id}`, on: { at: 'enter' }, cue, busy: 'overlap', onLeave: 'nothing' }],
    })
    const made = show({
      place: { marks: [mark('west', 3), mark('east', 9)] },
      cues: [to('west'), to('east')],
      zones: [zone('near', 3, 'east'), zone('far', 9, 'west')],
    })
    expect(linksOf(made, loopOf(made)).map(({ zone, cue }) => [zone, cue])).toEqual([
      ['near', 'east'],
      ['far', 'west'],
    ])
    const quiet = mended(made)[0]!
    expect(quiet.says).toBe('Put there without setting off what is there')
    expect(() => run(quiet.after, walksOf(quiet.after, ['w']), { seed: 1 })).not.toThrow()
  })
})
