import { readShow, type Show } from '../core/show'
import { atmospheres } from './atmospheres'
import { cues } from './cues'
import { pools } from './pools'
import { place } from './place'
import { walks } from './walks'
import { kits, rules, zones } from './zones'

/** A sound file as it is kept. */
export interface KeptSound {
  name: string
  hash: string
  seconds: number
  tags?: string[]
}

export const soundsOf = (kept: ReadonlyMap<string, KeptSound>) =>
  [...kept].map(([id, { name, hash, seconds, tags }]) => ({ id, name, asset: hash, seconds, tags: tags ?? [] }))

/** *Night shift at the kelp works*, with its sounds as they are kept. */
export function demoShow(kept: ReadonlyMap<string, KeptSound>): Show {
  return readShow({
    format: 'esvik-show',
    version: 1,
    title: 'Night shift at the kelp works',
    note: 'A night watch through a works by the sea. Every held mark on the curious walk is one that people cause by dithering, turning back or pressing twice; the notes of the zones say why each rule is tuned as it is.',
    place,
    atmosphere: { ambient: '#8494a8', level: 0.9, shadow: '#1c2a38' },
    atmospheres,
    flags: [{ id: 'lantern', name: 'Lantern in hand', start: false }],
    sounds: soundsOf(kept),
    pools,
    buses: [
      { id: 'bed', name: 'Beds', gain: 0 },
      { id: 'spot', name: 'Spots', gain: 0 },
      { id: 'scare', name: 'Scares', gain: 2 },
    ],
    cues,
    zones,
    kits,
    rules,
    walks,
    wishes: { quiet: [20, 60], ceiling: -16 },
  })
}
