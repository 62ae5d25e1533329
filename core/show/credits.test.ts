import { expect, it } from 'vitest'
import { readShow } from './reading/read'
import { creditTable } from './credits'

it('credits are a table with a row a sound, those of whom nothing is said last, and no cell breaks a row', () => {
  const sound = (id: string, credit?: object) => ({ id, name: id, asset: 'ab'.repeat(32), seconds: 1, credit })
  const show = readShow({
    format: 'esvik-show',
    version: 1,
    title: 'Credits',
    place: {},
    sounds: [sound('wind'), sound('bell', { by: 'the yard’s\n\tbell ringers', licence: 'free for all' })],
  })
  expect(creditTable(show)).toBe(
    'sound\tby\tfrom\tlicence\nbell\tthe yard’s bell ringers\t\tfree for all\nwind\t\t\t\n',
  )
})
