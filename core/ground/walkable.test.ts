import { describe, expect, it } from 'vitest'
import { readShow } from '../show'
import { walkersOf } from './walkable'

const walk = (id: string, body?: object) => ({ id, name: id, points: [{ at: [0, 0, 0] }], ...(body && { body }) })
const walkers = (...walks: object[]) =>
  walkersOf(
    readShow({ format: 'esvik-show', version: 1, title: 'T', place: {}, player: { radius: 0.3, height: 1.8 }, walks }),
  )
const measures = (found: ReturnType<typeof walkersOf>) => found.map(({ radius, height }) => [radius, height])

describe('who walks', () => {
  it('has the measures of players, or their walk’s own, each once; creatures are none', () => {
    const slim = { kind: 'player', radius: 0.2 }
    const found = walkers(walk('a'), walk('b', slim), walk('c', slim), walk('d', { kind: 'creature', radius: 1 }))
    expect(measures(found)).toEqual([
      [0.3, 1.8],
      [0.2, 1.8],
    ])
  })
  it('is a player as the show has them where no walk has one', () => {
    expect(measures(walkers())).toEqual([[0.3, 1.8]])
  })
})
