import { expect, it } from 'vitest'
import { completePopulation, completeWalk, type Walk } from '../show'
import { oneRule } from '../testing/small-show'
import { guessed, TrackReader, tracksOf } from '../tracks'
import { cueTally, outcomeOf } from '.'

const SECONDS = 60
const HERTZ = 30
const PLAYERS = 12
/** The zone lies across X from 2 to 4; feet are in it from here to there. */
const [NEAR, FAR] = [2, 4]
/** Where a player is at a time: to and fro along X, each in a rhythm of their own, some never so far. */
const x = (player: number, t: number) => 0.6 * player * Math.sin((t * (player + 3)) / 40)

it('a study of a file of tracks, nothing varied, counts what the file’s own numbers say', () => {
  const header = ['player', 'time', 'x', 'y', 'z', 'yaw', 'use']
  const rows = Array.from(
    { length: PLAYERS },
    (_, player) =>
    Array.from({ length: SECONDS * HERTZ + 1 }, (_, i) => [`p${player}`, String(i / HERTZ), String(x(player, i / HERTZ)), '0', '0', '0', '']), // prettier-ignore
  ).flat()
  const reader = new TrackReader(guessed(header, rows.slice(0, 50), 100), [])
  for (const row of rows) reader.add(row)
  const walks = tracksOf([reader.end()]).tracks.map(({ who, start, points }): Walk => completeWalk({ id: who, name: who, start, points, went: true })) // prettier-ignore
  expect(walks.length).toBe(PLAYERS)
  const players = completePopulation({
    id: 'players',
    name: 'Players',
    walks: walks.map(({ id }) => id),
    pace: [1, 1],
    pauses: [1, 1],
    start: [0, 0],
    aside: 0,
    turnsBack: 0,
  })
  const shape = { kind: 'box', at: [(NEAR + FAR) / 2, 0, 0], size: [FAR - NEAR, 2, 4] }
  const show = oneRule({ on: { at: 'enter' } }, [{ id: 's', kind: 'signal', name: 'x' }], {
    zone: { shape, notices: 'feet' },
    show: { walks, populations: [players] },
  })
  const outcomes = walks.map((_, i) => outcomeOf(show, { walks: [], population: 'players' }, i + 1))
  const entered = walks.map((_, player) => {
    const isIn = (i: number) => x(player, i / HERTZ) >= NEAR && x(player, i / HERTZ) <= FAR
    return Array.from({ length: SECONDS * HERTZ }, (_, i) => i + 1).flatMap((i) => (isIn(i) && !isIn(i - 1) ? [i / HERTZ] : [])) // prettier-ignore
  })
  expect(outcomes.map(({ times }) => times[0])).toEqual(entered.map((times) => times.length))
  outcomes.forEach(({ first }, player) => {
    const [at] = entered[player]
    if (at === undefined) expect(first[0]).toBeNaN()
    // Tracks are as near as 0.1 m to what was told.
    else expect(Math.abs(x(player, first[0]) - x(player, at))).toBeLessThan(0.13)
  })
  const { never, more } = cueTally(outcomes, 0)
  expect([never.count, more.count]).toEqual([entered.filter((all) => all.length === 0).length, entered.filter((all) => all.length > 1).length]) // prettier-ignore
  expect(never.count).toBeGreaterThan(1)
  expect(more.count).toBeGreaterThan(1)
})
