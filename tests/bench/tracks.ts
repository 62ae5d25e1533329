import { once } from 'node:events'
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads'
import { guessed, TrackReader, tracksOf, type Part, type ReadTracks } from '../../core/tracks'
import { PlainRows } from '../../app/tracks/plain-rows'
import { demo } from './demo'
import { line } from './measure'

/** A file of tracks read by one thread and by two, as the page does. */
const PLAYERS = 200
const SECONDS = 600
const A_SECOND = 30
/** Everybody goes round in bows of their own. */
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
const mapping = { ...guessed(['player', 'time', 'x', 'y', 'z', 'yaw'], [], 50), radians: false }
const PIECE = 1024 * 1024
function read(bytes: Uint8Array, part: Part): ReadTracks {
  const reader = new TrackReader(mapping, demo.place.floors, undefined, part)
  const plain = new PlainRows(reader, ',', true)
  for (let at = 0; at < bytes.length; at += PIECE) plain.feed(bytes.slice(at, at + PIECE))
  plain.end()
  return reader.end()
}

async function inThreads(of: number, shared: SharedArrayBuffer): Promise<number> {
  const threads = Array.from({ length: of }, (_, index) => new Worker(process.argv[1]!, { workerData: { shared, index, of } })) // prettier-ignore
  await Promise.all(threads.map((thread) => once(thread, 'message')))
  const began = performance.now()
  const done = threads.map(async (thread) => {
    thread.postMessage('go')
    return ((await once(thread, 'message')) as [ReadTracks])[0]
  })
  const { tracks } = tracksOf(await Promise.all(done))
  const took = performance.now() - began
  if (tracks.length !== PLAYERS) throw new Error(`${tracks.length} tracks were read`)
  await Promise.all(threads.map((thread) => thread.terminate()))
  return took / 1000
}

if (isMainThread) {
  const bytes = file()
  const shared = new SharedArrayBuffer(bytes.length)
  new Uint8Array(shared).set(bytes)
  line(`tracks: ${PLAYERS} players of ten minutes at 30 Hz (${Math.round(bytes.length / 1e6)} MB)`, '', '')
  const [one, two] = [await inThreads(1, shared), await inThreads(2, shared)]
  line('  one thread', `${one.toFixed(1)} s`, '')
  line('  two threads, as the page reads', `${two.toFixed(1)} s`, '≤ 5 s')
} else {
  const { shared, index, of } = workerData as Part & { shared: SharedArrayBuffer }
  parentPort!.once('message', () => parentPort!.postMessage(read(new Uint8Array(shared), { index, of })))
  parentPort!.postMessage('ready')
}
