import { describe, expect, it } from 'vitest'
import { eventsOf, positionAt, run, walksOf } from '../engine'
import { readShow, type Show, type Walk } from '../show'
import { guessed, TrackReader, tracksOf, type Mapping, type ReadTracks } from '.'

const SHOW = readShow({
  format: 'esvik-show',
  version: 1,
  title: 'Tracked',
  place: {
    floors: [
      { id: 'f', name: 'F', y: 0, outline: [[-50, -50], [50, -50], [50, 50], [-50, 50]] }, // prettier-ignore
      { id: 'up', name: 'Up', y: 3, outline: [[10, -50], [50, -50], [50, 50], [10, 50]] }, // prettier-ignore
    ],
  },
  cues: [{ id: 'k', name: 'K', steps: [{ id: 's', kind: 'freeze', locks: ['walk'], hold: 5 }] }],
  zones: [{ id: 'z', name: 'Z', notices: 'feet', shape: { kind: 'box', at: [3, 0, 0], size: [2, 0.5, 4] }, rules: [{ id: 'r', on: { at: 'enter' }, cue: 'k' }] }], // prettier-ignore
})
const HEADER = ['player', 'time', 'x', 'y', 'z', 'yaw', 'use']
/** What is known of a player at a time, as cells. */
type Told = [t: number, x: number, y: number, z: number, yaw?: number, use?: string]
const cells = (who: string, [t, x, y, z, yaw = 0, use = '']: Told) => [who, t, x, y, z, yaw, use].map(String)
const MAPPING = guessed(HEADER, [cells('a', [0, 0, 0, 0]), cells('a', [0.1, 1, 0, 1])], 100)
function read(rows: readonly string[][], mapping: Mapping = MAPPING): ReadTracks {
  const reader = new TrackReader(mapping, SHOW.place.floors)
  for (const row of rows) reader.add(row)
  return tracksOf([reader.end()])
}
/** The run of a track, as it went. */
function went({ tracks }: ReadTracks, which = 0) {
  const { start, points } = tracks[which]
  const walk: Walk = { id: 'w', name: 'W', body: { kind: 'player', tags: [] }, start, went: true, points }
  const show: Show = { ...SHOW, walks: [walk] }
  return run(show, walksOf(show, ['w']), { seed: 1 })
}
/** A way at 30 Hz. */
const way = (seconds: number, of: (t: number) => Told) =>
  Array.from({ length: Math.round(seconds * 30) + 1 }, (_, i) => of(i / 30))

