import { describe, expect, it } from 'vitest'
import { oneRule } from '~~/core/testing/small-show'
import { run } from '~~/core/engine'
import { rulesOf, scoreOf } from '~~/core/score'
import { actSentence, heldSentence } from './sentences'
import { lengthWords } from './step-lengths'
import { stepWords } from './step-kinds'

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
    const [freeze, prompt, fade, signal] = show.cues[0]!.steps
    expect([stepWords(show, freeze!), lengthWords(show, freeze!)]).toEqual(['No walking, using', 'for 1.4 s'])
    expect([stepWords(show, prompt!), lengthWords(show, prompt!)]).toEqual(['“Look” (E)', 'until released'])
    expect(lengthWords(show, fade!)).toBe('for 2 s')
    expect(lengthWords(show, signal!)).toBe('at once')
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
      'Fade to black. Cue, Zone, 00:01.70',
    ]))
})
