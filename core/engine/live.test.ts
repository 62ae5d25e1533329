import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anyShow } from '../testing/random-show'
import { comparable, replayed, settled, stopsOnEdge, type Replay } from '../testing/replay'
import { lines, oneRule, point, show as small, walk } from '../testing/small-show'
import { createRun, eventsOf, positionAt, run, RunError, type LivePose, type RunEvent } from '.'

const REPLAY: Replay = { seed: 5, length: 40 }

describe('a live run', () => {
  it('gives the log of the same way in whole, whatever the pieces it is told in', () => {
    let [tried, compared] = [0, 0]
    fc.assert(
      fc.property(
        anyShow,
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 1, maxLength: 60 }),
        (made, cuts) => {
          tried++
          const show = comparable(made)
          let offline: RunEvent[]
          try {
            offline = eventsOf(run(show, show.walks, REPLAY))
          } catch (error) {
            if (error instanceof RunError) return
            throw error
          }
          if (stopsOnEdge(offline)) return
          compared++
          const live = settled(replayed(show, REPLAY, cuts), REPLAY)
          const whole = settled(offline, REPLAY)
          expect(live.map((e) => e.text)).toEqual(whole.map((e) => e.text))
          live.forEach((e, i) => expect(Math.abs(e.t - whole[i].t)).toBeLessThanOrEqual(2e-6))
        },
      ),
      // Always the same shows: among many thousands somebody may stand on an edge to the last digit.
      { numRuns: 400, seed: 2611 },
    )
    expect(compared).toBeGreaterThanOrEqual(Math.floor(tried / 3))
  })

  const show = oneRule({ on: { at: 'enter' } })

  it('tells an event as soon as nothing can change it', () => {
    const live = createRun(show, 1)
    const at = (x: number): LivePose => ({ at: [x, 0, 0], facing: 0 })
    expect(live.feed('player', 0, at(0))).toEqual([])
    expect(live.feed('player', 1, at(1))).toEqual([])
    expect(lines(live.feed('player', 2, at(2)), 'enter', 'fire')).toEqual([
      '1.7 player:enter z',
      '1.7 player:fire z r cue',
    ])
    expect(lines(live.feed('player', 3, at(3)), 'enter', 'leave')).toEqual([])
    expect(lines(live.finish(), 'walkEnd')).toEqual(['3 player:walkEnd'])
    expect(live.soFar().log.count).toBeGreaterThan(3)
  })

  it('gives every event once, whoever stops first and whoever never comes', () => {
    const live = createRun(show, 1, [{ id: 'a' }, { id: 'b' }, { id: 'c' }])
    const at = (x: number): LivePose => ({ at: [x, 0, 0], facing: 0 })
    const told = [
      ...live.feed('a', 0, at(0)),
      ...live.feed('b', 0, at(10)),
      ...live.feed('a', 6, at(6)),
      // What happened to a until 5 s is certain only now.
      ...live.feed('b', 3, at(10)),
    ]
    expect(lines(told, 'enter', 'leave')).toEqual(['1.7 a:enter z'])
    expect(lines([...live.stop('b'), ...live.stop('b'), ...live.finish()], 'leave', 'walkEnd')).toEqual([
      '3 b:walkEnd',
      '4.3 a:leave z',
      '6 a:walkEnd',
    ])
    expect(live.soFar().log.count).toBe(eventsOf(live.soFar()).length)
  })

  it('lets walks go by themselves beside those that are told', () => {
    const both = small({ zones: show.zones, cues: show.cues, walks: [walk('ghost', point(0), point(20))] })
    const live = createRun(both, 1, [{ id: 'me' }, both.walks[0]])
    live.feed('me', 0, { at: [-5, 0, 0], facing: 0 })
    expect(lines(live.feed('me', 2, { at: [-5, 0, 0], facing: 0 }), 'enter')).toEqual(['1.7 ghost:enter z'])
  })

  it('puts a player at the mark of a move, and goes on from there', () => {
    const moves = oneRule({ on: { at: 'enter' } }, [{ id: 'm', kind: 'move', mark: 'far' }], {
      show: { place: { marks: [{ id: 'far', name: 'Far', kind: 'standing', at: [9, 0, 0] }] } },
    })
    const live = createRun(moves, 1)
    const feed = (t: number, x: number) => lines(live.feed('player', t, { at: [x, 0, 0], facing: 0 }), 'move', 'leave')
    feed(0, 0)
    expect(feed(2, 2)).toEqual(['1.7 player:move', '1.7 player:leave z'])
    expect(feed(3, 10)).toEqual([])
    expect(positionAt(live.soFar().paths[0], 1.9)).toEqual([9, 0, 0])
    expect(positionAt(live.soFar().paths[0], 2.5)).toEqual([9.5, 0, 0])
  })

  it('takes over a walk that has gone by itself so far, with all that had happened', () => {
    let compared = 0
    fc.assert(
      fc.property(anyShow, fc.double({ min: 0.1, max: 39, noNaN: true }), (made, time) => {
        const show = comparable(made)
        const [first, ...others] = show.walks
        let offline: RunEvent[]
        try {
          offline = eventsOf(run(show, show.walks, REPLAY))
        } catch (error) {
          if (error instanceof RunError) return
          throw error
        }
        const before = (events: readonly RunEvent[]) => events.filter((e) => e.kind !== 'walkEnd' && e.t < time - 2e-6)
        const live = createRun(show, REPLAY.seed, [{ takenOver: first }, ...others])
        const { at, facing } = live.takeOver(first.id, time)
        const told = [...live.feed(first.id, time, { at, facing }), ...live.finish(REPLAY.length)]
        expect(settled(before(told), REPLAY)).toEqual(settled(before(offline), REPLAY))
        compared++
      }),
      { numRuns: 150, seed: 2712 },
    )
    expect(compared).toBeGreaterThan(100)
  })

  it('goes on from where a taken over walk was, even after its end', () => {
    const { walks, ...rest } = small({ zones: show.zones, cues: show.cues, walks: [walk('w', point(0), point(1))] })
    const live = createRun({ ...rest, walks }, 1, [{ takenOver: walks[0] }])
    expect(live.takeOver('w', 5)).toEqual({ at: [1, 0, 0], facing: -90 })
    live.feed('w', 5, { at: [1, 0, 0], facing: -90 })
    expect(lines(live.feed('w', 7, { at: [3, 0, 0], facing: -90 }), 'enter', 'walkEnd')).toEqual(['5.7 enter z'])
    expect(() => live.takeOver('w', 8)).toThrow('"w" isn\'t a walk that waits')
    const early = createRun({ ...rest, walks }, 1, [{ takenOver: walks[0] }])
    expect(() => early.feed('w', 1, { at: [0, 0, 0], facing: 0 })).toThrow('"w" goes by itself until')
  })

  it('refuses a time that has passed and a player nobody knows, and says which', () => {
    const live = createRun(show, 1)
    const pose: LivePose = { at: [0, 0, 0], facing: 0 }
    live.feed('player', 2, pose)
    expect(() => live.feed('player', 1, pose)).toThrow('"player" is told for 1 s; 2 s is the earliest')
    expect(() => live.feed('player', NaN, pose)).toThrow(RunError)
    expect(() => live.feed('nobody', 3, pose)).toThrow('Nobody tells the run where "nobody" is; it has "player"')
    expect(() => live.feed('player', 3, { at: [0, NaN, 0], facing: 0 })).toThrow('"player" is told to be at 0, NaN, 0')
    expect(() => live.feed('player', 3, { at: [0, 0, 0], facing: Infinity })).toThrow('facing Infinity')
    expect(() => createRun(show, 1, [{ id: 'a' }, { id: 'a' }])).toThrow('"a" takes part twice')
    expect(() => createRun(show, 1, [])).toThrow('at least one walk')
    live.stop('player')
    expect(() => live.feed('player', 3, pose)).toThrow('"player" has been stopped')
  })
})
