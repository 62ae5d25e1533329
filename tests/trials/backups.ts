import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { buffer } from 'node:stream/consumers'
import { openZip } from '../../server/zip/unpack'
import { zipStream } from '../../server/zip/pack'
import { hashOf } from '../../server/assets/keep'
import { ask, edit, newShow } from '../harness/api'
import { numbers, openPlace, picker, type Figures } from './place'

type Files = Map<string, Buffer>
const changed = (files: Files, name: string, work: (value: any) => unknown): void => {
  const value = JSON.parse(files.get(name)!.toString())
  files.set(name, Buffer.from(JSON.stringify(work(value) ?? value)))
}
const index = (work: (value: any) => unknown) => (files: Files) => changed(files, 'backup.json', work)
const show = (work: (value: any) => unknown) => (files: Files) =>
  changed(files, [...files.keys()].find((name) => name.startsWith('shows/') && JSON.parse(files.get(name)!.toString()).edits.length > 2)!, work) // prettier-ignore

/** Ways in which the files of a backup are no longer what was written, though the ZIP is whole. */
const WAYS: ((files: Files) => void)[] = [
  index((v) => (v.shows[0].edits += 1)), index((v) => (v.shows[0].revision += 1)), index((v) => (v.shows[0].snapshotRevision = 0)),
  index((v) => (v.shows[0].id = 'x')), index((v) => (v.shows = 'x')), index((v) => (v.sounds[0].hash = 'x')), index((v) => delete v.sounds),
  index((v) => (v.version = 2)), index((v) => (v.format = 'x')), index((v) => (v.shows[0].createdAt = 'never')), index((v) => v.shows.push(v.shows[0])),
  index(() => 'nothing'), index(() => []), index((v) => (v.shows[0].title = null)), index((v) => (v.sounds[0].seconds = -1)),
  show((v) => (v.snapshot.zones = 'x')), show((v) => (v.snapshot = {})), show((v) => v.edits.pop()), show((v) => v.edits.reverse()), show((v) => v.edits.shift() && v.edits.splice(0, 1)),
  show((v) => (v.edits[1].revision = 9)), show((v) => (v.edits[1].id = v.edits[0].id)), show((v) => (v.edits[1].id = 'x')), show((v) => (v.edits[1].patch = 'x')),
  show((v) => (v.edits.at(-1).patch = [{ op: 'remove', path: '/nothing/here' }])), show((v) => (v.edits.at(-1).patch = [{ op: 'remove', path: '/zones' }])), show((v) => (v.edits[0].createdAt = 5)),
  show(() => 'nothing'), show((v) => delete v.edits), show((v) => (v.edits = {})),
  (files) => void files.delete([...files.keys()].find((name) => name.startsWith('shows/'))!),
  (files) => void files.delete([...files.keys()].find((name) => name.startsWith('sounds/'))!),
  (files) => void files.set('stranger.txt', Buffer.from('x')), (files) => void files.set('backup.json', Buffer.from('{')), (files) => void files.set('backup.json', Buffer.from([0xff, 0xfe])),
  (files) => void files.set([...files.keys()].find((name) => name.startsWith('sounds/'))!, Buffer.from('RIFF')),
] // prettier-ignore

/** A show with snapshots and earlier states; what is said of it is believed only where its edits come to that. */
const long = (work: (value: any) => unknown) => (files: Files) =>
  changed(files, [...files.keys()].find((name) => name.startsWith('shows/') && JSON.parse(files.get(name)!.toString()).versions.length > 2)!, work) // prettier-ignore
const fileOf = (files: Files, listed: any) =>
  [...files.keys()].find((name) => name.startsWith(`sounds/${listed.hash}`))!

