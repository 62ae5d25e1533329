import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import { stepKinds, type Rule, type Show } from '../show'
import { anyShow, randomShow } from '../testing/random-show'
import { baseFields, channelAt, eventsOf, GATES, run, RunError, stateAt, type Log, type Run, type RunEvent } from '.'
import { loadPhysics } from './flight'

const ROUNDS = { numRuns: 120, endOnFailure: true }

/** Long enough for every walk to end, short enough for shows that put their walkers back for ever (s). */
const LENGTH = 90
/** Runs a show; a loop without end is an answer too, and then there is nothing to check. */
function played(show: Show, seed = 5): Run | undefined {
  try {
    return run(show, show.walks, { seed, length: LENGTH, withoutFlights: true })
  } catch (error) {
    if (error instanceof RunError) return undefined
    throw error
  }
}
const holding = (law: (show: Show, events: RunEvent[], run: Run) => void) =>
  fc.assert(
    fc.property(anyShow, (show) => {
      const result = played(show)
      if (result) law(show, eventsOf(result), result)
    }),
    ROUNDS,
  )

describe('laws that hold for any show', () => {
  it('the same seed gives the same log', () => {
    holding((show, events) =>
      expect(eventsOf(run(show, show.walks, { seed: 5, length: LENGTH, withoutFlights: true }))).toEqual(events),
    )
  })

  it('times never go back', () => {
    holding((_, events) =>
      events.forEach((event, i) => i > 0 && expect(event.t).toBeGreaterThanOrEqual(events[i - 1].t)),
    )
  })

  it('enters and leaves of a body in a zone take turns', () => {
    holding((_, events) => {
      const inside = new Set<string>()
      for (const event of events) {
        if (event.kind !== 'enter' && event.kind !== 'leave') continue
        const key = `${event.player}|${event.zone}`
        expect(inside.has(key)).toBe(event.kind === 'leave')
        if (event.kind === 'enter') inside.add(key)
        else inside.delete(key)
      }
    })
  })

  it('who stands still beside what stands still neither comes in nor goes out', () => {
    holding((show, events, result) => {
      const locked = new Map<string, number>()
      const moved = events.flatMap((e) => (e.kind === 'move' || e.kind === 'zone' ? [e.t] : []))
      const put = new Set([...show.walks.map(({ start }) => start), ...moved])
      const last = new Map<string, number>()
      const motions = ['slide', 'turn'].flatMap((field) => result.channels.fields['prop:door']?.[field]?.segments ?? [])
      for (const event of events) {
        if (event.kind === 'lock' || event.kind === 'unlock') {
          if (!event.locks.includes('walk')) locked.delete(event.player)
          else if (!locked.has(event.player)) locked.set(event.player, event.t)
        }
        if (event.kind !== 'enter' && event.kind !== 'leave') continue
        const zone = show.zones.find(({ id }) => id === event.zone)!
        const moves = motions.some(({ t, seconds }) => zone.tiedTo && t <= event.t && t + seconds >= event.t)
        if (put.has(event.t) || moves) continue
        const pair = `${event.player}|${event.zone}`
        expect(last.get(pair), `${event.kind} of ${pair} at ${event.t}`).not.toBe(event.t)
        last.set(pair, event.t)
        const since = locked.get(event.player!)
        if (since !== undefined) expect(event.t, `${event.kind} of ${pair}, held since ${since}`).toBe(since)
      }
    })
  })

  it('every walk comes to its end, or is said to be locked in', () => {
    fc.assert(
      fc.property(anyShow, (show) => {
        try {
          const events = eventsOf(run(show, show.walks, { seed: 5, withoutFlights: true }))
          const ended = events.flatMap((e) => (e.kind === 'walkEnd' ? [e.player] : []))
          expect(ended.sort()).toEqual(show.walks.map(({ id }) => id).sort())
        } catch (error) {
          if (!(error instanceof RunError)) throw error
          expect(error.message).toMatch(/sent back|→/)
        }
      }),
      ROUNDS,
    )
  })

  it('every playing that starts ends once, after the ends of its steps', () => {
    holding((_, events) => {
      const of = <K extends RunEvent['kind']>(kind: K) =>
        events.filter((e): e is RunEvent & { kind: K } => e.kind === kind)
      const ended = of('end').map((e) => e.playing)
      expect(new Set(ended).size).toBe(ended.length)
      for (const start of of('start')) expect(ended).toContain(start.playing)
      for (const stepEnd of of('stepEnd'))
        expect(events.indexOf(stepEnd)).toBeLessThan(
          events.findIndex((e) => e.kind === 'end' && e.playing === stepEnd.playing),
        )
    })
  })

  it('a tally fires, holds and ends as the run does', () => {
    const decided = ({ log }: { log: Log }) =>
      eventsOf({ log }).filter(({ kind }) => kind === 'fire' || kind === 'held' || kind === 'end')
    holding((show, _, result) => {
      const tally = run(show, show.walks, { seed: 5, length: LENGTH, withoutFlights: true, tally: true })
      expect(decided(tally)).toEqual(decided(result))
      expect(eventsOf(tally).filter(({ kind }) => kind === 'step' || kind === 'stepEnd' || kind === 'sound')).toEqual(
        [],
      )
    })
  })

  it('a walk that comes once goes as one that is kept', () => {
    holding((show, events) => {
      const once = run(show, show.walks, { seed: 5, length: LENGTH, withoutFlights: true, once: true })
      expect(eventsOf(once)).toEqual(events)
    })
  })

  it('a log stays as it is when other runs are made', () => {
    holding((show, _, result) => {
      const before = JSON.stringify(Array.from(result.log.t.slice(0, result.log.count)))
      const numbers = Array.from(result.log.numbers)
      played(show, 6)
      played(show, 7)
      expect(JSON.stringify(Array.from(result.log.t.slice(0, result.log.count)))).toBe(before)
      expect(Array.from(result.log.numbers)).toEqual(numbers)
    })
  })

  it('the state at a time is what each channel says, and what has entered and not left', () => {
    holding((show, events, result) => {
      for (const share of [0, 0.3, 0.7, 1]) {
        const t = share * result.length
        const state = stateAt(show, result, t)
        for (const [channel, fields] of Object.entries(state.channels))
          expect(fields).toEqual(channelAt(show, result, channel, t, 0))
        for (const [player, channels] of Object.entries(state.players))
          for (const [channel, fields] of Object.entries(channels))
            expect(fields).toEqual(channelAt(show, result, channel, t, result.walks.indexOf(player)))
        for (const { player, inside } of state.bodies) {
          const there = new Set<string>()
          for (const event of events) {
            if (event.t > t || !('player' in event) || event.player !== player) continue
            if (event.kind === 'enter') there.add(event.zone)
            if (event.kind === 'leave') there.delete(event.zone)
          }
          expect(new Set(inside)).toEqual(there)
        }
      }
    })
  })

  it('each lock has its unlock, and nobody is locked in at the end but by a freeze for good', () => {
    holding((show, events) => {
      const forGood = show.cues.some((cue) => cue.steps.some((step) => step.kind === 'freeze' && step.hold === 'keep'))
      if (forGood) return
      const last = new Map<string, string[]>()
      let locks = 0
      for (const event of events) {
        if (event.kind !== 'lock' && event.kind !== 'unlock') continue
        locks += event.kind === 'lock' ? 1 : -1
        last.set(event.player, event.locks)
      }
      expect(locks).toBe(0)
      for (const left of last.values()) expect(left).toEqual([])
    })
  })

  it('a moment that was held did not fire: what fires beside it was heard before, or had waited for a playing to end', () => {
    const by = (e: { rule: string; player?: string; prop?: string }) => `${e.rule}|${e.player ?? e.prop ?? ''}`
    holding((show, events) => {
      const queues = new Set(
        show.zones.flatMap((zone) => zone.rules.filter(({ busy }) => busy === 'queue')).map((r) => r.id),
      )
      const rules = new Map(events.flatMap((e) => (e.kind === 'fire' ? [[e.playing, e.rule] as const] : [])))
      events.forEach((held, index) => {
        if (held.kind !== 'held') return
        const after = events.slice(index + 1).filter((e) => e.t === held.t)
        const fires = after.flatMap((e) => (e.kind === 'fire' && by(e) === by(held) ? [e] : []))
        if (fires.length === 0 || held.gate !== 'debounce') return
        const freed = after.some((e) => e.kind === 'end' && rules.get(e.playing) === held.rule)
        expect(queues.has(held.rule) && freed, `${held.rule} at ${held.t}`).toBe(true)
      })
    })
  })

  it('a channel comes back to its base once everything is let go', () => {
    holding((show, _, result) => {
      const keeps = show.cues.some((cue) => cue.steps.some((step) => 'hold' in step && step.hold === 'keep'))
      if (keeps) return
      const later = result.length + 1000
      for (const channel of ['light:lamp', 'bus:bed', 'atmosphere', 'prop:door']) {
        const now = channelAt(show, result, channel, later, 0)
        for (const [field, base] of Object.entries(baseFields(show, channel)!)) {
          if (typeof base === 'number') expect(now[field]).toBeCloseTo(base, 9)
          else expect(now[field]).toEqual(base)
        }
      }
      expect(channelAt(show, result, 'picture', later, 0).opacity).toBe(0)
      expect(channelAt(show, result, 'controls', later, 0).locks).toEqual([])
    })
  })

  it('adding a zone that fires nothing changes nobody else’s luck', () => {
    holding((show, events) => {
      const { kit: _kit, parts: _parts, overrides: _overrides, ...first } = show.zones[0]
      const quiet = { ...first, id: 'new', name: 'New', rules: [] }
      const more = run({ ...show, zones: [quiet, ...show.zones] }, show.walks, {
        seed: 5,
        length: LENGTH,
        withoutFlights: true,
      })
      expect(eventsOf(more).filter((e) => !('zone' in e) || e.zone !== 'new')).toEqual(events)
    })
  })

  it('cutting straight pieces of a walk in two changes nothing', () => {
    holding((show, events) => {
      // After a move a walk goes on to its next point, so there points mean more than their way.
      if (show.cues.some((cue) => cue.steps.some((step) => step.kind === 'move'))) return
      const walks = show.walks.map((walk) => ({
        ...walk,
        points: walk.points.flatMap((point, i) => {
          const next = walk.points[i + 1]
          if (!next) return [point]
          const middle = point.at.map((v, k) => v + (next.at[k] - v) * 0.4) as [number, number, number]
          // The look of a point holds to the next one, so the new point in between looks the same way.
          return [point, { ...point, at: middle, pause: 0, use: false, useAfter: 0, arrive: false }]
        }),
      }))
      const cut = eventsOf(run({ ...show, walks }, walks, { seed: 5, length: LENGTH, withoutFlights: true }))
      expect(cut.map((e) => e.kind)).toEqual(events.map((e) => e.kind))
      cut.forEach((e, i) => expect(e.t).toBeCloseTo(events[i].t, 5))
    })
  })
})

