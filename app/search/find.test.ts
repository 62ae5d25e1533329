import { describe, expect, it } from 'vitest'
import { full, WHOLE, withSteps } from '~~/core/testing/whole-steps'
import { readShow } from '~~/core/show'
import { entriesOf, metAt } from './entries'
import { finder } from './find'

const base = withSteps('light', WHOLE.light)
const show = readShow({
  ...base,
  cues: [
    ...base.cues,
    {
      id: 'rack',
      name: 'Rack comes down',
      scare: true,
      steps: [
        { id: 'send', kind: 'signal', name: 'something falls' },
        { id: 'tie', kind: 'flag', flag: 'lit', set: true },
      ],
    },
  ],
  kits: [{ id: 'board', name: 'Loose board', rules: [] }],
  zones: [
    { ...base.zones[0]!, tags: ['upstairs'] },
    { ...base.zones[0]!, id: 'step', name: 'Undercroft step', kit: 'board', rules: [] },
  ],
  walks: [{ id: 'w', name: 'Curious', points: [{ at: [0, 0, 0] }] }],
})
const find = finder(entriesOf(show))
const names = (words: string) => find(words).map(({ kind, name }) => `${kind} ${name}`)

describe('what is found', () => {
  it('is anything of a show, by the beginnings of its words', () => {
    expect(names('rack do')).toContain('cue Rack comes down')
    expect(names('lam')[0]).toBe('light Lamp')
    expect(names('somet')).toContain('signal something falls')
    expect(names('curi')).toEqual(['walk Curious'])
    expect(names('door')[0]).toBe('prop Door')
    expect(names('pool')).toContain('pool Pool')
    expect(names('lit')).toContain('flag Lit')
  })
  it('is found by a tag, a kit, the cue of a step, and with a slip of the finger', () => {
    expect(names('upstairs')).toEqual(['zone Zone'])
    expect(names('loose')).toEqual(['kit Loose board', 'zone Undercroft step'])
    expect(names('undercrft')).toEqual(['zone Undercroft step'])
    expect(find('rack signal').map(({ id }) => id)).toContain('send')
  })
  it('has each thing once, and is nothing where nothing fits', () => {
    const keys = entriesOf(show).map(({ key }) => key)
    expect(new Set(keys).size).toBe(keys.length)
    expect(names('zzzzqq')).toEqual([])
  })
})

describe('what is called exactly as was typed', () => {
  it('stands before what only begins so, or has more words', () => {
    const entry = (name: string, more = '') => ({ key: name, kind: 'cue' as const, id: name, name, more })
    const search = finder([entry('Bell buoy bell', 'bell bell'), entry('Bell tower'), entry('Bell')])
    expect(search('bell').map(({ name }) => name)[0]).toBe('Bell')
  })
})

describe('where one goes for what can’t be chosen itself', () => {
  it('is who sets, sends, shares it', () => {
    expect(metAt(show, 'signal', 'something falls')).toEqual({ cue: 'rack', step: 'send' })
    expect(metAt(show, 'flag', 'lit')).toEqual({ cue: 'rack', step: 'tie' })
    expect(metAt(show, 'kit', 'board')).toEqual({ zone: 'step' })
    expect(metAt(full, 'kit', 'board')).toBeUndefined()
  })
})
