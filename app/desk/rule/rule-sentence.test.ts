import { describe, expect, it } from 'vitest'
import { patchOf, readShow, type Moment, type Rule, type Show } from '~~/core/show'
import { full } from '~~/core/testing/whole-steps'
import { putInRule } from '~/document/making/rule-here'
import type { SentencePart } from '~/sentence/pieces'
import { offersFor, ruleSentence } from './rule-sentence'

const MOMENTS: Moment[] = [
  { at: 'enter' },
  { at: 'leave' },
  { at: 'dwell', seconds: 2 },
  { at: 'use', key: 'E', facing: { prop: 'door', within: 40 } },
  { at: 'look', target: { mark: 'spot' }, within: 10, seconds: 1 },
  { at: 'signal', name: 'go', inside: false },
  { at: 'clock', seconds: 9 },
  { at: 'end', cue: 'cue', why: 'released', inside: true },
]
const said = (on: Moment, more: object = {}): Show =>
  readShow({
    ...full,
    zones: [
      {
        ...full.zones[0]!,
        rules: [
          {
            id: 'r',
            cue: 'cue',
            on,
            who: { kinds: ['prop', 'player'], tags: ['wet'] },
            when: [
              { flag: 'lit', is: '=', value: true },
              { flag: 'count', is: '<', value: 3 },
            ],
            limit: { times: 2 },
            delay: 1.5,
            chance: 0.7,
            ...more,
          },
        ],
      },
    ],
  })
const ruleIn = (show: Show): Rule => show.zones[0]!.rules[0]!
const piecesOf = (show: Show) => ruleSentence(ruleIn(show), offersFor(show, { zone: show.zones[0]! }), () => {})
const partsOf = (show: Show): SentencePart[] =>
  piecesOf(show).filter((piece): piece is SentencePart => typeof piece !== 'string')
const putting = (show: Show, work: (put: ReturnType<typeof putInRule>) => void): Show =>
  patchOf(show, (edit) => work(putInRule({ zone: show.zones[0]!, rule: ruleIn(show) }, edit))).show

describe('the sentence of a rule', () => {
  it('has a part for all that it says but its two dials, its name and its switch', () => {
    const ways = new Set(MOMENTS.flatMap((on) => partsOf(said(on))).map(({ way }) => way.split('.')[0]))
    expect([...ways].sort()).toEqual(
      ['busy', 'chance', 'cue', 'delay', 'limit', 'on', 'onLeave', 'per', 'when', 'who'], // prettier-ignore
    )
  })
  it.each(MOMENTS)('reads as words when it is on $at, and offers what it says', (on) => {
    const show = said(on)
    for (const part of partsOf(show))
      if (part.as === 'choice') expect(part.options.map(({ value }) => value)).toContainEqual(part.value)
    const words = piecesOf(show).map((piece) => (typeof piece === 'string' ? piece : 'X'))
    expect(words.join('')).not.toMatch(/undefined|NaN|\[object/)
  })
  it.each(MOMENTS)('leaves a show that can be read, whatever is chosen in it on $at', (on) => {
    const show = said(on)
    for (const part of partsOf(show)) {
      if (part.as !== 'choice') continue
      for (const { value } of part.options) {
        if (value === part.elsewhere?.value && part.elsewhere) continue
        const made = putting(show, (put) =>
          part.choose ? part.choose(put, value, undefined as never) : put(part.way, value),
        )
        expect(() => readShow(JSON.parse(JSON.stringify(made)))).not.toThrow()
      }
    }
  })
  it('changes one number within a field and leaves the rest of it', () => {
    const show = said(MOMENTS[3]!)
    const number = partsOf(show).find(({ way }) => way === 'on.facing.within')!
    expect(ruleIn(putting(show, (put) => put(number.way, 15))).on).toEqual({
      at: 'use',
      key: 'E',
      facing: { prop: 'door', within: 15 },
    })
    const second = partsOf(show).find(({ way }) => way === 'when.1.value')!
    expect(ruleIn(putting(show, (put) => put(second.way, 8))).when.map(({ value }) => value)).toEqual([true, 8])
  })
  it('takes a condition out, and asks one more of a flag that isn’t asked yet', () => {
    const show = said(MOMENTS[0]!, { when: [{ flag: 'lit', is: '=', value: true }] })
    const more = partsOf(show).find(({ as }) => as === 'more')!
    const two = putting(show, (put) => more.as === 'more' && more.put(put))
    expect(ruleIn(two).when.map(({ flag }) => flag)).toEqual(['lit', 'count'])
    const first = partsOf(two).find(({ name }) => name === 'Condition')!
    const one = putting(two, (put) => first.as === 'choice' && first.choose!(put, undefined, undefined as never))
    expect(ruleIn(one).when.map(({ flag }) => flag)).toEqual(['count'])
  })
})
