import { randomUUID } from 'node:crypto'
import { buffer } from 'node:stream/consumers'
import { Worker } from 'node:worker_threads'
import { zipStream } from '../../server/zip/pack'
import { ask, newShow } from '../harness/api'
import { wav } from '../harness/wav'
import { openPlace, type Figures } from './place'

const MEGABYTE = 1024 * 1024

/** A .glb around a description and a binary part. */
function glb(json: Buffer, binary = Buffer.alloc(0)): Buffer {
  const padded = Buffer.concat([json, Buffer.alloc((4 - (json.length % 4)) % 4, ' ')])
  const bytes = Buffer.alloc(20 + padded.length + (binary.length ? 8 + binary.length : 0))
  bytes.write('glTF', 0)
  bytes.writeUInt32LE(2, 4)
  bytes.writeUInt32LE(bytes.length, 8)
  bytes.writeUInt32LE(padded.length, 12)
  bytes.write('JSON', 16)
  padded.copy(bytes, 20)
  if (binary.length > 0) {
    bytes.writeUInt32LE(binary.length, 20 + padded.length)
    bytes.write('BIN\0', 24 + padded.length)
    binary.copy(bytes, 28 + padded.length)
  }
  return bytes
}
/** A WAV of so many bytes at a rate, 8 bits and one channel, each sample the same but where `fill` says. */
function wavOf(bytes: number, rate: number, fill?: (i: number) => number): Buffer {
  const file = Buffer.alloc(44 + bytes, 128)
  wav(0).copy(file, 0, 0, 44)
  file.writeUInt32LE(file.length - 8, 4)
  file.writeUInt32LE(rate, 24)
  file.writeUInt32LE(rate, 28)
  file.writeUInt16LE(1, 32)
  file.writeUInt16LE(8, 34)
  file.writeUInt32LE(bytes, 40)
  if (fill) for (let i = 0; i < bytes; i++) file[44 + i] = fill(i)
  return file
}
function boxes(count: number): Buffer {
  const file = Buffer.alloc(20 + count * 8)
  file.writeUInt32BE(20, 0)
  file.write('ftypM4A ', 4)
  for (let i = 0; i < count; i++) {
    file.writeUInt32BE(8, 20 + i * 8)
    file.write('free', 24 + i * 8)
  }
  return file
}
const nested = (bytes: number, closed: boolean): Buffer =>
  closed ? Buffer.from('['.repeat(bytes / 2) + ']'.repeat(bytes / 2)) : Buffer.alloc(bytes, '[')

/** A document as large as one may be, of zones that all have rules. */
function largeDocument() {
  const zones = Array.from({ length: 5000 }, (_, n) => ({
    id: `z${n}`,
    name: `Zone ${n}`,
    note: 'x'.repeat(800),
    shape: { kind: 'box', at: [n % 70, 0, Math.floor(n / 70)], size: [1, 2, 1] },
    rules: [{ id: `r${n}`, on: { at: 'enter' }, cue: 'c' }],
  }))
  return {
    format: 'esvik-show',
    version: 1,
    title: 'Large',
    place: {},
    cues: [{ id: 'c', name: 'C', steps: [] }],
    zones,
  }
}

/** How long a cheap answer takes meanwhile, at the longest (ms): asked from a thread of its own. */
function watch(url: string): { longest: () => Promise<number>; end: () => Promise<unknown> } {
  const asking = `
    const { parentPort, workerData } = require('node:worker_threads')
    const http = require('node:http')
    const agent = new http.Agent({ keepAlive: true })
    let longest = 0
    const once = () => {
      const began = performance.now()
      http.get(workerData + '/api/health', { agent }, (answer) => answer.resume().on('end', () => {
        longest = Math.max(longest, performance.now() - began)
        setTimeout(once, 2)
      })).on('error', () => setTimeout(once, 2))
    }
    once()
    parentPort.on('message', () => { parentPort.postMessage(longest); longest = 0 })`
  const thread = new Worker(asking, { eval: true, workerData: url })
  const longest = () => new Promise<number>((done) => (thread.once('message', done), thread.postMessage('')))
  return { longest, end: () => thread.terminate() }
}

