import { describe, expect, it } from 'vitest'
import { run, walksOf } from '../engine'
import { across, dithering, oneRule, show } from '../testing/small-show'
import { scoreOf } from '.'

const scored = (made: ReturnType<typeof show>) => scoreOf(made, run(made, walksOf(made, ['w']), { seed: 1 }))

it('lanes stand in the order first met; the others say why they are not', () => {
  const zone = (id: string, more: object) => ({ id, name: id, ...across(2, 4), ...more })
  const made = show({
    zones: [
      zone('late', across(12, 14)),
      zone('off', { enabled: false }),
      zone('high', { shape: { kind: 'sphere', at: [6, 5, 0], radius: 1 } }),
      zone('aside', { shape: { kind: 'box', at: [6, 0, 9], size: [1, 1, 1] } }),
      zone('first', {}),
    ],
  })
  expect(scored(made).lanes.map((lane) => [lane.zone, lane.met ?? lane.unmet])).toEqual([
    ['first', 1],
    ['late', 2],
    ['off', 'off'],
    ['high', 'height'],
    ['aside', 'untouched'],
  ])
})

describe('a zone that nobody met says why from the run that was', () => {
  const far = (more: object = {}) => ({ id: 'far', name: 'Far', ...across(12, 14), ...more })
  const door = (step: object) => ({
    cues: [{ id: 'c', name: 'C', steps: [{ id: 's', ...step }] }],
    near: { id: 'near', name: 'Near', ...across(2, 4), rules: [{ id: 'r', on: { at: 'enter' }, cue: 'c' }] },
  })
  const why = (made: ReturnType<typeof show>) => scored(made).lanes.find(({ zone }) => zone === 'far')?.unmet

  it('off when it was passed, though it is on to begin with', () => {
    const { cues, near } = door({ kind: 'zone', zone: 'far', enabled: false })
    expect(why(show({ cues, zones: [near, far()] }))).toBe('off then')
  })
  it('the walk led there, and was put elsewhere before', () => {
    const place = { marks: [{ id: 'in', name: 'In', kind: 'standing', at: [15, 0, 0] }] }
    const { cues, near } = door({ kind: 'move', mark: 'in' })
    expect(why(show({ place, cues, zones: [near, far()] }))).toBe('sent elsewhere')
  })
  it('the walk led there, and was held for good before', () => {
    const { cues, near } = door({ kind: 'freeze', locks: ['walk'], hold: 'release' })
    expect(why(show({ cues, zones: [near, far()] }))).toBe('unreached')
  })
})

it('who is put into a zone without setting it off is there by that', () => {
  const made = show({
    place: { marks: [{ id: 'far', name: 'Far', kind: 'standing', at: [15, 0, 0] }] },
    cues: [{ id: 'c', name: 'Away', steps: [{ id: 'm', kind: 'move', mark: 'far', quiet: true }] }],
    zones: [
      { id: 'door', name: 'Door', ...across(2, 4), rules: [{ id: 'r', on: { at: 'enter' }, cue: 'c' }] },
      { id: 'hall', name: 'Hall', ...across(14, 16) },
    ],
  })
  const [door, hall] = scored(made).lanes
  expect(door.presences.map(({ put }) => put)).toEqual([undefined])
  expect(hall.presences[0]).toMatchObject({ put: true, player: 'w' })
})

it('marks, presences, debounces and cooldowns stand where the log has them', () => {
  const [lane] = scored(
    oneRule({ debounce: 1, cooldown: { seconds: 3 } }, [], { show: { walks: [dithering(1, 3, 5)] } }),
  ).lanes
  const round = (t: number) => Math.round(t * 1e6) / 1e6
  expect(lane.fired.map((f) => round(f.t))).toEqual([1, 5])
  expect(lane.held.map((h) => [round(h.t), h.gate, round(h.left!)])).toEqual([[3, 'cooldown', 1]])
  expect(lane.presences.map(({ from, to }) => [round(from), round(to)])).toEqual([
    [1, 1.2],
    [3, 3.2],
    [5, 5.2],
  ])
  expect(lane.cooldowns.map(({ from, to }) => [round(from), round(to)])).toEqual([
    [1, 4],
    [5, 8],
  ])
  expect(lane.debounces).toHaveLength(3)
})

it('a cooldown from the end of the cue begins there', () => {
  const [lane] = scored(
    oneRule({ cooldown: { seconds: 3, from: 'end' } }, [{ id: 'f', kind: 'fade', in: 1, stay: 0, out: 1 }]),
  ).lanes
  expect(lane.cooldowns.map(({ from, to }) => [from, to])).toEqual([[3.7, 6.7]])
  expect(lane.playings[0]).toMatchObject({ from: 1.7, to: 3.7, look: 'picture' })
})

it('what hands may not do is a span for each set in force', () => {
  const { locks } = scored(
    oneRule({}, [
      { id: 'f', kind: 'freeze', locks: ['look'], hold: 2 },
      { id: 'g', kind: 'freeze', locks: ['use'], at: 1, hold: 2 },
    ]),
  )
  expect(locks.map(({ from, to, locks }) => [from, to, locks])).toEqual([
    [1.7, 2.7, ['look']],
    [2.7, 3.7, ['look', 'use']],
    [3.7, 4.7, ['use']],
  ])
})
