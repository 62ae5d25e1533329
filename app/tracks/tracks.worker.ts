import { expose } from 'comlink'
import { guessed, TrackReader, type Mapping, type Part, type ReadTracks } from '~~/core/tracks'
import type { Floor, Spot } from '~~/core/show'
import { PlainRows } from './plain-rows'
import { rowsOf, type Rows } from './rows'

/** So much of a file is looked at to tell how it is written, and to be shown before it comes in (bytes). */
const BEGINNING = 512 * 1024
/** It is read so much at a time (bytes). */
const PIECE = 1024 * 1024
/** So many places of each player are shown. */
const SHOWN = 400

/** How a file is read, and which of its players. */
export interface Asked {
  mapping: Mapping
  near: number
  part: Part
}
export interface Opened {
  header: string[]
  /** Some rows, for who looks at the columns. */
  rows: string[][]
  mapping: Mapping
}
let sample: string[][] = []
let isStopped = false

/** Takes a file piece by piece. */
type Take = (bytes: Uint8Array, isLast: boolean) => void
function plainly({ separator, isNamed }: NonNullable<Rows['plain']>, reader: TrackReader): Take {
  const plain = new PlainRows(reader, separator, isNamed)
  return (bytes, isLast) => {
    plain.feed(bytes)
    if (isLast) plain.end()
  }
}
function asText(rows: Rows, reader: TrackReader): Take {
  const decoder = new TextDecoder()
  let rest = ''
  return (bytes, isLast) => {
    const found = rows.rowsIn(rest + decoder.decode(bytes, { stream: !isLast }) + (isLast ? '\n' : ''))
    rest = found.rest
    for (const cells of found.rows) reader.add(cells)
  }
}

const worker = {
  /** @throws Error if it is no file of tracks. `size`: how wide the place is (m) */
  async open(file: File, size: number): Promise<Opened> {
    const text = await file.slice(0, BEGINNING).text()
    const rows = rowsOf(text)
    sample = rows.rowsIn(file.size > BEGINNING ? text : `${text}\n`).rows
    if (sample.length === 0) throw new Error('The file has no rows.')
    return { header: rows.header, rows: sample.slice(0, 3), mapping: guessed(rows.header, sample, size) }
  },
  /** Where the players of the file's beginning went, seen so. */
  shown(mapping: Mapping, floors: readonly Floor[]): Spot[][] {
    const reader = new TrackReader(mapping, floors)
    for (const cells of sample) reader.add(cells)
    return reader.end().tracks.map(({ points }) => points.slice(0, SHOWN).map(({ at: [x, , z] }): Spot => [x, z]))
  },
  /** Its part of a file; undefined if it was stopped. `progress` hears the share that has been read. */
  async read(
    file: File,
    { mapping, near, part }: Asked,
    floors: readonly Floor[],
    progress: (share: number) => void,
  ): Promise<ReadTracks | undefined> {
    isStopped = false
    const reader = new TrackReader(mapping, floors, near, part)
    const rows = rowsOf(await file.slice(0, BEGINNING).text())
    const take = rows.plain ? plainly(rows.plain, reader) : asText(rows, reader)
    for (let at = 0; at < file.size; at += PIECE) {
      take(new Uint8Array(await file.slice(at, at + PIECE).arrayBuffer()), at + PIECE >= file.size)
      progress(Math.min(1, (at + PIECE) / file.size))
      if (isStopped) return undefined
    }
    return reader.end()
  },
  stop(): void {
    isStopped = true
  },
}
export type TracksWorker = typeof worker
expose(worker)
