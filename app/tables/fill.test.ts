import { describe, expect, it } from 'vitest'
import { patchOf, readShow, type Show } from '~~/core/show'
import { fill, type Filled } from './fill'
import { ROOMS } from './rooms'
import { SCARES } from './scares'
import { blockOf, sheetText } from './sheet'
import type { Table } from './table'

const box = (x: number) => ({ kind: 'box', at: [x, 0, 0], size: [2, 2, 2] })
const sound = (id: string, name: string) => ({ id, name, asset: 'a'.repeat(64), seconds: 9 })
const show = readShow({
  format: 'esvik-show',
  version: 1,
  title: 'Tables',
  place: { floors: [{ id: 'loft', name: 'Loft', y: 3, outline: [[0, 0], [4, 0], [4, 4], [0, 4]] }] }, // prettier-ignore
  sounds: [sound('hum', 'Hum'), sound('sea', 'Sea'), sound('bang', 'Bang')],
  pools: [{ id: 'knocks', name: 'Knocks', sounds: [{ sound: 'bang' }] }],
  cues: [
    { id: 'bed', name: 'Bed', steps: [{ id: 'b', kind: 'bed', sound: 'hum', where: { at: 'head' } }] },
    { id: 'boo', name: 'Boo', scare: true, steps: [{ id: 's', kind: 'sound', sound: 'bang', gain: [-1, 3], where: { at: 'zone' } }] }, // prettier-ignore
  ],
  zones: [
    { id: 'dock', name: 'Dock', shape: box(0), rules: [{ id: 'r1', on: { at: 'enter' }, cue: 'bed' }] },
    { id: 'shed', name: 'Shed', shape: box(4) },
    { id: 'hatch', name: 'Hatch', shape: box(8), rules: [{ id: 'r2', on: { at: 'enter' }, cue: 'boo' }] },
  ],
})
function filled(table: Table, text: string, from = { row: 0, column: 0 }): { now: Show } & Filled {
  let filled: Filled | undefined
  const { show: now } = patchOf(show, (edit) => (filled = fill(edit, table, blockOf(text)!, from)))
  return { now, ...filled! }
}
const read = (table: Table, now: Show) =>
  table.rows(now).map((row) => table.columns.map((column) => column.read(row, now)))

describe('a table filled from a spreadsheet', () => {
  it('goes by its columns where they are named, in any order, and by zones; empty cells leave what is there', () => {
    const { now, changed, made, problems } = filled(ROOMS, 'Gain (dB)\tRoom\tbed\n-9\tdock\tSea\n\tShed\thum\n')
    expect({ changed, made, problems }).toEqual({ changed: 1, made: 1, problems: [] })
    expect(read(ROOMS, now)).toEqual([
      ['Dock', 'Sea', '-9', '1', '2', ''],
      ['Shed', 'Hum', '-6', '2', '3', ''],
    ])
    expect(now.zones[1]!.rules).toHaveLength(1)
  })
  it('makes a zone over a floor of that name', () => {
    const { now, made } = filled(ROOMS, 'Loft\tSea\t-3')
    expect(made).toBe(1)
    expect(now.zones.at(-1)).toMatchObject({ name: 'Loft', shape: { kind: 'prism', y: 3 } })
    expect(read(ROOMS, now).at(-1)!.slice(0, 3)).toEqual(['Loft', 'Sea', '-3'])
  })
  it('goes on downwards from a cell where no zone is named, and renames where none is known', () => {
    const { now } = filled(ROOMS, '-20\t1\n-21\t0.5', { row: 0, column: 2 })
    expect(read(ROOMS, now)[0]!.slice(2, 4)).toEqual(['-20', '1'])
    const renamed = filled(ROOMS, 'Quay\tSea\nStore\tSea')
    expect(renamed.now.zones.map(({ name }) => name)).toEqual(['Quay', 'Store', 'Hatch'])
    expect(read(ROOMS, renamed.now).map(([, bed]) => bed)).toEqual(['Sea', 'Sea'])
  })
  it('says what is wrong by its row, and takes the rest', () => {
    const { now, problems } = filled(ROOMS, 'Zone\tBed\tGain\nDock\tHowl\t-4\nMoon\tHum\t\nShed\t\t-3\nDock\tSea\t99')
    expect(problems).toEqual([
      'Row 2: No sound is called “Howl” (Bed)',
      'Row 3: No zone and no floor is called “Moon”',
      expect.stringMatching(/^Row 4: /),
      expect.stringMatching(/^Row 5: /),
    ])
    expect(read(ROOMS, now)[0]!.slice(0, 3)).toEqual(['Dock', 'Hum', '-4'])
    expect(filled(ROOMS, '1\n2\n3', { row: 1, column: 2 }).problems).toContain('Row 2: the table has no more rows')
  })
  it('holds scares: what is heard, how often, after which rest', () => {
    const { now, problems } = filled(
      SCARES,
      'Zone\tSound\tGain\tAt most\tCooldown\tChance in 10\tTakes\nHatch\tKnocks\t4\t2\t1 min\t5\twhatever\nShed\tBang\t0\t1\t\t\t',
    )
    expect(problems).toEqual([])
    const [hatch] = now.zones.flatMap(({ rules }) => rules).filter(({ id }) => id === 'r2')
    expect(hatch).toMatchObject({ limit: { times: 2 }, cooldown: { seconds: 60 }, chance: 0.5 })
    expect(now.cues.find(({ id }) => id === 'boo')!.steps[0]).toMatchObject({ pool: 'knocks', gain: [2, 6] })
    expect(read(SCARES, now).map((cells) => cells.slice(0, 4))).toEqual([
      ['Shed', 'Bang', '0', '1'],
      ['Hatch', 'Knocks', '4', '2'],
    ])
  })
  it('changes nothing when it is pasted back as it was copied', () => {
    for (const table of [ROOMS, SCARES]) {
      const head = table.columns.map(({ name }) => name)
      const { now, changed, made, problems } = filled(table, sheetText([head, ...read(table, show)]))
      expect([now, changed, made]).toEqual([show, 0, 0])
      expect(problems).toEqual([])
    }
  })
})
