import { run, walksOf } from '../../core/engine'
import { checkTouched, patchOf } from '../../core/show'
import { scoreOf } from '../../core/score'
import { demo, WALKS } from './demo'
import { line, median, ms, warmUp } from './measure'

/** What the core does each time a dial is moved by a hair. */
let seconds = 0
const dial = () => {
  const cooldown = { seconds: 20 + (seconds++ % 5), from: 'fire' as const }
  const { patch, show } = patchOf(demo, (e) => e.set(['zones', 'rope-post', 'rules', 'rope', 'cooldown'], cooldown))
  checkTouched(show, patch)
  scoreOf(show, run(show, walksOf(show, WALKS), { seed: 7 }))
}
warmUp(dial)
line('a dial: edit, check, run, score (drawing is measured in the page)', ms(median(30, dial)), 'within 16 ms')
