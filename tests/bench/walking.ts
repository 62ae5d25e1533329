import { run } from '../../core/engine'
import { WalkIn, type Hands } from '../../core/walking'
import { demo, WALKS, walks } from './demo'
import { each, line, middle, ms, warmUp } from './measure'

/** Walking by hand without a page: taking over, a frame, going back, recording; and tracks of players read from a file. */
const { length } = run(demo, walks, { seed: 7 })
const into = (t: number) => new WalkIn(demo, { seed: 7, walks: WALKS, player: 0, from: { t } })
const begin = () => void into(length)
warmUp(begin)
line('walk in: from the demo’s end', ms(middle(Array.from({ length: 9 }, () => each(3, begin)))), '≤ 100 ms')

const hands = (n: number): Hands => ({
  ahead: 1,
  aside: 0,
  runs: n % 700 > 500,
  jumps: n % 300 === 0,
  turns: Math.sin(n / 200),
  tilts: 0,
  ...(n % 100 === 0 && { key: 'E' }),
})
const RATE = 60
const MINUTE = 60 * RATE
const walk = into(40)
let n = 0
const frame = () => void walk.step(1 / RATE, hands(n++))
const minutes = Array.from({ length: 3 }, () => each(MINUTE, frame))
line('  a frame of it: body, run, what happens', ms(middle(minutes)), '')
line('  ten seconds back, after three minutes', ms(each(1, () => walk.back(10))), '')
line('  those three minutes recorded, and played back', ms(each(1, () => void walk.record())), '')
