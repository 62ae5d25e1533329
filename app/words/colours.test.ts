import { expect, it } from 'vitest'
import { colourWords } from './colours'

it.each([
  ['#000000', 'black'],
  ['#FFFFFF', 'white'],
  ['#808080', 'grey'],
  ['#ff0000', 'red'],
  ['#331100', 'dark orange'],
  ['#112244', 'dark blue'],
  ['#cceeff', 'pale blue'],
  ['#22aa33', 'green'],
  ['no colour', undefined],
])('%s is %s', (colour, words) => expect(colourWords(colour)).toBe(words))
