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
import { fetchEnvelopes } from '~/document/keeping/envelopes'

/** A square of the map is so wide (m). */
const CELL = 0.25

const envelopes = new Map<string, Envelopes>()
let held: { show: Show; sounds: AmbientSound[] } | undefined

async function learn(show: Show): Promise<void> {
  const hashes = [...new Set(show.sounds.map(({ asset }) => asset))].filter((hash) => !envelopes.has(hash))
  if (hashes.length === 0) return
  const found = await fetchEnvelopes(hashes).catch(() => undefined)
  for (const [hash, known] of found ?? []) envelopes.set(hash, known)
}

const worker = {
  /** How loud it is all over the floors that are named, or all of them. */
  async map(show: Show, floors: string[] | undefined): Promise<AmbienceMap> {
    await learn(show)
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
    await learn(show)
    const fades = crossfades(show, run, player, envelopes, span, count)
    return { fades, hole: deepestHole(fades) }
  },
}
export type AmbienceWorker = typeof worker
expose(worker)
