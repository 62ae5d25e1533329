import { describe, expect, it } from 'vitest'
import { rowsOf } from './rows'

describe('a file of tracks', () => {
  it('of values between commas is rows of cells, with the names of its columns, piece by piece', () => {
    const text = 'player,time,x,z\n"a, b",0,1,2\na,0.5,3,'
    const rows = rowsOf(text)
    expect(rows.header).toEqual(['player', 'time', 'x', 'z'])
    const first = rows.rowsIn(text)
    expect(first).toEqual({ rows: [['a, b', '0', '1', '2']], rest: 'a,0.5,3,' })
    expect(rows.rowsIn(`${first.rest}4\n`).rows).toEqual([['a', '0.5', '3', '4']])
  })
  it('without names, and with other separators', () => {
    const text = '0;1;2\n1;2;3\n'
    expect(rowsOf(text).header).toEqual(['Column 1', 'Column 2', 'Column 3'])
    expect(rowsOf(text).rowsIn(text).rows).toEqual([['0', '1', '2'], ['1', '2', '3']]) // prettier-ignore
  })
  it('of JSON has an object on each line, what lies deeper too; a broken line is one of empty cells', () => {
    const text = '{"t":0,"pos":{"x":1,"z":2}}\n{"t":1,"pos":{"x":\n{"t":2,"pos":{"x":5,"z":6}}\n'
    const rows = rowsOf(text)
    expect(rows.header).toEqual(['t', 'pos.x', 'pos.z'])
    expect(rows.rowsIn(text).rows).toEqual([['0', '1', '2'], ['', '', ''], ['2', '5', '6']]) // prettier-ignore
  })
  it('that is none says so', () => {
    expect(() => rowsOf('Hello')).toThrow('no columns')
    expect(() => rowsOf('{"a":1}')).toThrow('no object')
  })
})
