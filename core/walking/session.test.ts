import { describe, expect, it } from 'vitest'
import { eventsOf, run, walksOf } from '../engine'
import type { Show } from '../show'
import { lines, oneRule, point, walk } from '../testing/small-show'
import { WalkIn, type Hands } from '.'

const STILL: Hands = { ahead: 0, aside: 0, runs: false, jumps: false, turns: 0, tilts: 0 }
const AHEAD: Hands = { ...STILL, ahead: 1 }
/** The walk stands at 0 for two seconds and goes along X; the zone begins at 1.7 and ends at 4.3. */
const WALKS = { walks: [walk('w', { ...point(0), pause: 2 }, point(20))] }
const into = (show: Show, t: number) => new WalkIn(show, { seed: 1, walks: ['w'], player: 0, from: { t } })
function go(walkIn: WalkIn, seconds: number, hands: Hands): void {
  for (let n = 0; n < Math.round(seconds * 60); n++) walkIn.step(1 / 60, hands)
}

describe('a walk by hand', () => {
  const show = oneRule({ on: { at: 'enter' }, cooldown: { seconds: 30 } }, [], { show: WALKS })

  it('begins where the walk is at a time, with all that had happened, and goes on as hands want', () => {
    const before = eventsOf(run(show, walksOf(show, ['w']), { seed: 1 })).filter(({ t }) => t < 5)
    const walkIn = into(show, 5)
    expect(walkIn.events).toEqual(before)
    expect(walkIn.stance.at[0]).toBeCloseTo(3, 9)
    expect(walkIn.yaw).toBe(-90)
    go(walkIn, 2, AHEAD)
    expect(walkIn.stance.at[0]).toBeCloseTo(3 + 2 * show.player.walk, 2)
    expect(lines(walkIn.events, 'leave')).toHaveLength(1)
    // Back into it: held.
    go(walkIn, 2, { ...AHEAD, ahead: -1 })
    expect(walkIn.events.filter(({ kind }) => kind === 'held')).toMatchObject([{ gate: 'cooldown' }])
  })

  it('begins at any spot, at the beginning of the run', () => {
    const from = { at: [3, 0, 0] as [number, number, number], yaw: 0 }
    const walkIn = new WalkIn(show, { seed: 1, walks: ['w'], player: 0, from })
    go(walkIn, 0.1, STILL)
    expect(lines(walkIn.events, 'enter', 'fire')).toEqual(['0 enter z', '0 fire z r cue'])
  })

  it('wants somebody to walk', () => {
    const nobody = { seed: 1, walks: [], player: 0, from: { t: 0 } }
    expect(() => new WalkIn(show, nobody)).toThrow('Nobody walks in this run')
  })

  it('goes back, and forgets what came after', () => {
    const walkIn = into(show, 0)
    go(walkIn, 3, AHEAD)
    const { at } = walkIn.stance
    go(walkIn, 4, AHEAD)
    walkIn.back(4)
    expect(walkIn.t).toBeCloseTo(3, 6)
    expect(walkIn.stance.at).toEqual(at)
    expect(walkIn.events.every(({ t }) => t <= 3)).toBe(true)
    walkIn.back(60)
    expect([walkIn.t, walkIn.stance.at[0]]).toEqual([0, 0])
  })

  it('heeds an edit from the next moment on, without beginning again', () => {
    const walkIn = into(show, 5)
    go(walkIn, 2, AHEAD)
    const { at } = walkIn.stance
    const [zone] = show.zones
    const free = { ...show, zones: [{ ...zone, rules: zone.rules.map((rule) => ({ ...rule, cooldown: undefined })) }] }
    walkIn.retune(free)
    expect([walkIn.t, walkIn.stance.at]).toEqual([expect.closeTo(7, 6), at])
    go(walkIn, 2, { ...AHEAD, ahead: -1 })
    expect(walkIn.events.filter(({ kind }) => kind === 'fire')).toHaveLength(2)
    expect(() => walkIn.retune({ ...free, walks: [] })).toThrow('w')
    expect(walkIn.t).toBeCloseTo(9, 6)
  })

  it('can’t do what a freeze has taken, and no more than that', () => {
    const frozen = (locks: string[], hands: Partial<Hands>) => {
      const freeze = { id: 'f', kind: 'freeze', locks, hold: 2 }
      const walkIn = into(oneRule({ on: { at: 'enter' } }, [freeze], { show: WALKS }), 4)
      const { stance, yaw } = walkIn
      go(walkIn, 1, { ...STILL, ...hands })
      return { went: walkIn.stance.at[0] - stance.at[0], turned: walkIn.yaw - yaw }
    }
    expect(frozen(['walk'], { ahead: 1, turns: 0.5 })).toEqual({ went: 0, turned: expect.closeTo(30, 6) })
    expect(frozen(['look'], { ahead: 1, turns: 0.5 })).toEqual({ went: expect.closeTo(1.4, 1), turned: 0 })
    const jumping = (locks: string[]) => {
      const walkIn = into(oneRule({ on: { at: 'enter' } }, [{ id: 'f', kind: 'freeze', locks, hold: 2 }], { show: WALKS }), 4) // prettier-ignore
      walkIn.step(1 / 60, { ...STILL, jumps: true })
      return walkIn.stance.stands
    }
    expect([jumping(['jump']), jumping(['walk'])]).toEqual([true, false])
  })

  it('stands at the mark that a move puts it to', () => {
    const place = { marks: [{ id: 'far', name: 'Far', kind: 'standing', at: [9, 0, 4], yaw: 90 }] }
    const walkIn = into(oneRule({ on: { at: 'enter' } }, [{ id: 'm', kind: 'move', mark: 'far' }], { show: { ...WALKS, place } }), 3.6) // prettier-ignore
    go(walkIn, 0.2, AHEAD)
    expect(walkIn.yaw).toBe(90)
    expect(walkIn.stance.at[2]).toBeCloseTo(4, 6)
    walkIn.back(0.02)
    expect(walkIn.stance.at[2]).toBeCloseTo(4, 6)
  })
})
