import { rulesAt, type BedStep, type Show, type Zone } from '~~/core/show'
import { rulesHere } from '~/document/making/rule-here'
import { soundName } from '~/words/names'
import { makeWhole, wholeCalled } from '~/wiring/whole-things'
import { called, cuesOf, noneCalled, NOTE, numberColumn, stepOf, ZONE, type Row, type Table } from './table'

const bedOf = ({ step }: Row): BedStep | undefined => (step?.kind === 'bed' ? step : undefined)
function bedsAt(show: Show, zone: Zone): Row[] {
  const seen = new Set<string>()
  return rulesHere(show, zone).flatMap((rule) => {
    const cue = cuesOf(show).get(rule.rule.cue)
    if (!cue || seen.has(cue.id)) return []
    seen.add(cue.id)
    return cue.steps.flatMap((step) => (step.kind === 'bed' ? [{ key: `${zone.id}/${step.id}`, zone, rule, cue, step }] : [])) // prettier-ignore
  })
}
const bedNumber = (name: string, field: 'gain' | 'fadeIn' | 'fadeOut', unit: string, min = 0, max = 600) =>
  numberColumn({
    name,
    unit,
    min,
    max,
    lacks: (row) => (bedOf(row) ? undefined : 'It has no bed yet: say which sound first'),
    get: (row) => bedOf(row)?.[field],
    put(edit, row, value) {
      const address = stepOf(row, field)
      if (address && value !== undefined) edit.setFound(address, value)
    },
  })

/** Rooms with their beds: every zone that has one, and every one in which nothing happens yet. */
export const ROOMS: Table = {
  name: 'Rooms and beds',
  says: 'Every zone with a bed, and every one in which nothing happens yet',
  columns: [
    ZONE,
    {
      name: 'Bed',
      choices: ({ sounds }) => sounds.map(({ name }) => name),
      read: (row, show) => soundName(show, bedOf(row)?.sound ?? ''),
      put(edit, row, text) {
        if (!text.trim()) return bedOf(row) && 'A bed needs a sound: at the desk it is taken away'
        const sound = called(edit.show.sounds, text)
        if (!sound) return noneCalled('sound', text)
        const address = stepOf(row, 'sound')
        if (address) edit.setFound(address, sound.id)
        else ROOMS.make(edit, row.zone.id, { sound: sound.id })
        return undefined
      },
    },
    bedNumber('Gain', 'gain', 'dB', -60, 40),
    bedNumber('Fade in', 'fadeIn', 's'),
    bedNumber('Fade out', 'fadeOut', 's'),
    NOTE,
  ],
  rows: (show) =>
    show.zones.flatMap((zone) => {
      const beds = bedsAt(show, zone)
      if (beds.length > 0) return beds
      return rulesAt(show, zone).length === 0 ? [{ key: zone.id, zone }] : []
    }),
  pools: false,
  make: (edit, zone, heard) => makeWhole(edit, zone, wholeCalled('Ambience here'), { heard }),
}
