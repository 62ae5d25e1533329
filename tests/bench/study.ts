import { run } from '../../core/engine'
import { patchOf, type Show } from '../../core/show'
import { observe } from '../../core/study'
import { demo, WALKS, walks } from './demo'
import { each, line, middle, warmUp } from './measure'

/** How many walkers a core gets through in a second: in a process of its own, as a study has a worker of its own. */
const ROUNDS = 9
const AT_A_TIME = 200
const aSecond = (took: number): string => String(Math.round(1000 / took))

/** The mean time of a varied walker (ms), the median of some rounds; `from` on they are numbered. */
function walker(show: Show, from: number, again = false): number {
  const rounds = Array.from({ length: ROUNDS }, (_, round) => {
    let number = from + (again ? 0 : round * AT_A_TIME)
    return each(AT_A_TIME, () => observe(show, { walks: WALKS }, number++, new Map()))
  })
  return middle(rounds)
}

let warming = 10_000
warmUp(() => observe(demo, { walks: WALKS }, warming++, new Map()))
line('varied walkers of the demo a second and core, each seen once', aSecond(walker(demo, 100_000)), '≥ 1,000')
walker(demo, 1, true)
const { show: tuned } = patchOf(demo, (e) => e.set(['zones', 'rope-post', 'rules', 'rope', 'debounce'], 1))
line('  walkers that come back, after a rule was tuned', aSecond(walker(tuned, 1, true)), '')
let seed = 0
const tally = () => void run(demo, walks, { seed: seed++, tally: true })
warmUp(tally)
line(
  '  the walks as they are drawn, each time with other luck',
  aSecond(middle(Array.from({ length: ROUNDS }, () => each(AT_A_TIME, tally)))),
  '',
)