describe('laws of flights', () => {
  beforeAll(loadPhysics)
  const thrown = randomShow.filter((show) =>
    show.cues.some((cue) => cue.steps.some((step) => step.kind === 'fling' && !step.muted)),
  )
  const options = { seed: 5, length: 30 }
  const flownIn = (show: Show) => eventsOf(run(show, show.walks, options))

  it('the same seed throws the same way, and what comes into a zone leaves it before it comes again', () => {
    fc.assert(
      fc.property(thrown, (show) => {
        const result = run(show, show.walks, options)
        const events = eventsOf(result)
        expect(flownIn({ ...show })).toEqual(events)
        const inside = new Set<string>()
        for (const e of events) {
          if ((e.kind !== 'enter' && e.kind !== 'leave') || e.prop === undefined) continue
          expect(inside.has(`${e.prop}|${e.zone}`)).toBe(e.kind === 'leave')
          if (e.kind === 'enter') inside.add(`${e.prop}|${e.zone}`)
          else inside.delete(`${e.prop}|${e.zone}`)
        }
        const flying = result.flights.filter(({ t, positions }) => t + (positions.length - 1) / 120 > result.length)
        const left = [...inside].filter((pair) => !flying.some(({ prop }) => pair.startsWith(`${prop}|`)))
        expect(left, 'inside of after they have landed').toEqual([])
      }),
      { numRuns: 12, endOnFailure: true },
    )
  })

  it('where nobody heeds what flies, a flight only adds events', () => {
    let [tried, added] = [0, 0]
    const heedless = thrown.map((show): Show => {
      const zones = show.zones.map(({ tiedTo: _, ...zone }) => ({ ...zone, rules: zone.rules.map(unheeding) }))
      const walks = show.walks.map((walk) => ({
        ...walk,
        points: walk.points.map((point) => ({ ...point, look: 'ahead' as const })),
      }))
      return { ...show, zones, walks }
    })
    fc.assert(
      fc.property(heedless, (show) => {
        const of = new Set(show.cues.flatMap((cue) => cue.steps).flatMap((s) => (s.kind === 'fling' ? [s.id] : [])))
        const isOfFlight = (e: RunEvent) =>
          ('prop' in e && e.prop !== undefined) || e.kind === 'impact' || (e.kind === 'sound' && of.has(e.step))
        /** Where a sound is may be where the prop has come to lie. */
        const placeless = (e: RunEvent) => (e.kind === 'sound' ? { ...e, place: undefined } : e)
        const all = flownIn(show)
        const without = eventsOf(run(show, show.walks, { ...options, withoutFlights: true }))
        expect(all.filter((e) => !isOfFlight(e)).map(placeless)).toEqual(without.map(placeless))
        tried++
        added += all.length - without.length
      }),
      { numRuns: 24, seed: 3, endOnFailure: true },
    )
    // In the first of them something flies already.
    expect(added).toBeGreaterThanOrEqual(Math.min(1, tried))
  })
})

