import { describe, expect, it } from 'vitest'
import { oneRule } from '~~/core/testing/small-show'
import { run } from '~~/core/engine'
import { rulesOf, scoreOf } from '~~/core/score'
import { calculated } from './arithmetic'
import { clock, count, ordinal, plain, tick } from './time'
import { actSentence, heldSentence, lengthWords } from './sentences'
import { stepWords } from './step-kinds'

describe('numbers as people type them', () => {
  it.each([
    ['1.5*2', 3],
    ['(3+1)/2', 2],
    ['0,8', 0.8],
    ['-2', -2],
    ['−2 + 5', 3],
    ['2*-3', -6],
    ['1/0', undefined],
    ['two', undefined],
    ['1 2', undefined],
    ['(1', undefined],
    ['', undefined],
  ])('%s', (text, value) => expect(calculated(text)).toBe(value))
})

describe('times and counts', () => {
  it('reads as on a clock', () => {
    expect(clock(134.6)).toBe('02:14.6')
    expect(clock(59.96)).toBe('01:00.0')
    expect(clock(348, 0)).toBe('05:48')
    expect(clock(7.5, 2)).toBe('00:07.50')
    expect(tick(150)).toBe('2:30')
  })
  it('has no trailing zeros and a real minus', () => {
    expect([plain(24), plain(0.80001), plain(-3.5), plain(-0.001)]).toEqual(['24', '0.8', '−3.5', '0'])
  })
  it('counts in words', () => {
    expect([count(1, 'rule'), count(2, 'rule')]).toEqual(['1 rule', '2 rules'])
    expect([1, 2, 3, 4, 11, 12, 13, 21, 112].map(ordinal)).toEqual([
      '1st',
      '2nd',
      '3rd',
      '4th',
      '11th',
      '12th',
      '13th',
      '21st',
      '112th',
    ])
  })
})

describe('sentences', () => {
  const show = oneRule({ cooldown: { seconds: 24 }, limit: { times: 2 }, chance: 0.7 }, [
    { id: 'f', kind: 'freeze', locks: ['walk', 'use'], hold: 1.4 },
    { id: 'p', kind: 'prompt', text: 'Look', key: 'E', anchor: { zone: 'z' } },
    { id: 'g', kind: 'fade', in: 0.5, stay: 1, out: 0.5 },
    { id: 's', kind: 'signal', name: 'ring' },
  ])
  const rule = rulesOf(show).get('r')
  const held = (gate: string, left?: number) => heldSentence({ t: 1, rule: 'r', gate: gate as never, left }, rule)
  it('say what held a moment, and by how much', () => {
    expect(held('cooldown', 3.2)).toBe('Held: cooldown, 3.2 s left of 24 s.')
    expect(held('limit')).toBe('Held: limit, it has fired 2 times already.')
    expect(held('chance')).toBe('Held: chance, 7 in 10 get through.')
    expect(held('busy')).toBe('Held: busy, the cue still plays.')
  })
  it('say what a step does and how long it lasts', () => {
    const [freeze, prompt, fade, signal] = show.cues[0].steps
    expect([stepWords(show, freeze), lengthWords(show, freeze)]).toEqual(['No walking, using', 'for 1.4 s'])
    expect([stepWords(show, prompt), lengthWords(show, prompt)]).toEqual(['“Look” (E)', 'until released'])
    expect(lengthWords(show, fade)).toBe('for 2 s')
    expect(lengthWords(show, signal)).toBe('at once')
  })
})

describe('acts of a cue in a sentence', () => {
  const made = oneRule({}, [
    { id: 's', kind: 'signal', name: 'ring' },
    { id: 'f', kind: 'fade', in: 1, stay: 1, out: 1 },
  ])
  const { lanes, signals } = scoreOf(made, run(made, made.walks, { seed: 1 }))
  it('says what it does, of which cue, where and when; and who hears a signal', () =>
    expect(lanes[0]!.acts.map((act) => actSentence(made, lanes[0]!, act, signals))).toEqual([
      'Signal “ring”, heard by nobody. Cue, Zone, 00:01.70',
      'Fade to #000000. Cue, Zone, 00:01.70',
    ]))
})
