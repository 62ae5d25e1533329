import { run } from '../../core/engine'
import { guessed, TrackReader } from '../../core/tracks'
import { WalkIn, type Hands } from '../../core/walking'
import { PlainRows } from '../../app/tracks/plain-rows'
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

const PLAYERS = 200
const SECONDS = 600
const A_SECOND = 30
/** A file of tracks: everybody goes round in bows of their own. */
function file(): Buffer {
  const lines = ['player,time,x,y,z,yaw']
  for (let i = 0; i < SECONDS * A_SECOND; i++) {
    const t = i / A_SECOND
    for (let p = 0; p < PLAYERS; p++) {
      const [x, z] = [20 + 18 * Math.sin(t / 13 + p), 10 + 9 * Math.cos(t / 9 + p * 2)]
      lines.push(`p${p},${t.toFixed(3)},${x.toFixed(3)},0.0${i % 9},${z.toFixed(3)},${((t * 9) % 360).toFixed(1)}`)
    }
  }
  return Buffer.from(lines.join('\n'))
}
const bytes = file()
const mapping = { ...guessed(['player', 'time', 'x', 'y', 'z', 'yaw'], [], 50), radians: false }
const PIECE = 1024 * 1024
function read(): void {
  const reader = new TrackReader(mapping, demo.place.floors)
  const plain = new PlainRows(reader, ',', true)
  for (let at = 0; at < bytes.length; at += PIECE) plain.feed(bytes.subarray(at, at + PIECE))
  plain.end()
  reader.end()
}
line(`tracks: ${PLAYERS} players of ten minutes at 30 Hz (${Math.round(bytes.length / 1e6)} MB)`, `${(each(1, read) / 1000).toFixed(1)} s`, '≤ 5 s') // prettier-ignore
