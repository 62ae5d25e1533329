import { serialize } from 'node:v8'
import { buffersOf, createRun, eventsOf, facingAt, positionAt, run, stateAt, walksOf } from '../../core/engine'
import type { Show, Walk } from '../../core/show'
import { demo, fresh, WALKS, walks } from './demo'
import { each, line, median, middle, ms, timesFaster, warmUp } from './measure'
import { sensors } from './sensors'
import { sixtyHertz } from './sixty-hertz'

/** One play-through of the demo: how long it takes, and against what ticks. */
const SEED = { seed: 7 }
const whole = () => void run(demo, walks, SEED)

/** The first run of a show that nothing has been worked out of (ms). */
function first(options: { withoutFlights?: boolean } = {}): number {
  const show = fresh()
  const its = walksOf(show, WALKS)
  return each(1, () => void run(show, its, { ...SEED, ...options }))
}
line('the demo, the first run in a process', ms(first()), '≤ 16 ms')
warmUp(whole, 6000)
const { length } = run(demo, walks, SEED)
line(`the demo, ${demo.zones.length} zones, ${Math.round(length)} s, warm`, ms(median(100, whole)), '≤ 1 ms')
for (let n = 0; n < 20; n++) first()
line(
  'the first run of a show, in an engine that has run others',
  ms(middle(Array.from({ length: 9 }, () => first()))),
  '≤ 16 ms',
)
line(
  '  the same without its two flights',
  ms(middle(Array.from({ length: 9 }, () => first({ withoutFlights: true })))),
  '',
)

const SECONDS = 320
const ticking = () => void sixtyHertz(demo, walks, SECONDS)
const exact = eventsOf(run(demo, walks, SEED)).filter((e) => e.kind === 'enter' || e.kind === 'leave').length
warmUp(ticking, 500)
const sampled = sixtyHertz(demo, walks, SECONDS)
line(`a 60 Hz loop that finds presences (${sampled} edges; exact ${exact})`, ms(median(1, ticking)), '')
/** The same zones with nothing to set off. */
const quiet: Show = { ...demo, zones: demo.zones.map((zone) => ({ ...zone, rules: [], kit: undefined })), rules: [] }
const presences = () => void run(quiet, walks, { seed: 1 })
warmUp(presences)
line('  a run that finds the same is faster by', `${timesFaster(200, presences, ticking).toFixed(0)} ×`, '≥ 100 ×')
warmUp(whole)
line(
  '  a whole run, with looks, gates, cues and sounds, is faster by',
  `${timesFaster(100, whole, ticking).toFixed(0)} ×`,
  '',
)

/** Walks that nothing has been worked out for. */
const unknown = () =>
  void run(
    quiet,
    walks.map((walk) => ({ ...walk, points: [...walk.points] })),
    { seed: 1 },
  )
warmUp(unknown)
const crossing = median(100, unknown)
const sensed = await sensors(demo, walks, SECONDS)
line('crossing times alone, of walks not seen before', ms(crossing), '')
line(`Rapier's sensors, 60 Hz, over the same (${sensed.edges} edges)`, ms(sensed.took), '')
line('  so crossing times are faster by', `${(sensed.took / crossing).toFixed(0)} ×`, '≥ 500 ×')

const played = run(demo, walks, SEED)
let at = 0
const state = () => void stateAt(demo, played, (at += 17.3) % length)
warmUp(state, 1500)
line('the state at some time of the demo', ms(median(200, state)), '≤ 0.2 ms')
const frames = Math.floor(length * 60)
const live = createRun(demo, 7, [{ id: 'me' }, demo.walks.find((walk) => walk.id === 'gull')!])
let frame = 0
const feeding = each(frames, () => {
  const t = frame++ / 60
  live.feed('me', t, { at: positionAt(played.paths[0]!, t), facing: facingAt(demo, played, 0, t) })
})
line('a frame of the live form, 60 a second', ms(feeding), '≤ 1 ms with sound and state')
line(
  '  a whole run is faster than a whole play-through fed so by',
  `${((feeding * frames) / median(100, whole)).toFixed(0)} ×`,
  '≥ 100 ×',
)

/** The demo's walk again and again, for an hour. */
const hour: Walk = {
  ...walks[0]!,
  points: Array.from({ length: Math.ceil(3600 / length) }, () => walks[0]!.points).flat(),
}
const long = run(demo, [hour, walks[1]!], { ...SEED, length: 3600 })
const columns = buffersOf(long.log).reduce((sum, buffer) => sum + buffer.byteLength, 0)
const rest = serialize({ channels: long.channels, audible: long.audible, flights: long.flights }).byteLength
line(
  `an hour of the demo: ${long.log.count} events`,
  `${((columns + rest) / 1e6).toFixed(2)} MB`,
  `≤ 5 MB; its log ${(columns / 1e6).toFixed(2)} MB`,
)
