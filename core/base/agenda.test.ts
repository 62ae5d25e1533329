import { describe, expect, it } from 'vitest'
import { Agenda } from '.'

describe('an agenda', () => {
  it('at one time: in the order in which things were put there, also those put meanwhile', () => {
    const agenda = new Agenda<string[]>()
    const said: string[] = []
    const say = (to: string[], word: string) => void to.push(word)
    agenda.put(1 + 5e-10, say, 'first')
    agenda.put(1, () => agenda.put(1, say, 'fourth'), undefined)
    agenda.put(1, say, 'second')
    agenda.put(1, say, 'third')
    agenda.put(2, say, 'later')
    agenda.flush(agenda.next(), said)
    expect(said).toEqual(['first', 'second', 'third', 'fourth'])
    expect(agenda.next()).toBe(2)
  })
  it('what was dropped does not act and is not waited for', () => {
    const agenda = new Agenda<undefined>()
    agenda.drop(agenda.put(1, () => expect.unreachable(), undefined))
    expect(agenda.next()).toBe(Infinity)
  })
  it('keeps its order however much is put on it, and starts anew when it is cleared', () => {
    const agenda = new Agenda<number[]>()
    const times = Array.from({ length: 3000 }, (_, i) => ((i * 7919) % 3000) + 0.5)
    const tell = (said: number[], time: number) => void said.push(time)
    for (let round = 0; round < 2; round++) {
      const said: number[] = []
      for (const time of times) agenda.put(time, tell, time)
      agenda.drop(agenda.put(7.25, tell, 7.25))
      while (agenda.next() < Infinity) agenda.flush(agenda.next(), said)
      expect(said).toEqual([...times].sort((a, b) => a - b))
      agenda.put(1, tell, 1)
      agenda.clear()
      expect(agenda.next()).toBe(Infinity)
    }
  })
})