/** Files of strangers, each made to take long (or those whose name has `only` in it: `ESVIK_ATTACK`). `held up`: how long a cheap answer took meanwhile; `slow`: how many times over 100 ms. */
export async function holdUps(only?: string): Promise<Figures> {
  const place = await openPlace()
  const post = async (path: string, body: Buffer | object, type = 'application/octet-stream') => {
    const bytes = Buffer.isBuffer(body) ? new Uint8Array(body) : JSON.stringify(body)
    const answer = await fetch(place.url + path, { method: 'POST', body: bytes, headers: { 'content-type': type } })
    await answer.arrayBuffer()
    return answer.status
  }
  const made = await newShow(place.url)
  let sent = 0
  /** What is sent is made before the clock runs, and is another file each time: one that is there already costs nothing. */
  const asset = (make: () => Buffer) => async () => {
    const bytes = make()
    bytes[bytes.length - 1] = bytes.at(-1)! ^ sent++
    return () => post('/api/assets', bytes)
  }
  const json = (path: string, make: () => Buffer | object) => async () => {
    const body = make()
    const bytes = Buffer.isBuffer(body) ? body : Buffer.from(JSON.stringify(body))
    return () => post(path, bytes, 'application/json')
  }
  const zipped = (make: () => { [name: string]: Buffer }) => async () => {
    const bytes = await buffer(
      zipStream(Object.entries(make()).map(([name, content]) => ({ name, bytes: () => content }))),
    )
    return () => post('/api/shows/import', bytes)
  }
  const edit = (make: () => unknown[]) =>
    json(`/api/shows/${made.id}/edits`, () => ({ id: randomUUID(), base: 1, label: 'x', patch: make() }))
  const ATTACKS: { [name: string]: () => Promise<() => Promise<number>> } = {
    'nothing': async () => async () => 0,
    '.glb of nested lists': asset(() => glb(nested(60 * MEGABYTE, true))),
    '.glb of nested lists, open': asset(() => glb(nested(60 * MEGABYTE, false))),
    '.glb of many numbers': asset(() => glb(Buffer.from(`{"asset":{"version":"2.0"},"extras":[${'1,'.repeat(30 * MEGABYTE)}1]}`))),
    '.glb with much in it': asset(() => glb(Buffer.from('{"asset":{"version":"2.0"}}'), Buffer.alloc(60 * MEGABYTE, 7))),
    'nested lists': json('/api/shows', () => nested(8 * MEGABYTE, true)),
    'nested lists, open': json('/api/shows', () => nested(8 * MEGABYTE, false)),
    'nested lists in a ZIP': zipped(() => ({ 'show.esvik.json': nested(8 * MEGABYTE, false) })),
    'a large document': json('/api/shows', () => ({ document: largeDocument() })),
    'a large document in a ZIP': zipped(() => ({ 'show.esvik.json': Buffer.from(JSON.stringify(largeDocument())) })),
    'a large edit': edit(() => [{ op: 'replace', path: '/cues', value: largeDocument().cues }, { op: 'replace', path: '/zones', value: largeDocument().zones }]),
    'many numbers': json('/api/shows', () => Buffer.from(`{"document":{"zones":[${'1,'.repeat(4 * MEGABYTE - 100)}1]}}`)),
    'zeros': asset(() => Buffer.alloc(63 * MEGABYTE)),
    'a WAV of silence': asset(() => wavOf(63 * MEGABYTE, 48_000)),
    'a WAV of silence at 1 kHz': asset(() => wavOf(12 * MEGABYTE, 1000)),
    'a WAV of noise at 1 kHz': asset(() => wavOf(12 * MEGABYTE, 1000, (i) => (i * 7919) % 251)),
    'a large file, fetched': async () => {
      const { hash } = (await (await fetch(`${place.url}/api/assets`, { method: 'POST', body: new Uint8Array(wavOf(60 * MEGABYTE, 44_100)) })).json()) as { hash: string }
      return async () => {
        const answer = await fetch(`${place.url}/api/assets/${hash}`)
        return (await answer.arrayBuffer()).byteLength === 60 * MEGABYTE + 44 ? answer.status : 500
      }
    },
    'an M4A of empty boxes': asset(() => boxes(7_500_000)),
    'entries of a ZIP': zipped(() => Object.fromEntries(Array.from({ length: 25_001 }, (_, n) => [`${n}`, Buffer.alloc(0)]))),
    'envelopes of everything': json('/api/envelopes', () => ({ hashes: Array.from({ length: 15_000 }, (_, n) => n.toString(16).padStart(64, '0')) })),
    'what is known of everything': json('/api/sounds', () => ({ hashes: Array.from({ length: 15_000 }, (_, n) => n.toString(16).padStart(64, '0')) })),
  } // prettier-ignore
  const watching = watch(place.url)
  const figures: Figures = { files: 0, slow: 0, 'errors 500': 0 }
  const heldUpBy = async (name: string, attack: () => Promise<() => Promise<number>>): Promise<number> => {
    const go = await attack()
    await watching.longest()
    const began = performance.now()
    // Beside each a small sound is asked for: it doesn't wait for the large one.
    const small = post('/api/assets', wav(400 + sent)).then((status) => [status, performance.now() - began] as const)
    const status = await go()
    const [smallStatus, smallTook] = await small
    const longest = await watching.longest()
    if (status >= 500 || smallStatus !== 200) figures['errors 500']!++
    process.stdout.write(
      `  ${name}: ${status}, ${Math.round(performance.now() - began)} ms, held up ${Math.round(longest)} ms, a small sound after ${Math.round(smallTook)} ms\n`,
    )
    return longest
  }
  for (const [name, attack] of Object.entries(ATTACKS)) {
    if (only && !name.includes(only)) continue
    // What the program does it does every time; a machine with other work only adds to it: the shortest of three counts.
    let longest = Infinity
    for (let tries = 0; tries < 3 && longest > 100; tries++) longest = Math.min(longest, await heldUpBy(name, attack))
    figures.files!++
    if (longest > 100) figures.slow!++
    figures['longest (ms)'] = Math.max(figures['longest (ms)'] ?? 0, Math.round(longest))
  }
  await watching.end()
  if ((await ask(place.url, '/api/health')).status !== 200) figures['errors 500']!++
  await place.close()
  return figures
}
