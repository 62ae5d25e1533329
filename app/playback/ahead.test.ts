import { expect, it } from 'vitest'
import { run, walksOf } from '~~/core/engine'
import { oneRule, point, SOUND, walk } from '~~/core/testing/small-show'
import { soundsAhead } from './ahead'

const LONG = { ...SOUND, id: 'sea', name: 'Sea', asset: 'cd'.repeat(32), seconds: 200 }
const LATE = { ...SOUND, id: 'late', name: 'Late', asset: 'ef'.repeat(32) }
const steps = [
  { id: 'bed', kind: 'bed', sound: LONG.id, hold: 'keep', fadeOut: 0 },
  { id: 'thud', kind: 'sound', sound: SOUND.id, where: { at: 'head' }, at: 10 },
  { id: 'again', kind: 'sound', sound: SOUND.id, where: { at: 'head' }, at: 40 },
  { id: 'late', kind: 'sound', sound: LATE.id, where: { at: 'head' }, at: 90 },
]
const show = oneRule({ onLeave: 'nothing' }, steps, {
  show: { sounds: [SOUND, LONG, LATE], walks: [walk('w', point(0), point(20), point(150))] },
})
const made = run(show, walksOf(show, ['w']), { seed: 1 })
const BEGINS = 1.7
const ahead = (t: number) => soundsAhead(show, made, 0, t).map(({ asset }) => asset.replace(/^(..)\1*/, '$1'))

it('what begins within a minute is fetched, once each, the soonest first; of a long file the pieces that sound until then', () => {
  expect(ahead(0)).toEqual(['cd#0', 'ab', 'cd#1', 'cd#2'])
})
it('what is over isn’t fetched any more, what sounds already comes before all', () => {
  expect(ahead(BEGINS + 43)).toEqual(['cd#2', 'cd#3', 'cd#4', 'ef', 'cd#5'])
})
it('nobody fetches what somebody else hears', () => {
  expect(soundsAhead(show, made, 1, 0)).toEqual([])
})
