import { expect, it } from 'vitest'
import { cookiesIn } from './cookie'

it('every cookie of the name is found, and no other', () => {
  expect(cookiesIn('a=1; esvik=x.1.y;esvik=z=; xesvik=no; esvik')).toEqual(['x.1.y', 'z='])
  expect(cookiesIn(undefined)).toEqual([])
})
