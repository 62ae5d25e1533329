import { performance } from 'node:perf_hooks'
import { serialize } from 'node:v8'
import { buffersOf, createRun, eventsOf, facingAt, positionAt, prepare, run, stateAt, walksOf } from '../../core/engine'
import { parseShow, patchOf, checkTouched, type Show, type Walk } from '../../core/show'
import { scoreOf } from '../../core/score'
import { observe } from '../../core/study'
import { demoShow, type KeptSound } from '../../demo/show'
import { writeShow } from '../../core/show'
import { sensors } from './sensors'
import { sixtyHertz } from './sixty-hertz'

/** The bars of the project, measured side by side in one run: look at the ratios, the seconds are this machine's. */
const line = (what: string, value: string, bar: string) =>
  process.stdout.write(`${what.padEnd(58)} ${value.padStart(14)}   ${bar}\n`)
const ms = (value: number) => `${value.toFixed(value < 1 ? 3 : 2)} ms`

/** The median of several measurements of the mean of some calls (ms). */
function median(calls: number, work: () => void, times = 7): number {
  const means = Array.from({ length: times }, () => {
    const before = performance.now()
    for (let i = 0; i < calls; i++) work()
    return (performance.now() - before) / calls
  })
  return means.sort((a, b) => a - b)[times >> 1]
}

/** How much faster a short work is than a long one: the median of rounds in which both are done, since the machine's own pace comes and goes. */
function timesFaster(calls: number, short: () => void, long: () => void, rounds = 9): number {
  const each = (times: number, work: () => void): number => {
    const before = performance.now()
    for (let i = 0; i < times; i++) work()
    return (performance.now() - before) / times
  }
  const ratios = Array.from({ length: rounds }, () => {
    const took = each(calls, short)
    return each(1, long) / took
  })
  return ratios.sort((a, b) => a - b)[rounds >> 1]
}

/** Does something again and again for a while (ms), so that what is measured then is compiled as well as it gets. */
function warmUp(work: () => void, forMs = 3000): void {
  const until = performance.now() + forMs
  while (performance.now() < until) work()
}

const kept = new Map(
  [...soundIds()].map((id): [string, KeptSound] => [id, { name: id, hash: '0'.repeat(64), seconds: 3 }]),
)
function* soundIds(): Generator<string> {
  for (const [id, n] of Object.entries({ 'rope-creak': 3, gull: 3, drip: 4, chain: 2, knock: 3 }))
    for (let i = 1; i <= n; i++) yield `${id}-${i}`
  yield* [
    'wind-and-sea',
    'loft-wind',
    'hall-swell',
    'kiln-breath',
    'vault',
    'rack-falls',
    'horn',
    'low-swell',
    'gate',
    'lantern',
    'page',
    'kiln-roar',
    'salt',
    'winch',
    'buoy',
  ]
}
const demo = demoShow(kept)
await prepare(demo)
const walks = walksOf(demo, ['curious', 'gull'])

/** A show of n zones along a corridor, and a walk of an hour through it and back. */
function bigShow(zones: number, seconds: number): { show: Show; walk: Walk } {
  const length = zones * 4
  const there = (x: number) =>
    ({
      at: [x, 0, 0],
      pace: 1.4,
      pause: 0,
      use: false,
      useAfter: 0,
      look: 'ahead',
      arrive: false,
    }) as Walk['points'][number]
  const turns = Math.max(1, Math.round((seconds * 1.4) / length))
  const points = Array.from({ length: turns + 1 }, (_, i) => there(i % 2 === 0 ? 0 : (seconds * 1.4) / turns))
  const walk: Walk = { id: 'w', name: 'W', body: { kind: 'player', tags: [] }, start: 0, points }
  const file = {
    format: 'esvik-show',
    version: 1,
    title: 'Big',
    place: {},
    cues: [{ id: 'c', name: 'C', steps: [{ id: 's', kind: 'fade', in: 0.2, stay: 0.2, out: 0.2 }] }],
    zones: Array.from({ length: zones }, (_, i) => ({
      id: `z-${i}`,
      name: `Z ${i}`,
      shape: { kind: 'box', at: [i * 4 + 2, 0, (i % 7) - 3], size: [3, 2, 4] },
      rules: [{ id: `r-${i}`, on: { at: 'enter' }, cue: 'c', cooldown: { seconds: 5 } }],
    })),
  }
  return { show: parseShow(JSON.stringify(file)), walk }
}

process.stdout.write(`Node ${process.version}; each figure is the median of 7\n\n`)
const cold = fresh(demo)
const first = performance.now()
run(cold, walksOf(cold, ['curious', 'gull']), { seed: 7 })
line('the demo, the first run in this process', ms(performance.now() - first), '≤ 16 ms')
for (let seed = 0; seed < 30; seed++) run(demo, walks, { seed })
warmUp(() => run(demo, walks, { seed: 7 }), 6000)
const warm = median(100, () => run(demo, walks, { seed: 7 }))
line(
  `the demo, ${demo.zones.length} zones, ${Math.round(run(demo, walks, { seed: 7 }).length)} s, warm`,
  ms(warm),
  '≤ 1 ms',
)

/** Shows that this engine, which has run others, has not seen: nothing of them has been worked out. */
function unseen(options: { withoutFlights?: boolean }): number {
  const took = Array.from({ length: 7 }, () => {
    const show = fresh(demo)
    const before = performance.now()
    run(show, walksOf(show, ['curious', 'gull']), { seed: 7, ...options })
    return performance.now() - before
  })
  return took.sort((a, b) => a - b)[3]
}
for (let n = 0; n < 5; n++) unseen({})
line('the first run of a show, in an engine that has run others', ms(unseen({})), '≤ 16 ms')
line('  the same without its two flights', ms(unseen({ withoutFlights: true })), '')