/** The same rule for players and creatures alone, and with nothing to look at. */
const unheeding = (rule: Rule): Rule => ({
  ...rule,
  on: rule.on.at === 'look' ? { at: 'enter' } : rule.on.at === 'use' ? { at: 'use', key: rule.on.key } : rule.on,
  who: {
    ...rule.who,
    kinds: rule.who.kinds.some((kind) => kind !== 'prop')
      ? rule.who.kinds.filter((kind) => kind !== 'prop')
      : ['player'],
  },
})

/** How often, in the runs of 400 random shows, each gate, end, hold, moment and kind of step occurred: in how many of the shows. */
function occurrences(): Map<string, number> {
  const met = new Map<string, number>()
  for (const show of fc.sample(randomShow, { numRuns: 400, seed: 11 })) {
    const seen = new Set<string>()
    const rules = new Map(show.zones.flatMap((zone) => zone.rules).map((rule) => [rule.id, rule]))
    const steps = new Map(show.cues.flatMap((cue) => cue.steps).map((step) => [step.id, step]))
    const result = played(show)
    for (const event of result ? eventsOf(result) : []) {
      if (event.kind === 'held') seen.add(`gate ${event.gate}`)
      if (event.kind === 'end') seen.add(`end ${event.why}`)
      if (event.kind === 'fire') seen.add(`moment ${rules.get(event.rule)!.on.at}`)
      if (event.kind !== 'step') continue
      seen.add(`step ${event.of}`)
      const step = steps.get(event.step)!
      if ('hold' in step) seen.add(`hold ${typeof step.hold === 'number' ? 'seconds' : step.hold}`)
    }
    for (const what of seen) met.set(what, (met.get(what) ?? 0) + 1)
  }
  return met
}

describe('the generator of random shows', () => {
  const met = occurrences()
  const kinds = (list: string, names: readonly string[]) => names.map((name) => `${list} ${name}`)
  it.each([
    ...kinds('gate', GATES),
    ...kinds('end', ['done', 'released', 'stopped', 'restarted', 'run over']),
    ...kinds('hold', ['seconds', 'cue', 'release', 'keep']),
    ...kinds('moment', ['enter', 'leave', 'dwell', 'use', 'look', 'signal', 'clock', 'end']),
    ...kinds('step', Object.keys(stepKinds)),
  ])('meets %s in one show of twenty at least', (what) => expect(met.get(what) ?? 0).toBeGreaterThanOrEqual(20))
})
