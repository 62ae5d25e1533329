import { describe, expect, it } from 'vitest'
import { point, show, walk } from '../../testing/small-show'
import { BrokenRun, eventsOf, run } from '..'

/** Somebody on the way to x = 8 who is put back to the start of it whenever they come to x = 4.7. */
const sentBack = (delay: number) =>
  show({
    place: { marks: [{ id: 'in', name: 'Way in', kind: 'standing', at: [0, 0, 0], yaw: -90 }] },
    cues: [{ id: 'c', name: 'Back', steps: [{ id: 'm', kind: 'move', mark: 'in', at: delay }] }],
    zones: [
      {
        id: 'z',
        name: 'Z',
        shape: { kind: 'box', at: [6, 0, 0], size: [2, 2, 2] },
        rules: [{ id: 'r', on: { at: 'enter' }, cue: 'c', onLeave: 'nothing' }],
      },
    ],
    walks: [{ ...walk('w', point(0), point(5.5, { pause: 60 })), name: 'To the boat' }],
  })

describe('a run that has no end', () => {
  it('is kept up to there, and says where the walk is sent back to', () => {
    const made = sentBack(0.5)
    try {
      run(made, made.walks, { seed: 1 })
      expect.unreachable('it has an end')
    } catch (error) {
      expect(error).toBeInstanceOf(BrokenRun)
      const { message, run: kept, loop } = error as BrokenRun
      expect(loop).toMatchObject({ rules: [{ rule: 'r', zone: 'z', cue: 'c' }], sent: { walk: 'w', mark: 'in' } })
      expect(message).toMatch(/for ever.*8 h.*"To the boat" keeps being sent back to "Way in"/)
      // Told by its state, after some rounds: nobody waits for 8 hours of it.
      expect(eventsOf(kept!).filter(({ kind }) => kind === 'move').length).toBeGreaterThan(50)
      expect(eventsOf(kept!).filter(({ kind }) => kind === 'move').length).toBeLessThan(200)
      expect(eventsOf(kept!).map(({ kind }) => kind)).not.toContain('walkEnd')
    }
    expect(run(made, made.walks, { seed: 1, length: 9 * 3600 }).length).toBe(9 * 3600)
  })
  it('is not one that luck, a limit or a count may end', () => {
    const rules = (rule: object) => {
      const made = sentBack(0.5)
      const [zone] = made.zones
      return { ...made, zones: [{ ...zone, rules: [{ ...zone.rules[0], ...rule }] }] }
    }
    const limited = rules({ limit: { times: 300 } })
    expect(eventsOf(run(limited, limited.walks, { seed: 1 })).filter(({ kind }) => kind === 'move')).toHaveLength(300)
    const lucky = rules({ chance: 0.995 })
    const moves = [1, 2, 3, 4, 5, 6].map(
      (seed) => eventsOf(run(lucky, lucky.walks, { seed })).filter(({ kind }) => kind === 'move').length,
    )
    expect(Math.max(...moves)).toBeGreaterThan(100)
  })
  it('names the cues of a loop without time', () => {
    const ring = show({
      cues: [{ id: 'c', name: 'Chime', steps: [{ id: 's', kind: 'signal', name: 'again' }] }],
      rules: [
        { id: 'a', on: { at: 'clock', seconds: 1 }, cue: 'c' },
        { id: 'b', on: { at: 'signal', name: 'again' }, cue: 'c', busy: 'overlap' },
      ],
    })
    try {
      run(ring, ring.walks, { seed: 1 })
      expect.unreachable('it has an end')
    } catch (error) {
      const { message, loop } = error as BrokenRun
      expect(message).toContain('at 1.000 s: the signal "again" → "Chime" → the signal "again"')
      // What only began it is no part of it.
      expect(loop).toMatchObject({ t: 1, rules: [{ rule: 'b', zone: undefined, cue: 'c' }] })
      expect(loop).not.toHaveProperty('sent')
    }
  })
})
