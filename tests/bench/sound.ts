import { createHash } from 'node:crypto'
import { decode } from '../../core/audio'
import { prepare, run, walksOf } from '../../core/engine'
import { Mix, mixdown, RATE, sourceOf, type Source } from '../../core/mix'
import { aboutSound, ambienceMap, ambientSounds, loudnessOf, measure, type About } from '../../core/sound'
import { demoShow, type KeptSound } from '../../demo/demo-show'
import { demoSounds } from '../../demo/sounds'
import { line, median, middle } from './measure'

/** What hearing, measuring and mixing cost, on the demo with its own sounds. */
const kept = new Map<string, KeptSound>()
const sources = new Map<string, Source>()
const known = new Map<string, About>()
let seconds = 0
let measuring = 0
for (const { wav, id, name, tags } of demoSounds()) {
  const decoded = await decode(wav)
  const hash = createHash('sha256').update(wav).digest('hex')
  const length = decoded.channels[0]!.length / decoded.rate
  const before = performance.now()
  measure(decoded.channels, decoded.rate)
  measuring += performance.now() - before
  seconds += length
  kept.set(id, { name, hash, seconds: length, tags })
  sources.set(hash, sourceOf(decoded))
  known.set(hash, aboutSound(decoded))
}
line('sounds measured, against how long they last', `${((seconds * 1000) / measuring).toFixed(0)} ×`, '≥ 20 ×')

const show = demoShow(kept)
await prepare(show)
const played = run(show, walksOf(show, ['straight']), { seed: 7 })
const lasts = new Mix(show, played, 0).length / RATE
const times = (ms: number) => `${((lasts * 1000) / ms).toFixed(0)} ×`
const alone = median(1, () => {
  const mix = new Mix(show, played, 0)
  while (!mix.isDone) {
    mix.needs()
    mix.goOn((asset) => sources.get(asset))
  }
})
line('mix of the straight walk, stereo at 48 kHz, against how long it lasts', times(alone), '≥ 300 ×')
const whole: number[] = []
let least = 0
let report
for (let n = 0; n < 3; n++) {
  const before = performance.now()
  report = await mixdown(show, played, 0, { write: () => {}, source: async (asset) => sources.get(asset) })
  whole.push(performance.now() - before)
}
line('  with its loudness, true peak and the bytes of its file', times(middle(whole)), '')
const score = loudnessOf(show, played, 0, known)
report!.shortTerm.forEach((value, i) => {
  const near = score.slice(i + 28, i + 31)
  if (value < -60 || near.length < 3) return
  least = Math.max(least, value - Math.max(...near), Math.min(...near) - value)
})
line('  how far its loudness lies from the score’s, a tenth of a second allowed', `${least.toFixed(2)} LU`, '≤ 0.5 LU')
const heat = median(1, () => void ambienceMap(show, ambientSounds(show, known), 0.25))
line('how loud it is all over the demo, in squares of 0.25 m', `${heat.toFixed(0)} ms`, '≤ 100 ms')
