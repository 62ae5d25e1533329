import { describe, expect, it } from 'vitest'
import { patchOf } from '~~/core/show'
import { across, show as smallShow } from '~~/core/testing/small-show'
import { flagsOf, removeFlag, removeSignal, renameSignal, signalsOf } from './flags-and-signals'

const show = smallShow({
  flags: [
    { id: 'lit', name: 'Lit', start: false },
    { id: 'spare', name: 'Spare', start: 0 },
  ],
  cues: [
    {
      id: 'on',
      name: 'On',
      steps: [
        { id: 'set', kind: 'flag', flag: 'lit', set: true },
        { id: 'send', kind: 'signal', name: 'go' },
        { id: 'lost', kind: 'signal', name: 'nobody' },
      ],
    },
  ],
  zones: [
    {
      id: 'z',
      name: 'Zone',
      ...across(2, 4),
      rules: [
        { id: 'a', on: { at: 'enter' }, when: [{ flag: 'lit', is: '=', value: false }], cue: 'on' },
        { id: 'b', on: { at: 'signal', name: 'go' }, when: [{ flag: 'lit', is: '=', value: true }], cue: 'on' },
      ],
    },
  ],
  rules: [{ id: 'c', on: { at: 'signal', name: 'go' }, cue: 'on' }],
})
const names = (users: { name: string }[]) => users.map(({ name }) => name)

describe('who has to do with a flag or a signal', () => {
  it('sets it, or reads it, once each', () => {
    const [lit, spare] = flagsOf(show)
    expect([names(lit!.setBy), names(lit!.readBy)]).toEqual([['On'], ['Zone']])
    expect(lit!.setBy[0]).toMatchObject({ cue: 'on', step: 'set' })
    expect([spare!.setBy, spare!.readBy]).toEqual([[], []])
  })
  it('sends it, or hears it, and is nobody where nobody does', () => {
    const [go, nobody] = signalsOf(show)
    expect([names(go!.sentBy), names(go!.heardBy)]).toEqual([['On'], ['Zone', 'a rule without a zone']])
    expect([nobody!.name, names(nobody!.sentBy), nobody!.heardBy]).toEqual(['nobody', ['On'], []])
  })
  it('hears of another name everywhere', () => {
    const after = patchOf(show, (edit) => renameSignal(edit, 'go', 'off you go')).show
    const [renamed] = signalsOf(after)
    expect([renamed!.name, names(renamed!.sentBy), names(renamed!.heardBy)]).toEqual([
      'off you go',
      ['On'],
      ['Zone', 'a rule without a zone'],
    ])
    expect(signalsOf(after).map(({ name }) => name)).not.toContain('go')
  })
  it('is a kit by what its zones fill a part with', () => {
    const kit = smallShow({
      flags: [{ id: 'own', name: 'Own', start: false }],
      cues: [{ id: 'on', name: 'On', steps: [{ id: 's', kind: 'flag', flag: 'part:lit', set: true }] }],
      kits: [
        {
          id: 'k',
          name: 'Kit',
          parts: [{ id: 'lit', name: 'Lit', is: 'flag' }],
          rules: [{ id: 'r', on: { at: 'enter' }, cue: 'on' }],
        },
      ],
      zones: [{ id: 'z', name: 'Zone', ...across(2, 4), kit: 'k', parts: { lit: 'own' } }],
    })
    const [own] = flagsOf(kit)
    expect([names(own!.setBy), names(own!.readBy)]).toEqual([['Zone'], ['Zone']])
  })
})

describe('what is taken away', () => {
  it('takes with it the steps that set it and the conditions that read it; rules stay', () => {
    const { show: after } = patchOf(show, (edit) => removeFlag(edit, 'lit'))
    expect(after.flags.map(({ id }) => id)).toEqual(['spare'])
    expect(after.cues[0]!.steps.map(({ id }) => id)).toEqual(['send', 'lost'])
    expect(after.zones[0]!.rules.map(({ when }) => when.length)).toEqual([0, 0])
  })
  it('takes with a signal who sends it and the rules that listen to it', () => {
    const { show: after } = patchOf(show, (edit) => removeSignal(edit, 'go'))
    expect(signalsOf(after).map(({ name }) => name)).toEqual(['nobody'])
    expect(after.zones[0]!.rules.map(({ id }) => id)).toEqual(['a'])
    expect(after.rules).toEqual([])
  })
})