const moments = eventsOf(run(demo, walks, { seed: 7 })).filter((e) => e.kind === 'enter' || e.kind === 'leave').length
const sampled = sixtyHertz(demo, walks, 320)
const ticking = () => void sixtyHertz(demo, walks, 320)
const loop = median(3, ticking)
line(`a 60 Hz loop over the same (${sampled} edges; exact ${moments})`, ms(loop), '')
const playing = () => void run(demo, walks, { seed: 7 })
warmUp(playing)
line('  so a whole run, cues and all, is faster by', `${timesFaster(100, playing, ticking).toFixed(0)} ×`, '≥ 100 ×')

/** The same zones with nothing to set off, and walks that nothing has been worked out for. */
const quiet: Show = { ...demo, zones: demo.zones.map((zone) => ({ ...zone, rules: [], kit: undefined })), rules: [] }
warmUp(() => run(quiet, walks, { seed: 1 }))
const noticing = () => void run(quiet, walks, { seed: 1 })
line(
  '  like for like: a run that finds presences only',
  ms(median(100, noticing)),
  `${timesFaster(200, noticing, ticking).toFixed(0)} × faster`,
)
const unknown = () => walks.map((walk) => ({ ...walk, points: [...walk.points] }))
warmUp(() => run(quiet, unknown(), { seed: 1 }))
const crossing = median(100, () => run(quiet, unknown(), { seed: 1 }))
const sensed = await sensors(demo, walks, 320)
line('crossing times alone, of walks not seen before', ms(crossing), '')
line(`Rapier's sensors, 60 Hz, over the same (${sensed.edges} edges)`, ms(sensed.took), '')
line('  so crossing times are faster by', `${(sensed.took / crossing).toFixed(0)} ×`, '≥ 500 ×')

const whole = run(demo, walks, { seed: 7 })
let at = 0
warmUp(() => stateAt(demo, whole, (at += 17.3) % whole.length), 1500)
line(
  'the state at some time of the demo',
  ms(median(200, () => stateAt(demo, whole, (at += 17.3) % whole.length))),
  '≤ 0.2 ms',
)
const frames = Math.floor(whole.length * 60)
const live = createRun(demo, 7, [{ id: 'me' }, demo.walks.find((walk) => walk.id === 'gull')!])
const fed = performance.now()
for (let frame = 0; frame < frames; frame++)
  live.feed('me', frame / 60, {
    at: positionAt(whole.paths[0], frame / 60),
    facing: facingAt(whole.paths[0], frame / 60),
  })
line('a frame of the live form, 60 a second', ms((performance.now() - fed) / frames), '≤ 1 ms with sound and state')

/** The demo's walk again and again, for an hour. */
const hour: Walk = {
  ...walks[0],
  points: Array.from({ length: Math.ceil(3600 / whole.length) }, () => walks[0].points).flat(),
}
const long = run(demo, [hour, walks[1]], { seed: 7, length: 3600 })
const columns = buffersOf(long.log).reduce((sum, buffer) => sum + buffer.byteLength, 0)
const rest = serialize({ channels: long.channels, audible: long.audible, flights: long.flights }).byteLength
line(
  `an hour of the demo: ${long.log.count} events`,
  `${((columns + rest) / 1e6).toFixed(2)} MB`,
  `≤ 5 MB; its log ${(columns / 1e6).toFixed(2)} MB`,
)
process.stdout.write('\n')

const big = bigShow(2000, 3600)
run(big.show, [big.walk], { seed: 1 })
line('2,000 zones, an hour’s walk', ms(median(3, () => run(big.show, [big.walk], { seed: 1 }))), '≤ 50 ms')
process.stdout.write('\nzones    ten minutes    an hour\n')
for (const zones of [10, 100, 1000, 5000]) {
  const cells = [600, 3600].map((seconds) => {
    const { show, walk } = bigShow(zones, seconds)
    run(show, [walk], { seed: 1 })
    return ms(median(1, () => run(show, [walk], { seed: 1 }), 5)).padStart(12)
  })
  process.stdout.write(`${String(zones).padEnd(6)} ${cells.join(' ')}\n`)
}

const dial = () => {
  const { patch, show } = patchOf(demo, (e) =>
    e.set(['zones', 'rope-post', 'rules', 'rope', 'cooldown'], {
      seconds: 20 + Math.floor(performance.now() % 5),
      from: 'fire',
    }),
  )
  checkTouched(show, patch)
  return scoreOf(show, run(show, walksOf(show, ['curious', 'gull']), { seed: 7 }))
}
process.stdout.write('\n')
line('a dial: edit, check, run, score (drawing is measured in the page)', ms(median(30, dial)), 'within 16 ms')
/** Varied walkers a second: of a show whose walkers have not been seen, or were before a rule was tuned. */
function walkersASecond(show: Show, first = 1, count = 400): string {
  const before = performance.now()
  for (let walker = first; walker < first + count; walker++) observe(show, ['curious', 'gull'], walker, new Map())
  return String(Math.round((count * 1000) / (performance.now() - before)))
}
walkersASecond(demo, 10_000, 600)
line('varied walkers of the demo a second and core, each seen once', walkersASecond(demo, 20_000), '≥ 1,000')
walkersASecond(demo)
const { show: tuned } = patchOf(demo, (e) => e.set(['zones', 'rope-post', 'rules', 'rope', 'debounce'], 1))
line('  walkers that come back, after a rule was tuned', walkersASecond(tuned), '')

function fresh(show: Show): Show {
  return parseShow(writeShow(show))
}
