import { describe, expect, it } from 'vitest'
import { prepare } from '../engine'
import { completePopulation, type Show } from '../show'
import { oneRule, point, walk } from '../testing/small-show'
import { seenFirsts, seenTally } from '.'

/** Who goes just as the walk does. */
const plain = completePopulation({
  id: 'plain',
  name: 'Plain',
  pace: [1, 1],
  pauses: [1, 1],
  start: [0, 0],
  aside: 0,
  turnsBack: 0,
})
const prop = (at: [number, number, number]) => ({ id: 'p', name: 'P', kind: 'box', at, size: [1, 1, 1] })
/** A cue that turns a prop, somewhere, as somebody goes by from left to right. */
const turning = (at: [number, number, number], more = {}): Show =>
  oneRule({}, [{ id: 's', kind: 'prop', prop: 'p', colour: '#ff0000' }], {
    show: {
      place: { props: [prop(at)], lights: [{ id: 'l', name: 'L', kind: 'point', at: [6, 3, 0], candela: 2000, reach: 60 }], ...more }, // prettier-ignore
      walks: [walk('w', point(0), point(12))],
      populations: [plain],
    },
  })
const setOut = { walks: ['w'], population: 'plain' }
const seenOf = async (show: Show) => {
  await prepare(show)
  return seenFirsts(show, setOut, 1)
}

describe('what a walker sees of a cue as it plays first', () => {
  it('is what stands ahead, from when the cue begins', async () => {
    const [seen] = await seenOf(turning([10, 1, 0]))
    expect(seen).toMatchObject({ cue: 0, walker: 1 })
    expect(seen.unseen).toBeUndefined()
    expect(seen.t).toBeGreaterThan(0)
  })
  it('is nothing of what stands behind, with the reason', async () => {
    expect((await seenOf(turning([-6, 1, 0]))).map(({ unseen }) => unseen)).toEqual(['outside'])
  })
  it('is told of no cue that is only heard or felt', async () => {
    const show = oneRule({}, [{ id: 'f', kind: 'fade', in: 0.5, stay: 0.5, out: 0.5 }], { show: { populations: [plain] } }) // prettier-ignore
    expect(await seenOf(show)).toEqual([])
  })
})

describe('what many see of a cue', () => {
  it('is how many of those who met it, and the reasons of the others with the first walker of each', () => {
    const all = [
      { cue: 0, walker: 1, t: 3 },
      { cue: 0, walker: 2, t: 4, unseen: 'outside' as const },
      { cue: 1, walker: 2, t: 5 },
      { cue: 0, walker: 3, t: 6, unseen: 'dark' as const },
      { cue: 0, walker: 4, t: 7, unseen: 'dark' as const },
    ]
    expect(seenTally(all, 0)).toEqual({
      seen: 1,
      of: 4,
      unseen: [
        { why: 'dark', count: 2, walker: 3, t: 6 },
        { why: 'outside', count: 1, walker: 2, t: 4 },
      ],
    })
  })
})
