import { describe, expect, it } from 'vitest'
import { eventsOf, run, walksOf } from '../engine'
import type { Show } from '../show'
import { across, oneRule, point, show as small, walk } from '../testing/small-show'
import { simplified, WalkIn, type Hands, type Recorded } from '.'

const STILL: Hands = { ahead: 0, aside: 0, runs: false, jumps: false, turns: 0, tilts: 0 }
const WALKS = { walks: [walk('w', { ...point(0), pause: 2 }, point(20))] }
const into = (show: Show, t: number) => new WalkIn(show, { seed: 1, walks: ['w'], player: 0, from: { t } })
function go(walkIn: WalkIn, seconds: number, hands: Partial<Hands>): void {
  for (let n = 0; n < Math.round(seconds * 60); n++) walkIn.step(1 / 60, { ...STILL, ...hands })
}
/** The events that both the lived and the played back run have before an end, by what they are and to a tenth of a second. */
function compare(walkIn: WalkIn, show: Show, { points, start }: Recorded) {
  const again = { ...show, walks: show.walks.map((each) => (each.id === 'w' ? { ...each, points, start } : each)) }
  const back = eventsOf(run(again, walksOf(again, ['w']), { seed: 1 }))
  const names = (events: typeof back) =>
    events.filter(({ t, kind }) => t < walkIn.t - 0.1 && kind !== 'walkEnd').map(({ kind }) => kind)
  expect(names(back)).toEqual(names(walkIn.events))
  for (const [i, { t }] of walkIn.events.filter((event) => event.t < walkIn.t - 0.1).entries())
    expect(Math.abs(back[i].t - t)).toBeLessThan(0.1)
  return back
}

describe('a recorded walk', () => {
  it('gives played back what was lived, of few points, from the walk’s begin on', () => {
    const show = oneRule({ on: { at: 'enter' }, cooldown: { seconds: 3 } }, [], { show: WALKS })
    const walkIn = into(show, 5)
    go(walkIn, 2, { ahead: 1 })
    go(walkIn, 1, { turns: 3 })
    go(walkIn, 2, { ahead: 1, runs: true })
    go(walkIn, 1.5, {})
    go(walkIn, 1, { ahead: 1, aside: 1, turns: 0.5 })
    const made = walkIn.record()
    expect(made.isSame).toBe(true)
    expect(made.points.length).toBeLessThan(40)
    expect(walkIn.events.filter(({ kind }) => kind === 'enter').length).toBeGreaterThan(1)
    compare(walkIn, show, made)
  })

  it('heeds what froze, slowed and moved it, and what it pressed', () => {
    const place = { marks: [{ id: 'far', name: 'Far', kind: 'standing', at: [9, 0, 4], yaw: 90 }] }
    const cue = (id: string, ...steps: object[]) => ({ id, name: id, steps: steps.map((step, i) => ({ id: `${id}${i}`, ...step })) }) // prettier-ignore
    const zone = (id: string, x0: number, x1: number, rule: object) => ({ id, name: id, ...across(x0, x1), rules: [{ id: `r-${id}`, ...rule }] }) // prettier-ignore
    const show = small({
      ...WALKS,
      place,
      cues: [
        cue('holds', { kind: 'freeze', locks: ['walk'], hold: 1.5 }),
        cue('slows', { kind: 'freeze', locks: [], pace: 0.5, hold: 2 }),
        cue('sends', { kind: 'move', mark: 'far' }),
        cue('asked', { kind: 'signal', name: 'heard' }),
      ],
      zones: [
        zone('a', 1, 1.5, { on: { at: 'enter' }, cue: 'holds' }),
        zone('b', 3, 3.5, { on: { at: 'enter' }, cue: 'slows' }),
        zone('c', 5, 5.5, { on: { at: 'use' }, cue: 'asked' }),
        zone('d', 7, 7.5, { on: { at: 'enter' }, cue: 'sends' }),
      ],
    })
    const walkIn = into(show, 0)
    go(walkIn, 6, { ahead: 1 })
    while (walkIn.stance.at[0] < 5.2) walkIn.step(1 / 60, { ...STILL, ahead: 1 })
    walkIn.step(1 / 60, { ...STILL, key: 'E' })
    while (walkIn.stance.at[2] < 1) walkIn.step(1 / 60, { ...STILL, ahead: 1 })
    go(walkIn, 2, { ahead: 1 })
    const kinds = new Set(walkIn.events.map(({ kind }) => kind))
    for (const kind of ['lock', 'press', 'signal', 'move'] as const) expect(kinds).toContain(kind)
    const made = walkIn.record()
    expect(made.isSame).toBe(true)
    expect(made.points.length).toBeLessThan(60)
    const back = compare(walkIn, show, made)
    expect(back.some(({ kind }) => kind === 'move')).toBe(true)
  })

  it('is played as it went where no walk could do the same: pressing while it is held', () => {
    const show = oneRule({ on: { at: 'enter' } }, [{ id: 'f', kind: 'freeze', locks: ['walk'], hold: 2 }], { show: WALKS }) // prettier-ignore
    const walkIn = into(show, 0)
    while (!walkIn.events.some(({ kind }) => kind === 'lock')) walkIn.step(1 / 60, { ...STILL, ahead: 1 })
    go(walkIn, 0.5, { ahead: 1 })
    walkIn.step(1 / 60, { ...STILL, key: 'E' })
    go(walkIn, 0.5, { ahead: 1 })
    walkIn.step(1 / 60, { ...STILL, key: 'F' })
    go(walkIn, 3, { ahead: 1 })
    const made = walkIn.record()
    expect([made.isSame, made.went]).toEqual([true, true])
    const walks = show.walks.map((each) => ({ ...each, went: made.went }))
    compare(walkIn, { ...show, walks }, made)
  })

  it('keeps more points where fewer would lose what grazes a zone', () => {
    const show = oneRule({ on: { at: 'enter' } }, [], {
      show: WALKS,
      zone: { shape: { kind: 'box', at: [3, 0, -0.39], size: [0.2, 2, 0.1] }, name: 'Zone' },
    })
    const walkIn = into(show, 0)
    // A small bow that just reaches the zone: 6 cm aside, less than what is left out elsewhere.
    go(walkIn, 2, { ahead: 1 })
    go(walkIn, 0.06, { ahead: 1, aside: -1 })
    go(walkIn, 0.5, { ahead: 1 })
    go(walkIn, 0.06, { ahead: 1, aside: 1 })
    go(walkIn, 2, { ahead: 1 })
    expect(walkIn.events.some(({ kind }) => kind === 'enter')).toBe(true)
    const made = walkIn.record()
    expect(made.isSame).toBe(true)
    compare(walkIn, show, made)
  })

  it('is simplified no further than is tolerated', () => {
    const samples = Array.from({ length: 600 }, (_, i) => ({ t: i / 60, at: [i / 60, 0, Math.sin(i / 60)] as [number, number, number], yaw: 0 })) // prettier-ignore
    const few = simplified(samples, () => ({ place: 0.1, yaw: 5 }))
    expect(few.length).toBeLessThan(20)
    for (const { t, at } of samples) {
      const after = few.findIndex((each) => each.t >= t) || 1
      const [a, b] = [few[after - 1], few[after]]
      const z = a.at[2] + ((b.at[2] - a.at[2]) * (t - a.t)) / (b.t - a.t)
      expect(Math.abs(z - at[2])).toBeLessThan(0.1 + 1e-9)
    }
  })
})
