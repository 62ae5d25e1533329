import { expose, transfer } from 'comlink'
import type { Run } from '~~/core/engine'
import type { Point, Show } from '~~/core/show'
import {
  ambienceMap,
  ambientSounds,
  crossfades,
  deepestHole,
  heardAt,
  type AmbienceMap,
  type AmbientSound,
  type Crossfades,
  type Envelopes,
  type HeardThere,
  type Hole,
} from '~~/core/sound'
import { floatsOf } from '~/words/base64'

/** A square of the map is so wide (m). */
const CELL = 0.25

const envelopes = new Map<string, Envelopes>()
let held: { show: Show; sounds: AmbientSound[] } | undefined

async function fetchEnvelopes(show: Show): Promise<void> {
  const hashes = [...new Set(show.sounds.map(({ asset }) => asset))].filter((hash) => !envelopes.has(hash))
  if (hashes.length === 0) return
  const answer = await fetch('/api/envelopes', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ hashes }),
  })
  if (!answer.ok) return
  const found = (await answer.json()) as { [hash: string]: { envelope: string; placed?: string } }
  for (const [hash, { envelope, placed }] of Object.entries(found))
    envelopes.set(hash, { envelope: floatsOf(envelope), placed: placed ? floatsOf(placed) : undefined })
}

const worker = {
  /** How loud it is all over the floors that are named, or all of them. */
  async map(show: Show, floors: string[] | undefined): Promise<AmbienceMap> {
    await fetchEnvelopes(show)
    const sounds = ambientSounds(show, envelopes)
    held = { show, sounds }
    const asked = show.place.floors.filter(({ id }) => !floors || floors.includes(id))
    const map = ambienceMap(show, sounds, CELL, asked)
    return transfer(map, [map.levels.buffer as ArrayBuffer])
  },
  /** What is heard at a point of the show whose map was made last. */
  at: (point: Point): HeardThere[] => (held ? heardAt(held.show, held.sounds, point) : []),
  async fades(
    show: Show,
    run: Run,
    player: number,
    span: [number, number],
    count: number,
  ): Promise<{ fades: Crossfades; hole?: Hole }> {
    await fetchEnvelopes(show)
    const fades = crossfades(show, run, player, envelopes, span, count)
    return { fades, hole: deepestHole(fades) }
  },
}
export type AmbienceWorker = typeof worker
expose(worker)
