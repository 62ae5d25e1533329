import { beforeAll, describe, expect, it } from 'vitest'
import { eventsOf, prepare, run, walksOf, type Gate } from '../core/engine'
import { stepKinds } from '../core/show'
import { demoShow, type KeptSound } from './demo-show'
import { demoSamples } from './sounds'

const sounds = [...demoSamples()]
const kept = new Map(
  sounds.map((s): [string, KeptSound] => [
    s.id,
    { name: s.name, hash: '0'.repeat(64), seconds: s.samples.length / 48_000 },
  ]),
)
const show = demoShow(kept)
beforeAll(() => prepare(show))
const played = (...walks: string[]) => run(show, walksOf(show, walks), { seed: 7 })

describe('the demo', () => {
  it('is a play-through of five to seven minutes that meets every zone', () => {
    const result = played('curious', 'gull')
    const { length } = result
    expect(length).toBeGreaterThan(300)
    expect(length).toBeLessThan(420)
    expect(new Set(eventsOf(result).flatMap((e) => (e.kind === 'enter' ? [e.zone] : []))).size).toBe(show.zones.length)
  })
  it('holds by each gate that people can cause', () => {
    const gates = new Set(
      eventsOf(played('curious', 'gull')).flatMap((e): Gate[] => (e.kind === 'held' ? [e.gate] : [])),
    )
    expect([...gates].sort()).toEqual(['busy', 'chance', 'condition', 'cooldown', 'debounce', 'limit', 'who'])
  })
  it('uses every kind of step and every moment', () => {
    const kinds = new Set(eventsOf(played('curious', 'gull')).flatMap((e) => (e.kind === 'step' ? [e.of] : [])))
    expect([...kinds].sort()).toEqual(Object.keys(stepKinds).sort())
    const moments = new Set([...show.zones.flatMap((z) => z.rules), ...show.rules].map((rule) => rule.on.at))
    expect([...moments].sort()).toEqual(['clock', 'dwell', 'enter', 'leave', 'look', 'signal', 'use'])
  })
  it('gives back every control and comes to its end on each walk', () => {
    for (const walk of ['straight', 'curious', 'hurried']) {
      const locks = eventsOf(played(walk)).filter((e) => e.kind === 'lock' || e.kind === 'unlock')
      expect(locks.length).toBeGreaterThan(0)
      expect(locks.at(-1)).toMatchObject({ kind: 'unlock', locks: [] })
    }
  })
  it('every rule that is held often says in a note why it is tuned so', () => {
    const held = new Set(
      eventsOf(played('curious')).flatMap((e) =>
        e.kind === 'held' && e.gate !== 'chance' && e.gate !== 'who' ? [e.zone!] : [],
      ),
    )
    expect(held.size).toBeGreaterThan(5)
    for (const id of held) expect(show.zones.find((z) => z.id === id)!.note, id).toBeTruthy()
  })
})

describe('its sounds', () => {
  it('are at least 24, none clips, none is silent, and none is nothing but noise', () => {
    expect(sounds.length).toBeGreaterThanOrEqual(24)
    for (const { id, samples } of sounds) {
      const peak = samples.reduce((most, v) => Math.max(most, Math.abs(v)), 0)
      expect(20 * Math.log10(peak), id).toBeLessThan(-1)
      expect(20 * Math.log10(peak), id).toBeGreaterThan(-20)
      // White noise crosses zero about every second sample; things and weather do so far less often.
      let crossings = 0
      for (let i = 1; i < samples.length; i++) if (samples[i]! >= 0 !== samples[i - 1]! >= 0) crossings++
      expect(crossings / samples.length, id).toBeLessThan(0.4)
    }
  })
  it('of the same name differ from each other', () => {
    for (const stem of ['rope-creak', 'gull', 'drip', 'knock', 'chain']) {
      const [a, b] = sounds.filter((s) => s.id.startsWith(stem))
      const same = a!.samples.every((v, i) => v === b!.samples[i]!)
      expect(same, stem).toBe(false)
    }
  })
})
