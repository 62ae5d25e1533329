import { run } from '../../core/engine'
import { parseShow, type Show, type Walk } from '../../core/show'
import { line, median, ms, warmUp } from './measure'

/** How the cost of a run grows with the zones of a show and the length of its walk. */
const HOUR = 3600

/** A show of n zones along a corridor, and a walk of some seconds through it and back. */
function corridor(zones: number, seconds: number): { show: Show; walk: Walk } {
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
  const walk: Walk = { id: 'w', name: 'W', body: { kind: 'player', tags: [] }, start: 0, went: false, points }
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

function took(zones: number, seconds: number): string {
  const { show, walk } = corridor(zones, seconds)
  const work = () => void run(show, [walk], { seed: 1 })
  warmUp(work, 500)
  return ms(median(1, work))
}

line('2,000 zones, an hour’s walk', took(2000, HOUR), '≤ 50 ms')
process.stdout.write('\nzones    ten minutes    an hour\n')
for (const zones of [10, 100, 1000, 5000]) {
  const cells = [600, HOUR].map((seconds) => took(zones, seconds).padStart(12))
  process.stdout.write(`${String(zones).padEnd(6)} ${cells.join(' ')}\n`)
}
