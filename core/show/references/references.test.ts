import { expect, it } from 'vitest'
import { show } from '../../testing/furnished-show'
import { usesOf } from '..'

it('everything that uses a thing is found', () => {
  expect(usesOf(show, 'props', 'door').map((use) => use.keys.join('/'))).toEqual([
    'cues/0/steps/2/anchor/prop',
    'zones/0/rules/0/on/facing/prop',
  ])
})
