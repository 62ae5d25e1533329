import { expect, it } from 'vitest'
import { guessed, TrackReader } from '~~/core/tracks'
import { PlainRows } from './plain-rows'
import { rowsOf } from './rows'

const HEADER = 'player,time,x,y,z,yaw,use'
const NUMBERS = ['0', '-0', '12', '-3.25', '+4.5', '0.001', '.5', '7.', ' 8 ', '1e1', '0.123456789012345678', '123456789012345', '-', '', 'x', '1.2.3'] // prettier-ignore

/** A file of every kind of number in every column, with and without a return before the newline. */
function file(): string {
  const rows = NUMBERS.flatMap((number, i) =>
    [2, 3, 4, 5].map((column) => {
      const cells = [`p${column}`, String(i), '1', '0', '2', '90', '']
      cells[column] = number
      return cells.join(',') + (i % 2 === 0 ? '\r' : '')
    }),
  )
  rows.push('é,0,1,0,2,3,1', 'é,1,1,0,2,3,', 'p2,99,1,2', '', 'é,2,3,0,4,5,Q')
  return [HEADER, ...rows].join('\n')
}

it('lines of plain numbers are read as bytes just as they are as text, in whatever pieces they come', () => {
  const text = file()
  const mapping = guessed(HEADER.split(','), [], 10)
  const asText = new TrackReader(mapping, [])
  const { rows } = rowsOf(`${HEADER},"`).rowsIn(`${text}\n`)
  for (const cells of rows) asText.add(cells.map((cell) => cell.replace('\r', '')))
  const bytes = new TextEncoder().encode(text)
  for (const piece of [1, 7, 64, bytes.length]) {
    const reader = new TrackReader(mapping, [])
    const plain = new PlainRows(reader, ',', true)
    for (let at = 0; at < bytes.length; at += piece) plain.feed(bytes.subarray(at, at + piece))
    plain.end()
    expect(reader.end()).toEqual(asText.end())
  }
  expect(asText.end().skipped).toBeGreaterThan(5)
})
