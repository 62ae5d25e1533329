import { backups } from './backups'
import { edits } from './edits'
import { files } from './files'
import { holdUps } from './hold-ups'
import { keepsakes } from './keepsakes'
import { kills } from './kills'
import type { Figures } from './place'
import { properties } from './properties'
import { requests } from './requests'
import { samples } from './samples'
import { tabs } from './tabs'
import { together } from './together'
import { windows } from './windows'
import { messageOf } from '../../core/base'

/** What must be nothing. */
const NOTHING =
  /^(lost|doubled|missing|out of order|otherwise|not brought|errors|slow|unclear|echoing|no answer|swallowed|accepted|changed|stack)/
/** Each trial in full; none takes longer than its limit (s). */
const TRIALS: { [name: string]: [limit: number, work: () => Promise<Figures>] } = {
  properties: [3000, properties],
  kills: [900, () => kills(100)],
  windows: [300, () => windows(50, 200)],
  edits: [900, () => edits(10_000)],
  requests: [300, () => requests(3000)],
  files: [600, () => files(300)],
  backups: [900, () => backups(80)],
  keepsakes: [900, () => keepsakes(200)],
  samples: [900, () => samples(60)],
  tabs: [600, () => tabs(20)],
  together: [300, () => together(90)],
  'hold-ups': [900, () => holdUps(process.env.ESVIK_ATTACK)],
}

const asked = process.argv.slice(2)
const stranger = asked.find((name) => !(name in TRIALS))
if (stranger !== undefined) {
  process.stderr.write(`There is no trial "${stranger}"; there are ${Object.keys(TRIALS).join(', ')}.\n`)
  process.exit(1)
}
let failed = 0
for (const [name, [limit, work]] of Object.entries(TRIALS)) {
  if (asked.length > 0 && !asked.includes(name)) continue
  const began = performance.now()
  const late = new Promise<Figures>((_, fail) =>
    setTimeout(() => fail(new Error(`longer than ${limit} s`)), limit * 1000).unref(),
  )
  try {
    const figures = await Promise.race([work(), late])
    const bad = Object.entries(figures).filter(([what, n]) => NOTHING.test(what) && n !== 0)
    if (bad.length > 0) failed++
    const words = Object.entries(figures).map(([what, n]) => `${what} ${n}`)
    process.stdout.write(`${bad.length > 0 ? 'FAILED ' : ''}${name}: ${words.join(', ')} (${Math.round((performance.now() - began) / 1000)} s)\n`) // prettier-ignore
  } catch (error) {
    failed++
    process.stdout.write(`FAILED ${name}: ${messageOf(error)}\n`)
  }
}
process.exit(failed > 0 ? 1 : 0)