/** Forged ones: each whole by its checksums, and with something in it that nobody ever made. */
const FORGED: ((files: Files) => void)[] = [
  long((v) => v.versions.splice(1, 1)), long((v) => v.versions.shift()), long((v) => (v.versions = [])), long((v) => delete v.versions),
  long((v) => (v.versions[1].show.title = 'Forged')), long((v) => (v.versions[0].show.note = 'forged')), long((v) => (v.versions[1].show = v.versions[0].show)),
  long((v) => v.versions.reverse()), long((v) => v.versions.push(v.versions.at(-1))), long((v) => (v.versions[1].revision += 1)),
  long((v) => (v.edits[3].patch = [{ op: 'replace', path: '/note', value: 'forged' }, { op: 'replace', path: '/title', value: 'Forged' }])),
  long((v) => (v.edits[10].patch = [])), long((v) => (v.edits[4].patch = [{ op: 'replace', path: '/title', value: 'x' }])),
  long((v) => (v.snapshot.note = 'forged')), long((v) => (v.snapshot.title = 'Forged')), long((v) => v.snapshot.zones.push({ id: 'forged', name: 'Forged', shape: { kind: 'sphere', at: [0, 0, 0], radius: 1 } })),
  index((v) => (v.shows.find((one: any) => one.edits > 50).title = 'Forged')), index((v) => (v.sounds[0].seconds = 1_000_000)), index((v) => (v.sounds[0].seconds *= 1.2)),
  index((v) => (v.sounds[0].type = 'audio/flac')),
  (files) => index((v) => { const from = fileOf(files, v.sounds[0]); files.set(from.replace(/\w+$/, 'flac'), files.get(from)!); files.delete(from); v.sounds[0].type = 'audio/flac' })(files),
  (files) => index((v) => { const bytes = Buffer.from('RIFF    WAVE nothing at all'); const hash = hashOf(bytes); files.delete(fileOf(files, v.sounds[0])); files.set(`sounds/${hash}.wav`, bytes); Object.assign(v.sounds[0], { hash, type: 'audio/wav' }) })(files),
] // prettier-ignore

/** Backups forged, and damaged in their bytes and in what they say. `accepted`: damaged ones that were restored; `changed`: data that a refusal touched. */
export async function backups(count: number): Promise<Figures> {
  const place = await openPlace()
  const next = numbers(19)
  const pick = picker(next)
  const folder = mkdtempSync(join(tmpdir(), 'esvik-backups-'))
  const made = await newShow(place.url, 'Kept')
  for (let n = 1; n <= 5; n++) await edit(place.url, made.id, n, [{ op: 'replace', path: '/note', value: `note ${n}` }])
  const old = await newShow(place.url, 'Kept for long')
  for (let n = 1; n <= 110; n++)
    await edit(place.url, old.id, n, [{ op: 'replace', path: '/note', value: `note ${n}` }])
  const good = join(folder, 'good.zip')
  await place.keep('backup', good)
  const zip = await openZip(good)
  const files: Files = new Map()
  for (const name of zip.names) files.set(name, await zip.read(name, 1e9))
  zip.close()
  const bytes = readFileSync(good)
  const state = async () => JSON.stringify([(await ask(place.url, '/api/shows')).body, (await ask(place.url, `/api/shows/${made.id}/edits?since=1`)).body]) // prettier-ignore
  const before = await state()
  const figures = {
    backups: count,
    refused: 0,
    accepted: 0,
    forged: 0,
    'accepted forged': 0,
    changed: 0,
    'stack traces': 0,
  }
  for (let n = 0; n < count; n++) {
    const file = join(folder, 'bad.zip')
    const isForged = n % 2 === 0 && n / 2 < FORGED.length
    const way = isForged ? FORGED[n / 2] : WAYS[n >> 1]
    if (isForged) figures.forged++
    if (way) {
      const bad: Files = new Map(files)
      way(bad)
      writeFileSync(file, await buffer(zipStream([...bad].map(([name, content]) => ({ name, bytes: () => content })))))
    } else if (next() < 0.7) {
      // Within the contents of a file, so that it is really damage.
      const at = Math.floor(bytes.length * (0.02 + 0.9 * next()))
      const bad = Buffer.from(bytes)
      bad[at]! ^= 1 << pick([0, 3, 7])
      writeFileSync(file, bad)
    } else writeFileSync(file, bytes.subarray(0, Math.floor(bytes.length * next())))
    const { status, said } = await place.keep('restore', file, '--yes')
    if (status === 0) figures[isForged ? 'accepted forged' : 'accepted']++
    else figures.refused++
    if (/\n\s+at /.test(said)) figures['stack traces']++
    if ((await state()) !== before) figures.changed++
  }
  if ((await place.keep('restore', good, '--yes')).status !== 0) figures.changed++
  rmSync(folder, { recursive: true, force: true })
  await place.close()
  return figures
}