describe('tracks of real players', () => {
  it('are walks of few points, as near as 0.1 m to what was told, at its times', () => {
    const told = way(40, (t) => [t, 8 * Math.sin(t / 4), 0, 8 * Math.cos(t / 4), (t * 7) % 360])
    const made = read(told.map((each) => cells('a', each)))
    expect(made.tracks[0].points.length).toBeLessThan(120)
    const { paths } = went(made)
    for (const [t, x, , z] of told) {
      const at = positionAt(paths[0], t)
      expect(Math.hypot(at[0] - x, at[2] - z)).toBeLessThan(0.11)
    }
  })

  it('go on through what would freeze them: the file’s times are the truth', () => {
    const made = read(way(6, (t) => [t, t, 0, 0]).map((each) => cells('a', each)))
    const events = eventsOf(went(made))
    expect(events.flatMap(({ kind, t }) => (kind === 'enter' || kind === 'leave' ? [[kind, t]] : []))).toEqual([
      ['enter', expect.closeTo(2, 1)],
      ['leave', expect.closeTo(4, 1)],
    ])
  })

  it('whose heights tremble are laid on the floors: a zone that notices feet doesn’t flicker', () => {
    const trembling = (t: number) => 0.3 * Math.sin(t * 97)
    const made = read(way(6, (t) => [t, t, trembling(t), 0]).map((each) => cells('a', each)))
    expect(eventsOf(went(made)).filter(({ kind }) => kind === 'enter')).toHaveLength(1)
    const up = read(way(3, (t) => [t, 12 + t, 3 + trembling(t), 0]).map((each) => cells('a', each)))
    expect(up.tracks[0].points.every(({ at }) => at[1] === 3)).toBe(true)
  })

  it('keep what they pressed, jumps and gaps', () => {
    const walked = way(2, (t) => [t, -t, 0, 0, 0, Math.abs(t - 1) < 0.001 ? '1' : ''])
    const after = way(2, (t) => [t + 2.1, 20 + t, 3, 0])
    const late = way(1, (t) => [t + 14, 30, 3, t])
    const made = read([...walked, ...after, ...late].map((each) => cells('a', each)))
    const result = went(made)
    expect(eventsOf(result).filter(({ kind }) => kind === 'press')).toMatchObject([{ t: expect.closeTo(1, 1) }])
    expect(made.tracks[0].points.filter(({ jump }) => jump)).toHaveLength(2)
    const x = (t: number) => positionAt(result.paths[0], t)[0]
    expect([x(2.05), x(2.15), x(10), x(14.5)].map((v) => Math.round(v))).toEqual([-2, 20, 22, 30])
  })

  it('of many players are told apart, in whatever order, units and axes they come', () => {
    const header = ['id', 'ms', 'pos x', 'pos y', 'pos z', 'heading']
    const rows = way(4, (t) => [t, 0, 0, 0]).flatMap(([t]) =>
      ['a', 'b'].map((who, i) => [who, String(5e6 + t * 1000), String(t * 100), String(-300 * i), '2', String(t / 3)]),
    )
    const mapping = guessed(header, rows, 2)
    expect(mapping).toMatchObject({ who: 0, time: 1, seconds: 0.001, metres: 0.01, radians: true })
    const made = read(rows, { ...mapping, y: 4, z: 3 })
    expect(made.tracks.map(({ who, start }) => [who, start])).toEqual([['a', expect.closeTo(5000, 6)], ['b', expect.closeTo(5000, 6)]]) // prettier-ignore
    expect(made.tracks[1].points.at(-1)!.at).toEqual([4, 0, -3])
    // By another clock than a run's the first of all is the begin.
    const epoch = read(rows.map(([who, t, ...more]) => [who, String(Number(t) + 1.7e12), ...more]), { ...mapping, y: 4, z: 3 }) // prettier-ignore
    expect(epoch.tracks[0].start).toBeCloseTo(0, 3)
  })

  it('say which row is wrong and how many, and read the others', () => {
    const made = read([
      cells('a', [0, 0, 0, 0]),
      ['a', 'soon', '1', '0', '0', '0', ''],
      ['a', '1', '', '0', '0', '0', ''],
      cells('a', [2, 1, 0, 0]),
      cells('a', [1.5, 1, 0, 0]),
    ])
    expect(made).toMatchObject({ rows: 5, skipped: 3, trouble: 'Row 2: “soon” is no time' })
    expect(made.tracks[0].samples).toBe(2)
  })

  it('are the same whether one reads a file, or several share its players', () => {
    const EPOCH = 1.7e9
    const rows = way(20, (t) => [EPOCH + t, 5 * Math.sin(t), 0, t]).flatMap((each, i) => [
      cells(`p${i % 5}`, each),
      ...(i === 40 ? [cells('p1', [NaN, 0, 0, 0])] : []),
    ])
    const alone = read(rows)
    const parts = [0, 1, 2].map((index) => {
      const reader = new TrackReader(MAPPING, SHOW.place.floors, 0.1, { index, of: 3 })
      for (const row of rows) reader.add(row)
      return reader.end()
    })
    expect(tracksOf(parts)).toEqual(alone)
    expect(alone.tracks.map(({ who }) => who)).toEqual(['p0', 'p1', 'p2', 'p3', 'p4'])
    expect([alone.skipped, alone.trouble]).toEqual([1, 'Row 42: “NaN” is no time'])
  })
})
