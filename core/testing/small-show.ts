import { logOf, run, walksOf, type RunEvent, type RunLog } from '../engine'
import { readShow, type Show } from '../show'

/** Small shows for tests: a straight walk along X at 1 m/s over zones that are boxes across it. */
type Loose = Record<string, any>

/** A box from x0 to x1 across the walk. A body of radius 0.3 touches it from x0 − 0.3 on. */
export const across = (x0: number, x1: number, more: Loose = {}): Loose => ({
  shape: { kind: 'box', at: [(x0 + x1) / 2, 0, 0], size: [x1 - x0, 2, 4] },
  ...more,
})

export const point = (x: number, more: Loose = {}): Loose => ({ at: [x, 0, 0], pace: 1, ...more })
export const walk = (id: string, ...points: Loose[]): Loose => ({ id, name: id, points })

export const SOUND = { id: 'thud', name: 'Thud', asset: 'ab'.repeat(32), seconds: 2 }

export function show(parts: Loose): Show {
  return readShow({
    format: 'esvik-show',
    version: 1,
    title: 'Test',
    place: {},
    walks: [walk('w', point(0), point(20))],
    ...parts,
  })
}

/** One zone from 2 to 4 m with one rule on entering (unless said otherwise) that fires one cue of the given steps. */
export function oneRule(rule: Loose, steps: Loose[] = [], more: Loose = {}): Show {
  return show({
    cues: [{ id: 'cue', name: 'Cue', steps, ...more.cue }],
    zones: [
      {
        id: 'z',
        name: 'Zone',
        ...across(2, 4),
        rules: [{ id: 'r', on: { at: 'enter' }, cue: 'cue', ...rule }],
        ...more.zone,
      },
    ],
    ...more.show,
  })
}

/** A walk that crosses the zone from 2 to 4 m at the given times: it is reached (at 1.7 m) and left at once again. */
export function dithering(...enters: number[]): Loose {
  const points = [point(1.6, { pause: 0 })]
  let time = 0
  for (const enter of enters) {
    points.at(-1)!.pause = enter - 0.1 - time
    points.push(point(1.8), point(1.6))
    time = enter - 0.1 + 0.4
  }
  points.push(point(1.0))
  return walk('w', ...points)
}

export function logFor(show: Show, options: { walks?: string[]; seed?: number; length?: number } = {}): RunLog {
  const walks = options.walks ?? [show.walks[0]!.id]
  return logOf(show, run(show, walksOf(show, walks), { seed: options.seed ?? 1, length: options.length }))
}

/** Events as short lines, times to the microsecond: "3.7 enter z". */
export function lines(events: readonly RunEvent[], ...kinds: RunEvent['kind'][]): string[] {
  return events.filter((event) => kinds.length === 0 || kinds.includes(event.kind)).map(line)
}

const time = (t: number): string => String(Math.round(t * 1e6) / 1e6)

export function line(event: RunEvent): string {
  const e = event as Loose
  const what = [
    e.zone,
    e.rule,
    e.cue,
    e.step,
    e.gate,
    e.left === undefined ? undefined : `left ${time(e.left)}`,
    e.why,
    e.name,
    e.flag,
    e.enabled,
    e.value,
    e.locks?.join('+'),
    e.pace !== undefined && `pace ${e.pace}`,
    e.key,
    e.taken && `[${e.taken}]`,
    e.quiet && 'quiet',
    e.locked && 'locked',
  ]
  const who = e.player && e.player !== 'w' ? `${e.player}:` : ''
  return [time(event.t), event.kind, ...what.filter((part) => part !== undefined && part !== '' && part !== false)]
    .join(' ')
    .replace(/ /, ` ${who}`)
}
